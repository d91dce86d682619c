<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** What an electrolytic may leak at its rated voltage, 20 °C, after five minutes (CAP-3; form of IEC 60384-4, from memory). */
enum Leakage: string
{
    case LongLife = 'long-life';
    case General = 'general';

    /** Minutes at rated voltage after which the limit holds. */
    public const MINUTES = 5.0;

    /**
     * @param float $farads nominal
     * @param float $volts  rated
     *
     * @return float amperes
     */
    public function limitAmperes(float $farads, float $volts): float
    {
        $cu = $farads * 1e6 * $volts;
        [$share, $least, $slope, $base] = match ($this) {
            self::LongLife => [0.01, 1.0, 0.006, 4.0],
            self::General => [0.05, 5.0, 0.03, 20.0],
        };

        return 1e-6 * ($cu <= 1000.0 ? max($least, $share * $cu) : $slope * $cu + $base);
    }
}
