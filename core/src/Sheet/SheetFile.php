<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Codec\BadData;

/** The text of a `*.sheet.json` file: size, encoding and nesting are checked before anything is read from it. */
final class SheetFile
{
    public const MAX_BYTES = 2_000_000;
    private const MAX_DEPTH = 24;

    /**
     * @return array<mixed>
     *
     * @throws BadData
     */
    public static function decode(string $text): array
    {
        if (\strlen($text) > self::MAX_BYTES) {
            throw BadData::at('', \sprintf('the file has %.1f MB; a sheet has at most %d MB', \strlen($text) / 1e6, intdiv(self::MAX_BYTES, 1_000_000)));
        }
        if (str_starts_with($text, "\xEF\xBB\xBF")) {
            $text = substr($text, 3);
        }
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw BadData::at('', 'the file is not UTF-8 text; save it as UTF-8');
        }
        try {
            $data = json_decode($text, true, self::MAX_DEPTH, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw BadData::at('', \JSON_ERROR_DEPTH === $e->getCode() ? \sprintf('nested deeper than %d levels', self::MAX_DEPTH) : 'this is not a JSON file: '.lcfirst($e->getMessage()));
        }
        if (!\is_array($data)) {
            throw BadData::at('', 'an object belongs here');
        }

        return $data;
    }
}
