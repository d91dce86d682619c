<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

/** The solver found no operating point: says where it was worst. */
final class DidNotConverge extends \RuntimeException
{
    private function __construct(public readonly string $worstPlace, public readonly float $lastStepVolts, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function at(string $place, float $volts): self
    {
        return new self($place, $volts, \sprintf('did not converge; the worst place is %s, still moving by %.3g V', $place, $volts));
    }

    /** A reservoir so small for its load that it runs almost empty in every period: neither averaging nor stepping answers for it. */
    public static function starved(string $place, float $rippleVolts): self
    {
        return new self($place, $rippleVolts, \sprintf('the reservoir at %s is far too small for its load: its ripple of %.0f V is as large as its volts', $place, $rippleVolts));
    }
}
