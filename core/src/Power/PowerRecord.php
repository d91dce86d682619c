<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Ramp\Ramp;
use Yew\Core\Station\BenchFacts;

/** How a unit was brought up, for the report (PWR-7): run by run, the fall of each bank after it, and what was seen in the dark. */
final readonly class PowerRecord
{
    /**
     * @param list<PoweredRun>        $runs    in the order in which they were begun
     * @param array<string, BankFall> $falls   by first rail of the bank
     * @param array<string, string>   $glows   none | faint-blue | red-plate | red-screen, by output tube that somebody looked at
     * @param int                     $earlier times on that no longer count: a part was exchanged, or a stop rule broken, since
     */
    private function __construct(public array $runs, public array $falls, public array $glows, public int $earlier)
    {
    }

    public static function of(BenchFacts $facts): self
    {
        $sets = [];
        $earlier = 0;
        foreach ($facts->ramps->all as $ramp) {
            if (null === $ramp->tubesOut || $ramp->beganAt <= $facts->ramps->changedAt) {
                ++$earlier;
                continue;
            }
            $out = $ramp->tubesOut;
            sort($out);
            $sets[implode(' ', $out)][] = $ramp;
        }
        $glows = [];
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            $seen = $tube->output ? $facts->sinceChange($facts->tests->of($tube->position)->latest(PowerTestKind::LightsOut))?->choice() : null;
            $glows = null === $seen ? $glows : [...$glows, $tube->position => $seen];
        }

        return new self(array_values(array_map(static fn (array $ramps): PoweredRun => self::run($facts, $ramps), $sets)), self::falls($facts), $glows, $earlier);
    }

    public function isEmpty(): bool
    {
        return [] === $this->runs && 0 === $this->earlier;
    }

    /** @param non-empty-list<Ramp> $ramps all with the same tubes out */
    private static function run(BenchFacts $facts, array $ramps): PoweredRun
    {
        $out = $ramps[0]->tubesOut ?? [];
        $stops = StopPlan::stops($facts, PowerPlan::choice($facts), $out);
        $last = $ramps[\count($ramps) - 1];

        return new PoweredRun(
            StopPlan::name($facts, $out), $out, $ramps[0]->beganAt, $last->endedAt, PowerWalk::of($facts, $stops, $out),
            array_map(static fn (PowerStop $s): PlannedStop => PowerPlan::planned($facts, $s, $out), $stops), array_merge(...array_map(static fn (Ramp $r): array => $r->samples, $ramps)),
        );
    }

    /** @return array<string, BankFall> */
    private static function falls(BenchFacts $facts): array
    {
        $falls = [];
        foreach (DecayWatch::banks($facts) as $bank) {
            $fall = DecayWatch::latest($facts, $bank);
            $falls = null === $fall ? $falls : [...$falls, $bank => $fall];
        }

        return $falls;
    }
}
