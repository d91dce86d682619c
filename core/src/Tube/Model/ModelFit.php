<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

use Yew\Core\Numeric\LeastSquares;
use Yew\Core\Tube\FullDrivePoint;
use Yew\Core\Tube\HandbookPoint;

/**
 * Finds a type's model parameters from its handbook operating points, by least squares on logarithms.
 *
 * A handbook's currents count to 2 %, transconductance and plate resistance to 5 and 15 %, screen current to 8 %; a pair at full drive to 5 and 10 %; weak beliefs
 * about the parameters that few points cannot settle stand in for the curves (our choice).
 */
final class ModelFit
{
    /**
     * @param list<HandbookPoint> $points only those to fit
     *
     * @return array<string, float> parameters as the data file names them, without the grid's
     */
    public static function triode(array $points): array
    {
        $first = $points[0];
        $gm = $first->transconductanceSiemens ?? $first->plateAmperes;
        $mu = null === $first->plateResistanceOhms ? 20.0 : $gm * $first->plateResistanceOhms;
        $start = [log($mu), log(max(60.0, 6.0 * $mu)), log(1000.0), log(1.35), 0.3];
        $belief = [[log($mu), 0.15], [log(6.0 * $mu), 0.8], null, [log(1.38), 0.06], [0.3, 0.3]];
        $start[2] += log(max(self::triodeOf($start)->plate($first->plateVolts, $first->gridVolts ?? 0.0)[0], 1e-9) / $first->plateAmperes);
        $fit = LeastSquares::fit(static function (array $p) use ($points, $belief): array {
            $r = self::beliefs($p, $belief);
            $model = self::triodeOf($p);
            foreach ($points as $point) {
                [$current, $byPlate, $byGrid] = $model->plate($point->plateVolts, $point->gridVolts ?? 0.0);
                array_push($r, self::off($current, $point->plateAmperes, 0.02), self::off($byGrid, $point->transconductanceSiemens, 0.05), self::off($byPlate, null === $point->plateResistanceOhms ? null : 1 / $point->plateResistanceOhms, 0.08));
            }

            return $r;
        }, $start, null, 200)['parameters'];

        return ['mu' => exp($fit[0]), 'exponent' => exp($fit[3]), 'kg' => exp($fit[2]), 'kp' => exp($fit[1]), 'kvb' => 300.0, 'contactVolts' => self::held($fit[4])];
    }

    /**
     * @param list<HandbookPoint>  $points    only those to fit
     * @param list<FullDrivePoint> $fullDrive likewise
     * @param float                $mu        amplification of grid against screen, as the handbook gives it
     * @param float                $fall      how the screen's share falls: beam tube or pentode
     * @param float                $knee      as its family has it; only pairs at full drive say more
     * @param float                $bend      likewise
     *
     * @return array<string, float> parameters as the data file names them, without the grid's
     */
    public static function pentode(array $points, array $fullDrive, float $mu, float $fall, float $knee, float $bend): array
    {
        $first = $points[0];
        $screen = $first->screenVolts ?? 250.0;
        $start = [log($mu), log(5.0 * $mu), log(1000.0), log(1.35), log(0.01), log(0.08), $fall, 0.0, log($knee), log($bend)];
        $belief = [[log($mu), 0.15], [log(5.0 * $mu), 0.4], null, [log(1.38), 0.06], [log(0.01), 1.0], null, [$fall, 0.2 + 0.3 * $fall], [0.0, 0.4], [log($knee), 0.35], [log($bend), 0.25]];
        $start[2] += log(max(self::pentodeOf($start)->plateAndScreen($first->plateVolts, $first->gridVolts ?? 0.0, $screen)[0], 1e-9) / $first->plateAmperes);
        $fit = LeastSquares::fit(static function (array $p) use ($points, $fullDrive, $belief): array {
            $r = self::beliefs($p, $belief);
            $model = self::pentodeOf($p);
            foreach ($points as $point) {
                [$plate, $byPlate, $byGrid, , $screenCurrent] = $model->plateAndScreen($point->plateVolts, $point->gridVolts ?? 0.0, $point->screenVolts ?? 0.0);
                array_push($r, self::off($plate, $point->plateAmperes, 0.02), self::off($byGrid, $point->transconductanceSiemens, 0.05), self::off($byPlate, null === $point->plateResistanceOhms ? null : 1 / $point->plateResistanceOhms, 0.25), self::off($screenCurrent, $point->screenAmperes, 0.08));
            }
            foreach ($fullDrive as $point) {
                [$plate, $screenCurrent] = PushPullDrive::of($model, $point->plateVolts, $point->screenVolts, $point->screenOhms, $point->gridVolts, $point->loadOhms, -$point->gridVolts);
                array_push($r, self::off($plate, $point->plateAmperes, 0.05), self::off($screenCurrent, $point->screenAmperes, 0.10));
            }

            return $r;
        }, $start, null, 200)['parameters'];
        $model = self::pentodeOf($fit);

        return ['mu' => $model->mu, 'exponent' => $model->exponent, 'kg' => $model->kg, 'kp' => $model->kp, 'reach' => $model->reach, 'share' => $model->share, 'fall' => $model->fall, 'knee' => $model->knee, 'bend' => $model->bend, 'contactVolts' => $model->contactVolts];
    }

    /** @param list<float> $p as the fit walks: logarithms but for the contact potential */
    private static function triodeOf(array $p): TriodeModel
    {
        return new TriodeModel(exp($p[0]), exp($p[3]), exp($p[2]), exp($p[1]), 300.0, self::held($p[4]), new GridCurrent(1e-3));
    }

    /** @param list<float> $p likewise, but for the fall of the screen's share */
    private static function pentodeOf(array $p): PentodeModel
    {
        return new PentodeModel(exp($p[0]), exp($p[3]), exp($p[2]), exp($p[1]), exp(min($p[4], log(0.3))), exp(min($p[5], log(0.35))), max(0.0, min(1.9, $p[6])), exp($p[8]), exp($p[9]), self::held($p[7]), new GridCurrent(1e-3));
    }

    /** A contact potential stays one: under two volts. */
    private static function held(float $volts): float
    {
        return max(-1.9, min(1.9, $volts));
    }

    private static function off(float $found, ?float $wanted, float $share): float
    {
        return null === $wanted ? 0.0 : log(max($found, 1e-12) / $wanted) / $share;
    }

    /**
     * @param list<float>                    $p
     * @param list<array{float, float}|null> $belief centre and standard deviation
     *
     * @return list<float>
     */
    private static function beliefs(array $p, array $belief): array
    {
        $r = [];
        foreach ($belief as $k => $believed) {
            $r[] = null === $believed ? 0.0 : ($p[$k] - $believed[0]) / $believed[1];
        }

        return $r;
    }
}
