<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Version;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Projection\BenchFold;

/** The boards of the four cold stations, and what a single test is judged as when it is taken. */
final readonly class ColdStations
{
    public const ALL = ['look', 'iron', 'capacitors', 'resistors'];

    public function __construct(private ColdBenches $benches)
    {
    }

    /** @return list<ColdItem> */
    public function items(JobUnit $unit, string $station, ?BenchFold $fold = null): array
    {
        return self::board($this->benches->of($unit, $fold), $station);
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
     * The verdict on the part as it stands with this test in: the judgement as given then.
     *
     * @param BenchFold $before without the test
     * @param BenchFold $after  with the test folded in
     *
     * @return array<string, mixed>|null null for a part that no board shows
     */
    public function judgement(JobUnit $unit, BenchFold $before, BenchFold $after, TrialKind $kind, string $part): ?array
    {
        $item = $this->item($unit, self::of($kind), $after, $part);
        if (null === $item) {
            return null;
        }
        if (TrialKind::Reform === $kind && null !== $item->reform) {
            return ['verdict' => ('abandon' === $item->reform['state'] ? Verdict::Out : Verdict::Within)->value, 'marks' => [], 'word' => 'reform-'.$item->reform['state'], 'reasonCode' => $item->reform['reason'], 'figures' => [], 'coreVersion' => Version::CORE];
        }
        $known = array_map(static fn (Reason $r): array => $r->toArray(), $this->item($unit, self::of($kind), $before, $part)->reasons ?? []);
        $brought = array_values(array_filter($item->reasons, static fn (Reason $r): bool => !\in_array($r->toArray(), $known, true)));
        $reason = $brought[0] ?? $item->reasons[0] ?? null;

        return ['verdict' => $item->verdict->value, 'marks' => [], 'word' => $item->word, 'reasonCode' => $reason->code ?? 'none', 'figures' => $reason->figures ?? [], 'coreVersion' => Version::CORE];
    }

    private function item(JobUnit $unit, string $station, BenchFold $fold, string $part): ?ColdItem
    {
        foreach ($this->items($unit, $station, $fold) as $item) {
            if ($item->part === $part) {
                return $item;
            }
        }

        return null;
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
