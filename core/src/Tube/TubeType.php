<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** What the bench must know of a type: its base, which electrode each pin is, and its heater. */
final readonly class TubeType
{
    /**
     * @param array<int, string> $pins        electrode by pin number, e.g. 3 => "plate"
     * @param float              $heaterVolts rated, across the pins named in $heaterPins
     * @param list<int>          $heaterPins
     */
    public function __construct(
        public string $name,
        public string $base,
        public array $pins,
        public float $heaterVolts,
        public array $heaterPins,
        public string $source,
    ) {
    }
}
