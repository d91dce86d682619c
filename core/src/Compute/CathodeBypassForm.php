<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Capacitor\CathodeBypass;
use Yew\Core\Codec\Fields;
use Yew\Core\Version;

/** The step that a cathode bypass capacitor puts into the response (CAP-9). */
final class CathodeBypassForm implements ComputeForm
{
    public function name(): string
    {
        return 'cathode-bypass/1';
    }

    public function summary(): string
    {
        return 'zero, pole and step of a cathode bypass capacitor';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $bypass = CathodeBypass::of($fields->positive('mu'), $fields->positive('plateResistanceOhms'), $fields->positive('loadOhms'), $fields->positive('cathodeOhms'), $fields->positive('farads'));
        $fields->done();

        return ['zeroHertz' => $bypass->zeroHertz, 'poleHertz' => $bypass->poleHertz, 'stepDecibels' => $bypass->stepDecibels, 'minus3Hertz' => $bypass->minus3Hertz, 'coreVersion' => Version::CORE];
    }
}
