<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

/** Where nothing is turned: the resistor under the cathode, or of the bias supply, that brings a stage to where it belongs, with what it does on paper (BIAS-4). */
final readonly class ExchangeAdvice
{
    /** Advice ends so far under a limit (our choice). */
    private const BELOW_LIMIT = 0.98;

    /**
     * @param bool           $isEnough it idles where it belongs, as it is
     * @param PartToFit|null $part     null where nothing is needed, nothing was measured, or nothing does it
     * @param TrimEnd|null   $then     with it in
     */
    private function __construct(public bool $isMeasured, public bool $isEnough, public TrimEnd $now, public ?PartToFit $part, public ?TrimEnd $then)
    {
    }

    /** Null where something is turned, or the circuit cannot say. */
    public static function of(BiasBench $bench, BiasSweep $sweep, string $stage): ?self
    {
        $handle = $sweep->handle;
        $tubes = $handle?->moved($bench->facts, $bench->tubesOf($stage)) ?? [];
        $trial = null === $handle || 'setting' === $handle->kind ? null : StageTrial::of($bench, $sweep, $tubes);
        $now = $trial?->with();
        if (null === $trial || null === $now) {
            return null;
        }
        $tube = array_values(array_filter($tubes, static fn (BiasTube $t): bool => $t->drawn->position === $now->position))[0];
        $target = $tube->range();
        $mustHold = $tube->limits()[0]->holdsAtHighestMains();
        $isAllowed = static fn (TrimEnd $end): bool => $end->share <= 1.0 && (!$mustHold || $end->highShare <= 1.0);
        $isEnough = $isAllowed($now) && $now->share >= $target->low && $now->share <= $target->high;
        // A limit that does not contain the mains' spread must hold at its top, too (BIAS-2).
        $aim = $mustHold ? min($target->aim(), self::BELOW_LIMIT * $now->share / $now->highShare) : $target->aim();
        $advice = $isEnough ? null : BiasAdvice::of($tube, $sweep, $aim);
        $part = null === $advice?->fitOhms ? null : new PartToFit($handle->part, $advice->fitOhms, $handle->now, $advice->fitWatts);
        $then = null === $part ? null : $trial->with($part->change());

        [$part, $then] = null !== $then && $isAllowed($then) ? [$part, $then] : [null, null];

        return new self($trial->isMeasured(), $isEnough, $now, $part, $then);
    }
}
