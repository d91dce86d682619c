<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Symfony\Component\Serializer\Encoder\CsvEncoder;
use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\BadData;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Shop\ShopMeters;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\PointView;
use Yew\Server\Tape\TapeReader;

/** Every reading of a job as CSV: one row an entry, refused ones too, with what was said of it then. */
final readonly class ReadingsCsv
{
    public function __construct(private TapeReader $tape, private Benches $benches, private ShopMeters $meters)
    {
    }

    public function of(Job $job): string
    {
        $rows = [];
        $warm = $this->warmMinutes($job);
        foreach ($this->tape->each($job->id) as $entry) {
            if ('reading' === $entry->kind || 'discharge-proof' === $entry->kind) {
                $rows[] = $this->row($job, $entry, $warm[$entry->id] ?? null);
            }
        }
        $head = ['tag', 'sequence', 'observedAt', 'place', 'function', 'text', 'kind', 'value', 'unit', 'verdict', 'marks', 'expectedVolts', 'lowVolts', 'highVolts', 'inletVolts', 'limiter', 'tubesOut', 'standby', 'warmMinutes', 'meter', 'refused', 'entryId'];

        return (new CsvEncoder())->encode($rows, 'csv', [CsvEncoder::HEADERS_KEY => $head, CsvEncoder::AS_COLLECTION_KEY => true]);
    }

    /** @return array<string, float> minutes since power-up, or since mains or limiter were moved, by reading */
    private function warmMinutes(Job $job): array
    {
        $minutes = [];
        foreach ($job->units() as $unit) {
            $minutes += $this->benches->warmMinutes($unit);
        }

        return $minutes;
    }

    /** @return array<string, scalar|null> */
    private function row(Job $job, TapeEntry $entry, ?float $warmMinutes): array
    {
        $p = $entry->payload;
        $j = $entry->judgement ?? [];
        $window = \is_array($j['window'] ?? null) ? $j['window'] : [];
        $conditions = self::conditions($entry);
        $inlet = $conditions->mainsVolts();
        $scalar = static fn (mixed $v): string|int|float|bool|null => \is_scalar($v) ? $v : null;
        $marks = \is_array($j['marks'] ?? null) ? implode(' ', array_filter($j['marks'], is_string(...))) : '';

        return [
            'tag' => $job->tag,
            'sequence' => $entry->jobSequence,
            'observedAt' => Moment::text($entry->observedAt),
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
            'limiter' => PointView::limiter($conditions),
            'tubesOut' => null === $conditions->tubesOut() ? null : implode(' ', $conditions->tubesOut()),
            'standby' => $conditions->states('standby') ? ($conditions->inStandby() ? 'standby' : 'play') : null,
            'warmMinutes' => null === $warmMinutes ? null : round($warmMinutes, 1),
            'meter' => self::harmless($this->meters->find(\is_string($p['meterId'] ?? null) ? $p['meterId'] : null)->name ?? ''),
            'refused' => null === $entry->refusal ? '' : $scalar($entry->refusal['code'] ?? ''),
            'entryId' => $entry->id,
        ];
    }

    private static function conditions(TapeEntry $entry): Conditions
    {
        try {
            return Conditions::decode($entry->conditions ?? []);
        } catch (BadData) {
            return Conditions::unknown(); // as an earlier version took them
        }
    }

    /** Text that a spreadsheet would take for a formula gets a quote before it, whatever its sign; plain figures stay as typed. */
    private static function harmless(string $text): string
    {
        return 1 === preg_match('/^[=@+\-\t\r\n]/', $text) && 1 !== preg_match('/^[+-]?[0-9]+(?:[.,][0-9]+)?$/D', $text) ? "'".$text : $text;
    }
}
