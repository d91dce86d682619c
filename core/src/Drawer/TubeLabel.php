<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Codec\BadData;

/** The label of a physical tube: letters and a number, T017; written on it, printed with a code, typed behind # at a socket. */
final class TubeLabel
{
    public const LONGEST = 16;
    private const FIRST = 'T001';

    /** @throws BadData */
    public static function read(string $typed): string
    {
        $label = strtoupper(ltrim(trim($typed), '#'));

        return 1 === preg_match('/^[A-Z0-9][A-Z0-9-]{0,'.(self::LONGEST - 1).'}$/D', $label) ? $label : throw BadData::at('label', \sprintf('“%s” is no label: letters, digits and hyphens, such as T017', mb_substr($typed, 0, 30)));
    }

    /** The one that follows: T017 → T018, T999 → T1000. */
    public static function after(?string $label): string
    {
        if (null === $label || 1 !== preg_match('/^(?<stem>.*?)(?<number>\d{1,9})$/', $label, $m)) {
            return self::FIRST;
        }

        return $m['stem'].str_pad((string) ((int) $m['number'] + 1), \strlen($m['number']), '0', \STR_PAD_LEFT);
    }
}
