<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\Model\GridCurrent;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;

/** Reads one entry of the tube data file. */
final class TubeTypeCodec
{
    /**
     * @param array<string, int> $bases pin count by base name
     *
     * @throws BadData
     */
    public static function decode(Fields $item, array $bases): TubeType
    {
        $pins = [];
        $pinFields = $item->object('pins');
        foreach ($pinFields->names() as $pin) {
            $pins[(int) $pin] = $pinFields->string($pin);
        }
        $base = $item->string('base');
        if (!isset($bases[$base]) || [] !== array_filter(array_keys($pins), static fn (int $pin): bool => $pin < 1 || $pin > $bases[$base])) {
            throw $item->fault('base', 'an unknown base, or a pin that it does not have');
        }
        $models = [];
        $modelFields = $item->optionalObject('models');
        foreach ($modelFields?->names() ?? [] as $name) {
            $models[$name] = self::model(Fields::of($modelFields?->raw($name), 'models.'.$name));
        }
        $sections = [];
        foreach ($item->objects('sections', 4) as $section) {
            [$model, $points, $fullDrive] = $models[$section->string('model')] ?? throw $section->fault('model', 'there is no such model');
            $electrodes = [];
            $electrodeFields = $section->object('pins');
            foreach ($electrodeFields->names() as $electrode) {
                $electrodes[$electrode] = (int) $electrodeFields->number($electrode, 1, $bases[$base]);
            }
            $sections[$section->string('name')] = new TubeSection($section->string('name'), $electrodes, $model, $points, $fullDrive);
            $section->done();
        }
        $equivalents = [];
        foreach ($item->objects('equivalents', 10) as $equivalent) {
            $equivalents[] = ['type' => $equivalent->string('type'), 'note' => $equivalent->string('note')];
            $equivalent->done();
        }
        $limits = array_map(self::limits(...), $item->objects('limits', 6));
        $loads = array_map(self::load(...), $item->objects('loads', 10));
        $type = new TubeType($item->string('type'), $base, $pins, $item->optionalPositive('heaterVolts'), $item->optionalNumber('heaterAmperes', 0, 10) ?? 0.0, array_map(intval(...), $item->numbers('heaterPins')), $sections, $limits, $equivalents, $item->string('source'), $loads);
        $item->strings('alsoKnownAs');
        $item->done();

        return $type;
    }

    private static function load(Fields $item): OutputLoad
    {
        $mode = $item->string('mode', 20);
        $load = new OutputLoad('push-pull' === $mode, $item->positive('plateVolts'), $item->positive('ohms'), $item->string('source'));
        $item->done();

        return \in_array($mode, ['push-pull', 'single-ended'], true) ? $load : throw $item->fault('mode', 'single-ended or push-pull belongs here');
    }

    /** @return array{TriodeModel|PentodeModel|RectifierModel|RegulatorModel, list<HandbookPoint>, list<FullDrivePoint>} */
    private static function model(Fields $fields): array
    {
        $kind = $fields->string('kind');
        $fields->optionalPositive('screenMu');
        $fields->optionalPositive('screenFall');
        $number = $fields->positive(...);
        $model = match ($kind) {
            'triode' => new TriodeModel($number('mu'), $number('exponent'), $number('kg'), $number('kp'), $fields->number('kvb'), $fields->number('contactVolts', -2, 2), new GridCurrent($number('gridPerveance'))),
            'pentode' => new PentodeModel($number('mu'), $number('exponent'), $number('kg'), $number('kp'), $fields->number('reach', 0, 0.5), $fields->number('share', 0.001, 0.4), $fields->number('fall', 0, 2), $number('knee'), $number('bend'), $fields->number('contactVolts', -2, 2), new GridCurrent($number('gridPerveance'))),
            'rectifier' => new RectifierModel($number('perveance')),
            'regulator' => new RegulatorModel($number('burningVolts'), $number('slopeOhms')),
            default => throw $fields->fault('kind', 'triode, pentode, rectifier or regulator belongs here'),
        };
        $points = array_map(self::point(...), $fields->objects('points', 20));
        $fullDrive = array_map(self::fullDrive(...), $fields->objects('fullDrive', 10));
        $fields->optionalString('note', 300);
        $fields->done();

        return [$model, $points, $fullDrive];
    }

    public static function point(Fields $fields): HandbookPoint
    {
        $plateResistance = $fields->optionalPositive('plateResistanceOhms');
        $transconductance = self::scaled($fields, 'transconductanceMicrosiemens', 1e-6);
        $mu = $fields->optionalPositive('amplificationFactor');
        if (null === $plateResistance && null !== $mu && null !== $transconductance) {
            $plateResistance = $mu / $transconductance;
        }
        $point = new HandbookPoint('fit' === $fields->string('use'), $fields->number('plateVolts', -5000, 5000), $fields->optionalNumber('gridVolts', -500, 100), $fields->optionalPositive('screenVolts'), $fields->positive('plateMilliamperes') / 1000, self::scaled($fields, 'screenMilliamperes', 1e-3), $transconductance, $plateResistance, $fields->string('source'));
        $fields->done();

        return $point;
    }

    public static function fullDrive(Fields $fields): FullDrivePoint
    {
        $point = new FullDrivePoint('fit' === $fields->string('use'), $fields->positive('plateVolts'), $fields->positive('screenVolts'), $fields->optionalNumber('screenOhms', 0, 1e5) ?? 0.0, $fields->number('gridVolts', -500, 0), $fields->positive('loadOhms'), $fields->positive('plateMilliamperes') / 1000, self::scaled($fields, 'screenMilliamperes', 1e-3), $fields->optionalPositive('watts'), $fields->string('source'));
        $fields->done();

        return $point;
    }

    private static function limits(Fields $fields): TubeLimits
    {
        $inverse = $fields->optionalPositive('peakInverseVolts');
        $rectifier = null === $inverse ? null : new RectifierLimits($inverse, $fields->positive('peakPlateAmperes'), $fields->positive('outputAmperes'), $fields->optionalPositive('inputFarads'), $fields->optionalPositive('supplyOhmsPerPlate'));
        $fields->optionalNumber('leastAmperes');
        $limits = new TubeLimits($fields->string('system'), $fields->string('source'), $fields->optionalString('section'), $fields->optionalPositive('plateVolts'), $fields->optionalPositive('plateWatts'), $fields->optionalPositive('screenVolts'), $fields->optionalPositive('screenWatts'), self::scaled($fields, 'cathodeMilliamperes', 1e-3), $fields->optionalPositive('gridOhmsFixed'), $fields->optionalPositive('gridOhmsCathode'), $fields->optionalPositive('heaterCathodeVolts'), $rectifier, $fields->optionalPositive('bothPlatesWatts'));
        $fields->done();

        return $limits;
    }

    private static function scaled(Fields $fields, string $name, float $factor): ?float
    {
        $value = $fields->optionalPositive($name);

        return null === $value ? null : $value * $factor;
    }
}
