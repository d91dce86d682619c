<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/**
 * An amplifier over seconds and minutes: what its capacitors and chokes hold, how warm its tubes are, where its rails stand.
 *
 * The averaged circuit is integrated implicitly in two stages a step, γ = 1 − 1/√2, of second order and without ringing (R. Alexander, SIAM J. Numer.
 * Anal. 14, 1977, from memory). How long a step is follows from how far the last three steps, carried on, miss its end. Windings of
 * an output transformer count as their wire alone, coupling capacitors as open: they carry the signal, which is not walked here, and
 * decide nothing in the time of rails (our choice).
 */
final class AmplifierInTime
{
    private const GAMMA = 1.0 - \M_SQRT1_2;
    /** How far a step may be off: share of the volts, and volts. */
    private const RELATIVE = 1e-3;
    private const VOLTS = 0.02;
    /** Of the miss of the carried-on steps that is the step's own. */
    private const OWN_SHARE = 0.2;
    /** A step's error goes with the third power of its length; how much shorter or longer the next may be. */
    private const ORDER = -1.0 / 3.0;
    private const CAREFUL = 0.9;
    private const SHORTEST = 0.3;
    private const LONGEST = 2.0;
    /** After a step that found no rest. */
    private const BACK = 0.25;
    private const FIRST_SECONDS = 1e-3;
    private const LEAST_SECONDS = 1e-7;
    private const MOST_SECONDS = 2.0;
    /** In one step nothing warms by more than this share. */
    private const MOST_WARMING = 0.05;
    /** More steps than any minute of an amplifier takes. */
    private const MOST_STEPS = 20000;

    private Instant $instant;

    private TimedCircuit $circuit;

    private float $step = self::FIRST_SECONDS;

    /** @var list<array{float, array<string, float>}> seconds and what was held, the last steps */
    private array $past = [];

    private function __construct(private AsFitted $fitted, private readonly TubeCatalogue $tubes, private SolveConditions $conditions, bool $settled)
    {
        $this->circuit = TimedCircuit::of($fitted, $tubes, $conditions);
        $this->instant = $settled ? $this->circuit->settled($conditions) : $this->circuit->atRest();
    }

    /**
     * Cold and discharged, switched off or on as the conditions say: 0 V at the inlet is off.
     *
     * @throws BadCircuit
     */
    public static function cold(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions): self
    {
        return new self($fitted, $tubes, $conditions, false);
    }

    /**
     * Long switched on: charged and warm under these conditions.
     *
     * @throws BadCircuit
     * @throws DidNotConverge where the circuit has no operating point
     */
    public static function settled(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions): self
    {
        return new self($fitted, $tubes, $conditions, true);
    }

    /**
     * Under other conditions from here on: a switch thrown, a variac turned, a tube pulled, a bleeder clipped; or with other parts,
     * as when a joint lets go. What both have in common goes on as it is.
     *
     * @throws BadCircuit leaves all as it was
     */
    public function under(SolveConditions $conditions, ?AsFitted $fitted = null): void
    {
        $this->circuit = TimedCircuit::of($fitted ?? $this->fitted, $this->tubes, $conditions);
        $this->fitted = $fitted ?? $this->fitted;
        $this->instant = $this->circuit->carriedOver($this->instant, $conditions->tubesOut);
        $this->conditions = $conditions;
        $this->step = self::FIRST_SECONDS;
        $this->past = [];
    }

    public function instant(): Instant
    {
        return $this->instant;
    }

    /** Volts of every place, and what the mains give, as the last step left them; at the very beginning all is zero. */
    public function solution(): Solution
    {
        return $this->instant->solution;
    }

    /**
     * Walks on by this many seconds.
     *
     * @param \Closure(Instant): bool|null $seen asked after each step; false ends the walk there
     *
     * @throws DidNotConverge
     */
    public function run(float $seconds, ?\Closure $seen = null): void
    {
        $end = $this->instant->seconds + $seconds;
        for ($n = 0; $this->instant->seconds < $end - 1e-9; ++$n) {
            if ($n >= self::MOST_STEPS) {
                throw DidNotConverge::at('chassis', 0.0);
            }
            $this->advance($end - $this->instant->seconds);
            if (null !== $seen && !$seen($this->instant)) {
                return;
            }
        }
    }

