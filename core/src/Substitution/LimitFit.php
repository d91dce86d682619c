<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeLimits;
use Yew\Core\Tube\TubeType;

/** Another type's limits against what the circuit gives it: plate, screen and heater-to-cathode volts, cathode amperes, ohms of the grid circuit (TUBE-4, TUBE-7). Watts and rectifiers are the circuit's own remarks. */
final class LimitFit
{
    /** Beyond so many volts below the chassis a grid has a bias of its own; else the cathode makes it (our choice). */
    private const FIXED_BIAS_VOLTS = 1.0;

    /** Every handbook's heater stands so many volts against its cathode (from memory). */
    private const FREE_HEATER_VOLTS = 50.0;

    /**
     * @param list<string> $positions where it stands
     *
     * @return list<Reason>
     */
    public static function judge(Solution $with, TubeType $other, array $positions): array
    {
        $reasons = [];
        foreach ($with->circuit->tubes as $stage) {
            if (!\in_array($stage->position, $positions, true)) {
                continue;
            }
            if (isset($with->unsolved[$stage->plate]) || isset($with->unsolved[$stage->cathode])) {
                $reasons[] = new Reason('stage-unsolved', Verdict::CannotSay, ['stage' => $stage->id()]);
                continue;
            }
            $limits = $other->limitsOf($stage->section);
            if (null === $limits) {
                $reasons[] = new Reason('limits-unknown', Verdict::CannotSay, ['stage' => $stage->id()]);
                continue;
            }
            [$plate, $screen, $grid] = $stage->volts($with->volts);
            [$plateAmperes, , , , $screenAmperes] = $stage->at($plate, $screen, $grid);
            array_push(
                $reasons,
                ...self::against('plate-volts', $limits->plateVolts, $plate, 'Volts', $limits, $stage->id()),
                ...self::against('screen-volts', $limits->screenVolts, $stage->screen === $stage->cathode || $stage->screen === $stage->plate ? null : $screen, 'Volts', $limits, $stage->id()),
                ...self::against('cathode-amperes', $limits->cathodeAmperes, $plateAmperes + $screenAmperes, 'Amperes', $limits, $stage->id()),
            );
            if (null === $limits->heaterCathodeVolts && !$stage->directlyHeated && abs($with->volts[$stage->cathode]) > self::FREE_HEATER_VOLTS) {
                $reasons[] = new Reason('heater-cathode-limit-unknown', Verdict::CannotSay, ['cathodeVolts' => $with->volts[$stage->cathode], 'stage' => $stage->id()]);
            }
            $name = $with->circuit->nodes->names[$stage->grid] ?? null;
            $fixed = $with->volts[$stage->grid] < -self::FIXED_BIAS_VOLTS;
            $most = $fixed ? $limits->gridOhmsFixedBias : $limits->gridOhmsCathodeBias;
            if (null !== $name && null !== $most && $stage->grid !== $stage->cathode) {
                $ohms = Adjoint::of($with, $name)->sourceOhms();
                if ($ohms > $most) {
                    $reasons[] = new Reason('grid-ohms-over', Verdict::Out, ['gridOhms' => $ohms, 'limitOhms' => $most, 'bias' => $fixed ? 'fixed' : 'cathode', 'stage' => $stage->id()]);
                }
            }
        }

        return $reasons;
    }

    /**
     * @param float|null        $most  null where the type's data gives none: many give no cathode current, for volts that is said
     * @param float|null        $value null where the electrode is none of its own
     * @param 'Volts'|'Amperes' $unit
     *
     * @return list<Reason>
     */
    private static function against(string $what, ?float $most, ?float $value, string $unit, TubeLimits $limits, string $stage): array
    {
        if (null === $most && 'cathode-amperes' !== $what && null !== $value) {
            return [new Reason($what.'-limit-unknown', Verdict::CannotSay, ['stage' => $stage])];
        }

        return null === $most || null === $value || $value <= $most ? [] : [new Reason($what.'-over', Verdict::Out, ['value'.$unit => $value, 'limit'.$unit => $most, 'system' => $limits->system, 'stage' => $stage])];
    }
}
