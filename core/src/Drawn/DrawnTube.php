<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A tube of a circuit with what its neighbourhood makes of it: what hangs at its electrodes, and what its grid stands on. */
final readonly class DrawnTube
{
    /**
     * @param array<string, list<string>>   $parts         ids of resistors, capacitors and transformers by electrode, those behind a stopper too
     * @param array<int|string, float|null> $gridOhms      from the grid to its return by section, everything cold; null where it has none
     * @param bool                          $isFixedBiased its grid returns to a negative supply
     * @param bool                          $isPaired      its two triodes work against each other, as inverter or long-tailed pair
     */
    public function __construct(public string $position, public array $parts, public array $gridOhms, public bool $isFixedBiased, public bool $isPaired)
    {
    }

    /** @return list<string> ids of what hangs at any of these electrodes */
    public function at(string ...$electrodes): array
    {
        return array_values(array_unique(array_merge(...array_map(fn (string $e): array => $this->parts[$e] ?? [], array_values($electrodes)))));
    }
}
