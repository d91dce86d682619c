<?php

declare(strict_types=1);

namespace Yew\Server\Drawer;

use Symfony\Component\Serializer\Encoder\CsvEncoder;
use Symfony\Component\Serializer\Exception\ExceptionInterface;
use Yew\Core\Drawer\DrawerRow;
use Yew\Server\Http\Refused;

/** The drawer as a file that any spreadsheet reads: one row a tube, its newest test with it. */
final class DrawerCsv
{
    public const MOST_ROWS = 20_000;

    /** @param list<array<string, string>> $rows by column */
    public function write(array $rows): string
    {
        return (new CsvEncoder())->encode($rows, 'csv', [CsvEncoder::HEADERS_KEY => DrawerRow::COLUMNS, CsvEncoder::AS_COLLECTION_KEY => true, CsvEncoder::ESCAPE_FORMULAS_KEY => true]);
    }

    /** @return list<array<string, string>> by column; a file that is none is refused as a whole */
    public function read(string $text): array
    {
        $text = str_starts_with($text, "\xEF\xBB\xBF") ? substr($text, 3) : $text;
        $first = strtok($text, "\r\n");
        $separator = \is_string($first) && substr_count($first, ';') > substr_count($first, ',') ? ';' : ',';
        try {
            $data = (new CsvEncoder())->decode($text, 'csv', [CsvEncoder::AS_COLLECTION_KEY => true, CsvEncoder::DELIMITER_KEY => $separator, CsvEncoder::KEY_SEPARATOR_KEY => '#']);
        } catch (ExceptionInterface|\ValueError) {
            throw Refused::badData('file', 'this is no table with columns');
        }
        if (!\is_array($data) || [] === $data || !\is_string($first) || !\in_array('type', array_map(trim(...), explode($separator, str_replace('"', '', $first))), true)) {
            throw Refused::badData('file', 'the first line names the columns, and one of them is called type: '.implode(', ', DrawerRow::COLUMNS));
        }
        if (\count($data) > self::MOST_ROWS) {
            throw Refused::badData('file', \sprintf('more than %d rows', self::MOST_ROWS));
        }
        $rows = [];
        foreach ($data as $row) {
            $named = [];
            foreach (\is_array($row) ? $row : [] as $name => $value) {
                $named[trim((string) $name)] = \is_scalar($value) ? self::plain((string) $value) : '';
            }
            $rows[] = $named;
        }

        return $rows;
    }

    /** A figure that was written so that no spreadsheet takes it for a formula: '-14 is −14. */
    private static function plain(string $value): string
    {
        return 1 === preg_match("/^'[-+=@\\t]/", $value) ? substr($value, 1) : $value;
    }
}
