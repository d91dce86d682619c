<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

/** Where a balance trim makes both sides of a stage draw alike, from what each tube was measured to draw (BIAS-4, BIAS-5). */
final readonly class BalanceAdvice
{
    private const HALVINGS = 24;

    /**
     * @param float                $setting      of the trim
     * @param float                $apartAmperes by which the sides differ there: next to nothing, or what is left at the end of the trim
     * @param string               $heavySide    of the primary that draws more now
     * @param array<string, float> $grids        what each grid will read then, against the chassis, of those that were read; by position
     */
    private function __construct(public string $part, public float $setting, public float $apartAmperes, public bool $reaches, public string $heavySide, public array $grids)
    {
    }

    /**
     * @param list<BiasTube> $tubes of the stage
     *
     * @return self|null null where nothing balances it, or not every tube was measured by itself
     */
    public static function of(BiasSweep $sweep, array $tubes): ?self
    {
        $isKnown = [] === array_filter($tubes, static fn (BiasTube $t): bool => null === $t->plateAmperes || true === $t->current()?->isMean());
        if (true !== $sweep->handle?->isBalance || !$isKnown || \count(array_unique(array_map(static fn (BiasTube $t): string => $t->drawn->side, $tubes))) < 2) {
            return null;
        }
        $apart = static fn (float $setting): float => array_sum(array_map(static fn (BiasTube $t): float => ('a' === $t->drawn->side ? 1.0 : -1.0) * ($sweep->at($t, $setting)->plateAmperes ?? 0.0), $tubes));
        [$low, $high] = [$sweep->steps[0]['value'], $sweep->steps[\count($sweep->steps) - 1]['value']];
        $reaches = $apart($low) * $apart($high) <= 0.0;
        for ($n = 0; $reaches && $n < self::HALVINGS; ++$n) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $apart($low) * $apart($middle) > 0.0 ? [$middle, $high] : [$low, $middle];
        }
        $setting = $reaches || abs($apart($high)) < abs($apart($low)) ? $high : $low;
        $grids = [];
        foreach ($tubes as $tube) {
            [$from, $to] = [$sweep->at($tube, $sweep->stands), $sweep->at($tube, $setting)];
            $grids += null === $tube->grid || null === $from || null === $to ? [] : [$tube->drawn->position => $tube->grid->value + $to->gridVolts - $from->gridVolts];
        }

        return new self($sweep->handle->part, $setting, abs($apart($setting)), $reaches, $apart($sweep->stands) > 0.0 ? 'a' : 'b', $grids);
    }
}
