<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Tube\TubeCatalogue;

/** The whole circuit with the tubes of a stage held to given mean currents: what its supplies make of them. */
final readonly class HeldCircuit
{
    /** @param array<string, DrawnOutput> $outputs of the stage, by position */
    public function __construct(private OutputStage $stage, private array $outputs, private AsFitted $fitted, private SolveConditions $conditions, private TubeCatalogue $tubes)
    {
    }

    /**
     * @param list<array{float, float}> $amperes plate and screen, of one tube of each set
     *
     * @return array<string, float> volts by name: supply, screens, and the grids by number
     *
     * @throws DidNotConverge when what feeds the stage has no answer
     * @throws BadCircuit
     */
    public function volts(array $amperes): array
    {
        $fitted = $this->fitted;
        foreach ($this->stage->tubes as $s => $set) {
            foreach ($set->positions as $position) {
                $fitted = self::held($fitted, $this->outputs[$position], $amperes[$s]);
            }
        }
        $first = $this->outputs[$this->stage->tubes[0]->positions[0]];
        $solution = $fitted->solved($this->conditions, $this->tubes);
        $grids = array_map(fn (DrivenTubes $t): float => self::at($solution, $this->outputs[$t->positions[0]]->places['grid']), $this->stage->tubes);

        return self::named(self::at($solution, $first->supply), self::at($solution, $first->screenSupply ?? $first->supply), $grids);
    }

    /**
     * @param list<float> $grids
     *
     * @return array<string, float>
     */
    public static function named(float $supply, float $screens, array $grids): array
    {
        $named = ['supply' => $supply, 'screens' => $screens];
        foreach ($grids as $s => $volts) {
            $named['grid '.$s] = $volts;
        }

        return $named;
    }

    /** @param array{float, float} $amperes */
    private static function held(AsFitted $fitted, DrawnOutput $output, array $amperes): AsFitted
    {
        $cathode = $output->places['cathode'];
        $fitted = $fitted->withStrength($output->position, 0.0)->with($output->position.'/held-plate', new CurrentSource($output->position.'/held-plate', $output->places['plate'], $cathode, $amperes[0]));

        return isset($output->places['screen']) ? $fitted->with($output->position.'/held-screen', new CurrentSource($output->position.'/held-screen', $output->places['screen'], $cathode, $amperes[1])) : $fitted;
    }

    /** @throws DidNotConverge */
    private static function at(Solution $solution, string $place): float
    {
        return $solution->cannotSolve($place) ? throw DidNotConverge::at($place, \NAN) : $solution->at($place);
    }
}
