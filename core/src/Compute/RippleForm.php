<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Codec\Fields;

/** Ripple at each place, for a meter on AC volts (CAP-9b). */
final readonly class RippleForm extends CircuitForm
{
    public function name(): string
    {
        return 'ripple/1';
    }

    public function summary(): string
    {
        return 'ripple at every place: the rectifiers’ current through the filter chain';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $fields->done();
        $solution = $input->solved();
        $ripple = Ripple::of($solution);
        $places = [];
        foreach ($solution->circuit->nodes->places() as $place => $node) {
            $places[] = ['place' => $place, 'peakToPeakVolts' => $ripple['peakToPeak'][$node], 'rmsVolts' => $ripple['rms'][$node], 'onceMainsVolts' => $ripple['harmonics'][1][$node] ?? 0.0, 'twiceMainsVolts' => $ripple['harmonics'][2][$node] ?? 0.0];
        }

        return ['places' => $places];
    }
}
