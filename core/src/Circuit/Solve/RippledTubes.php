<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\TubeStage;

/**
 * What a tube draws in the mean while its plate and screen swing with the ripple, over what it draws at their mean volts.
 *
 * On an empty reservoir a pair with its screens on the transformer's taps may draw twice its steady current. The volts of every
 * electrode follow from the states of the reduced load; grids keep their volts against their cathodes, as there.
 */
final class RippledTubes
{
    /** Swings of less than this share of the electrode's volts bend no current that could be measured (our choice). */
    private const SMALL = 0.05;
    /** Every so many steps of the period are looked at. */
    private const EVERY = 2;
    private const MOST_SHARE = 100.0;
    /** Swings of less current than this are left as they are, amperes. */
    private const LEAST_AMPERES = 1e-5;

    /**
     * Beside the excess, how much more the currents follow the swing than their slopes at the mean volts say: the straight line that
     * comes nearest over the whole swing (a describing function).
     *
     * @return array<int, array{float, float, float, float}> plate and screen amperes in excess, then the share of each one's slopes, by stage of the circuit
     */
    public static function excess(Solution $solution): array
    {
        $excess = [];
        foreach ($solution->supplies as $state) {
            if (null === $state->period || null === $state->load) {
                continue;
            }
            foreach ($solution->circuit->tubes as $i => $stage) {
                $swings = self::swings($stage, $state->load->nodes, $state->period->states, $solution->circuit->size());
                [$plate, $screen, $grid] = $stage->volts($solution->volts);
                if (self::isSmall($swings, $plate, $screen)) {
                    continue;
                }
                $excess[$i] = self::ofStage($stage, $swings, $plate, $screen, $grid);
            }
        }

        return $excess;
    }

    /**
     * @param list<array{float, float}> $swings
     *
     * @return array{float, float, float, float}
     */
    private static function ofStage(TubeStage $stage, array $swings, float $plate, float $screen, float $grid): array
    {
        [$still, $pp, $ps, , $stillScreen, $sp, $ss] = $stage->at($plate, $screen, $grid);
        $sum = $sumScreen = $product = $square = $productScreen = $squareScreen = 0.0;
        foreach ($swings as [$p, $s]) {
            [$current, , , , $screenCurrent] = $stage->at($plate + $p, $screen + $s, $grid);
            [$straight, $straightScreen] = [$pp * $p + $ps * $s, $sp * $p + $ss * $s];
            $sum += $current;
            $sumScreen += $screenCurrent;
            $product += $current * $straight;
            $square += $straight * $straight;
            $productScreen += $screenCurrent * $straightScreen;
            $squareScreen += $straightScreen * $straightScreen;
        }
        $count = \count($swings);

        return [$sum / $count - $still, $sumScreen / $count - $stillScreen, self::share($product, $square, $count), self::share($productScreen, $squareScreen, $count)];
    }

    private static function share(float $product, float $square, int $count): float
    {
        return $square > $count * self::LEAST_AMPERES ** 2 ? min(self::MOST_SHARE, max(0.0, $product / $square)) : 1.0;
    }

    /**
     * @param list<array<int, float>> $nodes  by state of the load
     * @param list<array<int, float>> $states at equal steps
     *
     * @return list<array{float, float}> volts of plate and screen against the cathode, less their means
     */
    private static function swings(TubeStage $stage, array $nodes, array $states, int $chassis): array
    {
        $plates = $screens = [];
        foreach ($nodes as $state => $volts) {
            $cathode = $stage->cathode < $chassis ? $volts[$stage->cathode] : 0.0;
            $plates[$state] = ($stage->plate < $chassis ? $volts[$stage->plate] : 0.0) - $cathode;
            $screens[$state] = ($stage->screen < $chassis ? $volts[$stage->screen] : 0.0) - $cathode;
        }
        $swings = [];
        foreach ($states as $n => $values) {
            if (0 !== $n % self::EVERY) {
                continue;
            }
            $p = $s = 0.0;
            foreach ($plates as $state => $share) {
                $p += $share * $values[$state];
                $s += $screens[$state] * $values[$state];
            }
            $swings[] = [$p, $s];
        }

        return $swings;
    }

    /** @param list<array{float, float}> $swings */
    private static function isSmall(array $swings, float $plate, float $screen): bool
    {
        foreach ($swings as [$p, $s]) {
            if (abs($p) > self::SMALL * abs($plate) + 1.0 || abs($s) > self::SMALL * abs($screen) + 1.0) {
                return false;
            }
        }

        return true;
    }
}
