<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Ramp\PowerChoice;
use Yew\Core\Ramp\PowerMethod;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;

/**
 * The stops of one time on, for the tubes that are in (PWR-1, PWR-5): shares of full mains with what must be read at each. It asks no
 * solver: what each reading should be is `PowerPlan`.
 */
final class StopPlan
{
    /** Shares of full mains (PWR-1). */
    private const SOLID_STATE = [0.25, 0.5, 0.75, 0.9, 1.0];
    /** A tube rectifier gives nothing below some 40 to 50 %: through there without dwelling, the first judged stop at 65 % (PWR-5). */
    private const TUBE_RECTIFIED = [0.35, 0.65, 0.8, 0.9, 1.0];
    private const B_PLUS_FROM = 0.55;
    /** With new tubes in, B+ being proved: half, and all of it (our choice). */
    private const WITH_TUBES = [0.5, 0.75, 1.0];
    private const WITH_TUBES_RECTIFIED = [0.65, 1.0];
    /** The limiter stays in until B+ is proved: it comes out from here on (our choice). */
    private const LIMITER_OUT_FROM = 0.9;
    /** Seconds to stay at a stop before it is read; through a tube rectifier’s dead zone there is no dwelling (our choice). */
    private const DWELL_SECONDS = 20.0;
    /** So that a stop’s id fits where parts are named. */
    private const LONGEST_NAME = 28;
    /** Where the shop has listed none, W. */
    private const LAMPS = [40.0, 60.0, 100.0, 150.0];

    /**
     * @param list<string>|null $out tubes that are out; null where nobody said
     *
     * @return list<PowerStop>
     */
    public static function stops(BenchFacts $facts, PowerChoice $choice, ?array $out): array
    {
        $full = self::fullVolts($facts);
        $rectifiers = null === $facts->sheet ? [] : TubeRoles::rectifiers($facts->sheet, $facts->tubes);
        $byTube = [] !== $rectifiers || 'tube' === $facts->sheet?->rectifier;
        $hasBPlus = [] === array_intersect($rectifiers, $out ?? []);
        $withTubes = null !== $out && null !== $facts->sheet && [] !== array_diff(TubeRoles::others($facts->sheet, $facts->tubes), $out);
        // With no tubes in the mains ends where the first part would be given its rating (PWR-3); a wall gives what it gives.
        $top = $withTubes || !$choice->method->hasVariac() ? $full : min($full, self::ceilingVolts($facts) ?? $full);
        $stops = [];
        foreach (self::shares($choice->method, $byTube && $hasBPlus, $withTubes) as [$part, $limited]) {
            $share = min($part, $top / $full);
            $isLast = $share >= $top / $full - 1e-9;
            $comes = $hasBPlus && (!$byTube || $share >= self::B_PLUS_FROM);
            $id = self::name($facts, $out).'-'.($limited || !\in_array($choice->method, [PowerMethod::Lamp, PowerMethod::Electronic], true) ? '' : 'bare-').round(100 * $share);
            $stops[$id] ??= new PowerStop(
                $id, $share, round($share * $full, 1), $limited ? [self::limiter($facts, $choice)] : [],
                self::required($facts, $out ?? [], $comes, $isLast), $byTube && !$comes && $hasBPlus ? 0.0 : self::DWELL_SECONDS, $comes, $isLast ? self::tapped($facts, $out ?? []) : [],
            );
        }

        return array_values($stops);
    }

    /** Full mains: that of the place, or what the unit is wired for where that is another. */
    public static function fullVolts(BenchFacts $facts): float
    {
        $place = $facts->practice->mainsVolts;

        return abs($facts->wiredForVolts / $place - 1.0) <= 0.12 ? $place : $facts->wiredForVolts;
    }

    /** The mains at which, with no tubes in, the first capacitor of the supply is given its rating (PWR-3); null where none is. */
    public static function ceilingVolts(BenchFacts $facts): ?float
    {
        $ceilings = array_map(static fn (DrawnCapacitor $c): ?float => $c->ceilingVolts, self::supplyCapacitors($facts));
        $known = array_filter($ceilings, static fn (?float $v): bool => null !== $v);

        return [] === $known ? null : floor(min($known) * $facts->mainsRatio());
    }

    /** @return list<DrawnCapacitor> those that stand at a rail, the first to break before the others */
    public static function supplyCapacitors(BenchFacts $facts): array
    {
        $own = array_values(array_filter($facts->drawn->capacitors, static fn (DrawnCapacitor $c): bool => \in_array($c->does, ['reservoir', 'filter', 'bias'], true) && null !== $c->ceilingVolts));
        usort($own, static fn (DrawnCapacitor $a, DrawnCapacitor $b): int => [round($a->ceilingVolts ?? 0.0, 3), $a->id] <=> [round($b->ceilingVolts ?? 0.0, 3), $b->id]);

        return $own;
    }

    /** @return non-empty-list<array{float, bool}> share of full mains, and whether the limiter is in */
    private static function shares(PowerMethod $method, bool $byTube, bool $withTubes): array
    {
        $walk = match (true) {
            $byTube && $withTubes => self::WITH_TUBES_RECTIFIED,
            $byTube => self::TUBE_RECTIFIED,
            $withTubes => self::WITH_TUBES,
            default => self::SOLID_STATE,
        };

        return match ($method) {
            PowerMethod::VariacAmmeter => array_map(static fn (float $s): array => [$s, false], $walk),
            PowerMethod::VariacLamp => array_map(static fn (float $s): array => [$s, $s < self::LIMITER_OUT_FROM], $walk),
            PowerMethod::Lamp, PowerMethod::Electronic => [[1.0, true], [1.0, false]],
            PowerMethod::Straight => [[1.0, false]],
        };
    }

