<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * What hangs on the rectifiers of one transformer, as a few states about an operating point.
 *
 * C·x' + G·x = B·(i − i0), v = v0 + Bᵀ·x: i the currents into the inputs, v the volts across them. The first inputs are the
 * outputs of the rectifiers, in the order of the ports; then follow the series capacitors of half-wave doublers.
 */
final readonly class ReducedLoad
{
    /**
     * @param array<int, array<int, float>> $capacitance C, states by states
     * @param array<int, array<int, float>> $conductance G
     * @param array<int, array<int, float>> $inputs      B, states by inputs
     * @param array<int, float>             $volts       v0 by input
     * @param array<int, float>             $amperes     i0 by input
     * @param list<array<int, float>>       $nodes       what each state is at each node of the circuit, volts; none for a series capacitor's
     * @param array<int, float>             $shares      of their slopes by which tubes were taken to follow a wide swing
     */
    public function __construct(public array $capacitance, public array $conductance, public array $inputs, public array $volts, public array $amperes, public array $nodes = [], public array $shares = [])
    {
    }

    /**
     * The same about a neighbouring operating point.
     *
     * @param array<int, float> $volts   by output
     * @param array<int, float> $amperes likewise
     */
    public function about(array $volts, array $amperes): self
    {
        $outputs = \count($volts);

        return new self($this->capacitance, $this->conductance, $this->inputs, [...$volts, ...\array_slice($this->volts, $outputs)], [...$amperes, ...\array_slice($this->amperes, $outputs)], $this->nodes, $this->shares);
    }
}
