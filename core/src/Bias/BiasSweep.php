<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\TubeStress;

/**
 * Where the tubes of a stage would go if its bias were moved, by the circuit as fitted, and at the lowest and highest mains of the place
 * (BIAS-6): worked out once, so that whoever drags the bias waits for nobody.
 */
final readonly class BiasSweep
{
    /** Mains of a place may be higher and lower by so much than it is said to be, as a share (EN 50160, from memory). */
    public const MAINS_SPREAD = 0.1;
    private const HALVINGS = 30;

    /**
     * @param list<array{value: float, now: array<string, TubeStress>, low: array<string, TubeStress>, high: array<string, TubeStress>}> $steps  in rising order, tubes by position; one alone where there is nothing to turn
     * @param float                                                                                                                      $stands where what moves the bias stands now
     */
    private function __construct(public ?BiasHandle $handle, public array $steps, public float $stands)
    {
    }

    /**
     * @param BiasHandle|null $handle what is moved; what is turned first where none is said
     *
     * @return self|null null where no circuit tells, or the conditions do not say at which mains
     */
    public static function of(BiasBench $bench, BiasTube $tube, ?BiasHandle $handle = null): ?self
    {
        $readings = $bench->facts->readings;
        $conditions = $readings?->contextNow()->conditions;
        if (null === $readings || null === $conditions?->mainsVolts() || true === $conditions->limited()) {
            return null;
        }
        $handle ??= BiasHandle::of($bench->facts, $tube);
        $positions = $bench->stage($tube->drawn->stage);
        $at = static fn (Conditions $c, ?float $value): array => self::tubes(null === $handle || null === $value ? $readings->under($c) : $readings->under($c, $handle->at($value)), $positions);
        $steps = [];
        foreach ($handle?->values() ?? [null] as $value) {
            $now = $at($conditions, $value);
            if (\count($now) === \count($positions)) {
                $steps[] = ['value' => $value ?? 0.0, 'now' => $now, 'low' => $at(self::wall($bench, $conditions, 1.0 - self::MAINS_SPREAD), $value), 'high' => $at(self::wall($bench, $conditions, 1.0 + self::MAINS_SPREAD), $value)];
            }
        }

        return [] === $steps ? null : new self($handle, $steps, self::stands($handle, $steps, $bench->tubesOf($tube->drawn->stage)));
    }

    /**
     * Where what moves the bias of a stage stands: where a grid of it was read and a trim has such a place, there; else as fitted.
     *
     * @param list<array{value: float, now: array<string, TubeStress>}> $steps
     * @param list<BiasTube>                                            $tubes
     */
    private static function stands(?BiasHandle $handle, array $steps, array $tubes): float
    {
        $now = $handle->now ?? 0.0;
        $tube = array_values(array_filter($tubes, static fn (BiasTube $t): bool => null !== $t->grid))[0] ?? null;
        if (null === $tube || 'setting' !== $handle?->kind) {
            return $now;
        }
        $read = ($tube->grid->value ?? 0.0) - ($tube->cathode->value ?? 0.0);
        for ($i = 1; $i < \count($steps); ++$i) {
            [$a, $b] = [$steps[$i - 1]['now'][$tube->drawn->position]->gridVolts, $steps[$i]['now'][$tube->drawn->position]->gridVolts];
            $share = $a === $b ? -1.0 : ($read - $a) / ($b - $a);
            if ($share >= 0.0 && $share <= 1.0) {
                return $steps[$i - 1]['value'] + $share * ($steps[$i]['value'] - $steps[$i - 1]['value']);
            }
        }

        return $now;
    }

    /** Where a measured tube goes when its bias is moved: from where it was measured to be, by what the circuit says of the way. Null where it was not measured. */
    public function at(BiasTube $tube, float $value): ?TubeStress
    {
        return $tube->moved($this->between($tube->drawn->position, $this->stands), $this->between($tube->drawn->position, $value));
    }

    /** The value at which its plate dissipates so much, W; null where none does, or it was not measured. */
    public function valueFor(BiasTube $tube, float $watts): ?float
    {
        $over = function (float $value) use ($tube, $watts): float {
            $there = $this->at($tube, $value);

            return null === $there ? \NAN : $there->plateVolts * $there->plateAmperes - $watts;
        };
        for ($i = 1; $i < \count($this->steps); ++$i) {
            [$low, $high] = [$this->steps[$i - 1]['value'], $this->steps[$i]['value']];
            if ($over($low) * $over($high) > 0.0 || is_nan($over($low))) {
                continue;
            }
            for ($n = 0; $n < self::HALVINGS; ++$n) {
                $middle = ($low + $high) / 2;
                [$low, $high] = $over($low) * $over($middle) > 0.0 ? [$middle, $high] : [$low, $middle];
            }

            return $high;
        }

        return null;
    }

    /** What the circuit makes of a tube between two of the steps. */
    private function between(string $position, float $value): TubeStress
    {
        $steps = $this->steps;
        $above = 1;
        while ($above < \count($steps) - 1 && $steps[$above]['value'] < $value) {
            ++$above;
        }
        $low = $steps[$above - 1]['now'][$position];
        if (!isset($steps[$above])) {
            return $low;
        }
        $high = $steps[$above]['now'][$position];
        $share = max(0.0, min(1.0, ($value - $steps[$above - 1]['value']) / ($steps[$above]['value'] - $steps[$above - 1]['value'])));
        $of = static fn (float $a, float $b): float => $a + $share * ($b - $a);

        return new TubeStress($position, $low->section, null, null, $of($low->gridVolts, $high->gridVolts), $of($low->plateVolts, $high->plateVolts), null === $low->screenVolts || null === $high->screenVolts ? null : $of($low->screenVolts, $high->screenVolts), $of($low->plateAmperes, $high->plateAmperes), $of($low->screenAmperes, $high->screenAmperes));
    }

    /** The same conditions at the wall of the place, with its mains that many times what it is said to be. */
    public static function wall(BiasBench $bench, Conditions $conditions, float $times): Conditions
    {
        $volts = $times * $bench->facts->wiredForVolts;

        return Conditions::decode([...$conditions->toArray(), 'source' => ['value' => ['kind' => 'wall', 'volts' => $volts], 'how' => 'assumed'], 'inletVolts' => ['value' => $volts, 'how' => 'assumed']]);
    }

    /**
     * @param list<string> $positions
     *
     * @return array<string, TubeStress> of the section that makes the power, by position
     */
    public static function tubes(?Forecast $forecast, array $positions): array
    {
        $tubes = [];
        foreach ($forecast->stresses ?? [] as $stress) {
            if (\in_array($stress->position, $positions, true) && (!isset($tubes[$stress->position]) || null !== $stress->screenVolts)) {
                $tubes[$stress->position] = $stress;
            }
        }

        return $tubes;
    }
}
