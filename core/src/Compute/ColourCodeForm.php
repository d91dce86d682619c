<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Resistor\ColourCode;
use Yew\Core\Version;

/** The colour code both ways (IEC 60062). */
final class ColourCodeForm implements ComputeForm
{
    public function name(): string
    {
        return 'colour-code/1';
    }

    public function summary(): string
    {
        return 'colours of a resistor, both ways';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $text = $fields->optionalString('text', 200);
        if (null !== $text) {
            $fields->done();
            $read = ColourCode::read($text);

            return ['resistanceOhms' => $read->value, 'tolerancePercent' => $read->tolerancePercent, 'bands' => $read->bands, 'coreVersion' => Version::CORE];
        }
        $ohms = $fields->positive('resistanceOhms');
        $tolerance = $fields->positive('tolerancePercent');
        $fields->done();

        return ['resistanceOhms' => $ohms, 'tolerancePercent' => $tolerance, 'bands' => ColourCode::write($ohms, $tolerance), 'coreVersion' => Version::CORE];
    }
}
