<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/**
 * Plate, screen and grid current of a pentode or beam tetrode.
 *
 * The current that leaves the cathode follows Koren (1996) with the screen in the place of the plate; the plate reaches
 * through by a small share: U = Vs + λ·Vp, E = U/Kp · ln(1 + exp(Kp(1/µ + Vg/U))), Ik = 2·Eˣ/Kg. Koren's screen current does not
 * depend on the plate; here Ik is divided (our choice, after the shape of the handbooks' curves). With r = Vp/Vs the screen's
 * share is b + (1 − b)·exp(−(r/k)^m), b = s·(1.3/(r + 0.3))^q: all of it where the plate has no volts, less and less above the
 * knee. Volts against the cathode; to Vg a contact potential is added.
 * A screen near zero volts pulls less and less, smoothly: Vs becomes S = w·ln(1 + exp(Vs/w)), and it takes 1 − exp(−S/w) of its
 * share; what it does not take falls back onto the cathode (our choice).
 */
final readonly class PentodeModel
{
    /** Width of the bend in which a screen's pull ends around zero volts, volts: initial velocities (our choice). */
    public const SCREEN_KNEE_VOLTS = 0.5;

    /** Exponent from which on nothing is left of the knee. */
    private const LEAST_BELOW = 50.0;
    /** Keeps the share finite at low plate volts. */
    private const RATIO_FLOOR = 0.3;

    /**
     * @param float $reach share λ of the plate volts that act like screen volts
     * @param float $share s: screen share of the cathode current where plate and screen volts are equal
     * @param float $fall  q: how it falls with higher plate volts; near 1 for beam tubes, small for pentodes
     * @param float $knee  k: plate volts at the knee as share of the screen volts
     * @param float $bend  m: sharpness of the knee
     */
    public function __construct(
        public float $mu,
        public float $exponent,
        public float $kg,
        public float $kp,
        public float $reach,
        public float $share,
        public float $fall,
        public float $knee,
        public float $bend,
        public float $contactVolts,
        public GridCurrent $grid,
    ) {
    }

    /**
     * @return array{float, float, float, float, float, float, float, float} plate amperes and its slopes by plate, grid and screen
     *                                                                       volts (siemens); then screen amperes and its slopes, in the same order
     */
    public function plateAndScreen(float $plateVolts, float $gridVolts, float $screenVolts): array
    {
        [$pull, $pullSlope] = Softplus::at($screenVolts / self::SCREEN_KNEE_VOLTS);
        $screenVolts = self::SCREEN_KNEE_VOLTS * $pull;
        $gridVolts += $this->contactVolts;
        $above = $plateVolts > 0.0 ? $plateVolts : 0.0;
        $u = $screenVolts + $this->reach * $above;
        $z = $this->kp * (1.0 / $this->mu + $gridVolts / $u);
        [$soft, $slope] = Softplus::at($z);
        $drive = $u * $soft / $this->kp;
        $cathode = 2.0 * $drive ** $this->exponent / $this->kg;
        $byDrive = $drive > 0.0 ? $this->exponent * $cathode / $drive : 0.0;
        $byU = $byDrive * ($soft / $this->kp - $gridVolts * $slope / $u);
        $byGrid = $byDrive * $slope;
        $ratio = $above / $screenVolts;
        $base = $this->share * ((1.0 + self::RATIO_FLOOR) / ($ratio + self::RATIO_FLOOR)) ** $this->fall;
        $x = $ratio / $this->knee;
        $bent = $x ** $this->bend;
        $below = $bent < self::LEAST_BELOW ? exp(-$bent) : 0.0;
        $share = $base + (1.0 - $base) * $below;
        $byRatio = -$this->fall * $base / ($ratio + self::RATIO_FLOOR) * (1.0 - $below) - ($x > 0.0 && $below > 0.0 ? (1.0 - $base) * $below * $this->bend * $bent / $ratio : 0.0);
        $lost = exp(-$screenVolts / self::SCREEN_KNEE_VOLTS);
        $taken = -expm1(-$screenVolts / self::SCREEN_KNEE_VOLTS);
        $shareByPlate = $above > 0.0 ? $byRatio / $screenVolts : 0.0;
        $shareByScreen = -$byRatio * $ratio / $screenVolts;
        $byPlate = $above > 0.0 ? $this->reach * $byU : 0.0;

        return [
            $cathode * (1.0 - $share),
            $byPlate * (1.0 - $share) - $cathode * $shareByPlate,
            $byGrid * (1.0 - $share),
            $pullSlope * ($byU * (1.0 - $share) - $cathode * $shareByScreen),
            $taken * $cathode * $share,
            $taken * ($byPlate * $share + $cathode * $shareByPlate),
            $taken * $byGrid * $share,
            $pullSlope * ($taken * ($byU * $share + $cathode * $shareByScreen) + $lost * $cathode * $share / self::SCREEN_KNEE_VOLTS),
        ];
    }
}
