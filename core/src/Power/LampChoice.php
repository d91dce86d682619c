<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Supply\Lamp;

/** What a lamp in the mains lead lets through: to the healthy amplifier, and to one whose supply is a short. */
final readonly class LampChoice
{
    /**
     * @param float|null $healthyInletVolts that are left for the amplifier; null where no circuit says
     * @param float|null $healthyShare      of its volts that the lamp is given then
     * @param float      $shortAmperes      that it lets through into a short
     * @param float      $shortWatts        that such a short takes at most: half of the way, by the lamp’s own law
     */
    private function __construct(public float $watts, public float $ratedVolts, public ?float $healthyInletVolts, public ?float $healthyShare, public float $shortAmperes, public float $shortWatts)
    {
    }

    /** @param float|null $healthyAmperes RMS that the amplifier takes at the mains behind this lamp */
    public static function of(float $watts, float $ratedVolts, float $mainsVolts, ?float $healthyAmperes): self
    {
        $short = self::through($watts, $ratedVolts, $mainsVolts);
        $most = 0.0;
        for ($share = 0.05; $share < 1.0; $share += 0.05) {
            $amperes = self::through($watts, $ratedVolts, $mainsVolts * (1.0 - $share));
            $most = max($most, $amperes * $mainsVolts * $share);
        }
        $drop = null === $healthyAmperes ? null : $healthyAmperes * Lamp::ohms($watts, $ratedVolts, $healthyAmperes);

        return new self($watts, $ratedVolts, null === $drop ? null : max(0.0, $mainsVolts - $drop), null === $drop ? null : $drop / $ratedVolts, $short, $most);
    }

    /** Amperes at these volts across the lamp: I ≈ I0·(V/V0)^0.55, and no more than a cold filament lets through. */
    public static function through(float $watts, float $ratedVolts, float $volts): float
    {
        $low = 0.0;
        $high = 20.0 * $watts / $ratedVolts;
        for ($i = 0; $i < 60; ++$i) {
            $middle = ($low + $high) / 2;
            if ($middle * Lamp::ohms($watts, $ratedVolts, $middle) > $volts) {
                $high = $middle;
            } else {
                $low = $middle;
            }
        }

        return $low;
    }

    /** @return array<string, float|string|null> */
    public function toArray(): array
    {
        return [
            'watts' => $this->watts, 'ratedVolts' => $this->ratedVolts, 'healthyInletVolts' => $this->healthyInletVolts, 'light' => null === $this->healthyShare ? null : LampLight::of($this->healthyShare)->value,
            'shortAmperes' => $this->shortAmperes, 'shortWatts' => $this->shortWatts,
        ];
    }
}
