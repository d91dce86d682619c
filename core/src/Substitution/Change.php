<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

/** A figure of the circuit with the tube that is fitted and with the other one; null where there is none to be said. */
final readonly class Change
{
    /** @param string $of what changes: a place, a rectifier, or a stage such as V1/2 */
    public function __construct(public string $of, public ?float $before, public ?float $after)
    {
    }

    /** By how much, percent of what it was. */
    public function percent(): ?float
    {
        return null === $this->before || null === $this->after || 0.0 === $this->before ? null : 100 * ($this->after / $this->before - 1);
    }

    /**
     * @param array<string, float> $before
     * @param array<string, float> $after
     *
     * @return list<self> of all that either names
     */
    public static function between(array $before, array $after): array
    {
        return array_map(static fn (string $of): self => new self($of, $before[$of] ?? null, $after[$of] ?? null), array_values(array_unique([...array_keys($before), ...array_keys($after)])));
    }
}
