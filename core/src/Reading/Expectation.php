<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Calibration\PredictionBand;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Predicted;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Sheet\Window;

/**
 * What a point should read today: from the circuit where the sheet holds one, else the printed value scaled by the mains ratio
 * and corrected for both meters.
 *
 * Implements COND-4, COND-5, COND-5a, COND-6 and the choice of window of JUDGE-1, JUDGE-1a, JUDGE-2. Scaling cannot say what
 * tubes out or a limiter in do; the model can.
 */
final class Expectation
{
    /** Window of a current, percent: twice that of a rail, as for derived currents (our choice). */
    private const CURRENT_PERCENT = 20.0;

    /** Beyond this the mains ratio is no guide: rectifiers and heaters do not follow it (our choice). */
    private const RATIO_LIMIT_SHARE = 0.15;

    /** Share of its volts that a heater needs for its cathode to be counted on (our choice; common practice has emission fail from some 80 % down). */
    private const WARM_SHARE = 0.7;

    /** So much higher a supply may stand on which nothing draws yet (our choice; common practice: a tenth to a quarter). */
    private const UNDRAWN_SHARE = 0.25;

    public static function at(TestPoint $point, ReadingContext $context): Expected
    {
        $printed = $point->printedVolts;
        $sheet = $context->sheet;
        $modelled = self::modelled($point, $context);
        if (null === $sheet || (null === $printed && null === $modelled)) {
            return new Expected(null, null, 'none', 'nothing-printed', []);
        }
        $conditions = $context->conditions;
        $missing = $conditions->missing();
        if (\in_array('inletVolts', $missing, true)) {
            return new Expected(null, null, null === $modelled ? 'printed' : 'model', 'conditions-not-stated', ['printedVolts' => $printed, 'missing' => $missing]);
        }
        if (null !== $modelled) {
            return self::fromModel($point, $sheet, $context, $modelled, $missing);
        }
        $mains = $sheet->printedMainsFor($context->wiredFor);
        $ratio = ($conditions->mainsVolts() ?? $mains) / $mains;
        $regulated = null !== $point->fedBy && ($sheet->nodes[$point->fedBy]->regulated ?? false);
        $loading = self::loadingFactor($point, $sheet, $context);
        $volts = $printed * ($regulated ? 1.0 : $ratio) * $loading;
        $figures = ['printedVolts' => $printed, 'printedMainsVolts' => $mains, 'inletVolts' => $conditions->mainsVolts(), 'mainsRatio' => $ratio, 'loadingFactor' => $loading];
        $misread = $context->acObstacle($point->function);
        $obstacle = match (true) {
            [] !== $missing => 'conditions-not-stated',
            null !== $misread => $misread,
            true === $conditions->limited() => 'limiter-in',
            $conditions->inStandby() && null !== $point->fedBy && \in_array($point->fedBy, $sheet->standbyBreaks, true) => 'standby',
            ChassisState::Energised !== $context->state => 'not-energised',
            self::missesTubes($point, $context) => 'tubes-out',
            abs($ratio - 1) > self::RATIO_LIMIT_SHARE && !$regulated => 'mains-too-far',
            default => null,
        };

        return new Expected($volts, self::window($point, $sheet, $volts), 'printed', $obstacle, [...$figures, 'missing' => $missing, 'tubesOut' => $conditions->tubesOut() ?? []]);
    }

    /** What the model says of this point: DC volts at a place, AC volts at a heater; null where it knows nothing of it. */
    private static function modelled(TestPoint $point, ReadingContext $context): ?Predicted
    {
        if (MeterFunction::DcAmperes === $point->function) {
            return $context->forecast->currents[$point->place] ?? null;
        }
        if (MeterFunction::DcVolts === $point->function) {
            return Netlist::CHASSIS === $point->against ? $context->forecast?->at($point->place) : null;
        }
        $volts = PointKind::Heater === $point->kind ? $context->forecast->heaterVolts[explode('.', $point->place)[0]] ?? null : null;

        return null === $volts ? null : new Predicted($volts, 0.0, 0.0);
    }

