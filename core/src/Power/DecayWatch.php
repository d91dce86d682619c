<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The fall of each bank of B+ after switching off, against what its own drawing makes of it (PWR-4). */
final class DecayWatch
{
    /** Tolerance of an electrolytic that nobody measured, and what a measurement leaves (CAP-2; the second our choice). */
    private const LEAST_SHARE = 0.8;
    private const MOST_SHARE = 1.5;
    private const MEASURED_SHARE = 0.05;
    /** What is read after the power went off within so many seconds belongs to that time on, s (our choice). */
    private const BELONGS_SECONDS = 3600.0;

    /** @return list<string> first rails of the banks whose fall can be judged */
    public static function banks(BenchFacts $facts): array
    {
        return array_map(static fn (DrawnLead $b): string => $b->from, SupplyOhms::banks($facts));
    }

    public static function latest(BenchFacts $facts, string $bank): ?TakenTest
    {
        return $facts->sinceChange($facts->tests->of($bank)->latest(PowerTestKind::Decay));
    }

    public static function judge(BenchFacts $facts, string $bank, TakenTest $test): Reason
    {
        $path = self::path($facts, $bank);
        $ramp = self::rampBefore($facts, $test);
        [$start, $seconds, $volts] = [$test->value('startVolts') ?? 0.0, $test->value('seconds') ?? 0.0, $test->value('volts') ?? 0.0];
        $figures = ['place' => $bank, 'startVolts' => $start, 'seconds' => $seconds, 'volts' => $volts];
        if (null === $path) {
            return new Reason('decay-path-unknown', Verdict::CannotSay, $figures);
        }
        if (null === $ramp || null === $ramp->tubesOut || !self::isWithoutTubes($facts, $ramp->tubesOut)) {
            return new Reason('decay-tubes-were-in', Verdict::CannotSay, $figures);
        }
        $judged = Decay::judge([[0.0, $start], [$seconds, $volts]], $path, self::wasLow($ramp, $bank));

        return new Reason($judged->code, $judged->verdict, [...$figures, ...$judged->figures], $judged->stands);
    }

    /** What discharges a bank with no tubes in; null where the drawing does not say, or no meter is named whose ohms are known. */
    public static function path(BenchFacts $facts, string $bank): ?DecayPath
    {
        $meter = $facts->readings?->contextNow()->meter?->inputResistanceOhms(MeterFunction::DcVolts);
        $island = $facts->sheet?->islandAt($bank);
        $own = array_values(array_filter($facts->drawn->capacitors, static fn (DrawnCapacitor $c): bool => \in_array($c->does, ['reservoir', 'filter'], true) && \in_array($c->plus, $island->nodes ?? [], true)));
        if (null === $meter || [] === $own) {
            return null;
        }
        $least = $most = 0.0;
        $allMeasured = true;
        foreach ($own as $capacitor) {
            $measured = $facts->tests->of($capacitor->id)->latest(CapacitorTestKind::Capacitor)?->value('farads');
            $allMeasured = $allMeasured && null !== $measured;
            $least += null === $measured ? self::LEAST_SHARE * $capacitor->farads : (1.0 - self::MEASURED_SHARE) * $measured;
            $most += null === $measured ? self::MOST_SHARE * $capacitor->farads : (1.0 + self::MEASURED_SHARE) * $measured;
        }
        $bleeder = array_values(array_filter(SupplyOhms::banks($facts), static fn (DrawnLead $b): bool => $b->from === $bank))[0]->ohms ?? null;

        return $least <= 0.0 ? null : new DecayPath($least, $most, $allMeasured, $meter, $bleeder);
    }

    /** The time on that a fall belongs to. */
    private static function rampBefore(BenchFacts $facts, TakenTest $test): ?Ramp
    {
        $found = null;
        foreach ($facts->ramps->all as $ramp) {
            $found = null !== $ramp->endedAt && $ramp->endedAt <= $test->at && $test->at - $ramp->endedAt <= self::BELONGS_SECONDS ? $ramp : $found;
        }

        return $found;
    }

    /** @param list<string> $out */
    private static function isWithoutTubes(BenchFacts $facts, array $out): bool
    {
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            if (!\in_array($tube->position, $out, true) && !TubeRoles::isRectifier($facts->tubes, $tube->type)) {
                return false;
            }
        }

        return true;
    }

    /** B+ had read low in that time on; null where nobody read it. */
    private static function wasLow(Ramp $ramp, string $bank): ?bool
    {
        $low = null;
        foreach ($ramp->samples as $sample) {
            if ($sample->place === $bank && MeterFunction::DcVolts === $sample->function && null !== $sample->verdict) {
                $low = \in_array($sample->verdict, [Verdict::Out, Verdict::Danger], true);
            }
        }

        return $low;
    }
}
