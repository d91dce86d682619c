<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** The two families of fuse links that do not mean the same by their amperes (FUSE-1). */
enum FuseFamily: string
{
    /** IEC 60127: carries 1.5 times its rating for an hour (from memory). */
    case Iec = 'iec-60127';
    /** UL 248-14: used to three quarters of its rating (from memory). */
    case Ul = 'ul-248-14';

    /** An IEC value is about this share of the UL value that does the same (FUSE-1, from memory). */
    public const IEC_PER_UL = 0.75;

    /** @return list<float> preferred amperes, from memory */
    public function values(): array
    {
        return match ($this) {
            self::Iec => [0.032, 0.04, 0.05, 0.063, 0.08, 0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1.0, 1.25, 1.6, 2.0, 2.5, 3.15, 4.0, 5.0, 6.3, 8.0, 10.0],
            self::Ul => [0.1, 0.125, 0.25, 0.375, 0.5, 0.75, 1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0],
        };
    }

    /** The preferred value nearest by ratio; on a tie the lower (FUSE-1). */
    public function nearest(float $amperes): float
    {
        $best = $this->values()[0];
        foreach ($this->values() as $value) {
            if (abs(log($value / $amperes)) < abs(log($best / $amperes)) - 1e-9) {
                $best = $value;
            }
        }

        return $best;
    }

    /** This family's amperes as the amperes of IEC 60127 that do the same. */
    public function asIec(float $amperes): float
    {
        return self::Iec === $this ? $amperes : self::IEC_PER_UL * $amperes;
    }
}
