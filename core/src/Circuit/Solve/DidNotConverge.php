<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

/** The solver found no operating point: names the place that moves. */
final class DidNotConverge extends \RuntimeException
{
    private function __construct(public readonly string $worstPlace, public readonly float $lastStepVolts, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function at(string $place, float $volts): self
    {
        return new self($place, $volts, \sprintf('did not converge; the place that moves most is %s, %s', $place, is_finite($volts) ? \sprintf('by %.3g V', $volts) : 'without bounds'));
    }
}
