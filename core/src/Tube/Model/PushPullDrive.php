<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/**
 * A push-pull pair driven by a sine into a resistive load through an ideal transformer.
 *
 * Each plate stands at V ∓ x; the difference of the plate currents flows in a quarter of the plate-to-plate load:
 * i(V − x) − i(V + x) = 4·x/Raa. Screens stand on a stiff supply less the drop of their mean current in the lead that they share.
 */
final class PushPullDrive
{
    /** Instants over half a period; the other half is its mirror. */
    private const INSTANTS = 24;
    private const BISECTIONS = 36;
    private const SCREEN_ROUNDS = 5;

    /**
     * @param float $screenOhms in the lead that both screens share
     * @param float $gridVolts  bias
     * @param float $peakVolts  of the drive at each grid
     *
     * @return array{float, float, float} mean plate and screen amperes of each tube, watts in the load
     */
    public static function of(PentodeModel $model, float $plateVolts, float $screenVolts, float $screenOhms, float $gridVolts, float $loadOhms, float $peakVolts): array
    {
        $screen = $screenVolts;
        $means = [0.0, 0.0, 0.0];
        for ($round = 0; $round < self::SCREEN_ROUNDS; ++$round) {
            $means = self::means($model, $plateVolts, $screen, $gridVolts, $loadOhms, $peakVolts);
            if (0.0 === $screenOhms) {
                break;
            }
            $screen = 0.5 * ($screen + $screenVolts - $screenOhms * 2.0 * $means[1]);
        }

        return $means;
    }

    /** @return array{float, float, float} */
    private static function means(PentodeModel $model, float $plateVolts, float $screenVolts, float $gridVolts, float $loadOhms, float $peakVolts): array
    {
        $plate = $screen = $watts = 0.0;
        for ($n = 0; $n < self::INSTANTS; ++$n) {
            $drive = $peakVolts * sin(\M_PI_2 * ($n + 0.5) / self::INSTANTS);
            [$up, $down] = [$gridVolts + $drive, $gridVolts - $drive];
            $low = 0.0;
            $high = $plateVolts;
            for ($i = 0; $i < self::BISECTIONS; ++$i) {
                $x = 0.5 * ($low + $high);
                $rest = $model->plateAndScreen($plateVolts - $x, $up, $screenVolts)[0] - $model->plateAndScreen($plateVolts + $x, $down, $screenVolts)[0] - 4.0 * $x / $loadOhms;
                [$low, $high] = $rest > 0.0 ? [$x, $high] : [$low, $x];
            }
            $x = 0.5 * ($low + $high);
            // Over the whole period each tube is once this one and once that one.
            $a = $model->plateAndScreen($plateVolts - $x, $up, $screenVolts);
            $b = $model->plateAndScreen($plateVolts + $x, $down, $screenVolts);
            $plate += 0.5 * ($a[0] + $b[0]) / self::INSTANTS;
            $screen += 0.5 * ($a[4] + $b[4]) / self::INSTANTS;
            $watts += 4.0 * $x * $x / $loadOhms / self::INSTANTS;
        }

        return [$plate, $screen, $watts];
    }
}
