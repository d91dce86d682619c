<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Codec\Fields;

/** A part that belongs to no block: drawn on its own, or read in from a netlist. */
final class LooseElement
{
    public static function expand(BlockFields $in): Element
    {
        $f = $in->fields;
        $id = $f->string('id', 20);
        $kind = $f->string('kind', 20);
        if ('tube' === $kind) {
            $places = [];
            $fields = $f->optionalObject('places');
            foreach ($fields?->names() ?? [] as $electrode) {
                $places[$electrode] = $fields?->string($electrode, 40) ?? '';
            }

            return new Tube($id, $f->string('type', 20), $places);
        }
        if ('coupled-windings' === $kind) {
            $windings = [];
            foreach ($f->objects('windings', 12) as $winding) {
                [$a, $b] = self::ends($winding);
                $windings[] = new Winding($winding->string('id', 20), $a, $b, $winding->positive('henries'), $winding->optionalPositive('ohms') ?? 0.01);
                $winding->done();
            }

            return new CoupledWindings($id, $windings, $f->optionalNumber('coupling', 0.01, 0.999999) ?? 0.9995);
        }
        if (\in_array($kind, ['mains-transformer', 'rectifier', 'heaters', 'series-capacitor'], true)) {
            return LooseSupply::expand($f, $kind, $id);
        }
        [$a, $b] = self::ends($f);

        return match ($kind) {
            'resistor' => new Resistor($id, $a, $b, self::ohms($in), $f->optionalNumber('tolerancePercent', 0, 50) ?? 10.0, $f->optionalPositive('watts')),
            'capacitor' => new Capacitor($id, $a, $b, $f->positive('farads'), $f->optionalPositive('ratedVolts')),
            'control' => new Potentiometer($id, $a, $f->string('wiper', 40), $b, $f->number('ohms', 1, BlockFields::MOST_OHMS), $f->optionalNumber('setting', 0, 1) ?? 0.5),
            'choke' => new Inductor($id, $a, $b, $f->positive('henries'), $f->optionalPositive('ohms') ?? 0.01),
            'wire' => new Wire($id, $a, $b),
            'diode' => new Diode($id, $a, $b, $f->optionalPositive('saturationAmperes') ?? 1e-9, $f->optionalPositive('emission') ?? 1.8),
            'voltage-source' => new VoltageSource($id, $a, $b, $f->number('volts', -10000, 10000), $f->optionalNumber('acVolts') ?? 0.0),
            'current-source' => new CurrentSource($id, $a, $b, $f->number('amperes', -100, 100), $f->optionalNumber('acAmperes') ?? 0.0),
            default => throw $f->fault('kind', 'resistor, capacitor, control, choke, wire, diode, tube, coupled-windings, voltage-source, current-source, mains-transformer, rectifier, heaters or series-capacitor belongs here'),
        };
    }

    /** @return array{string, string} */
    private static function ends(Fields $f): array
    {
        $between = $f->strings('between', 2);

        return 2 === \count($between) && $between[0] !== $between[1] ? [$between[0], $between[1]] : throw $f->fault('between', 'two different places belong here');
    }

    private static function ohms(BlockFields $in): float
    {
        $ohms = $in->fields->number('ohms', 0, 1e12);

        return $ohms > 0.0 ? $ohms : throw $in->fields->fault('ohms', 'a resistor has more than 0 Ω');
    }
}
