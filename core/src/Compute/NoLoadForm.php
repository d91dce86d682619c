<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\Fields;
use Yew\Core\Power\Ceiling;
use Yew\Core\Power\NoLoadProjection;
use Yew\Core\Version;

/** From one low stop without tubes: B+ at full mains, and the first part that it would break (PWR-3, PWR-3a). */
final class NoLoadForm implements ComputeForm
{
    private const MOST_VOLTS = 5000.0;
    private const MOST_PARTS = 100;
    /** Mains that a place may reach above its nominal, percent (CAP-5). */
    private const HIGH_PERCENT = 10.0;

    public function name(): string
    {
        return 'no-load/1';
    }

    public function summary(): string
    {
        return 'B+ without tubes at full mains from one low stop, and the first part that it would break';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $dc = $fields->number('dcVolts', 1.0, self::MOST_VOLTS);
        $inlet = $fields->number('inletVolts', 5.0, 500.0);
        $dcBand = $fields->optionalNumber('dcBandVolts', 0.0, self::MOST_VOLTS) ?? 0.0;
        $inletBand = $fields->optionalNumber('inletBandVolts', 0.0, 500.0) ?? 0.0;
        $mains = $fields->number('mainsVolts', 5.0, 500.0);
        $tubeRectifier = $fields->boolean('tubeRectifier');
        $measured = $fields->boolean('inletMeasured');
        $parts = [];
        foreach ($fields->has('parts') ? $fields->objects('parts', self::MOST_PARTS) : [] as $part) {
            $parts[] = [$part->string('part', 40), $part->number('ratedVolts', 1.0, self::MOST_VOLTS)];
            $part->done();
        }
        $fields->done();
        if ($inletBand >= $inlet) {
            throw $fields->fault('inletBandVolts', 'less than the volts themselves, please');
        }
        $obstacle = match (true) {
            $tubeRectifier => 'tube-rectifier',
            !$measured => 'dial-is-no-measure',
            default => null,
        };
        $law = new NoLoadProjection($dc, $dcBand, $inlet, $inletBand);
        $at = static fn (float $volts): array => ['mainsVolts' => $volts, 'leastVolts' => $law->leastAt($volts), 'volts' => $law->at($volts), 'mostVolts' => $law->mostAt($volts)];

        return [
            'obstacle' => $obstacle,
            'atMains' => null === $obstacle ? $at($mains) : null,
            'atHighMains' => null === $obstacle ? $at($mains * (1 + self::HIGH_PERCENT / 100)) : null,
            'ceilings' => null === $obstacle ? array_map(static fn (Ceiling $c): array => $c->toArray(), $law->ceilings($parts)) : [],
            'coreVersion' => Version::CORE,
        ];
    }
}
