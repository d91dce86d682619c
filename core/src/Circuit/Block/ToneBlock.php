<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;

/** A passive treble, bass and middle network as the load that it is. */
final class ToneBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $from = $in->place('from');
        $out = $in->optionalPlace('out') ?? $id.'/out';
        $middleId = $id.'/middle';
        $middle = $in->has('middle') && \is_array($f->raw('middle')) && isset($f->raw('middle')['setting'])
            ? self::variable($in, $middleId, $id)
            : $in->resistor('middle', $middleId, $id.'/bass-end', Netlist::CHASSIS);
        $treble = $in->optionalControl('treble', $id.'/treble', $id.'/treble-top', $out, $id.'/treble-bottom') ?? throw $f->fault('treble', 'a control belongs here: {ohms, setting}');
        $bass = $in->optionalControl('bass', $id.'/bass', $id.'/treble-bottom', $id.'/bass-wiper', $id.'/bass-end') ?? throw $f->fault('bass', 'a control belongs here: {ohms, setting}');

        return new ExpandedBlock($f->path, 'tone', $id, [
            $in->capacitor('trebleCapacitor', $id.'/treble-capacitor', $from, $id.'/treble-top'),
            $in->resistor('slope', $id.'/slope', $from, $id.'/slope-end'),
            $in->capacitor('bassCapacitor', $id.'/bass-capacitor', $id.'/slope-end', $id.'/treble-bottom'),
            $in->capacitor('middleCapacitor', $id.'/middle-capacitor', $id.'/slope-end', $id.'/bass-end'),
            // The bass control's wiper is joined to its lower end, as a rheostat.
            new Wire($id.'/rheostat', $id.'/bass-wiper', $id.'/bass-end'),
            $treble, $bass, $middle,
        ], [], [$from], [], [$out], [], $f->optionalString('channel', 12));
    }

    private static function variable(BlockFields $in, string $middleId, string $id): Resistor
    {
        $control = $in->optionalControl('middle', $middleId, $id.'/bass-end', Netlist::CHASSIS, Netlist::CHASSIS);

        return new Resistor($control->id ?? $middleId, $id.'/bass-end', Netlist::CHASSIS, max(1.0, ($control->ohms ?? 1.0) * ($control instanceof Potentiometer ? $control->context : 0.5)));
    }
}
