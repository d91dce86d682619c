<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;

/** How far real units lie from the drawing, as standard deviations of relative values (our choice throughout). */
final class Spread
{
    /** Tubes of one type: rectangular over ± 12 % of plate current at the same volts. */
    private const TUBE = 0.07;

    /** Volts and resistance of a winding as somebody drew or measured them. */
    private const WINDING_VOLTS = 0.06;
    private const WINDING_OHMS = 0.10;

    /** Copper of chokes and output transformers. */
    private const COPPER = 0.03;

    /**
     * @param string $kind windingVolts, windingOhms, tubes or parts
     * @param string $id   as the adjoint names it
     */
    public static function of(Netlist $netlist, string $kind, string $id): float
    {
        return match ($kind) {
            'windingVolts' => self::WINDING_VOLTS,
            'windingOhms' => self::WINDING_OHMS,
            'tubes' => self::TUBE,
            // Leaks and ideal sources are no parts that have a tolerance.
            default => str_ends_with($id, 'leak') || 'anchor' === $id ? 0.0 : self::part($netlist, $id),
        };
    }

    /** A part lies rectangular over half of its marked tolerance, as makers select. */
    private static function part(Netlist $netlist, string $id): float
    {
        $part = $netlist->find($id);

        return match (true) {
            $part instanceof Resistor => $part->tolerancePercent / 200.0 / sqrt(3.0),
            $part instanceof Potentiometer => 0.20 / 2.0 / sqrt(3.0),
            default => self::COPPER,
        };
    }
}
