<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Reading\Verdict;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Wording\Wording;

/** One entry of the tape as it is shown: a headline and one line below it. */
final readonly class EntryView
{
    public function __construct(private Wording $wording)
    {
    }

    /** @return array<string, mixed> the schema TapeEntry of docs/api/openapi.yaml */
    public function of(TapeEntry $entry): array
    {
        [$headline, $line] = $this->words($entry);

        return [
            'id' => $entry->id,
            'unitId' => $entry->unitId,
            'kind' => $entry->kind,
            'payload' => (object) $entry->payload,
            'personId' => $entry->personId,
            'device' => $entry->device,
            'counter' => $entry->counter,
            'observedAt' => $entry->observedAt->format('Y-m-d\TH:i:s.v\Z'),
            'sequence' => $entry->jobSequence,
            'headline' => $headline,
            'line' => null === $entry->refusal ? $line : $this->refusal($entry),
            'verdict' => $entry->judgement['verdict'] ?? null,
            'refused' => null !== $entry->refusal,
        ];
    }

    public function refusal(TapeEntry $entry): string
    {
        $code = $entry->refusal['code'] ?? '';

        return $this->wording->refusal(\is_string($code) ? $code : '', BenchFold::named($entry->refusal['figures'] ?? []));
    }

    /** @return array{string, string} */
    private function words(TapeEntry $entry): array
    {
        $p = $entry->payload;
        $text = static fn (string $name): string => \is_scalar($p[$name] ?? null) ? (string) $p[$name] : '';

        return match ($entry->kind) {
            'book-in' => ['Booked in', $text('complaint')],
            'state-change' => [ucfirst($text('to')), self::joined('. ', $this->gates(BenchFold::named($p['gates'] ?? [])), $this->hazards($p))],
            'conditions' => ['Conditions stated', $this->facts(BenchFold::named($p['facts'] ?? []))],
            'discharge-proof' => ['Discharge proof '.$text('text').' V', $this->judged($entry)],
            'reading' => [$text('place').' '.$text('text').(1 === preg_match('/[A-Za-zΩ]$/u', $text('text')) ? '' : ' '.$text('unit')), $this->judged($entry)],
            'as-fitted' => ['As fitted: '.$text('text'), match (true) {
                true === ($p['foundSo'] ?? null) => 'found so, and counted for earlier readings too',
                'drawn' === (BenchFold::named($p['change'] ?? [])['kind'] ?? null) => 'as the drawing has it again',
                'turned' === (BenchFold::named($p['change'] ?? [])['how'] ?? null) => 'what was read before is stale',
                'renewed' === (BenchFold::named($p['change'] ?? [])['kind'] ?? null) => 'what was tested before is of the old part',
                default => 'counted from here on',
            }],
            'accept' => ['Let stand', $text('reason')],
            'correction' => [isset($p['corrects']) ? 'Taken back' : 'Mains corrected', '' === $text('reason') ? 'the earlier entry stays on the tape' : $text('reason')],
            'note' => ['Note'.('' === $text('place') ? '' : ' at '.$text('place')), $text('text')],
            'sheet-chosen' => ['Sheet chosen', [] === ($p['lostPlaces'] ?? []) ? '' : 'places lost: '.implode(', ', \is_array($p['lostPlaces'] ?? null) ? array_filter($p['lostPlaces'], is_string(...)) : [])],
            'shelf-move' => [ucfirst($this->wording->word($text('to'))), $text('waitsFor')],
            'close-out' => ['Closed out', str_replace('-', ' ', $text('outcome'))],
            'trial' => [trim($text('part').' '.$this->wording->cold('test-'.$text('test'), ['subject' => $text('subject')]).' '.$text('text')), $this->cold($entry)],
            'finding' => [$text('place').': '.$this->wording->cold('found-'.$text('what'), []), $text('text')],
            'left-alone' => [$text('part').' left alone', $text('reason')],
            'photo' => ['Photo'.('' === $text('place') ? '' : ' of '.$text('place')), $text('caption')],
            'report-issued' => ['Report made', 'kept with its fingerprint '.substr($text('sha256'), 0, 8)],
            default => [$entry->kind, ''],
        };
    }

    /** What the test says; then the part's word where that is another verdict: a good answer does not clear a condemned part, nor name it. */
    private function cold(TapeEntry $entry): string
    {
        $j = $entry->judgement ?? [];
        $code = \is_string($j['reasonCode'] ?? null) ? $j['reasonCode'] : '';
        $reason = '' === $code || 'none' === $code ? '' : $this->wording->cold($code, BenchFold::named($j['figures'] ?? []));
        $word = \is_string($j['word'] ?? null) && 'open' !== $j['word'] ? $this->wording->cold('word-'.$j['word'], []) : '';
        $part = \is_string($entry->payload['part'] ?? null) ? $entry->payload['part'] : '';
        if (!isset($j['partVerdict']) || '' === $word) {
            return '' === $reason ? $word : $reason; // as given by an earlier version, or nothing to say of the part yet
        }

        return $j['partVerdict'] === ($j['verdict'] ?? null) ? self::joined(': ', $word, $reason) : trim($reason.' '.$this->wording->cold('so-far', ['part' => $part, 'word' => lcfirst($word)]));
    }

    private function judged(TapeEntry $entry): string
    {
        $j = $entry->judgement ?? [];
        $verdict = Verdict::tryFrom(\is_string($j['verdict'] ?? null) ? $j['verdict'] : '');
        if (null === $verdict) {
            return '';
        }
        $direction = $j['direction'] ?? null;
        $expected = $j['expectedVolts'] ?? null;
        $code = \is_string($j['reasonCode'] ?? null) ? $j['reasonCode'] : '';
        if (Verdict::CannotSay === $verdict || null === $expected || !is_numeric($expected)) {
            return BenchView::words($verdict, null).': '.$this->wording->reason($code, BenchFold::named($j['figures'] ?? []));
        }

        $given = $entry->payload['function'] ?? null;
        $function = MeterFunction::tryFrom(\is_string($given) ? $given : '') ?? MeterFunction::DcVolts;

        return BenchView::words($verdict, \is_string($direction) ? $direction : null).' ('.BenchView::expectedFigure((float) $expected, $function).(MeterFunction::DcAmperes === $function ? ' mA' : '').' expected)';
    }

    /** @param array<string, mixed> $gates */
    private function gates(array $gates): string
    {
        $counts = array_count_values(array_filter($gates, is_string(...)));
        $unchecked = $counts['not-checked-by-the-tool'] ?? 0;
        $unsent = $counts['not-sent'] ?? 0;

        return self::joined(', ', 0 === $unchecked ? '' : \sprintf('%d gates not checked by the tool', $unchecked), 0 === $unsent ? '' : \sprintf('%d not sent', $unsent));
    }

    /** @param array<string, mixed> $payload of a step up */
    private function hazards(array $payload): string
    {
        $hazards = \is_array($payload['hazards'] ?? null) ? array_map(BenchFold::named(...), $payload['hazards']) : [];
        $parts = array_unique(array_map(static fn (array $h): string => \is_string($h['part'] ?? null) ? $h['part'] : '', $hazards));
        $reason = \is_string($payload['reason'] ?? null) ? $payload['reason'] : '';

        return [] === $hazards ? '' : \sprintf('Against %s on the record: %s', implode(', ', $parts), '' === $reason ? 'no reason given' : $reason);
    }

    private static function joined(string $with, string ...$texts): string
    {
        return implode($with, array_filter($texts, static fn (string $t): bool => '' !== $t));
    }

    /** @param array<string, mixed> $fact by its name */
    private static function limiters(array $fact): string
    {
        try {
            $words = BenchView::limiter(Conditions::decode($fact));
        } catch (BadData) {
            return 'limiters';
        }

        return 'none' === $words ? 'no limiter' : $words ?? 'limiters unknown';
    }

    /** @param array<string, mixed> $facts */
    private function facts(array $facts): string
    {
        $words = [];
        foreach ($facts as $name => $fact) {
            $value = BenchFold::named($fact)['value'] ?? null;
            $words[] = match (true) {
                'inletVolts' === $name && is_numeric($value) => 'mains '.(string) $value.' V',
                'tubes' === $name && \is_array($value) => $this->tubes($value),
                \in_array($name, ['limiter', 'limiters'], true) && null !== $value => self::limiters([$name => $fact]),
                'source' === $name && \is_array($value) => \sprintf('%s at %s V', \is_string($value['kind'] ?? null) ? $value['kind'] : 'mains', is_numeric($value['volts'] ?? null) ? (string) $value['volts'] : '?'),
                'ammeter' === $name && \is_array($value) => 'ammeter at '.(\is_string($value['place'] ?? null) ? $value['place'] : '?'),
                \is_array($value) && \is_string($value['kind'] ?? null) => $name.' '.$value['kind'],
                'bleeder' === $name && \is_array($value) => true === ($value['clipped'] ?? null) ? 'bleeder clipped on' : 'bleeder off',
                'meterId' === $name => 'meter changed',
                \is_scalar($value) => $name.' '.(string) $value,
                default => $name.' unknown',
            };
        }

        return implode(', ', $words);
    }

    /** @param array<mixed> $tubes */
    private function tubes(array $tubes): string
    {
        $out = array_keys(array_filter($tubes, static fn (mixed $t): bool => 'out' === $t));

        return [] === $out ? 'all '.$this->wording->word('tubes').' in' : implode(', ', $out).' out';
    }
}
