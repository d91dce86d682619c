<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\SeriesResistance;
use Yew\Core\Codec\Fields;
use Yew\Core\Station\Leakage;
use Yew\Core\Version;

/** Leakage limit of an electrolytic, ESR limits, and what coupling leakage does to a grid (CAP-2 to CAP-4). */
final class CapacitorLeakage implements ComputeForm
{
    public function name(): string
    {
        return 'capacitor-leakage/1';
    }

    public function summary(): string
    {
        return 'leakage and ESR limits, and what leakage does to a grid';
    }

    public function run(array $in): array
    {
        $fields = Fields::of($in);
        $farads = $fields->positive('farads');
        $volts = $fields->positive('ratedVolts');
        $leak = $fields->optionalNumber('leakAmperes', 0, 1);
        $grid = $fields->optionalPositive('gridOhms');
        $hertz = $fields->optionalPositive('hertz') ?? 120.0;
        $fields->done();
        $shift = null === $leak || null === $grid ? null : $leak * $grid;

        return [
            'longLifeAmperes' => Leakage::LongLife->limitAmperes($farads, $volts), 'generalAmperes' => Leakage::General->limitAmperes($farads, $volts),
            'esrGoodOhms' => SeriesResistance::fromLoss(SeriesResistance::TAN_DELTA[0], $hertz, $farads), 'esrMostOhms' => SeriesResistance::fromLoss(SeriesResistance::TAN_DELTA[1], $hertz, $farads),
            'esr100KilohertzOhms' => SeriesResistance::limitAt100Kilohertz($farads),
            'gridShiftVolts' => $shift, 'replace' => null === $shift ? null : $shift > CapacitorJudge::GRID_SHIFT_VOLTS,
            'coreVersion' => Version::CORE,
        ];
    }
}
