<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeSection;

/** Carries a tube's figures from the conditions of its test to others by the law of its type, with the band that this brings (TUBE-3). */
final class TubeLaw
{
    /**
     * How far a law may be off, as a share of the change that it foretells (in the logarithm of the current): between two points of
     * the handbooks three of four of the shipped laws' foretellings lie within it.
     */
    public const SHARE_OF_CHANGE = 0.25;
    /** Less is cut-off, where the law says nothing, A. */
    private const LEAST_AMPERES = 1e-5;

    public static function holdsFor(TubeSection $section): bool
    {
        return $section->model instanceof TriodeModel || $section->model instanceof PentodeModel;
    }

    /** The tube as it would read there; null where the type has no such law, or no current flows in the one or the other. */
    public static function convert(TubeSection $section, TestedTube $tube, TubeConditions $from, TubeConditions $to): ?Candidate
    {
        [$before, $after] = [self::at($section, $from), self::at($section, $to)];
        if (null === $before || null === $after || min($before[0], $after[0]) < self::LEAST_AMPERES) {
            return null;
        }
        $change = log($after[0] / $before[0]);

        return new Candidate($tube->id, $tube->plateAmperes * $after[0] / $before[0], null === $tube->siemens ? null : $tube->siemens * $after[1] / $before[1], 100 * expm1(self::SHARE_OF_CHANGE * abs($change)));
    }

    /** @return array{float, float}|null plate amperes and transconductance, siemens, of a tube as the type’s law has it; null for a section that is none, or with a screen where the law knows none */
    public static function at(TubeSection $section, TubeConditions $at): ?array
    {
        $model = $section->model;
        if ($model instanceof TriodeModel && null === $at->screenVolts) {
            [$amperes, , $siemens] = $model->plate($at->plateVolts, $at->gridVolts);
        } elseif ($model instanceof PentodeModel) {
            // A pentode without screen volts of its own is strapped as a triode: the screen stands at the plate, and both currents were read.
            [$amperes, , $siemens, , $screenAmperes, , $screenSiemens] = $model->plateAndScreen($at->plateVolts, $at->gridVolts, $at->screenVolts ?? $at->plateVolts);
            if (null === $at->screenVolts) {
                [$amperes, $siemens] = [$amperes + $screenAmperes, $siemens + $screenSiemens];
            }
        } else {
            return null;
        }

        return [$amperes, $siemens];
    }
}
