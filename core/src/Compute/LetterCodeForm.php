<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Resistor\LetterCode;
use Yew\Core\Version;

/** The letter code both ways (IEC 60062). */
final class LetterCodeForm implements ComputeForm
{
    public function name(): string
    {
        return 'letter-code/1';
    }

    public function summary(): string
    {
        return 'letter code of resistors and capacitors, both ways';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $text = $fields->optionalString('text', 40);
        if (null !== $text) {
            $fields->done();

            $read = LetterCode::read($text);

            return ['value' => $read->value, 'unit' => $read->unit, 'tolerancePercent' => $read->tolerancePercent, 'text' => trim($text), 'coreVersion' => Version::CORE];
        }
        $unit = $fields->string('unit', 1);
        if (!\in_array($unit, ['Ω', 'F'], true)) {
            throw $fields->fault('unit', 'Ω or F belongs here');
        }
        $value = $fields->positive('value');
        $tolerance = $fields->optionalPositive('tolerancePercent');
        $fields->done();

        return ['value' => $value, 'unit' => $unit, 'tolerancePercent' => $tolerance, 'text' => LetterCode::write($value, $unit, $tolerance), 'coreVersion' => Version::CORE];
    }
}
