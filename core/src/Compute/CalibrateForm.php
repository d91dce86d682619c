<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Calibration\Calibrator;
use Yew\Core\Circuit\Calibration\PrintedValue;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetModel;

/** Fits the model to a sheet's printed values, or to readings of one unit on top of given factors (a job's fit). */
final readonly class CalibrateForm extends CircuitForm
{
    public function name(): string
    {
        return 'calibrate/1';
    }

    public function summary(): string
    {
        return 'fits winding, tubes and parts to printed values or to readings; says which value resists';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $readings = array_map(static function (Fields $reading): PrintedValue {
            $volts = $reading->number('volts', -5000, 5000);
            $value = new PrintedValue($reading->string('place', 40), $volts, $reading->optionalPositive('deviationVolts') ?? 0.005 * abs($volts) + 0.001, $reading->optionalPositive('meterOhms'));
            $reading->done();

            return $value;
        }, $fields->objects('readings', 200));
        $fields->done();
        $solution = $input->solved();
        foreach ($readings as $i => $reading) {
            if (!$solution->circuit->nodes->has($reading->place)) {
                throw $fields->fault('readings['.$i.'].place', \sprintf('the circuit has no place “%s”', $reading->place));
            }
        }
        $model = SheetModel::of($input->sheet, $this->tubes) ?? throw $fields->fault('sheet', 'this sheet holds no circuit');
        // A job's fit moves only what differs from unit to unit, within its spread.
        $calibration = [] === $readings ? $model->calibrated() : Calibrator::fit($input->fitted->netlist, $this->tubes, $input->solveConditions, $readings, $input->fitted->factors, ['tubes', 'parts']);

        return self::told($calibration);
    }

    /** @return array<string, mixed> */
    public static function told(Calibration $calibration): array
    {
        return ['factors' => array_map(static fn (array $map): object => (object) $map, $calibration->factors->toArray()), ...self::moved($calibration)];
    }

    /** @return array<string, mixed> what a fit moved, and what still resists it */
    public static function moved(Calibration $calibration): array
    {
        return [
            'fitted' => $calibration->fitted,
            'residuals' => array_map(static fn (array $r): array => ['place' => $r['place'], 'givenVolts' => $r['printed'], 'beforeVolts' => $r['before'], 'afterVolts' => $r['after'], 'withoutItVolts' => $r['without'], 'score' => $r['score'], 'resists' => $r['resists']], $calibration->residuals),
        ];
    }
}
