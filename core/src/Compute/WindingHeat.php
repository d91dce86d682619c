<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Iron\Winding;
use Yew\Core\Version;

/** Winding temperature from its resistance, against its insulation class (IRON-8). */
final class WindingHeat implements ComputeForm
{
    public function name(): string
    {
        return 'winding-heat/1';
    }

    public function summary(): string
    {
        return 'winding temperature from resistance, and what its insulation class says';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $cold = $fields->positive('coldOhms');
        $celsius = $fields->number('coldCelsius', -30, 60);
        $hot = $fields->positive('hotOhms');
        $class = $fields->optionalString('class', 1) ?? 'A';
        $fields->done();
        $limit = Winding::CLASSES_CELSIUS[$class] ?? throw $fields->fault('class', 'one of '.implode(', ', array_keys(Winding::CLASSES_CELSIUS)));
        $mean = Winding::celsius($cold, $celsius, $hot);

        return ['meanCelsius' => $mean, 'riseKelvin' => $mean - $celsius, 'hotSpotCelsius' => $mean + Winding::HOT_SPOT_KELVIN, 'classCelsius' => $limit, 'lifeFactor' => Winding::lifeFactor($limit - $mean - Winding::HOT_SPOT_KELVIN), 'coreVersion' => Version::CORE];
    }
}
