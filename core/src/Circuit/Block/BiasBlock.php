<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Netlist;

/** A negative supply for fixed bias: its own rectifier, a dropper, perhaps a trim, a shunt to chassis. */
final class BiasBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $first = $f->string('out', 20);
        $node = $f->string('node', 20);
        $reservoirs = $in->capacitors('reservoirs', $id.'/reservoir', Netlist::CHASSIS, $first);
        $rectifier = new Rectifier(
            $id,
            $f->string('winding', 24),
            RectifierKind::HalfWave,
            Netlist::CHASSIS,
            $first,
            null,
            $f->optionalNumber('dropVolts', 0, 60) ?? Rectifier::SILICON_VOLTS,
            null,
            $f->optionalNumber('share', 0.01, 1) ?? 1.0,
            $f->optionalNumber('seriesOhms', 0, 1e6) ?? 0.0,
            array_map(static fn (Capacitor $c): string => $c->id, $reservoirs),
            reversed: true,
        );
        $hasTrim = $in->has('trim');
        $top = $hasTrim ? $id.'/top' : $node;
        $bottom = $hasTrim ? $id.'/bottom' : $node;
        $dropper = $in->resistor('dropper', $id.'/dropper', $first, $top);
        $trim = $in->optionalControl('trim', $id.'/trim', $top, $node, $bottom);
        $shunt = $in->optionalResistor('shunt', $id.'/shunt', $bottom, Netlist::CHASSIS);
        $capacitors = $in->capacitors('capacitors', $id.'/C', Netlist::CHASSIS, $node);
        $elements = [$rectifier, ...$reservoirs, $dropper, ...array_filter([$trim, $shunt]), ...$capacitors];

        return new ExpandedBlock($f->path, 'bias', $id, $elements, [
            new Rail($first, 'bias reservoir', null, null),
            new Rail($node, 'bias', $first, $dropper->id),
        ], from: [$rectifier->winding], gives: [$node]);
    }
}
