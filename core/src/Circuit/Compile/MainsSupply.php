<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\Supply\ChokePort;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;

/** A mains transformer with everything that it feeds. */
final readonly class MainsSupply
{
    /**
     * @param list<Port>            $ports
     * @param list<list<list<int>>> $slots      for ports k and l the four slots (k+,l+), (k+,l−), (k−,l+), (k−,l−)
     * @param list<ChokePort>       $chokes     rectifiers into an input choke
     * @param list<list<int>>       $chokeSlots
     * @param list<HeaterLoad>      $heaters
     */
    public function __construct(
        public string $id,
        public float $ratedVolts,
        public float $hertz,
        public float $primaryOhms,
        public array $ports,
        public array $slots,
        public array $chokes,
        public array $chokeSlots,
        public array $heaters,
    ) {
    }
}
