<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Calibration\PredictionBand;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/**
 * What a unit takes from the mains, with the 95 % band that healthy ones lie in.
 *
 * The model has no magnetising current: it lies a quarter period behind what the load takes, adds at right angles, and may be
 * anything from nothing to a share of what the unit takes as drawn (our choice), in proportion to its mains.
 */
final readonly class MainsAmperes
{
    /** Standard deviation of one tube's plate current (as Calibration\Spread has it), and rectangular half-width of heater currents (from memory: ± 10 %). */
    private const TUBE_SPREAD = 0.07;
    private const HEATER_SHARE = 0.10;
    private const MAGNETISING_SHARE = 0.4;

    private function __construct(public float $amperes, public float $low, public float $high)
    {
    }

    /**
     * @param AsFitted $drawn what it takes as drawn at the transformer's rated mains sets how much may magnetise it
     *
     * @throws DidNotConverge
     */
    public static function of(AsFitted $fitted, Solution $solution, TubeCatalogue $tubes, AsFitted $drawn): self
    {
        $amperes = $solution->primaryAmperes();
        $stronger = $fitted;
        $positions = array_keys($fitted->netlist->all(Tube::class));
        foreach ($positions as $position) {
            $stronger = $stronger->withStrength($position, (1.0 + self::TUBE_SPREAD) * $fitted->factors->tube($position));
        }
        $hotter = $fitted;
        foreach ($fitted->netlist->all(Heaters::class) as $heaters) {
            $hotter = $hotter->with($heaters->id, new Heaters($heaters->id, $heaters->winding, $heaters->positions, $heaters->volts, $heaters->reference, (1.0 + self::HEATER_SHARE) * $heaters->ratedAmperes($fitted->netlist, $tubes, $solution->conditions->tubesOut)));
        }
        // Tubes differ each for itself; heaters of one make differ alike.
        $byTubes = ($stronger->solved($solution->conditions, $tubes)->primaryAmperes() - $amperes) / sqrt(max(1, \count($positions)));
        $byHeaters = ($hotter->solved($solution->conditions, $tubes)->primaryAmperes() - $amperes) / sqrt(3.0);
        $spread = PredictionBand::NINETY_FIVE * hypot($byTubes, $byHeaters);
        $magnetising = 0.0;
        foreach ($solution->circuit->supplies as $s => $supply) {
            $magnetising += self::MAGNETISING_SHARE * $solution->supplies[$s]->coreVolts / $supply->ratedVolts * $drawn->solved(new SolveConditions($supply->ratedVolts), $tubes)->supplies[$s]->primaryAmperes;
        }

        return new self($amperes, max(0.0, $amperes - $spread), hypot($amperes + $spread, $magnetising));
    }
}
