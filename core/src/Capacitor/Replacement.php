<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Quantity\ESeries;

/** What to fit in place of a capacitor: value, rating, or a stack with its balancing resistors (CAP-9). */
final class Replacement
{
    /** Rated volts that are made, from memory. */
    public const RATINGS = [
        'electrolytic' => [6.3, 10.0, 16.0, 25.0, 35.0, 50.0, 63.0, 100.0, 160.0, 200.0, 250.0, 350.0, 400.0, 450.0, 500.0, 550.0],
        'film' => [63.0, 100.0, 160.0, 250.0, 400.0, 630.0, 1000.0, 1600.0],
    ];
    /** Headroom over the worst case (our choice). */
    private const HEADROOM = 1.05;
    /** Two stacked sections share unequally by leakage and tolerance: each is rated for this share of the whole (common practice). */
    private const STACK_SHARE = 0.6;
    /** A balancing resistor carries this many times the leakage limit (common practice). */
    private const BALANCING = 10.0;

    /**
     * @return array{farads: float, ratedVolts: float|null, limitedBy: string|null, stack: array{each: float, ratedVolts: float, balancingOhms: float, balancingWatts: float, shareVolts: float}|null, reasons: list<string>}
     */
    public static function propose(DrawnCapacitor $drawn): array
    {
        $kind = $drawn->kind();
        $reasons = ['at-least-the-old'];
        $series = CapacitorKind::Electrolytic === $kind ? ESeries::E6 : ESeries::E12;
        $farads = $series->holds($drawn->farads) ? $drawn->farads : $series->atLeast($drawn->farads);
        $limitedBy = null;
        if (null !== $drawn->rectifierFarads && $farads > $drawn->rectifierFarads * (1 + 1e-9)) {
            $farads = max($series->atMost($drawn->rectifierFarads), min($drawn->farads, $drawn->rectifierFarads));
            $limitedBy = $drawn->rectifierTube;
            $reasons[] = 'rectifier-limits';
        }
        // At least the old rating, and more where the worst case asks for it.
        $least = max(self::HEADROOM * abs($drawn->worstVolts ?? 0.0), $drawn->ratedVolts ?? 0.0);
        foreach (self::RATINGS[$kind->value] as $volts) {
            if ($volts >= $least && $least > 0.0) {
                return ['farads' => $farads, 'ratedVolts' => $volts, 'limitedBy' => $limitedBy, 'stack' => null, 'reasons' => $reasons];
            }
        }
        if ($least <= 0.0) {
            return ['farads' => $farads, 'ratedVolts' => null, 'limitedBy' => $limitedBy, 'stack' => null, 'reasons' => [...$reasons, 'rating-unknown']];
        }

        return ['farads' => $farads, 'ratedVolts' => null, 'limitedBy' => $limitedBy, 'stack' => self::stack($farads, $least), 'reasons' => [...$reasons, 'stack-of-two']];
    }

    /**
     * Two equal capacitors in series with a resistor across each.
     *
     * @param float $volts across both at the worst
     *
     * @return array{each: float, ratedVolts: float, balancingOhms: float, balancingWatts: float, shareVolts: float}
     */
    public static function stack(float $farads, float $volts): array
    {
        $each = ESeries::E6->atLeast(2 * $farads);
        $share = self::STACK_SHARE * $volts;
        $rated = self::RATINGS['electrolytic'][\count(self::RATINGS['electrolytic']) - 1];
        foreach (self::RATINGS['electrolytic'] as $candidate) {
            if ($candidate >= $share) {
                $rated = $candidate;
                break;
            }
        }
        $ohms = ESeries::E12->atMost($volts / 2 / (self::BALANCING * Leakage::LongLife->limitAmperes($each, $rated)));

        return ['each' => $each, 'ratedVolts' => $rated, 'balancingOhms' => $ohms, 'balancingWatts' => ($volts / 2) ** 2 / $ohms, 'shareVolts' => $volts / 2];
    }
}
