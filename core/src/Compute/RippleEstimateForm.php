<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Capacitor\RippleEstimate;
use Yew\Core\Codec\Fields;
use Yew\Core\Version;

/** Ripple by hand of a supply that is not drawn (CAP-9). */
final class RippleEstimateForm implements ComputeForm
{
    public function name(): string
    {
        return 'ripple-estimate/1';
    }

    public function summary(): string
    {
        return 'ripple of a reservoir and the sections behind it, by hand';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $amperes = $fields->positive('loadAmperes');
        $farads = $fields->positive('reservoirFarads');
        $mains = $fields->positive('mainsHertz');
        $fullWave = $fields->boolean('fullWave');
        $peak = $fields->positive('peakVolts');
        $volts = $fields->positive('volts');
        if ($volts >= $peak) {
            throw $fields->fault('volts', 'the DC lies below the peak of the winding');
        }
        $hertz = RippleEstimate::hertz($mains, $fullWave);
        $ripple = RippleEstimate::reservoir($amperes, $farads, $mains, $fullWave, $peak, $volts);
        $stages = [['peakToPeakVolts' => $ripple, 'filters' => true]];
        foreach ($fields->objects('sections', 8) as $i => $section) {
            $ohms = $section->optionalPositive('resistanceOhms');
            $henries = $section->optionalPositive('henries');
            $behind = $section->positive('farads');
            $section->done();
            if ((null === $ohms) === (null === $henries)) {
                throw $section->fault('resistanceOhms', 'a section has a resistor or a choke');
            }
            $next = null !== $ohms ? RippleEstimate::afterResistor($ripple, 0 === $i, $hertz, $ohms, $behind) : RippleEstimate::afterChoke($ripple, $hertz, (float) $henries, $behind);
            $stages[] = ['peakToPeakVolts' => $next ?? $ripple, 'filters' => null !== $next];
            $ripple = $next ?? $ripple;
        }
        $fields->done();

        return ['rippleHertz' => $hertz, 'conductionShare' => RippleEstimate::conduction($fullWave, $peak, $volts), 'stages' => $stages, 'coreVersion' => Version::CORE];
    }
}
