<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Drawn\DrawnTrim;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Sheet\FittedChange;

/**
 * The resistors that let a trim sweep the range that its stage needs, solved in the bias supply as it is fitted (BIAS-4).
 *
 * One beside the track where one does; else one at either end. No advice leaves a trim whose open wiper loses the bias, nor one whose hot
 * end takes a plate over its limit at the highest mains of the place (BIAS-4b).
 */
final readonly class RangeAdvice
{
    /** Shares of the plate’s limit from which to which a trim should sweep (BIAS-4). */
    public const COLD = 0.3;
    public const HOT = 0.8;
    /** A trim that reaches so much of what its stage may idle at reaches it (our choice). */
    private const REACHED = 0.95;
    /** A cold end of so many times what is wanted is cold enough to leave the other resistor alone (our choice). */
    private const COLD_TIMES = 1.15;
    /** A resistor is looked for between its own ohms over this and times this. */
    private const TIMES = 8.0;
    /** What holds a grid when the wiper is lost: so many times the track, and no less than this, ohms (our choice). */
    private const HOLD_TIMES = 10.0;
    private const HOLD_OHMS = 100e3;
    private const WATTS_TIMES = 2.0;
    private const ROUNDS = 12;
    private const STEP = 0.02;
    private const CLOSE = 0.002;

    /**
     * @param array<string, float> $ends       ohms of the resistors beside its track as they are now, by part
     * @param float                $mostShare  of the plate’s limit, to which the hot end should reach
     * @param bool                 $isMeasured every tube of the stage was; else the circuit alone speaks
     * @param bool                 $isEnough   it sweeps as far as its stage needs, as it is
     * @param list<PartToFit>      $parts      none where nothing is needed, or nothing does it
     * @param TrimReach|null       $then       with them in; null where there are none
     */
    private function __construct(public DrawnTrim $trim, private array $ends, public float $mostShare, public bool $isMeasured, public bool $isEnough, public TrimReach $now, public array $parts, public ?TrimReach $then)
    {
    }

    /** Null where nothing is turned that sets a level, or the circuit cannot say where that leads. */
    public static function of(BiasBench $bench, BiasSweep $sweep, string $stage): ?self
    {
        $trimOf = static fn (BiasTube $t): ?DrawnTrim => array_values(array_filter($t->drawn->trims, static fn (DrawnTrim $d): bool => !$d->isBalance && $d->id === $sweep->handle?->part))[0] ?? null;
        $tubes = array_values(array_filter($bench->tubesOf($stage), static fn (BiasTube $t): bool => null !== $trimOf($t)));
        $tube = $tubes[0] ?? null;
        $trim = null === $tube ? null : $trimOf($tube);
        $trial = null === $trim ? null : StageTrial::of($bench, $sweep, $tubes);
        $ends = [];
        foreach ($trim->ends ?? [] as $id => $ohms) {
            $ends[$id] = BiasHandle::ohms($bench->facts, $id, $ohms);
        }
        $now = null === $trim || null === $trial ? null : TrimReach::of($trial, $trim);
        if (null === $tube || null === $trim || null === $trial || null === $now) {
            return null;
        }
        $target = $tube->range();
        $isEnough = $now->hot->isAllowed() && $now->hot->share >= self::REACHED * $target->high && $now->cold->share <= $target->low;
        $hold = $now->failsSafe() ? [] : [PartToFit::between([$trim->wiper, $now->coldPlace($trim)], ESeries::E24->atLeast(max(self::HOLD_OHMS, self::HOLD_TIMES * $trim->ohms)))];
        $search = new self($trim, $ends, max(self::HOT, $target->high), $trial->isMeasured(), $isEnough, $now, $hold, null);
        $range = $isEnough ? [] : $search->parts($trial);
        $parts = [...$range, ...$hold];
        $then = [] === $parts ? null : $search->reach($trial, $range);

        [$parts, $then] = null !== $then && $then->failsSafe() && $then->hot->isAllowed() && ($isEnough || [] !== $range) ? [$parts, $then] : [[], null];

        return new self($trim, $ends, $search->mostShare, $search->isMeasured, $isEnough, $now, $parts, $then);
    }

    /** @return list<PartToFit> */
    private function parts(StageTrial $trial): array
    {
        $best = null;
        foreach ($this->ends as $id => $was) {
            $ohms = $this->single($trial, $id, $was);
            $part = null === $ohms ? null : $this->rounded($trial, [$id => $ohms]);
            $then = null === $part ? null : $this->reach($trial, $part);
            if (null !== $part && null !== $then && $then->cold->share <= self::COLD_TIMES * self::COLD && (null === $best || abs(log($part[0]->ohms / $was)) < abs(log($best[0]->ohms / $this->ends[$best[0]->id])))) {
                $best = $part;
            }
        }
        $pair = null === $best && 2 === \count($this->ends) ? $this->pair($trial) : null;

        return $best ?? (null === $pair ? [] : $this->rounded($trial, $pair) ?? []);
    }

    /** Ohms of one resistor at which the hot end is as hot as it may be; null where none between the bounds is. */
    private function single(StageTrial $trial, string $id, float $was): ?float
    {
        $over = fn (float $times): float => $this->heat($trial, [$id => $was * exp($times)]);
        [$a, $b] = [-log(self::TIMES), log(self::TIMES)];
        [$fa, $fb] = [$over($a), $over($b)];
        if (!is_finite($fa) || !is_finite($fb) || $fa * $fb > 0.0) {
            return null;
        }
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            // Between the chord and the middle, so that neither end stays where it is.
            $c = 0.5 * ($a + $b) + 0.9 * (($a * $fb - $b * $fa) / ($fb - $fa) - 0.5 * ($a + $b));
            $fc = $over($c);
            if (!is_finite($fc) || abs($fc) < self::CLOSE) {
                return is_finite($fc) ? $was * exp($c) : null;
            }
            [$a, $fa, $b, $fb] = $fa * $fc > 0.0 ? [$c, $fc, $b, $fb] : [$a, $fa, $c, $fc];
        }

        return $was * exp(0.5 * ($a + $b));
    }

    /**
     * Ohms of both at which both ends are where they are wanted.
     *
     * @return array<string, float>|null
     */
    private function pair(StageTrial $trial): ?array
    {
        [$one, $other] = array_keys($this->ends);
        $at = fn (float $u, float $v): array => [$one => $this->ends[$one] * exp($u), $other => $this->ends[$other] * exp($v)];
        $miss = fn (float $u, float $v): array => [$this->heat($trial, $at($u, $v)), $this->chill($trial, $at($u, $v))];
        [$u, $v, $most] = [0.0, 0.0, log(self::TIMES)];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            [$f, $g] = $miss($u, $v);
            if (abs($f) < self::CLOSE && abs($g) < self::CLOSE) {
                return $at($u, $v);
            }
            [$fu, $gu] = $miss($u + self::STEP, $v);
            [$fv, $gv] = $miss($u, $v + self::STEP);
            [$a, $b, $c, $d] = [($fu - $f) / self::STEP, ($fv - $f) / self::STEP, ($gu - $g) / self::STEP, ($gv - $g) / self::STEP];
            $determinant = $a * $d - $b * $c;
            if (!is_finite($determinant) || abs($determinant) < 1e-9) {
                return null;
            }
            $u = max(-$most, min($most, $u - max(-1.0, min(1.0, ($d * $f - $b * $g) / $determinant))));
            $v = max(-$most, min($most, $v - max(-1.0, min(1.0, ($a * $g - $c * $f) / $determinant))));
        }

        return null;
    }

    /**
     * The nearest of E24 that keep the hot end where it may be, and the hottest of those.
     *
     * @param array<string, float> $ohms
     *
     * @return non-empty-list<PartToFit>|null
     */
    private function rounded(StageTrial $trial, array $ohms): ?array
    {
        $choices = [[]];
        foreach ($ohms as $id => $wanted) {
            $choices = array_merge(...array_map(static fn (array $c): array => [[...$c, $id => ESeries::E24->atMost($wanted)], [...$c, $id => ESeries::E24->atLeast($wanted)]], $choices));
        }
        $heats = array_map(fn (array $c): float => $this->heat($trial, $c), $choices);
        $allowed = array_filter($heats, static fn (float $h): bool => $h <= 0.0);
        if ([] === $allowed) {
            return null;
        }
        arsort($allowed);
        $hottest = $choices[array_key_first($allowed)] ?? [];
        $parts = [];
        foreach ($hottest as $id => $value) {
            $amperes = $trial->amperes($id, ...$this->changes(self::resistors($hottest)));
            $parts[] = new PartToFit($id, $value, $this->ends[$id], null === $amperes ? null : self::WATTS_TIMES * $amperes ** 2 * $value);
        }

        return [] === $parts ? null : $parts;
    }

    /**
     * How far the hot end is over what is wanted there, as a logarithm; over the limit at the highest mains counts, too.
     *
     * @param array<string, float> $ohms
     */
    private function heat(StageTrial $trial, array $ohms): float
    {
        $end = $this->end($trial, $ohms, $this->now->hotSetting);

        return null === $end ? \NAN : log(max($end->share / $this->mostShare, $end->highShare, 1e-6));
    }

    /** @param array<string, float> $ohms */
    private function chill(StageTrial $trial, array $ohms): float
    {
        $end = $this->end($trial, $ohms, 1.0 - $this->now->hotSetting);

        return null === $end ? \NAN : log(max($end->share / self::COLD, 1e-6));
    }

    /** @param array<string, float> $ohms */
    private function end(StageTrial $trial, array $ohms, float $setting): ?TrimEnd
    {
        return $trial->with(...[...$this->changes(self::resistors($ohms)), TrimReach::set($this->trim, $setting)]);
    }

    /**
     * @param array<string, float> $ohms
     *
     * @return list<PartToFit>
     */
    private static function resistors(array $ohms): array
    {
        return array_map(static fn (string $id, float $value): PartToFit => new PartToFit($id, $value), array_keys($ohms), array_values($ohms));
    }

    /**
     * With what holds the grids when the wiper is lost.
     *
     * @param list<PartToFit> $range
     *
     * @return list<FittedChange>
     */
    private function changes(array $range): array
    {
        return array_map(static fn (PartToFit $p): FittedChange => $p->change(), [...$range, ...$this->parts]);
    }

    /** @param list<PartToFit> $range */
    private function reach(StageTrial $trial, array $range): ?TrimReach
    {
        return TrimReach::of($trial, $this->trim, ...$this->changes($range));
    }
}
