<?php

declare(strict_types=1);

namespace Yew\Core\Test;

/** A slip that would explain a figure (JUDGE-7c): asked about, never silently mended. */
final readonly class Slip
{
    /**
     * @param 'decade'|'unit'|'swapped' $slip
     * @param string                    $figure that slipped
     * @param float                     $factor by which it would fit; 0 for two figures that changed places
     */
    public function __construct(public string $slip, public string $figure, public float $factor)
    {
    }

    /** @return array{slip: string, figure: string, factor: float} */
    public function toArray(): array
    {
        return ['slip' => $this->slip, 'figure' => $this->figure, 'factor' => $this->factor];
    }
}
