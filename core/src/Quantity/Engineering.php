<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** Figures as people write them: prefix in steps of a thousand, no more digits than are known. */
final class Engineering
{
    private const PREFIXES = [9 => 'G', 6 => 'M', 3 => 'k', 0 => '', -3 => 'm', -6 => 'µ', -9 => 'n', -12 => 'p'];

    /**
     * @param float $resolution worth of the last known digit, in the same unit as $value; 0 for three significant digits
     */
    public static function text(float $value, string $unit, float $resolution = 0.0): string
    {
        $size = 0.0 === $value ? $resolution : abs($value);
        $exponent = $size > 0.0 ? (int) floor(log10($size * (1 + 1e-12))) : 0;
        $step = 0.0 === $value ? 0 : max(-12, min(9, 3 * intdiv($exponent - ($exponent < 0 ? 2 : 0), 3)));
        if ($resolution <= 0.0) {
            $resolution = 0.0 === $value ? 1.0 : 10.0 ** ($exponent - 2);
        }
        // Ohms are read in ohms down to a milliohm: 0.4 Ω, 0.035 Ω, as a meter has them.
        $step = 'Ω' === $unit && -3 === $step ? 0 : $step;
        $decimals = max(0, min(9, -(int) round(log10($resolution) - $step)));

        return self::minus(number_format($value / 10.0 ** $step, $decimals, '.', '')).('' === $unit && 0 === $step ? '' : ' '.self::PREFIXES[$step].$unit);
    }

    /** Volts, amperes and so on without changing the prefix: “412”, “−38.5”, rounded to the resolution. */
    public static function plain(float $value, float $resolution): string
    {
        $decimals = $resolution > 0.0 ? max(0, min(6, -(int) floor(log10($resolution * (1 + 1e-9))))) : 0;

        return self::minus(number_format($value, $decimals, '.', ''));
    }

    /** Three significant digits' worth: the resolution for an expected value. */
    public static function threeDigits(float $value): float
    {
        return 0.0 === $value ? 0.1 : min(1.0, 10.0 ** (floor(log10(abs($value) * (1 + 1e-12))) - 2));
    }

    /** Two significant digits' worth: the resolution of a value out of a preferred series; $value above zero. */
    public static function twoDigits(float $value): float
    {
        return 10.0 ** (floor(log10($value) + 1e-9) - 1);
    }

    private static function minus(string $digits): string
    {
        $unsigned = ltrim($digits, '-');

        return str_starts_with($digits, '-') && '' !== trim($unsigned, '0.') ? '−'.$unsigned : $unsigned;
    }
}