    /** @return array<string, string|float> as conditions state it */
    public static function limiter(BenchFacts $facts, PowerChoice $choice): array
    {
        if ('electronic' === $choice->method->limiter()) {
            return ['kind' => 'electronic', ...(null === $choice->limiterAmperes ? [] : ['amperes' => $choice->limiterAmperes])];
        }

        $usual = self::lampToBeginWith($facts);
        $watts = $choice->lampWatts ?? $usual[0];

        return ['kind' => 'lamp', 'watts' => $watts, 'ratedVolts' => $choice->lampVolts ?? ($watts === $usual[0] ? $usual[1] : self::fullVolts($facts))];
    }

    /** @return non-empty-list<array{float, float}> watts and rated volts of the lamps at hand, the weakest first: those that the shop has, or the usual ones */
    public static function lamps(BenchFacts $facts): array
    {
        $full = self::fullVolts($facts);
        $lamps = [] === $facts->lamps ? array_map(static fn (float $w): array => [$w, $full], self::LAMPS) : $facts->lamps;
        usort($lamps, static fn (array $a, array $b): int => [$a[0] / $a[1], $a] <=> [$b[0] / $b[1], $b]);

        return $lamps;
    }

    /**
     * The lamp to begin with: the first that would let through what the amplifier takes at rest; else the strongest. Where no circuit says
     * what it takes, the weakest.
     *
     * @return array{float, float}
     */
    private static function lampToBeginWith(BenchFacts $facts): array
    {
        $lamps = self::lamps($facts);
        $takes = null === $facts->drawn->primaryAmperes ? 0.0 : $facts->drawn->primaryAmperes / $facts->mainsRatio();
        foreach ($lamps as [$watts, $volts]) {
            if (LampChoice::through($watts, $volts, self::fullVolts($facts)) >= $takes) {
                return [$watts, $volts];
            }
        }

        return $lamps[\count($lamps) - 1];
    }

    /**
     * @param list<string>|null $out
     *
     * @return string no-tubes, no-rectifier, all-tubes, with-V4-V5, tubes-not-said
     */
    public static function name(BenchFacts $facts, ?array $out): string
    {
        if (null === $out || null === $facts->sheet || [] === $facts->sheet->tubes) {
            return 'tubes-not-said';
        }
        $others = TubeRoles::others($facts->sheet, $facts->tubes);
        [$in, $missing] = [array_values(array_diff($others, $out)), array_values(array_intersect($others, $out))];
        $told = \count($missing) < \count($in) ? 'without-'.implode('-', $missing) : 'with-'.implode('-', $in);

        return match (true) {
            [] !== array_intersect(TubeRoles::rectifiers($facts->sheet, $facts->tubes), $out) => 'no-rectifier',
            [] === $in => 'no-tubes',
            [] === $missing => 'all-tubes',
            \strlen($told) > self::LONGEST_NAME => \sprintf('with-%d-tubes-%s', \count($in), hash('crc32b', $told)),
            default => $told,
        };
    }

    /**
     * @param list<string> $out
     * @param bool         $isLast where everything works: there the plates of new tubes are read (PWR-6), and the grids of empty sockets (SAFE-5)
     *
     * @return list<array{string, string}> places and functions
     */
    private static function required(BenchFacts $facts, array $out, bool $comes, bool $isLast): array
    {
        $keys = [];
        foreach ($comes ? SupplyOhms::banks($facts) : [] as $bank) {
            $keys = [...$keys, ...(SupplyOhms::UNDRAWN === $bank->from ? [] : [[$bank->from, MeterFunction::DcVolts->value]])];
        }
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            if ($tube->output) {
                array_push($keys, ...self::atSocket($facts, $tube, \in_array($tube->position, $out, true), $isLast));
            }
        }
        foreach ($isLast ? NewTubes::plates($facts, NewTubes::in($facts, $out)) : [] as $plate) {
            $keys[] = [$plate, MeterFunction::DcVolts->value];
        }

        return $keys;
    }

    /**
     * @param list<string> $out
     *
     * @return list<string> grids of empty output sockets whose bias comes from a supply: a bad contact shows there before it costs a tube
     */
    private static function tapped(BenchFacts $facts, array $out): array
    {
        $grids = [];
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            $pin = $facts->tubes->find($tube->type)?->section()->pins['grid'] ?? null;
            if ($tube->output && \in_array($tube->position, $out, true) && true === ($facts->drawn->tubes[$tube->position] ?? null)?->isFixedBiased && null !== $pin) {
                $grids[] = Place::ofPin($tube->position, $pin);
            }
        }

        return $grids;
    }

    /** @return list<array{string, string}> bias at the grid; with the tube in, what stands at its cathode */
    private static function atSocket(BenchFacts $facts, TubePosition $tube, bool $isOut, bool $isLast): array
    {
        $pins = $facts->tubes->find($tube->type)?->section()->pins ?? [];
        $fixed = $facts->drawn->tubes[$tube->position]->isFixedBiased ?? false;
        $keys = ($fixed || ($isOut && $isLast)) && isset($pins['grid']) ? [[Place::ofPin($tube->position, $pins['grid']), MeterFunction::DcVolts->value]] : [];
        $cathode = isset($pins['cathode']) ? $facts->sheet?->point(Place::ofPin($tube->position, $pins['cathode']), MeterFunction::DcVolts) : null;

        return $isOut || null === $cathode || PointKind::Heater === $cathode->kind ? $keys : [...$keys, [$cathode->place, MeterFunction::DcVolts->value]];
    }
}
