<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Reading\ComparisonReadings;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\Judge;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Reading\SlipInterval;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\TypedReading;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Version;

/** Judges one reading of voltage under stated conditions. */
final readonly class JudgeReading implements ComputeForm
{
    public function __construct(private TubeCatalogue $tubes)
    {
    }

    public function name(): string
    {
        return 'judge-reading/1';
    }

    public function summary(): string
    {
        return 'what one voltage reading means under today’s conditions';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $sheetData = $fields->raw('sheet');
        $sheet = \is_array($sheetData) ? (new SheetCodec($this->tubes))->decode($sheetData) : null;
        $place = $fields->string('place', 40);
        if (!Place::isValid($place)) {
            throw $fields->fault('place', \sprintf('“%s” is no place', $place));
        }
        $function = $fields->has('function') ? $fields->oneOf('function', MeterFunction::class) : MeterFunction::DcVolts;
        $fields->optionalString('function');
        if (!$function->needsPower()) {
            throw $fields->fault('function', 'dc-volts, ac-volts or dc-amperes belongs here');
        }
        $text = $fields->string('text', 40);
        try {
            $quantity = QuantityParser::parse($text, $function->unit());
        } catch (CannotRead $e) {
            throw $fields->fault('text', $e->getMessage());
        }
        $point = $sheet?->point($place, $function) ?? TestPoint::unprinted($place, $function);
        $conditions = Conditions::decode($fields->raw('conditions') ?? []);
        $wiredFor = $fields->optionalPositive('wiredForVolts');
        $model = null === $sheet ? null : SheetModel::of($sheet, $this->tubes);
        $meter = $fields->has('meter') ? Meter::decode($fields->raw('meter')) : null;
        $context = new ReadingContext(
            $sheet,
            $conditions,
            $meter,
            $fields->oneOf('state', ChassisState::class),
            $fields->optionalNumber('warmMinutes', 0, 1e6),
            $wiredFor,
            null === $model || null === $conditions->mainsVolts() ? null : self::forecast($model, $conditions, $wiredFor, $place),
            $meter,
        );
        $fields->raw('meter');
        $near = $this->near($fields->optionalObject('near'));
        $reading = new TypedReading('in', $quantity->kind, $quantity->value, $quantity->resolution, $fields->numbers('tappedVolts', 20));
        $fields->done();
        $expected = Expectation::at($point, $context);
        $judgement = Judge::judge($point, $reading, $context, $near);

        return [
            'judgement' => $judgement->toArray(),
            'understood' => $quantity->understood(),
            'slip' => null === $judgement->volts ? null : Slips::suspect($expected, $judgement->volts)?->toArray(),
            'slipIntervals' => array_map(static fn (SlipInterval $i): array => $i->toArray(), Slips::intervals($expected)),
            'coreVersion' => Version::CORE,
            'tubeDataVersion' => $this->tubes->version,
        ];
    }

    /** @throws BadData when the conditions put a tube where it cannot work */
    private static function forecast(SheetModel $model, Conditions $conditions, ?float $wiredFor, string $place): ?Forecast
    {
        try {
            return $model->forecast($conditions, $wiredFor, $model->calibrated(), asked: [$place]);
        } catch (BadCircuit $e) {
            throw BadData::at('conditions', $e->getMessage());
        } catch (DidNotConverge) {
            return null;
        }
    }

    private function near(?Fields $fields): ComparisonReadings
    {
        if (null === $fields) {
            return new ComparisonReadings();
        }
        $near = new ComparisonReadings(
            $fields->optionalString('sisterPlace', 40),
            $fields->optionalNumber('sisterVolts', -5000, 5000),
            $fields->optionalNumber('lastVisitVolts', -5000, 5000),
            $fields->optionalBoolean('neighboursHealthy', false),
            $fields->optionalBoolean('zeroBefore', false),
            $fields->optionalNumber('returnVolts', -5000, 5000),
        );
        $fields->done();

        return $near;
    }
}
