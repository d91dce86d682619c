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
    /** How far an electrolytic may be from its mark where nobody says otherwise, percent (our choice). */
    private const LOW_PERCENT = 20.0;
    private const HIGH_PERCENT = 50.0;
    /** How far a capacitance that was measured may be off, percent (our choice). */
    private const MEASURED_PERCENT = 2.0;
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
        $low = $fields->optionalNumber('lowPercent', 0.0, 90.0) ?? ($measured ? self::MEASURED_PERCENT : self::LOW_PERCENT);
        $high = $fields->optionalNumber('highPercent', 0.0, 200.0) ?? ($measured ? self::MEASURED_PERCENT : self::HIGH_PERCENT);
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
        $path = new DecayPath($farads * (1 - $low / 100), $farads * (1 + $high / 100), $measured, $meter, $bleeder);

        return ['reason' => Decay::judge($samples, $path, $wasLow)->toArray(), 'leastSeconds' => $path->leastSeconds(), 'mostSeconds' => $path->mostSeconds(), 'coreVersion' => Version::CORE];
    }
}
