<?php

declare(strict_types=1);

namespace Yew\Core\Output;

/**
 * An output stage as the signal meets it: the transformer ideal but for its copper, the supplies and bypassed cathodes standing still over
 * a period.
 *
 * Volts of the electrodes then hang on the unknown currents along straight lines, whose slopes are worked out once. Unknowns are, in this
 * order: half of the volts from plate to plate (single-ended: what the plate swings), then plate and screen amperes of each set of tubes.
 */
final readonly class OutputStage
{
    /** @var list<array{plate: list<float>, screen: list<float>, cathode: list<float>}> volts by unknown, of each set of tubes */
    public array $slopes;
    /** @var list<float> ampere-turns per turn of a whole half, by unknown: side a less side b */
    public array $pull;

    /**
     * @param non-empty-list<DrivenTubes>                     $tubes
     * @param 'supply'|'tap'|'plate'                          $screens
     * @param float                                           $tapShare    of the turns from the supply to the tap; 0 where the screens hang on none
     * @param array<'a'|'b', array{plate: float, tap: float}> $copper      ohms from the plate to the tap, and from there to the supply; of a half without a tap all in the first
     * @param float                                           $primaryOhms that the load puts at the whole primary, the copper of its own winding counted
     * @param float                                           $loadShare   of what arrives in the secondary that gets past its copper
     */
    public function __construct(
        public array $tubes,
        public string $screens,
        public float $tapShare,
        public array $copper,
        public float $primaryOhms,
        public float $loadShare,
        public bool $isSingleEnded,
    ) {
        $this->slopes = array_map($this->slopesOf(...), array_keys($tubes));
        $pull = [0.0];
        foreach ($tubes as $set) {
            $turns = $set->count() * self::sign($set->side);
            array_push($pull, $turns, $turns * match ($screens) {
                'tap' => $tapShare,
                'plate' => 1.0,
                default => 0.0,
            });
        }
        $this->pull = $pull;
    }

    /** The load that half of the swing from plate to plate works into; single-ended, all of it. */
    public function swingOhms(): float
    {
        return $this->isSingleEnded ? $this->primaryOhms : $this->primaryOhms / 4.0;
    }

    /** Side a pulls its plates down while the swing is positive. */
    public static function sign(string $side): float
    {
        return 'a' === $side ? 1.0 : -1.0;
    }

    /** @return array{plate: list<float>, screen: list<float>, cathode: list<float>} */
    private function slopesOf(int $number): array
    {
        $of = $this->tubes[$number];
        $sign = self::sign($of->side);
        $copper = $this->copper[$of->side];
        $plate = [-$sign];
        $tap = ['tap' === $this->screens ? -$sign * $this->tapShare : 0.0];
        $cathode = [0.0];
        foreach ($this->tubes as $s => $set) {
            $own = $s === $number ? 1.0 : 0.0;
            $side = $set->side === $of->side ? (float) $set->count() : 0.0;
            $shared = $of->isSharedHeld ? 0.0 : $of->sharedOhms * \count(array_intersect($set->positions, $of->sharing));
            $under = ($of->isOwnHeld ? 0.0 : $own * $of->cathodeOhms) + $shared;
            array_push($cathode, $under, $under);
            $ofPlates = -$side * ($copper['plate'] + $copper['tap']);
            $ofScreens = -$side * match ($this->screens) {
                'tap' => $copper['tap'],
                'plate' => $copper['plate'] + $copper['tap'],
                default => 0.0,
            };
            array_push($plate, $ofPlates, $ofScreens);
            array_push($tap, 'tap' === $this->screens ? -$side * $copper['tap'] : 0.0, 'tap' === $this->screens ? -$side * $copper['tap'] : 0.0);
        }
        $screen = match ($this->screens) {
            'tap' => $tap,
            'plate' => $plate,
            default => array_fill(0, \count($plate), 0.0),
        };
        $screen[2 * $number + 2] -= $of->screenOhms;

        return ['plate' => $plate, 'screen' => array_values($screen), 'cathode' => $cathode];
    }
}
