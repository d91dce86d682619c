<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Analysis\MainsAmperes;
use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Codec\Fields;

/** What every place reads, what every part carries. */
final readonly class OperatingPointForm extends CircuitForm
{
    public function name(): string
    {
        return 'operating-point/1';
    }

    public function summary(): string
    {
        return 'volts at every place, dissipation and stress of every part, under given conditions';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $fields->done();
        $solution = $input->solved();
        $mains = MainsAmperes::of($input->fitted, $solution, $this->tubes, $input->healthy);
        $stresses = Stresses::of($solution, $this->tubes);
        $places = [];
        foreach (array_keys($solution->all()) as $place) {
            $at = PlaceVolts::at($solution, $place);
            $places[] = ['place' => $place, 'volts' => $at->volts, 'state' => $at->obstacle ?? 'solved', 'sourceResistanceOhms' => $at->adjoint?->sourceOhms()];
        }

        return ['places' => $places, 'supplies' => self::supplies($solution), 'mains' => ['amperes' => $mains->amperes, 'lowAmperes' => $mains->low, 'highAmperes' => $mains->high], 'tubes' => $stresses->tubes, 'resistors' => $stresses->resistors, 'capacitors' => $stresses->capacitors, 'starved' => $solution->starved(), 'iterations' => $solution->iterations];
    }

    /** @return list<array<string, mixed>> */
    private static function supplies(Solution $solution): array
    {
        $supplies = [];
        foreach ($solution->circuit->supplies as $s => $supply) {
            $state = $solution->supplies[$s];
            $rectifiers = [];
            foreach ($state->ports as $k => $port) {
                $rectifiers[] = [
                    'rectifier' => $port->rectifier, 'amperes' => $state->cycle->current[$k], 'volts' => $solution->across($port),
                    'windingRmsAmperes' => $state->windingAmperes($k), 'peakAmperes' => $state->cycle->peak[$k],
                    'method' => null === $state->period ? 'averaged' : 'stepped-period',
                ];
            }
            $heaters = array_map(static fn ($h): array => ['id' => $h->id, 'volts' => $h->voltsAt($state->coreVolts)], $supply->heaters);
            $supplies[] = ['transformer' => $supply->id, 'primaryAmperes' => $state->primaryAmperes, 'coreVolts' => $state->coreVolts, 'lampOhms' => $state->lampOhms, 'rectifiers' => $rectifiers, 'heaters' => $heaters];
        }

        return $supplies;
    }
}
