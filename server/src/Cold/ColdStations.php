<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TrialKind;
use Yew\Core\Version;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Projection\BenchFold;

/** The boards of the four cold stations, and what a single test is judged as when it is taken. */
final readonly class ColdStations
{
    /** Grounds that no test brings: what is still missing. */
    private const OF_NO_TEST = ['iron-not-tested', 'iron-nothing-drawn'];

    public const ALL = ['look', 'iron', 'capacitors', 'resistors'];

    public function __construct(private ColdBenches $benches)
    {
    }

    /** @return list<ColdItem> */
    public function items(JobUnit $unit, string $station, ?BenchFold $fold = null): array
    {
        return self::board($this->benches->of($unit, $fold), $station);
    }

    /** @return array<string, list<ColdItem>> the boards of all, by station */
    public function all(JobUnit $unit, ?BenchFold $fold = null): array
    {
        $bench = $this->benches->of($unit, $fold);

        return array_combine(self::ALL, array_map(static fn (string $s): array => self::board($bench, $s), self::ALL));
    }

    /** @return list<ColdItem> */
    public static function board(ColdBench $bench, string $station): array
    {
        return match ($station) {
            'look' => LookBoard::items($bench),
            'iron' => IronBoard::items($bench),
            'capacitors' => CapacitorBoard::items($bench),
            'resistors' => ResistorBoard::items($bench),
            default => throw new \LogicException('no cold station '.$station),
        };
    }

    /** The station that a test belongs to. */
    public static function of(TrialKind $kind): string
    {
        return match ($kind) {
            TrialKind::Capacitor, TrialKind::CapacitorMark, TrialKind::Reform, TrialKind::Polarity, TrialKind::Ripple => 'capacitors',
            TrialKind::Resistor, TrialKind::Path, TrialKind::Contacts, TrialKind::PinShort, TrialKind::HeaterReference, TrialKind::HeaterLegs => 'resistors',
            TrialKind::Fuse, TrialKind::Cord, TrialKind::LiveLead, TrialKind::LineCapacitor, TrialKind::Primary, TrialKind::EarthBond, TrialKind::MainsInsulation, TrialKind::TubeLook, TrialKind::CanLook, TrialKind::AreaLook, TrialKind::DateCode => 'look',
            default => 'iron',
        };
    }

    /**
     * What this test says, with its own verdict, and beside it the part's word with the test in: the judgement as given then.
     *
     * @param BenchFold $before without the test
     * @param BenchFold $after  with the test folded in
     *
     * @return array<string, mixed>|null null for a part that no board shows
     */
    public function judgement(JobUnit $unit, BenchFold $before, BenchFold $after, TrialKind $kind, string $part, string $entryId): ?array
    {
        $item = $this->item($unit, self::of($kind), $after, $part);
        if (null === $item) {
            return null;
        }
        if (TrialKind::Reform === $kind && null !== $item->reform) {
            $verdict = ('abandon' === $item->reform['state'] ? Verdict::Out : Verdict::Within)->value;

            return ['verdict' => $verdict, 'marks' => [], 'word' => 'reform-'.$item->reform['state'], 'partVerdict' => $verdict, 'reasonCode' => $item->reform['reason'], 'figures' => [], 'coreVersion' => Version::CORE];
        }
        $reason = self::brought($item, $this->item($unit, self::of($kind), $before, $part)) ?? self::own($this->benches->of($unit, $after), self::of($kind), $part, $entryId);

        return [
            'verdict' => ($reason->verdict ?? Verdict::CannotSay)->value, 'marks' => [], 'reasonCode' => $reason->code ?? 'none', 'figures' => $reason->figures ?? [],
            'word' => $item->word, 'partVerdict' => $item->verdict->value, 'slip' => self::slip($item, self::testOf($after, $entryId)), 'coreVersion' => Version::CORE,
        ];
    }

    /** @return array{slip: string, figure: string, factor: float}|null what the sheet makes of the figures that were typed */
    private static function slip(ColdItem $item, ?TakenTest $test): ?array
    {
        if (null === $test) {
            return null;
        }
        foreach ($item->steps as $step) {
            if ($step->kind !== $test->kind || $step->subject !== $test->subject) {
                continue;
            }
            foreach ($step->checks as $check) {
                $slip = $check->suspect($test);
                if (null !== $slip) {
                    return $slip;
                }
            }
        }

        return null;
    }

    private static function testOf(BenchFold $fold, string $entryId): ?TakenTest
    {
        foreach ($fold->cold->tests()->all as $test) {
            if ($test->id === $entryId) {
                return $test;
            }
        }

        return null;
    }

    /** The worst ground that is there with the test and was not there without it; none of a test before it, and none of what is still missing. */
    private static function brought(ColdItem $item, ?ColdItem $before): ?Reason
    {
        $known = array_map(static fn (Reason $r): array => $r->toArray(), $before->reasons ?? []);
        foreach ($item->reasons as $reason) {
            if ('now' === $reason->stands && !\in_array($reason->code, self::OF_NO_TEST, true) && !\in_array($reason->toArray(), $known, true)) {
                return $reason;
            }
        }

        return null;
    }

    /** A test that repeats another brings nothing new: then what it says by itself. */
    private static function own(ColdBench $bench, string $station, string $part, string $entryId): ?Reason
    {
        $alone = $bench->withOnly(static fn (TakenTest $t): bool => $t->id === $entryId);
        $none = $bench->withOnly(static fn (TakenTest $t): bool => false);

        return null === ($item = self::find(self::board($alone, $station), $part)) ? null : self::brought($item, self::find(self::board($none, $station), $part));
    }

    /** @param list<ColdItem> $items */
    private static function find(array $items, string $part): ?ColdItem
    {
        foreach ($items as $item) {
            if ($item->part === $part) {
                return $item;
            }
        }

        return null;
    }

    private function item(JobUnit $unit, string $station, BenchFold $fold, string $part): ?ColdItem
    {
        return self::find($this->items($unit, $station, $fold), $part);
    }

    /**
     * How each station stands, for the path and for close-out.
     *
     * @return list<array{station: string, total: int, done: int, bad: list<string>, leftAlone: int}>
     */
    public function summary(JobUnit $unit, BenchFold $fold): array
    {
        $bench = $this->benches->of($unit, $fold);
        $summary = [];
        foreach (self::ALL as $station) {
            $items = self::board($bench, $station);
            $left = array_filter($items, static fn (ColdItem $i): bool => null !== $fold->cold->leftAlone($station, $i->part));
            $summary[] = [
                'station' => $station,
                'total' => \count(array_filter($items, static fn (ColdItem $i): bool => $i->isAsked())),
                'done' => \count(array_filter($items, static fn (ColdItem $i): bool => $i->isAsked() && $i->isDone())),
                'bad' => array_values(array_map(static fn (ColdItem $i): string => $i->part, array_filter($items, static fn (ColdItem $i): bool => Verdict::Out === $i->verdict || Verdict::Danger === $i->verdict))),
                'leftAlone' => \count($left),
            ];
        }

        return $summary;
    }
}
