<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * What hangs on a rectifier's output: a mean current, how it follows the mean volts, and how it follows the ripple.
 *
 * The current is I0 + Σ D·(mean of v − V0) + Σ G·(v − mean of v), over all outputs of the transformer: a doubler's load stands
 * across both halves.
 */
final readonly class PortLoad
{
    /**
     * @param float       $amperes I0
     * @param float       $volts   V0
     * @param list<float> $steady  D by port, siemens
     * @param list<float> $siemens G by port
     * @param float       $farads  of reservoir and load together
     */
    public function __construct(public float $amperes, public float $volts, public array $steady, public array $siemens, public float $farads)
    {
    }
}
