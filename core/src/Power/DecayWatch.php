<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The fall of each bank of B+ after switching off, against what its own drawing makes of it (PWR-4), bank by bank (SAFE-2a). */
final class DecayWatch
{
    /** What is read after the power went off within so many seconds belongs to that time on, s (our choice). */
    private const BELONGS_SECONDS = 3600.0;
    /** No hand is quicker, s. */
    private const LEAST_SECONDS = 1e-3;
    /** Tubes that had their heaters on for less may still have been cold, s (our choice). */
    private const WARM_SECONDS = 60.0;

    /** @return list<string> first rails of the banks whose fall can be judged */
    public static function banks(BenchFacts $facts): array
    {
        return array_map(static fn (DrawnLead $b): string => $b->from, SupplyOhms::banks($facts));
    }

    /** The newest fall that says anything since something was changed in there; where none does, the newest. */
    public static function latest(BenchFacts $facts, string $bank): ?BankFall
    {
        $newest = null;
        foreach (array_reverse($facts->tests->of($bank)->kind(PowerTestKind::Decay)->all) as $test) {
            $fall = null === $facts->sinceChange($test) ? null : self::fall($facts, $bank, $test);
            if (null !== $fall && Verdict::CannotSay !== $fall->reason->verdict) {
                return $fall;
            }
            $newest ??= $fall;
        }

        return $newest;
    }

    private static function fall(BenchFacts $facts, string $bank, TakenTest $test): BankFall
    {
        [$start, $seconds, $volts] = [$test->value('startVolts') ?? 0.0, $test->value('seconds') ?? 0.0, $test->value('volts') ?? 0.0];
        $figures = ['place' => $bank, 'startVolts' => $start, 'seconds' => $seconds, 'volts' => $volts];
        $ramp = self::rampBefore($facts, $test->at);
        $path = null === $ramp ? null : self::path($facts, $bank, $ramp);
        $trace = self::falling($facts, $bank, $test->at, $start);
        $judged = self::judged($bank, $ramp, $path, $trace->samples ?? [[0.0, $start], [max(self::LEAST_SECONDS, $seconds), $volts]], $trace->secondsOff ?? Decay::HAND_SECONDS);

        return new BankFall($test, new Reason($judged->code, $judged->verdict, [...$figures, ...$judged->figures], $judged->stands), $path, $trace);
    }

    /** What a fall says that goes on, by the meter that hangs on it. */
    public static function judgeTrace(BenchFacts $facts, string $bank, FallTrace $trace, float $now): Reason
    {
        $ramp = self::rampBefore($facts, $now);

        return self::judged($bank, $ramp, null === $ramp ? null : self::path($facts, $bank, $ramp), $trace->samples, $trace->secondsOff);
    }

    /** @param non-empty-list<array{float, float}> $samples */
    private static function judged(string $bank, ?Ramp $ramp, ?DecayPath $path, array $samples, float $secondsOff): Reason
    {
        return match (true) {
            null === $ramp || null === $ramp->tubesOut => new Reason('decay-tubes-not-said', Verdict::CannotSay, ['place' => $bank]),
            null === $path => new Reason('decay-path-unknown', Verdict::CannotSay, ['place' => $bank]),
            !$path->isTold() => new Reason('decay-tubes-empty-it', Verdict::CannotSay, ['place' => $bank]),
            default => Decay::judge($samples, $path, self::wasLow($ramp, $bank), $secondsOff),
        };
    }

    /**
     * What a meter on the network has kept of a bank up to a moment, since the power went off; null where none hung there, or it says
     * another thing.
     *
     * @param float|null $startVolts V that it began at by another word; null where there is none
     */
    public static function falling(BenchFacts $facts, string $bank, float $until, ?float $startVolts = null): ?FallTrace
    {
        $ended = self::rampBefore($facts, $until)?->endedAt;

        return null === $ended ? null : FallTrace::of($facts->recorded($bank, $ended - FallTrace::BEFORE_SECONDS, $until), $startVolts);
    }

    /**
     * What discharges a bank after a time on; null where the drawing does not say, or no meter is named whose ohms are known.
     *
     * @param Ramp|null $after null for one with no tubes in
     */
    public static function path(BenchFacts $facts, string $bank, ?Ramp $after = null): ?DecayPath
    {
        $meter = $facts->readings?->meterOhms($after?->conditions);
        $farads = self::farads($facts, $bank);
        if (null === $meter || [] === $farads) {
            return null;
        }
        $allMeasured = [] === array_filter($farads, static fn (array $f): bool => !$f[2]);
        $bleeder = array_values(array_filter(SupplyOhms::banks($facts), static fn (DrawnLead $b): bool => $b->from === $bank))[0]->ohms ?? null;
        $hasTubes = null !== $after && !self::isWithoutTubes($facts, $after->tubesOut ?? []);
        $seconds = null === $after ? 0.0 : ($after->endedAt ?? $after->beganAt) - $after->beganAt;
        $fall = null === $after ? null : $facts->fall($after->conditions ?? Conditions::unknown(), new FallAsked($bank, $meter, array_map(static fn (array $f): array => [$f[0], $f[1]], $farads), !$hasTubes || $seconds >= self::WARM_SECONDS));

        return new DecayPath(array_sum(array_column($farads, 0)), array_sum(array_column($farads, 1)), $allMeasured, $meter, $bleeder, $allMeasured ? DecayPath::BLEEDER_SHARE : 0.0, $fall, $hasTubes);
    }

    /** @return array<string, array{float, float, bool}> what each capacitor of a bank has at least and at most, and whether it was measured */
    private static function farads(BenchFacts $facts, string $bank): array
    {
        $nodes = $facts->sheet?->islandAt($bank)->nodes ?? [];
        $farads = [];
        foreach ($facts->drawn->capacitors as $capacitor) {
            if (\in_array($capacitor->does, ['reservoir', 'filter'], true) && \in_array($capacitor->plus, $nodes, true)) {
                $measured = $facts->tests->of($capacitor->id)->latest(CapacitorTestKind::Capacitor)?->value('farads');
                $farads[$capacitor->id] = self::band($capacitor, $measured);
            }
        }

        return $farads;
    }

    /** @return array{float, float, bool} */
    private static function band(DrawnCapacitor $capacitor, ?float $measured): array
    {
        return null === $measured || $measured <= 0.0
            ? [DecayPath::LEAST_SHARE * $capacitor->farads, DecayPath::MOST_SHARE * $capacitor->farads, false]
            : [(1.0 - DecayPath::MEASURED_SHARE) * $measured, (1.0 + DecayPath::MEASURED_SHARE) * $measured, true];
    }

    /** The time on that a fall belongs to. */
    private static function rampBefore(BenchFacts $facts, float $at): ?Ramp
    {
        $found = null;
        foreach ($facts->ramps->all as $ramp) {
            $found = null !== $ramp->endedAt && $ramp->endedAt <= $at && $at - $ramp->endedAt <= self::BELONGS_SECONDS ? $ramp : $found;
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
