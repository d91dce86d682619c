<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\Fields;

/** The mains side of a circuit without blocks, as a netlist of ours carries it along. */
final class LooseSupply
{
    public static function expand(Fields $f, string $kind, string $id): Element
    {
        return match ($kind) {
            'mains-transformer' => self::transformer($f, $id),
            'rectifier' => self::rectifier($f, $id),
            'heaters' => new Heaters($id, $f->string('winding', 24), [], $f->number('volts', 1, 120), Netlist::CHASSIS, $f->number('amperes', 0, 100)),
            // It hangs on the winding, which has no place in the DC circuit.
            default => new Capacitor($id, Netlist::CHASSIS, Netlist::CHASSIS, $f->positive('farads')),
        };
    }

    private static function transformer(Fields $f, string $id): MainsTransformer
    {
        $windings = [];
        foreach ($f->objects('windings', 12) as $winding) {
            $name = $winding->string('id', 24);
            $windings[$name] = new SupplyWinding($name, $winding->number('volts', 0.5, 5000), $winding->number('ohms', 0, 10000));
            $winding->done();
        }

        return new MainsTransformer($id, $f->number('ratedVolts', 40, 500), $f->number('hertz', 16, 400), $f->number('primaryOhms', 0, 1000), $windings);
    }

    private static function rectifier(Fields $f, string $id): Rectifier
    {
        $kind = $f->oneOf('rectifier', RectifierKind::class);
        $choke = $f->optionalObject('choke');
        $rectifier = new Rectifier(
            $id,
            $f->string('winding', 24),
            $kind,
            $f->string('plus', 40),
            $f->string('minus', 40),
            $f->optionalString('middle', 40),
            $f->optionalNumber('dropVolts', 0, 60) ?? Rectifier::SILICON_VOLTS,
            $f->optionalString('tube', 20),
            $f->optionalNumber('share', 0.01, 1) ?? 1.0,
            $f->optionalNumber('seriesOhms', 0, 1e6) ?? 0.0,
            $f->strings('reservoirs', 12),
            null === $choke ? null : [$choke->positive('henries'), $choke->positive('ohms')],
            reversed: $f->optionalBoolean('reversed', false),
        );
        $choke?->done();

        return $rectifier;
    }
}