    /** @throws DidNotConverge */
    private function advance(float $left): void
    {
        $this->step = min($this->step, self::MOST_SECONDS, $this->circuit->warmingSeconds($this->instant, $this->conditions, self::MOST_WARMING));
        while ($this->step >= self::LEAST_SECONDS) {
            // Two equal steps to the end rather than one and a crumb.
            $step = match (true) {
                $this->step >= $left => $left,
                $this->step > 0.5 * $left => 0.5 * $left,
                default => $this->step,
            };
            [$middle, $next] = $this->stepped($step);
            $error = null === $next || null === $middle ? \INF : $this->error($middle, $next);
            if (null === $next || $error > 1.0) {
                $this->step = $step * (null === $next ? self::BACK : max(self::SHORTEST, self::CAREFUL * $error ** self::ORDER));
                continue;
            }
            $changed = $next->isStepped() !== $this->instant->isStepped();
            $this->past = $changed ? [] : \array_slice([...$this->past, [$this->instant->seconds, $this->instant->held]], -3);
            $this->instant = $next;
            $this->step = max($step < $this->step ? $this->step : 0.0, $step * min(self::LONGEST, max(self::SHORTEST, self::CAREFUL * max(1e-9, $error) ** self::ORDER)));

            return;
        }
        throw DidNotConverge::at('chassis', \INF);
    }

    /** @return array{Instant|null, Instant|null} after the first stage and after both; null where the circuit found no rest */
    private function stepped(float $step): array
    {
        $stage = self::GAMMA * $step;
        $middle = $this->circuit->stage($this->instant, $this->instant->held, $stage, $stage, $this->conditions);
        if (null === $middle) {
            return [null, null];
        }
        // The second stage starts from the end of the first, carried on by this much of it.
        $further = (1.0 - self::GAMMA) / self::GAMMA;
        $from = [];
        foreach ($this->instant->held as $id => $held) {
            $from[$id] = $held + $further * ($middle->held[$id] - $held);
        }

        return [$middle, $this->circuit->stage($middle, $from, $stage, $step - $stage, $this->conditions)];
    }

    /** How far a step misses what the steps before it, carried on, say of its end; as a share of what it may. */
    private function error(Instant $middle, Instant $next): float
    {
        // Where the ripple is followed from now on, or no longer, the steps before say nothing of it.
        if ($next->isStepped() !== $this->instant->isStepped()) {
            return 1.0;
        }
        if ([] === $this->past) {
            // Just after a hand there are none: the first stage, carried on to the end, stands for them.
            return $this->worst($next, fn (string $id): float => $this->instant->held[$id] + ($middle->held[$id] - $this->instant->held[$id]) / self::GAMMA);
        }
        $points = [...$this->past, [$this->instant->seconds, $this->instant->held]];
        $weights = [];
        foreach ($points as $i => [$at]) {
            $weight = 1.0;
            foreach ($points as $j => [$other]) {
                $weight *= $i === $j ? 1.0 : ($next->seconds - $other) / ($at - $other);
            }
            $weights[] = $weight;
        }

        return $this->worst($next, static fn (string $id): float => array_sum(array_map(static fn (array $point, float $weight): float => $weight * $point[1][$id], $points, $weights)));
    }

    /** @param \Closure(string): float $carried what a store would hold if it went on as before */
    private function worst(Instant $next, \Closure $carried): float
    {
        $most = 0.0;
        foreach ($this->circuit->stores as $store) {
            $scale = $store->isChoke ? $store->ohms + 1000.0 : 1.0;
            $most = max($most, $scale * abs($next->held[$store->id] - $carried($store->id)) / (self::VOLTS + self::RELATIVE * $scale * abs($next->held[$store->id])));
        }

        return self::OWN_SHARE * $most;
    }
}
