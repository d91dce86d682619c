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
    public const TUBE = 0.07;

    /** Volts and resistance of a winding as somebody drew or measured them. */
    public const WINDING_VOLTS = 0.06;
    public const WINDING_OHMS = 0.10;

    /** Copper of chokes and output transformers. */
    public const COPPER = 0.03;

    /** A part lies rectangular over half of its marked tolerance, as makers select. */
    public static function part(Netlist $netlist, string $id): float
    {
        $part = $netlist->find($id);

        return match (true) {
            $part instanceof Resistor => $part->tolerancePercent / 200.0 / sqrt(3.0),
            $part instanceof Potentiometer => 0.20 / 2.0 / sqrt(3.0),
            default => self::COPPER,
        };
    }
}
