<?php

declare(strict_types=1);

namespace Yew\Core\Output;

/** What stands still over a period of the signal: supplies, bias, what capacitors hold under the cathodes, the core’s share of the currents. */
final readonly class Standing
{
    /**
     * @param float       $supply  volts of the plates’ supply
     * @param float       $screens volts of the screens’ supply; counts where they have one
     * @param list<float> $grids   volts at each set’s grids without a signal, against the chassis
     * @param list<float> $held    volts that capacitors hold under each set’s cathodes
     * @param float       $core    amperes, side a less side b, that magnetise the core and leave the load alone
     */
    public function __construct(public float $supply, public float $screens, public array $grids, public array $held, public float $core = 0.0)
    {
    }

    /** Volts that feed the screens, where a stage has them: a supply of their own, or the plates’. */
    public function screenSupply(OutputStage $stage): float
    {
        return 'supply' === $stage->screens ? $this->screens : $this->supply;
    }

    /** @return list<float> all of it in volts, the core’s current by what it would drop in the load */
    public function toVolts(OutputStage $stage): array
    {
        return [$this->core * $stage->swingOhms(), $this->supply, $this->screens, ...$this->grids, ...$this->held];
    }

    /** @param list<float> $volts as toVolts() gave them */
    public static function fromVolts(OutputStage $stage, array $volts): self
    {
        $sets = \count($stage->tubes);

        return new self($volts[1], $volts[2], \array_slice($volts, 3, $sets), \array_slice($volts, 3 + $sets), $volts[0] / $stage->swingOhms());
    }

    /** The most volts by which it differs from another. */
    public function distance(self $other): float
    {
        $far = static fn (float $a, float $b): float => abs($a - $b);

        return max($far($this->supply, $other->supply), $far($this->screens, $other->screens), ...array_map($far, $this->grids, $other->grids), ...array_map($far, $this->held, $other->held));
    }
}
