<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Capacitor\Reform;
use Yew\Core\Codec\Fields;
use Yew\Core\Station\Leakage;
use Yew\Core\Version;

/** The timetable of reforming an electrolytic (CAP-7). */
final class Reforming implements ComputeForm
{
    public function name(): string
    {
        return 'reforming/1';
    }

    public function summary(): string
    {
        return 'reforming an electrolytic: resistor and steps with their limits';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $farads = $fields->number('farads', 1e-9, 1.0);
        $volts = $fields->number('volts', 1, Reform::MOST_VOLTS);
        $grade = $fields->has('grade') ? $fields->oneOf('grade', Leakage::class) : Leakage::General;
        $fields->raw('grade');
        $fields->done();
        $plan = Reform::plan($farads, $volts, $grade);

        return ['seriesOhms' => $plan->ohms, 'seriesWatts' => $plan->watts, 'patienceMinutes' => Reform::PATIENCE_MINUTES, 'steps' => $plan->steps, 'coreVersion' => Version::CORE];
    }
}
