<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Tube\Model\TubeLaw;

/** The plate curves of a tube as it stands in its stage: with screens on taps or plates they bend as such a stage’s do. */
final class PlateCurves
{
    private const POINTS = 30;
    private const CURVES = 7;
    /** Steps of grid volts that people like to read. */
    private const STEPS = [0.5, 1.0, 2.0, 2.5, 5.0, 10.0, 20.0, 25.0, 50.0];

    /**
     * @param Standing $standing while it is driven
     * @param float    $most     plate volts to draw up to
     * @param float    $cutOff   grid volts to draw down to, below zero
     *
     * @return list<array{gridVolts: float, points: list<array{float, float}>}> from zero down; volts and amperes of one tube against its cathode
     */
    public static function of(OutputStage $stage, DrivenTubes $set, Standing $standing, float $held, float $most, float $cutOff): array
    {
        $step = self::step(abs($cutOff) / (self::CURVES - 1));
        $curves = [];
        for ($n = 0; $n < self::CURVES; ++$n) {
            $grid = 0 === $n ? 0.0 : -$n * $step;
            $points = [];
            for ($i = 0; $i <= self::POINTS; ++$i) {
                // Closer together below the knee.
                $plate = $most * ($i / self::POINTS) ** 1.5;
                $screen = match ($stage->screens) {
                    'plate' => $plate,
                    'tap' => $standing->supply - $held + $stage->tapShare * ($plate - ($standing->supply - $held)),
                    default => $standing->screens - $held,
                };
                $points[] = [$plate, TubeLaw::at($set->model, $set->strength, $plate, $screen, $grid)[0]];
            }
            $curves[] = ['gridVolts' => $grid, 'points' => $points];
        }

        return $curves;
    }

    private static function step(float $about): float
    {
        foreach (self::STEPS as $step) {
            if ($step >= $about) {
                return $step;
            }
        }

        return self::STEPS[\count(self::STEPS) - 1];
    }
}
