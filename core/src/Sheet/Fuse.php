<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

final readonly class Fuse
{
    public function __construct(public string $id, public string $place, public float $printedAmperes, public string $characteristic, public float $ratedVolts)
    {
    }
}
