<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Analysis\Adjoint;
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
        $stresses = Stresses::of($solution, $this->tubes);
        $places = [];
        foreach ($solution->all() as $place => $volts) {
            $floating = $solution->isFloating($place);
            $adjoint = $floating ? null : Adjoint::of($solution, $place);
            $leaks = true === $adjoint?->isLeakage();
            $places[] = ['place' => $place, 'volts' => $floating || $leaks ? null : $volts, 'state' => $floating ? 'floating' : ($leaks ? 'leakage-decides' : 'solved'), 'sourceResistanceOhms' => $adjoint?->sourceOhms()];
        }

        return ['places' => $places, 'supplies' => self::supplies($solution), 'tubes' => $stresses->tubes, 'resistors' => $stresses->resistors, 'capacitors' => $stresses->capacitors, 'iterations' => $solution->iterations];
    }

    /** @return list<array<string, mixed>> */
    private static function supplies(Solution $solution): array
    {
        $supplies = [];
        foreach ($solution->circuit->supplies as $s => $supply) {
            $state = $solution->supplies[$s];
            $rectifiers = [];
            foreach ($supply->ports as $k => $port) {
                $amperes = $state->cycle->current[$k] ?? 0.0;
                $volts = $solution->volts[$port->plus] - $solution->volts[$port->minus];
                $rectifiers[] = [
                    'rectifier' => $port->rectifier, 'amperes' => $amperes, 'volts' => $volts,
                    'windingRmsAmperes' => sqrt($state->cycle->windingSquare[$k] ?? 0.0), 'peakAmperes' => $state->cycle->peak[$k] ?? 0.0,
                    'method' => $port->isSoft($amperes, $volts, $supply->hertz, $state->peakVolts) ? 'stepped-period' : 'averaged',
                ];
            }
            foreach ($supply->chokes as $k => $choke) {
                $rectifiers[] = ['rectifier' => $choke->rectifier, 'amperes' => $state->chokeAmperes[$k], 'volts' => $solution->volts[$choke->plus] - $solution->volts[$choke->minus], 'windingRmsAmperes' => $state->chokeAmperes[$k], 'peakAmperes' => $state->chokeAmperes[$k], 'method' => 'averaged'];
            }
            $heaters = array_map(static fn ($h): array => ['id' => $h->id, 'volts' => $h->voltsAt($state->coreVolts)], $supply->heaters);
            $supplies[] = ['transformer' => $supply->id, 'primaryAmperes' => $state->primaryAmperes, 'coreVolts' => $state->coreVolts, 'lampOhms' => $state->lampOhms, 'rectifiers' => $rectifiers, 'heaters' => $heaters];
        }

        return $supplies;
    }
}
