<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Analysis\Currents;
use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Calibration\UnitSpread;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\TubeCatalogue;

/** What every place of a circuit should read under one set of conditions; small enough to be kept. */
final readonly class Forecast
{
    /**
     * @param array<string, Predicted> $places
     * @param array<string, float>     $heaterVolts  AC volts at the heaters, by tube position
     * @param array<string, Predicted> $currents     amperes instead of volts: by pin of a tube and by part
     * @param float|null               $mainsAmperes RMS that the unit takes; null where it has no transformer
     * @param list<TubeStress>         $stresses     of every section that conducts
     * @param array<string, float>     $heaterShares share of their full volts that the heaters have, by tube position
     */
    private function __construct(public array $places, public array $heaterVolts, public array $currents = [], public ?float $mainsAmperes = null, public array $stresses = [], public array $heaterShares = [])
    {
    }

    /**
     * @param list<string> $asked places to answer for
     *
     * @throws DidNotConverge
     * @throws BadCircuit     when a tube is where it cannot work
     */
    public static function of(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions, Calibration $calibration, array $asked): self
    {
        $solution = $fitted->solved($conditions, $tubes);
        $places = [];
        foreach ($asked as $place) {
            if (!$solution->circuit->nodes->has($place)) {
                continue;
            }
            $at = PlaceVolts::at($solution, $place);
            $places[$place] = match (true) {
                'cannot-solve' === $at->obstacle => new Predicted(null, \INF, 0.0, 'cannot-solve'),
                null === $at->volts || null === $at->adjoint => new Predicted(null, $at->sourceOhms(), 0.0),
                default => new Predicted($at->volts, $at->sourceOhms(), UnitSpread::deviation($fitted->netlist, $calibration, $at->adjoint)),
            };
        }
        $currents = array_map(static fn (array $c): Predicted => new Predicted($c[0], 0.0, UnitSpread::deviation($fitted->netlist, $calibration, $c[1])), Currents::of($solution, $tubes));

        [$volts, $shares] = self::heaters($solution);

        return new self($places, $volts, $currents, [] === $solution->supplies ? null : $solution->primaryAmperes(), TubeStress::all($solution, $tubes), $shares);
    }

    /**
     * What places of one solution read, with a spread that is known already: for many solutions of circuits that are nearly alike.
     *
     * @param list<string>         $asked      places of the solution
     * @param array<string, float> $deviations over healthy units, volts by place
     */
    public static function atPlaces(Solution $solution, array $asked, array $deviations): self
    {
        $places = [];
        foreach ($asked as $place) {
            $at = PlaceVolts::at($solution, $place);
            $places[$place] = new Predicted($at->volts, $at->sourceOhms(), $deviations[$place] ?? 0.0, $at->obstacle ?? '');
        }
        [$volts, $shares] = self::heaters($solution);

        return new self($places, $volts, heaterShares: $shares);
    }

    public function at(string $place): ?Predicted
    {
        return $this->places[$place] ?? null;
    }

    /** @return array<mixed> for a cache */
    public function toArray(): array
    {
        $row = static fn (Predicted $p): array => [$p->volts, is_finite($p->sourceOhms) ? $p->sourceOhms : null, $p->deviation, $p->obstacle];

        return ['places' => array_map($row, $this->places), 'heaters' => $this->heaterVolts, 'currents' => array_map($row, $this->currents), 'mainsAmperes' => $this->mainsAmperes, 'stresses' => array_map(static fn (TubeStress $t): array => $t->toArray(), $this->stresses), 'heaterShares' => $this->heaterShares];
    }

    /** @param array{places: array<string, array{float|null, float|null, float, string}>, heaters: array<string, float>, currents: array<string, array{float|null, float|null, float, string}>, mainsAmperes: float|null, stresses: list<array{string, string, float|null, float|null, float, float, float|null, float, float}>, heaterShares: array<string, float>} $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        return new self(array_map(self::predicted(...), $data['places']), $data['heaters'], array_map(self::predicted(...), $data['currents']), $data['mainsAmperes'], array_map(TubeStress::fromArray(...), $data['stresses']), $data['heaterShares']);
    }

    /** @param array{float|null, float|null, float, string} $row */
    private static function predicted(array $row): Predicted
    {
        return new Predicted($row[0], $row[1] ?? \INF, $row[2], $row[3]);
    }

    /** @return array{array<string, float>, array<string, float>} AC volts at the heaters, and as a share of what they have at full mains, by tube position */
    private static function heaters(Solution $solution): array
    {
        $volts = $shares = [];
        $loads = $solution->circuit->netlist->all(Heaters::class);
        foreach ($solution->circuit->supplies as $s => $supply) {
            $core = $solution->supplies[$s]->coreVolts;
            foreach ($supply->heaters as $heaters) {
                foreach ($loads[$heaters->id]->positions ?? [] as $position) {
                    $volts[$position] = $heaters->voltsAt($core);
                    $shares[$position] = $core / $supply->ratedVolts;
                }
            }
        }

        return [$volts, $shares];
    }
}
