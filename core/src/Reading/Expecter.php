<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Sheet\Window;

/**
 * What a point should read today: the printed value scaled by the mains ratio and corrected for both meters.
 *
 * Implements COND-4, COND-5, COND-5a, COND-6 and the choice of window of JUDGE-1, JUDGE-1a, JUDGE-2. This is the reference
 * of sheets that hold no circuit: with tubes out or a limiter in it says that it cannot say.
 */
final class Expecter
{
    /** Beyond this the mains ratio is no guide: rectifiers and heaters do not follow it (our choice). */
    private const RATIO_LIMIT = 0.15;

    /** Conditions without which nothing printed can be compared. */
    public const NEEDED = ['inletVolts', 'tubes', 'limiter'];

    public static function at(TestPoint $point, Setting $setting): Expected
    {
        $printed = $point->printedVolts;
        if (null === $setting->sheet || null === $printed) {
            return new Expected(null, null, 'none', 'nothing-printed', []);
        }
        $sheet = $setting->sheet;
        $conditions = $setting->conditions;
        $missing = array_values(array_filter(self::NEEDED, static fn (string $f): bool => !$conditions->states($f)));
        if (\in_array('inletVolts', $missing, true)) {
            return new Expected(null, null, 'printed', 'conditions-not-stated', ['printedVolts' => $printed, 'missing' => $missing]);
        }
        $mains = $sheet->printedMainsFor($setting->wiredFor);
        $ratio = ($conditions->inletVolts() ?? $mains) / $mains;
        $regulated = null !== $point->fedBy && ($sheet->nodes[$point->fedBy]->regulated ?? false);
        $loading = self::loadingFactor($point, $sheet, $setting);
        $volts = $printed * ($regulated ? 1.0 : $ratio) * $loading;
        $figures = ['printedVolts' => $printed, 'printedMainsVolts' => $mains, 'inletVolts' => $conditions->inletVolts(), 'mainsRatio' => $ratio, 'loadingFactor' => $loading];
        $obstacle = match (true) {
            [] !== $missing => 'conditions-not-stated',
            true === $conditions->limited() => 'limiter-in',
            $conditions->inStandby() && null !== $point->fedBy && \in_array($point->fedBy, $sheet->standbyBreaks, true) => 'standby',
            ChassisState::Energised !== $setting->state => 'not-energised',
            self::missesTubes($point, $setting) => 'tubes-out',
            abs($ratio - 1) > self::RATIO_LIMIT && !$regulated => 'mains-too-far',
            default => null,
        };

        return new Expected($volts, self::window($point, $sheet, $volts), 'printed', $obstacle, [...$figures, 'missing' => $missing, 'tubesOut' => $conditions->tubesOut() ?? []]);
    }

    /** With tubes out rails float (COND-6); only a bias supply is judged then, and it should be (JUDGE-2). */
    private static function missesTubes(TestPoint $point, Setting $setting): bool
    {
        return PointKind::Bias !== $point->kind && [] !== ($setting->conditions->tubesOut() ?? []);
    }

    /**
     * Reading of today's meter over reading of the print's meter, at a node of known source resistance (COND-4).
     *
     * Rm/(Rm+Rth) for each; a meter whose resistance is not known is taken as not loading.
     */
    private static function loadingFactor(TestPoint $point, Sheet $sheet, Setting $setting): float
    {
        $source = $point->sourceResistanceOhms;
        if (null === $source || MeterFunction::DcVolts !== $point->function) {
            return 1.0;
        }
        $today = $setting->meter?->inputResistanceOhms($point->function);
        $then = self::printedMeterOhms($point, $sheet);

        return (null === $today ? 1.0 : $today / ($today + $source)) / (null === $then ? 1.0 : $then / ($then + $source));
    }

    /** Ohms per volt times the range: the one stated for the point, or the smallest that shows the print. */
    private static function printedMeterOhms(TestPoint $point, Sheet $sheet): ?float
    {
        if (null === $sheet->printedOhmsPerVolt) {
            return $sheet->printedInputOhms;
        }
        $range = $point->printedRangeVolts;
        foreach ($sheet->printedRangesVolts as $volts) {
            if (null === $range && $volts >= abs($point->printedVolts ?? 0.0)) {
                $range = $volts;
            }
        }

        return null === $range ? null : $sheet->printedOhmsPerVolt * $range;
    }

    /** The window in volts: the point's own, else the sheet's, else the printed tolerance, else the default (contract §7). */
    private static function window(TestPoint $point, Sheet $sheet, float $expected): Bounds
    {
        if ($point->kind->zeroIsLeakage() && 0.0 === $point->printedVolts) {
            return new Bounds(-Judge::GRID_LEAK_VOLTS, Judge::GRID_LEAK_VOLTS, 'default');
        }
        $printedTolerance = $point->tolerancePercent ?? $sheet->printedTolerancePercent;
        $default = $point->kind->defaultPercent();
        [$window, $source] = match (true) {
            null !== $point->window => [$point->window, 'point'],
            isset($sheet->windows[$point->kind->value]) => [$sheet->windows[$point->kind->value], 'sheet'],
            null !== $printedTolerance => [new Window($printedTolerance, $printedTolerance), 'printed'],
            default => [new Window($default, $default), 'default'],
        };
        $floor = $point->kind->floorVolts($point->printedVolts ?? 0.0);
        $smaller = max(abs($expected) * $window->lowPercent / 100, $floor);
        $larger = max(abs($expected) * $window->highPercent / 100, $floor);

        return $expected < 0 ? new Bounds($expected - $larger, $expected + $smaller, $source) : new Bounds($expected - $smaller, $expected + $larger, $source);
    }
}
