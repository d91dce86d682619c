<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** One plate of a rectifier tube: I = K·V^1.5 (the 3/2-power law of Child and Langmuir), nothing backwards. */
final readonly class RectifierModel
{
    /** Below this a rectifier's current is no current, amperes. */
    private const STRAIGHT_AMPERES = 1e-6;

    /** Shares of the heater's volts below which a cathode gives nothing, and from which on all (PWR-1: some 40 to 50 % mains; our choice). */
    private const COLD = 0.4;
    private const WARM = 0.7;
    /** What a cold cathode still counts as, so that every law stays one. */
    private const LEAST_SHARE = 1e-9;

    /** @param float $perveance K, amperes at one volt */
    public function __construct(public float $perveance)
    {
    }

    /** Share of its perveance that a cathode gives at this share of its heater's volts: nothing while cold, then smoothly all of it. */
    public static function warmth(float $heaterShare): float
    {
        $x = min(1.0, max(0.0, ($heaterShare - self::COLD) / (self::WARM - self::COLD)));

        return max(self::LEAST_SHARE, $x * $x * (3.0 - 2.0 * $x));
    }

    /**
     * Current through the plate and a resistance in series, from the volts across both.
     *
     * i = K(u − iR)^1.5 has one root: with y = √(u − iR) it is the cubic K·R·y³ + y² = u, solved in closed form.
     *
     * @return array{float, float} amperes and its slope by the volts, siemens
     */
    public function through(float $volts, float $seriesOhms): array
    {
        if ($volts <= 0.0) {
            return [0.0, 0.0];
        }
        $y = $this->root($volts, $this->perveance * $seriesOhms);
        $current = $this->perveance * $y ** 3;
        $slope = 1.5 * $this->perveance * $y;

        return [$current, $slope / (1.0 + $slope * $seriesOhms)];
    }

    /** Volts across the plate at a current; a straight line through zero below a microampere, so that it may be followed backwards. */
    public function dropAt(float $amperes): float
    {
        $least = self::STRAIGHT_AMPERES;

        return $amperes > $least ? ($amperes / $this->perveance) ** (2.0 / 3.0) : $amperes / $least * ($least / $this->perveance) ** (2.0 / 3.0);
    }

    /** Slope of the current by the volts, siemens, at a current. */
    public function slopeAt(float $amperes): float
    {
        return 1.5 * $this->perveance ** (2.0 / 3.0) * max(self::STRAIGHT_AMPERES, $amperes) ** (1.0 / 3.0);
    }

    /** The positive root of c·y³ + y² = u. */
    private function root(float $u, float $c): float
    {
        if ($c * sqrt($u) < 1e-6) {
            return sqrt($u / (1.0 + $c * sqrt($u)));
        }
        $third = 1.0 / (3.0 * $c);
        $half = $u / (2.0 * $c) - $third ** 3;
        $inside = $half * $half - $third ** 6;
        if ($inside >= 0.0) {
            $a = ($half + sqrt($inside)) ** (1.0 / 3.0);
            $y = $a + $third * $third / $a - $third;
        } else {
            $y = 2.0 * $third * cos(acos($half / $third ** 3) / 3.0) - $third;
        }
        for ($i = 0; $i < 2; ++$i) {
            $y -= ($c * $y ** 3 + $y * $y - $u) / (3.0 * $c * $y * $y + 2.0 * $y);
        }

        return $y;
    }
}
