<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

/** What a bench multimeter of the stand measures, with its ranges and how good it is (invented, as the instruments are). */
enum MeterFunction: string
{
    case DcVolts = 'VOLT:DC';
    case AcVolts = 'VOLT:AC';
    case DcAmperes = 'CURR:DC';
    case Ohms = 'RES';

    /** @return list<float> full scales, smallest first */
    public function ranges(): array
    {
        return match ($this) {
            self::DcVolts => [0.2, 2.0, 20.0, 200.0, 1000.0],
            self::AcVolts => [0.2, 2.0, 20.0, 200.0, 750.0],
            self::DcAmperes => [0.02, 0.2, 0.4],
            self::Ohms => [200.0, 2e3, 20e3, 200e3, 2e6, 20e6, 100e6],
        };
    }

    /** Worth of the last digit, as a share of the range. */
    public function digit(): float
    {
        return 2.5e-5;
    }

    /** Half-width of the gain error, as a share; meters differ by what they are multiplied with. */
    public function accuracy(): float
    {
        return match ($this) {
            self::DcVolts => 0.0005,
            self::AcVolts => 0.005,
            self::DcAmperes => 0.002,
            self::Ohms => 0.001,
        };
    }
}
