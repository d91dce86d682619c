<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\TubeStress;
use Yew\Core\Sheet\FittedChange;

/** A stage with something else fitted, tried on paper: where its hottest tube would idle, from where each was measured to be; where none was, by the circuit alone. */
final readonly class StageTrial
{
    /**
     * @param non-empty-list<BiasTube>  $tubes
     * @param array<string, TubeStress> $from  as it stands, by position
     */
    private function __construct(private BiasBench $bench, private Conditions $conditions, private array $tubes, private array $from)
    {
    }

    /**
     * @param list<BiasTube> $tubes those that are asked about
     *
     * @return self|null null where no circuit tells, nobody said at which mains, or a tube’s limit is not known
     */
    public static function of(BiasBench $bench, BiasSweep $sweep, array $tubes): ?self
    {
        $conditions = $bench->facts->readings?->contextNow()->conditions;
        if (null === $conditions || null === $sweep->handle || [] === $tubes || [] !== array_filter($tubes, static fn (BiasTube $t): bool => $t->isOfUnknownSuffix() || [] === $t->limits())) {
            return null;
        }
        $from = BiasSweep::tubes($bench->facts->readings->under($conditions, $sweep->handle->at($sweep->stands)), array_map(static fn (BiasTube $t): string => $t->drawn->position, $tubes));

        return \count($from) < \count($tubes) ? null : new self($bench, $conditions, $tubes, $from);
    }

    /** Whether every tube of it was measured. */
    public function isMeasured(): bool
    {
        return [] === array_filter($this->tubes, static fn (BiasTube $t): bool => null === $t->plateAmperes);
    }

    /** Null where the circuit has no answer: then nothing is said of it, least of all that it is safe. */
    public function with(FittedChange ...$changes): ?TrimEnd
    {
        $there = $this->stresses($this->conditions, $changes);
        $now = $this->shares($there);
        $high = $this->shares($this->stresses(BiasSweep::wall($this->bench, $this->conditions, 1.0 + BiasSweep::MAINS_SPREAD), $changes));
        if (null === $now || null === $high) {
            return null;
        }
        arsort($now);
        $position = (string) array_key_first($now);

        return new TrimEnd($position, $this->gridThere($position, $there[$position]->gridVolts), $now[$position], max([0.0, ...$high]));
    }

    /** What flows through a part so, amperes; null where the circuit has no answer. */
    public function amperes(string $part, FittedChange ...$changes): ?float
    {
        $amperes = ($this->forecast($this->conditions, $changes)->currents[$part] ?? null)?->volts;

        return null === $amperes ? null : abs($amperes);
    }

    /**
     * @param array<string, TubeStress> $to
     *
     * @return array<string, float>|null shares of the plates’ limits, by position
     */
    private function shares(array $to): ?array
    {
        $shares = [];
        foreach ($this->tubes as $tube) {
            $position = $tube->drawn->position;
            if (!isset($to[$position])) {
                return null;
            }
            $there = $tube->moved($this->from[$position], $to[$position]) ?? $to[$position];
            $shares[$position] = $there->plateVolts * $there->plateAmperes / $tube->limits()[0]->plateWatts;
        }

        return $shares;
    }

    /** As the grid would read where it was read before, against its cathode; else as the circuit has it. */
    private function gridThere(string $position, float $to): float
    {
        $tube = array_values(array_filter($this->tubes, static fn (BiasTube $t): bool => $t->drawn->position === $position))[0];

        return null === $tube->grid || null === $tube->cathode ? $to : $tube->grid->value - $tube->cathode->value + $to - $this->from[$position]->gridVolts;
    }

    /**
     * @param array<FittedChange> $changes
     *
     * @return array<string, TubeStress>
     */
    private function stresses(Conditions $conditions, array $changes): array
    {
        return BiasSweep::tubes($this->forecast($conditions, $changes), array_keys($this->from));
    }

    /** @param array<FittedChange> $changes */
    private function forecast(Conditions $conditions, array $changes): ?Forecast
    {
        return $this->bench->facts->readings?->under($conditions, ...array_values($changes));
    }
}
