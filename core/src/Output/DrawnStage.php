<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Block\OutputBlock;
use Yew\Core\Circuit\Compile\TubeStage;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\TubeCatalogue;

/** An output stage as a circuit has it, with what feeds it, and where it stands without a signal. */
final readonly class DrawnStage
{
    private function __construct(public OutputStage $stage, public StageSupply $supply, public Standing $idle, public float $loadOhms, public ?float $drawnLoadOhms)
    {
    }

    /**
     * @param array<string, DrawnOutput> $outputs  of one stage, by position
     * @param Solution                   $working  the circuit at the conditions asked for
     * @param float|null                 $loadOhms on the secondary; null for the drawn load
     *
     * @return self|null null where a side of it has no tube in, or its transformer is not drawn as one
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function of(array $outputs, AsFitted $fitted, Solution $working, TubeCatalogue $tubes, ?float $loadOhms = null): ?self
    {
        /** @var list<DrivenTubes> $sets */
        $sets = [];
        /** @var list<array{float, float}> $idle */
        $idle = [];
        foreach ($outputs as $output) {
            $at = self::tubeOf($working, $output);
            $set = null === $at ? null : self::set($output, $fitted, $at);
            if (null === $set) {
                continue;
            }
            [$ip, , , , $is] = $at->at(...$at->volts($working->volts));
            foreach ($sets as $s => $other) {
                $joined = $other->joinedBy($set);
                if (null !== $joined) {
                    $sets[$s] = $joined;
                    continue 2;
                }
            }
            $sets[] = $set;
            $idle[] = [$ip, $is];
        }
        $first = array_values($outputs)[0] ?? null;
        $transformer = null === $first ? null : $fitted->netlist->find($first->stage);
        $sides = array_values(array_unique(array_map(static fn (DrivenTubes $t): string => $t->side, $sets)));
        if ([] === $sets || !$transformer instanceof CoupledWindings || \count($sides) !== ($first->isSingleEnded ? 1 : 2)) {
            return null;
        }
        $stage = self::wound($transformer, $outputs, $fitted, $sets, $loadOhms);
        if (null === $stage) {
            return null;
        }
        [$stage, $load, $drawnLoad] = $stage;
        $supply = StageSupply::ofCircuit($stage, new HeldCircuit($stage, $outputs, $fitted, $working->conditions, $tubes), $idle);
        $core = 0.0;
        foreach ($idle as $s => [$ip, $is]) {
            $core += $stage->pull[2 * $s + 1] * $ip + $stage->pull[2 * $s + 2] * $is;
        }

        return new self($stage, $supply, $supply->at($idle, Drive::held($stage, $idle), $core), $load, $drawnLoad);
    }

    /** Whether a stage may be asked for a load: what could be drawn there. */
    public static function isLoad(float $ohms): bool
    {
        return $ohms >= OutputBlock::LOAD_OHMS[0] && $ohms <= OutputBlock::LOAD_OHMS[1];
    }

    /** The section of a tube that makes the power; null where it is out. */
    private static function tubeOf(Solution $working, DrawnOutput $output): ?TubeStage
    {
        $plate = $working->circuit->nodes->number($output->places['plate']);
        foreach ($working->circuit->tubes as $tube) {
            if ($tube->position === $output->position && $tube->plate === $plate) {
                return $tube;
            }
        }

        return null;
    }

    /** Null for what is no amplifying tube. */
    private static function set(DrawnOutput $output, AsFitted $fitted, TubeStage $at): ?DrivenTubes
    {
        if ($at->model instanceof RegulatorModel) {
            return null;
        }
        $ohms = static fn (?string $part): float => null === $part ? 0.0 : ($output->ohms[$part] ?? 0.0) * $fitted->factors->part($part);

        return new DrivenTubes([$output->position], 'b' === $output->side ? 'b' : 'a', $at->model, $at->strength, $ohms($output->stopper), $ohms($output->own), null !== $output->own && \in_array($output->own, $output->held, true), null === $output->shared ? [] : $output->sharing, $ohms($output->shared), null !== $output->shared && \in_array($output->shared, $output->held, true));
    }

    /**
     * @param array<string, DrawnOutput>  $outputs
     * @param non-empty-list<DrivenTubes> $sets
     *
     * @return array{OutputStage, float, float|null}|null the stage, the load that it works into, and the drawn one
     */
    private static function wound(CoupledWindings $transformer, array $outputs, AsFitted $fitted, array $sets, ?float $loadOhms): ?array
    {
        $secondary = $transformer->winding($transformer->id.'/secondary');
        $resistor = $fitted->netlist->find($transformer->id.'/load');
        $drawn = $resistor instanceof Resistor ? $resistor->ohms * $fitted->factors->part($resistor->id) : null;
        $load = $loadOhms ?? $drawn;
        if (null === $secondary || null === $load) {
            return null;
        }
        $copper = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];
        foreach ($sets as $set) {
            $half = $outputs[$set->positions[0]];
            $ohms = array_map(static fn (string $w): float => ($half->ohms[$w] ?? 0.0) * $fitted->factors->windingOhms($w), $half->half);
            $copper[$set->side] = ['plate' => $ohms[0] ?? 0.0, 'tap' => array_sum(\array_slice($ohms, 1))];
        }
        $turns = array_sum(array_map(static fn (Winding $w): float => $w === $secondary ? 0.0 : sqrt($w->henries), $transformer->windings));
        $copperOhms = $secondary->ohms * $fitted->factors->windingOhms($secondary->id);
        $first = $outputs[$sets[0]->positions[0]];
        $screens = match ($first->screens) {
            'tap', 'plate' => $first->screens,
            default => 'supply',
        };

        return [new OutputStage($sets, $screens, $first->tapShare, $copper, $turns ** 2 / $secondary->henries * ($load + $copperOhms), $load / ($load + $copperOhms), $first->isSingleEnded), $load, $drawn];
    }
}
