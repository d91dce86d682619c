<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Netlist;

/** A rectifier with what it charges; standby before it (AC) or behind it (DC). */
final class SupplyBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $out = $f->string('out', 20);
        $kind = $f->oneOf('rectifier', RectifierKind::class);
        $standby = $f->optionalString('standby') ?? 'none';
        if (!\in_array($standby, ['none', 'ac', 'dc'], true)) {
            throw $f->fault('standby', 'none, ac or dc belongs here');
        }
        $hot = 'dc' === $standby ? $id.'/hot' : $out;
        $tubePosition = $f->optionalString('tube', 8);
        $tube = null === $tubePosition ? [] : [$in->tubeAt('tube', $tubePosition)[0]];
        [$capacitors, $middle] = self::reservoirs($in, $kind, $id, $hot);
        $choke = RectifierKind::ChokeInput === $kind ? self::choke($in) : null;
        $rectifier = new Rectifier(
            $id,
            $f->string('winding', 24),
            $kind,
            $hot,
            Netlist::CHASSIS,
            $middle,
            $f->optionalNumber('dropVolts', 0, 60) ?? Rectifier::SILICON_VOLTS,
            $tubePosition,
            $f->optionalNumber('share', 0.01, 1) ?? 1.0,
            $f->optionalNumber('seriesOhms', 0, 10000) ?? 0.0,
            array_map(static fn (Capacitor $c): string => $c->id, $capacitors),
            $choke,
            'ac' === $standby,
        );
        $switch = 'dc' === $standby ? [new StandbySwitch($id.'/standby', $hot, $out)] : [];
        $bleeder = $in->optionalResistor('bleeder', $id.'/bleeder', $out, Netlist::CHASSIS);
        $rail = new Rail($out, $f->optionalString('name', 60) ?? 'reservoir', null, null, behind: 'none' === $standby ? null : $standby);

        return new ExpandedBlock($f->path, 'supply', $id, [$rectifier, ...$capacitors, ...$switch, ...$tube, ...(null === $bleeder ? [] : [$bleeder])], null === $middle ? [$rail] : [$rail, new Rail($middle, 'middle of the stack', null, null, behind: $rail->behind)], from: [$f->string('winding', 24)], gives: [$out], tubes: array_map(static fn (Tube $t): string => $t->position, $tube));
    }

    /** @return array{list<Capacitor>, string|null} what is charged, and where the halves of a full-wave doubler meet */
    private static function reservoirs(BlockFields $in, RectifierKind $kind, string $id, string $hot): array
    {
        if (RectifierKind::FullWaveDoubler === $kind) {
            $middle = $in->fields->string('middle', 20);

            return [[$in->capacitor('upper', $id.'/upper', $hot, $middle), $in->capacitor('lower', $id.'/lower', $middle, Netlist::CHASSIS)], $middle];
        }
        $capacitors = $in->capacitors('reservoirs', $id.'/reservoir', $hot, Netlist::CHASSIS);
        if (RectifierKind::HalfWaveDoubler === $kind) {
            // It hangs on the winding, which has no place in the DC circuit.
            return [[$in->capacitor('series', $id.'/series', Netlist::CHASSIS, Netlist::CHASSIS), ...$capacitors], null];
        }

        return [$capacitors, null];
    }

    /** @return array{float, float} henries and ohms */
    private static function choke(BlockFields $in): array
    {
        $choke = $in->fields->object('choke');
        $pair = [$choke->positive('henries'), $choke->positive('ohms')];
        $choke->done();

        return $pair;
    }
}
