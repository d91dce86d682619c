<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/**
 * Plate and grid current of a triode.
 *
 * N. Koren, "Improved vacuum tube models for SPICE simulations", Glass Audio 8 (1996), no. 5:
 * E = Vp/Kp · ln(1 + exp(Kp(1/µ + Vg/√(Kvb + Vp²)))), Ip = 2·Eˣ/Kg. Volts against the cathode, amperes. To Vg a contact
 * potential is added, without which the equation has no current left at a high-µ triode's low plate volts (our choice).
 */
final readonly class TriodeModel
{
    public function __construct(public float $mu, public float $exponent, public float $kg, public float $kp, public float $kvb, public float $contactVolts, public GridCurrent $grid)
    {
    }

    /** @return array{float, float, float} plate amperes, its slope by plate volts, its slope by grid volts (siemens) */
    public function plate(float $plateVolts, float $gridVolts): array
    {
        if ($plateVolts <= 0.0) {
            return [0.0, 0.0, 0.0];
        }
        $gridVolts += $this->contactVolts;
        $square = $this->kvb + $plateVolts * $plateVolts;
        $root = sqrt($square);
        $z = $this->kp * (1.0 / $this->mu + $gridVolts / $root);
        [$soft, $slope] = Softplus::at($z);
        $drive = $plateVolts * $soft / $this->kp;
        $power = 2.0 * $drive ** $this->exponent / $this->kg;
        $byDrive = $drive > 0.0 ? $this->exponent * $power / $drive : 0.0;

        return [
            $power,
            $byDrive * ($soft / $this->kp - $plateVolts * $plateVolts * $gridVolts * $slope / ($square * $root)),
            $byDrive * $plateVolts * $slope / $root,
        ];
    }
}
