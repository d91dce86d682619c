<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Quantity\ESeries;
use Yew\Core\Station\Leakage;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Bringing an old electrolytic back to its volts in steps: the timetable, and how a run stands (CAP-7). */
final readonly class Reform
{
    /** Steps of about this, volts; a quarter of the rating for small ones (common practice). */
    private const STEP_VOLTS = 50.0;
    /** The resistor keeps the current of a shorted part under this, amperes (common practice: a few mA). */
    private const MOST_AMPERES = 5e-3;
    /** Below this rating a part costs less than its reforming, volts (our choice). */
    public const LEAST_RATED_VOLTS = 100.0;
    /** No electrolytic of an amplifier stands more, volts: a plan for more has no end of steps. */
    public const MOST_VOLTS = 1000.0;
    /** A step that has not come down in this time is given up, minutes (our choice). */
    public const PATIENCE_MINUTES = 60.0;
    /** Rising leakage is more than the meter's digits, percent (our choice). */
    private const RISE_TIMES = 1.1;

    /**
     * @param float                                          $ohms  of the series resistor
     * @param list<array{volts: float, limitAmperes: float}> $steps
     */
    private function __construct(public float $ohms, public float $watts, public array $steps)
    {
    }

    /**
     * @param float $farads nominal
     * @param float $volts  to which it is brought: rated, or the highest that it will see
     */
    public static function plan(float $farads, float $volts, Leakage $grade = Leakage::General): self
    {
        $volts = min($volts, self::MOST_VOLTS);
        $step = $volts >= 4 * self::STEP_VOLTS ? self::STEP_VOLTS : $volts / 4;
        $count = (int) ceil($volts / $step - 1e-9);
        $steps = [];
        for ($i = 1; $i <= $count; ++$i) {
            $at = min($volts, $i * $step);
            $steps[] = ['volts' => $at, 'limitAmperes' => $grade->limitAmperes($farads, $at)];
        }
        $ohms = ESeries::E6->atLeast($volts / self::MOST_AMPERES);

        // Twice what a dead short would make it carry.
        return new self($ohms, 2 * $volts ** 2 / $ohms, $steps);
    }

    /** How a run stands, from what was written down. */
    public function progress(TestRecord $tests): ReformProgress
    {
        $taken = array_values(array_filter($tests->kind(CapacitorTestKind::Reform)->all, static fn (TakenTest $t): bool => null === $t->objection()));
        $log = array_map(fn (TakenTest $t): ReformReading => new ReformReading($t->at, $t->value('volts') ?? 0.0, $t->most('leakAmperes') ?? 0.0, $this->limitAt($t->value('volts') ?? 0.0)), $taken);
        if ([] === $log) {
            return new ReformProgress(ReformState::NotBegun, 0, 'reform-not-begun', null, []);
        }
        $last = $log[\count($log) - 1];
        $step = $this->stepAt($last->volts);
        $here = array_values(array_filter($log, fn (ReformReading $r): bool => $this->stepAt($r->volts) === $step));
        $least = min([$last->leakAmperes, ...array_map(static fn (ReformReading $r): float => $r->leakAmperes, $here)]);
        [$state, $reason] = match (true) {
            $last->leakAmperes > self::RISE_TIMES * $least && $last->leakAmperes > $this->steps[$step]['limitAmperes'] => [ReformState::Abandon, 'reform-rises'],
            $last->leakAmperes <= $this->steps[$step]['limitAmperes'] => $step + 1 < \count($this->steps) ? [ReformState::Next, 'reform-step-done'] : [ReformState::Done, 'reform-done'],
            $last->at - $here[0]->at > 60 * self::PATIENCE_MINUTES => [ReformState::Abandon, 'reform-stuck'],
            default => [ReformState::Waiting, 'reform-waiting'],
        };
        $next = ReformState::Next === $state;

        return new ReformProgress($state, $next ? $step + 1 : $step, $reason, $next ? $last->at : $here[0]->at, $log);
    }

    /** @return int the step whose volts are nearest */
    private function stepAt(float $volts): int
    {
        $best = 0;
        foreach ($this->steps as $i => $step) {
            $best = abs($step['volts'] - $volts) < abs($this->steps[$best]['volts'] - $volts) ? $i : $best;
        }

        return $best;
    }

    private function limitAt(float $volts): ?float
    {
        return $this->steps[$this->stepAt($volts)]['limitAmperes'] ?? null;
    }
}
