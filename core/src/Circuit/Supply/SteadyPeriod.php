<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** What the rectifiers of one transformer do in a period that ends as it began. */
final readonly class SteadyPeriod
{
    /**
     * @param array<int, float>             $volts      mean across each port
     * @param ChargingCycle                 $cycle      mean currents, how they follow the mean volts of the ports when the load changes, winding and primary currents
     * @param list<Waveform>                $waveforms  by port
     * @param array<int, float>             $start      states of the load as the period begins
     * @param array<int, float>             $mean       states in the mean
     * @param array<int, array<int, float>> $inverse    of unity less how the end follows the start
     * @param array<int, float>             $followedAt ripple about which the cycle's slopes were found
     * @param list<array<int, float>>       $states     at equal steps, less their means
     * @param bool                          $settled    whether the end met the start
     */
    public function __construct(public array $volts, public ChargingCycle $cycle, public array $waveforms, public array $start, public array $mean, public array $inverse, public array $followedAt, public bool $settled, public int $periods, public array $states = [])
    {
    }

    /**
     * The ripple with which the period begins: its states less their means.
     *
     * @return array<int, float>
     */
    public function ripple(): array
    {
        return array_map(static fn (float $start, float $mean): float => $start - $mean, $this->start, $this->mean);
    }
}
