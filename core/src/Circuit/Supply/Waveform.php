<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** One rectifier over a whole period of the mains, in its periodic steady state. */
final readonly class Waveform
{
    /**
     * @param array<int, float> $amperes         into the output, at equal steps
     * @param float             $peakToPeakVolts across the output
     */
    public function __construct(public array $amperes, public float $peakToPeakVolts)
    {
    }

    /**
     * Fourier component of the current: amplitude times e^(jφ), as real and imaginary part.
     *
     * @param int $order 1 for the mains frequency
     *
     * @return array{float, float} amperes, peak
     */
    public function harmonic(int $order): array
    {
        $count = \count($this->amperes);
        $re = $im = 0.0;
        foreach ($this->amperes as $i => $amperes) {
            $angle = 2.0 * \M_PI * $order * $i / $count;
            $re += $amperes * cos($angle);
            $im -= $amperes * sin($angle);
        }

        return [2.0 * $re / $count, 2.0 * $im / $count];
    }
}
