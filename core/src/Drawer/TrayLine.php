<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;

/** One tube of a tray as it is typed in a row of many: `34.5 5.2`, milliamperes and millisiemens; `#T031 34.5`; or with units, `85%/60`. */
final readonly class TrayLine
{
    private const BARE_UNITS = ['mA', 'mS'];

    /** @param string|null $label where it has one already */
    private function __construct(public ?string $label, public string $figures)
    {
    }

    /**
     * @throws BadData
     * @throws CannotRead
     */
    public static function read(string $line): self
    {
        $words = preg_split('/\s+/', trim($line), -1, \PREG_SPLIT_NO_EMPTY);
        $words = false === $words ? [] : $words;
        $label = isset($words[0]) && '#' === $words[0][0] ? TubeLabel::read(array_shift($words)) : null;
        if ([] === $words) {
            throw CannotRead::empty();
        }
        $bare = 0;
        $figures = [];
        foreach ($words as $word) {
            if (1 === preg_match('/^[0-9]+(?:[.,][0-9]+)?(?<mark>\/.*)?$/', $word, $m)) {
                $unit = self::BARE_UNITS[$bare++] ?? throw BadData::at('line', 'plate current and transconductance, and no third figure');
                $word = substr($word, 0, \strlen($word) - \strlen($m['mark'] ?? '')).$unit.($m['mark'] ?? '');
            }
            $figures[] = $word;
        }

        return new self($label, implode(' ', $figures));
    }
}
