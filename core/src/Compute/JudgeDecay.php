<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Power\Decay;
use Yew\Core\Power\DecayPath;
use Yew\Core\Version;

/** What the fall of B+ after switching off says, with no tubes in (PWR-4). */
final class JudgeDecay implements ComputeForm
{
    private const MOST_VOLTS = 5000.0;
    private const MOST_SAMPLES = 2000;
    private const MOST_SECONDS = 86400.0;
    private const USUAL_METER_OHMS = 10e6;

    public function name(): string
    {
        return 'judge-decay/1';
    }

    public function summary(): string
    {
        return 'what the fall of B+ after switching off says, with no tubes in';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $farads = $fields->number('farads', 1e-9, 1.0);
        $measured = $fields->boolean('isMeasured');
        [$low, $high] = $measured ? [1.0 - DecayPath::MEASURED_SHARE, 1.0 + DecayPath::MEASURED_SHARE] : [DecayPath::LEAST_SHARE, DecayPath::MOST_SHARE];
        $lowPercent = $fields->optionalNumber('lowPercent', 0.0, 90.0);
        $highPercent = $fields->optionalNumber('highPercent', 0.0, 200.0);
        $low = null === $lowPercent ? $low : 1.0 - $lowPercent / 100.0;
        $high = null === $highPercent ? $high : 1.0 + $highPercent / 100.0;
        $bleederPercent = $fields->optionalNumber('bleederPercent', 0.0, 50.0) ?? ($measured ? 100.0 * DecayPath::BLEEDER_SHARE : 0.0);
        $secondsOff = $fields->optionalNumber('secondsOff', 0.0, 60.0) ?? Decay::HAND_SECONDS;
        $bleeder = $fields->optionalNumber('bleederOhms', 100.0, 1e9);
        $meter = $fields->optionalNumber('meterOhms', 1e4, 1e12) ?? self::USUAL_METER_OHMS;
        $wasLow = $fields->has('wasLow') ? $fields->boolean('wasLow') : null;
        $fields->raw('wasLow');
        $samples = [];
        foreach ($fields->objects('samples', self::MOST_SAMPLES) as $n => $sample) {
            $at = $sample->number('seconds', 0.0, self::MOST_SECONDS);
            if ($n > 0 && $at <= $samples[$n - 1][0]) {
                throw $sample->fault('seconds', 'later than the one before, please');
            }
            $samples[] = [$at, $sample->number('volts', 0.0, self::MOST_VOLTS)];
            $sample->done();
        }
        $fields->done();
        if (\count($samples) < 2) {
            throw $fields->fault('samples', 'two readings at least belong here');
        }
        $path = new DecayPath($farads * $low, $farads * $high, $measured, $meter, $bleeder, $bleederPercent / 100.0);

        return ['reason' => Decay::judge($samples, $path, $wasLow, $secondsOff)->toArray(), 'leastSeconds' => $path->leastSeconds(), 'mostSeconds' => $path->mostSeconds(), 'coreVersion' => Version::CORE];
    }
}
