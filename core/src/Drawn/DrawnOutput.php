<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** An output tube of a circuit with all that its bias is measured across: what lies under its cathode, its half of the primary, its screen's stopper. */
final readonly class DrawnOutput
{
    /**
     * @param string                $stage        the output stage, which is named as its transformer: T2
     * @param string                $side         a | b; a alone where it is single-ended
     * @param array<string, string> $places       socket pin by electrode: plate, screen, grid, cathode
     * @param string                $supply       place at which its half of the primary begins
     * @param string|null           $own          part between its cathode and the chassis or the shared part, by itself
     * @param string|null           $shared       part through which the currents of all of $sharing go to the chassis
     * @param list<string>          $sharing      positions of the tubes on it, this one among them
     * @param list<string>          $sharedAt     cathodes that stand on the shared part at once
     * @param array<string, float>  $ohms         drawn ohms by part and winding
     * @param array<string, float>  $tolerance    percent, by part
     * @param list<string>          $held         those of $own and $shared with a capacitor across them that keeps their volts while a signal passes
     * @param list<string>          $half         windings from its supply to its plate
     * @param float                 $tapShare     of the turns that carry the screens' current too; 0 where the screens have a supply of their own
     * @param string|null           $stopper      at its screen
     * @param string                $screens      supply | tap | plate
     * @param string|null           $screenSupply place that feeds the stopper; null where the screen is on the plate
     * @param bool                  $isFixed      its grid returns to a bias supply
     * @param float|null            $plateToPlate impedance that the load puts at the whole primary, ohms
     * @param list<DrawnTrim>       $trims        in the way by which its grid returns to its bias supply, the nearest first
     * @param string|null           $returnsTo    place at which its grid leak ends; null where a follower drives the grid
     * @param float|null            $leakOhms     from its grid to there
     * @param array<string, float>  $biasOhms     ohms of the resistors there that set the volts of the supply, by part
     */
    public function __construct(
        public string $position,
        public string $stage,
        public string $side,
        public array $places,
        public string $supply,
        public ?string $own,
        public ?string $shared,
        public array $sharing,
        public array $sharedAt,
        public array $ohms,
        public array $tolerance,
        public array $held,
        public array $half,
        public float $tapShare,
        public ?string $stopper,
        public string $screens,
        public ?string $screenSupply,
        public bool $isFixed,
        public bool $isSingleEnded,
        public ?float $plateToPlate,
        public array $trims = [],
        public array $biasOhms = [],
        public ?string $returnsTo = null,
        public ?float $leakOhms = null,
    ) {
    }

    /** Its half's copper, ohms. */
    public function halfOhms(): float
    {
        return array_sum(array_map(fn (string $w): float => $this->ohms[$w] ?? 0.0, $this->half));
    }
}
