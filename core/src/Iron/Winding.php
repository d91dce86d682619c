<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

/** What volts, amperes and ohms say of one winding or choke (IRON-5, IRON-8 to IRON-10). */
final class Winding
{
    /** Inferred zero-resistance temperature of copper, °C (IEC 61558-1, from memory; IEC 60034-1 uses 235). */
    public const COPPER_CELSIUS = 234.5;

    /** The hot spot lies above the mean by up to this, K (IRON-8, common practice). */
    public const HOT_SPOT_KELVIN = 15.0;

    /** Highest temperature by insulation class, °C (IEC 60085, from memory). */
    public const CLASSES_CELSIUS = ['A' => 105.0, 'E' => 120.0, 'B' => 130.0, 'F' => 155.0, 'H' => 180.0];

    /** Nominal impedance of a moving-coil speaker over its DC resistance, lowest and highest (common practice). */
    public const SPEAKER_FACTORS = [1.1, 1.3];

    /** Reactance in ohms, the resistance of the wire taken out: √((V/I)² − R²). */
    public static function reactance(float $volts, float $amperes, float $wireOhms = 0.0): float
    {
        return sqrt(max(0.0, ($volts / $amperes) ** 2 - $wireOhms ** 2));
    }

    /** Inductance in henries. */
    public static function henries(float $volts, float $amperes, float $hertz, float $wireOhms = 0.0): float
    {
        return self::reactance($volts, $amperes, $wireOhms) / (2 * \M_PI * $hertz);
    }

    /**
     * Mean temperature of a copper winding, °C: `(R2/R1)(234.5 + T1) − 234.5`.
     *
     * @param float $coldOhms at $coldCelsius
     */
    public static function celsius(float $coldOhms, float $coldCelsius, float $hotOhms): float
    {
        return $hotOhms / $coldOhms * (self::COPPER_CELSIUS + $coldCelsius) - self::COPPER_CELSIUS;
    }

    /** How much longer (above one) or shorter insulation lasts for so many kelvins under its class: a factor of two for each 10 K (Montsinger 1930, from memory). */
    public static function lifeFactor(float $kelvinsUnder): float
    {
        return 2.0 ** ($kelvinsUnder / 10.0);
    }

    /** @return array{float, float} lowest and highest likely nominal impedance, ohms */
    public static function speakerNominal(float $dcOhms): array
    {
        return [self::SPEAKER_FACTORS[0] * $dcOhms, self::SPEAKER_FACTORS[1] * $dcOhms];
    }
}
