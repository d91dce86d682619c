<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Iron\TurnsRatio;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;
use Yew\Core\Version;

/** Turns ratio and what each tap reflects, with the band of the digits typed (IRON-1 to IRON-2). */
final class Ratio implements ComputeForm
{
    public function name(): string
    {
        return 'ratio/1';
    }

    public function summary(): string
    {
        return 'ratio and reflected impedance of an output transformer, tap by tap';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $taps = [];
        foreach ($fields->objects('taps', 12) as $tap) {
            $ohms = $tap->positive('loadOhms');
            [$primary, $secondary] = [self::volts($tap, 'primary'), self::volts($tap, 'secondary')];
            $tap->done();
            if ($secondary->value >= $primary->value) {
                throw $tap->fault('secondary', 'the secondary gives more than the primary: the leads are swapped');
            }
            $ratio = TurnsRatio::of($primary->value, $secondary->value, $primary->resolution, $secondary->resolution);
            $reflected = $ratio->reflected($ohms);
            $taps[] = ['loadOhms' => $ohms, 'ratio' => $ratio->ratio->value, 'primaryOhms' => $reflected->value, 'bandOhms' => $reflected->halfWidth95()];
        }
        $wanted = $fields->optionalPositive('wantedPrimaryOhms');
        $fields->done();
        if ([] === $taps) {
            throw BadData::at('taps', 'at least one tap belongs here');
        }
        $told = array_column($taps, 'primaryOhms');

        return ['taps' => $taps, 'spreadPercent' => 100 * (max($told) / min($told) - 1), 'loadForWantedOhms' => null === $wanted ? null : $wanted / $taps[0]['ratio'] ** 2, 'coreVersion' => Version::CORE];
    }

    private static function volts(Fields $tap, string $name): Quantity
    {
        try {
            $volts = QuantityParser::parse($tap->string($name, 40), Unit::Volts);
        } catch (CannotRead $e) {
            throw $tap->fault($name, $e->getMessage());
        }

        if (null === $volts->plain()) {
            throw $tap->fault($name, CannotRead::noValue($volts, $name)->getMessage());
        }

        return $volts->value > 0.0 ? $volts : throw $tap->fault($name, 'must be above zero');
    }
}
