<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Symfony\Component\Serializer\Encoder\CsvEncoder;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\TapeReader;

/** Every reading of a job as CSV: one row an entry, refused ones too, with what was said of it then. */
final readonly class ReadingsCsv
{
    public function __construct(private TapeReader $tape)
    {
    }

    public function of(Job $job): string
    {
        $rows = [];
        foreach ($this->tape->after($job->id, 0) as $entry) {
            if ('reading' === $entry->kind || 'discharge-proof' === $entry->kind) {
                $rows[] = $this->row($job, $entry);
            }
        }
        $head = ['tag', 'sequence', 'observedAt', 'place', 'function', 'text', 'kind', 'value', 'unit', 'verdict', 'marks', 'expectedVolts', 'lowVolts', 'highVolts', 'inletVolts', 'refused', 'entryId'];

        return (new CsvEncoder())->encode($rows, 'csv', [CsvEncoder::HEADERS_KEY => $head, CsvEncoder::AS_COLLECTION_KEY => true]);
    }

    /** @return array<string, scalar|null> */
    private function row(Job $job, TapeEntry $entry): array
    {
        $p = $entry->payload;
        $j = $entry->judgement ?? [];
        $window = \is_array($j['window'] ?? null) ? $j['window'] : [];
        $inlet = \is_array($entry->conditions['inletVolts'] ?? null) ? $entry->conditions['inletVolts']['value'] ?? null : null;
        $scalar = static fn (mixed $v): string|int|float|bool|null => \is_scalar($v) ? $v : null;
        $marks = \is_array($j['marks'] ?? null) ? implode(' ', array_filter($j['marks'], is_string(...))) : '';

        return [
            'tag' => $job->tag,
            'sequence' => $entry->jobSequence,
            'observedAt' => $entry->observedAt->format('Y-m-d\TH:i:s.v\Z'),
            'place' => $scalar($p['place'] ?? $p['island'] ?? null),
            'function' => $scalar($p['function'] ?? 'dc-volts'),
            'text' => self::harmless(\is_string($p['text'] ?? null) ? $p['text'] : ''),
            'kind' => $scalar($p['kind'] ?? null),
            'value' => $scalar($p['value'] ?? null),
            'unit' => $scalar($p['unit'] ?? null),
            'verdict' => $scalar($j['verdict'] ?? null),
            'marks' => $marks,
            'expectedVolts' => $scalar($j['expectedVolts'] ?? null),
            'lowVolts' => $scalar($window['lowVolts'] ?? null),
            'highVolts' => $scalar($window['highVolts'] ?? null),
            'inletVolts' => $scalar($inlet),
            'refused' => null === $entry->refusal ? '' : $scalar($entry->refusal['code'] ?? ''),
            'entryId' => $entry->id,
        ];
    }

    /** Text that a spreadsheet would take for a formula gets a quote before it; figures stay as typed. */
    private static function harmless(string $text): string
    {
        return 1 === preg_match('/^[=@\t\r]|^[+-](?![\d.,])/', $text) ? "'".$text : $text;
    }
}
