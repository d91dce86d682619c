<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\TubeStage;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Gain of tubes' sections from their grids, at 1 kHz, in the circuit as it stands: each by itself, with all other grids held at their
 * volts, so that no loop of feedback and no second half of a pair answers for it; what hung on those grids goes on hanging there.
 */
final class StageGain
{
    private const HERTZ = 1000.0;
    /** Couples the generator to the grid without touching its volts. */
    private const COUPLING_FARADS = 1.0;
    private const GENERATOR = 'substitution.generator';
    private const HELD = 'substitution.held.';

    /**
     * From each grid to its plate, or to its cathode where the plate stands still.
     *
     * @param Solution     $solution  of the circuit as fitted
     * @param list<string> $positions
     *
     * @return array<string, float> gain in dB by stage, such as V1/2
     */
    public static function decibels(AsFitted $fitted, Solution $solution, TubeCatalogue $tubes, array $positions): array
    {
        $gains = [];
        foreach ($solution->circuit->tubes as $stage) {
            $grid = $solution->circuit->nodes->names[$stage->grid] ?? null;
            if (!\in_array($stage->position, $positions, true) || $stage->model instanceof RegulatorModel || $stage->grid === $stage->cathode || null === $grid || isset($solution->unsolved[$stage->grid])) {
                continue;
            }
            $netlist = $fitted->netlist->with(self::GENERATOR, new VoltageSource(self::GENERATOR, self::GENERATOR.'.out', Netlist::CHASSIS, 0.0, 1.0))
                ->with(self::GENERATOR.'.coupling', new Capacitor(self::GENERATOR.'.coupling', self::GENERATOR.'.out', $grid, self::COUPLING_FARADS));
            foreach ($solution->circuit->tubes as $number => $still) {
                $netlist = $still->grid === $stage->grid || $still->grid === $still->cathode ? $netlist : self::held($netlist, $still, self::HELD.$number, $solution->volts[$still->grid]);
            }
            $driven = AsFitted::drawn($netlist, $fitted->factors)->solved($solution->conditions, $tubes);
            $gain = self::gain(new SmallSignal($driven), $stage, $solution->circuit->nodes->names, $grid);
            if (null !== $gain) {
                $gains[$stage->id()] = 20 * log10($gain);
            }
        }

        return $gains;
    }

    /** A stage whose grid is cut off from what drives it, and stands where it stood. */
    private static function held(Netlist $netlist, TubeStage $stage, string $place, float $volts): Netlist
    {
        $tube = $netlist->tube($stage->position);

        return null === $tube ? $netlist : $netlist->with($tube->position, new Tube($tube->position, $tube->type, [...$tube->places, $stage->section.'/grid' => $place]))->with($place, new VoltageSource($place, $place, Netlist::CHASSIS, $volts));
    }

    /** @param array<int, string> $names of the stage's nodes: another circuit numbers its own */
    private static function gain(SmallSignal $signal, TubeStage $stage, array $names, string $grid): ?float
    {
        [$in] = $signal->reading(self::HERTZ, $grid);
        $outs = array_map(static fn (int $node): float => isset($names[$node]) ? $signal->reading(self::HERTZ, $names[$node])[0] : 0.0, [$stage->plate, $stage->cathode]);
        $out = max($outs);

        return $in > 0.0 && $out > 0.0 ? $out / $in : null;
    }
}