    /** @param list<string> $missing */
    private static function fromModel(TestPoint $point, Sheet $sheet, ReadingContext $context, Predicted $modelled, array $missing): Expected
    {
        $conditions = $context->conditions;
        $meter = MeterFunction::DcVolts === $point->function ? $context->meter?->inputResistanceOhms($point->function) : null;
        $loading = null === $meter ? 1.0 : $meter / ($meter + $modelled->sourceOhms);
        $figures = ['printedVolts' => $point->printedVolts, 'inletVolts' => $conditions->mainsVolts(), 'loadingFactor' => $loading, 'sourceOhms' => is_finite($modelled->sourceOhms) ? $modelled->sourceOhms : null, 'spreadVolts' => PredictionBand::NINETY_FIVE * $modelled->deviation];
        if (null === $modelled->volts) {
            return new Expected(null, null, 'model', $modelled->obstacle, $figures);
        }
        $volts = $modelled->volts * $loading;
        $misread = $context->acObstacle($point->function);
        $obstacle = match (true) {
            [] !== $missing => 'conditions-not-stated',
            null !== $misread => $misread,
            true === $conditions->limited() && !$conditions->inletIsMeasured() && !$conditions->limitersAreKnown() => 'limiter-unknown',
            !$context->isLive() => 'not-energised',
            self::isCold($point, $context) => 'heaters-cold',
            default => null,
        };
        $window = self::window($point, $sheet, $volts);
        $window = self::mayFloat($point, $sheet, $context) ? $window->raised(self::UNDRAWN_SHARE * abs($volts)) : $window;

        return new Expected($volts, self::widens($point) ? $window->widened(PredictionBand::NINETY_FIVE * $modelled->deviation * abs($loading)) : $window, 'model', $obstacle, [...$figures, 'missing' => $missing, 'tubesOut' => $conditions->tubesOut() ?? []]);
    }

    /** A cathode whose heater has less than WARM_SHARE of its volts gives nobody knows how much: what its current makes cannot be said. */
    private static function isCold(TestPoint $point, ReadingContext $context): bool
    {
        $isOfCurrent = MeterFunction::DcAmperes === $point->function || \in_array($point->kind, [PointKind::Cathode, PointKind::Sense], true);
        $tube = Place::pin($point->place)?->tube;

        return $isOfCurrent && null !== $tube && ($context->forecast->heaterShares[$tube] ?? 1.0) < self::WARM_SHARE;
    }

    /** B+, and what hangs on it, stands higher as long as the output tubes that are in may be too cold to draw on it. */
    private static function mayFloat(TestPoint $point, Sheet $sheet, ReadingContext $context): bool
    {
        if (MeterFunction::DcVolts !== $point->function || ($point->printedVolts ?? 0.0) < 0.0 || !\in_array($point->kind, [PointKind::Rail, PointKind::Plate, PointKind::Screen], true)) {
            return false;
        }
        $out = $context->conditions->tubesOut() ?? [];
        foreach ($sheet->tubes as $position => $tube) {
            if ($tube->output && !\in_array($position, $out, true) && ($context->forecast->heaterShares[$position] ?? 1.0) < self::WARM_SHARE) {
                return true;
            }
        }

        return false;
    }

    /** The model's own spread widens a window, but not that of bias and heaters (contract §7). */
    private static function widens(TestPoint $point): bool
    {
        return !\in_array($point->kind, [PointKind::Bias, PointKind::Heater], true) && !($point->kind->zeroIsLeakage() && 0.0 === $point->printedVolts);
    }

    /** With tubes out rails float (COND-6); only a bias supply is judged then, and it should be (JUDGE-2). */
    private static function missesTubes(TestPoint $point, ReadingContext $context): bool
    {
        return PointKind::Bias !== $point->kind && [] !== ($context->conditions->tubesOut() ?? []);
    }

    /**
     * Reading of today's meter over reading of the print's meter, at a node of known source resistance (COND-4).
     *
     * Rm/(Rm+Rth) for each; a meter whose resistance is not known is taken as not loading.
     */
    private static function loadingFactor(TestPoint $point, Sheet $sheet, ReadingContext $context): float
    {
        $source = $point->sourceResistanceOhms;
        if (null === $source || MeterFunction::DcVolts !== $point->function) {
            return 1.0;
        }
        $today = $context->meter?->inputResistanceOhms($point->function);
        $then = $sheet->printedMeterOhms($point);

        return (null === $today ? 1.0 : $today / ($today + $source)) / (null === $then ? 1.0 : $then / ($then + $source));
    }

    /** The window in volts: the point's own, else the sheet's, else the printed tolerance, else the default (contract §7). */
    private static function window(TestPoint $point, Sheet $sheet, float $expected): Bounds
    {
        if (MeterFunction::DcAmperes === $point->function) {
            $half = abs($expected) * self::CURRENT_PERCENT / 100;

            return new Bounds($expected - $half, $expected + $half, 'default');
        }
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
