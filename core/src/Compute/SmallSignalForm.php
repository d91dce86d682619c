<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\Analysis\Response;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Place;

/** Gain at each place, response, output impedance and what a feedback loop takes away. */
final readonly class SmallSignalForm extends CircuitForm
{
    private const GENERATOR = 'generator';

    public function name(): string
    {
        return 'small-signal/1';
    }

    public function summary(): string
    {
        return 'gain, response, output impedance and loop feedback at the operating point';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $drive = $fields->object('drive');
        $at = $drive->string('place', 40);
        $ohms = $drive->optionalPositive('sourceOhms') ?? 600.0;
        $drive->done();
        $output = $fields->string('output', 40);
        $hertz = $fields->optionalPositive('hertz') ?? 1000.0;
        $places = $fields->strings('places', 100);
        $loop = $fields->optionalString('feedbackPart', 40);
        $fields->done();
        foreach (['drive.place' => $at, 'output' => $output, ...array_combine(array_map(static fn (int $i): string => 'places['.$i.']', array_keys($places)), $places)] as $name => $place) {
            if (!Place::isValid($place)) {
                throw $fields->fault($name, \sprintf('“%s” is no place: V3.5, a node id or T1/sec2 is', $place));
            }
        }
        $ac = $this->driven($input, $at, $ohms, null);
        foreach (['output' => $output, ...$places] as $name => $place) {
            if (!$ac->has($place)) {
                throw $fields->fault(\is_string($name) ? $name : 'places['.$name.']', \sprintf('the circuit has no place “%s”', $place));
            }
        }
        $response = Response::of($ac, $output, $hertz);
        $open = null === $loop ? null : $this->driven($input, $at, $ohms, $loop)->reading($hertz, $output)[0];
        $level = static fn (float $v): float => 20.0 * log10(max(1e-30, $v));

        return [
            'gains' => array_map(static function (string $place) use ($ac, $hertz, $level): array {
                [$magnitude, $phase] = $ac->reading($hertz, $place);

                return ['place' => $place, 'gain' => $magnitude, 'decibels' => $level($magnitude), 'phaseDegrees' => $phase];
            }, array_values(array_unique([...$places, $output]))),
            'response' => array_map(static fn (array $p): array => ['hertz' => $p[0], 'decibels' => $p[1], 'phaseDegrees' => $p[2]], $response->points),
            'midDecibels' => $response->midDecibels,
            'lowHertz' => $response->lowHertz,
            'highHertz' => $response->highHertz,
            'outputOhms' => $ac->impedance($hertz, $output),
            'feedbackDecibels' => null === $open ? null : $level($open) - $response->midDecibels,
            'loops' => self::loops($input),
        ];
    }

    /** @return list<array<string, mixed>> each feedback loop by itself, with nothing driving the amplifier */
    private static function loops(CircuitInput $input): array
    {
        return array_map(static fn (LoopGain $l): array => [
            'loop' => $l->loop, 'midDecibels' => $l->midDecibels, 'positive' => $l->positive, 'phaseMarginDegrees' => $l->phaseMarginDegrees, 'gainMarginDecibels' => $l->gainMarginDecibels,
            'points' => array_map(static fn (array $p): array => ['hertz' => $p[0], 'decibels' => $p[1], 'phaseDegrees' => $p[2]], $l->points),
        ], LoopGain::all($input->solved(), $input->sheet->circuit->blocks ?? []));
    }

    private function driven(CircuitInput $input, string $at, float $ohms, ?string $without): SmallSignal
    {
        $netlist = $input->fitted->netlist->with(self::GENERATOR, new VoltageSource(self::GENERATOR, 'generator.out', 'chassis', 0.0, 1.0))->with('generator.ohms', new Resistor('generator.ohms', 'generator.out', $at, $ohms));
        if (null !== $without) {
            $netlist = null === $netlist->find($without) ? throw BadData::at('feedbackPart', \sprintf('the circuit has no part “%s”', $without)) : $netlist->with($without, null);
        }
        try {
            $solution = OperatingPoint::of(Compiler::compile($netlist, $this->tubes, $input->solveConditions, $input->fitted->factors), $input->solveConditions);
        } catch (BadCircuit $e) {
            throw BadData::at('', $e->getMessage());
        }

        return new SmallSignal($solution);
    }
}
