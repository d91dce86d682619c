<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Netlist;

/** A feedback loop from the output back to a cathode or a tail: a resistor, perhaps a capacitor across it, perhaps a shunt. */
final class FeedbackBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $from = $in->place('from');
        $to = $in->place('to');

        return new ExpandedBlock($f->path, 'feedback', $id, array_values(array_filter([
            $in->resistor('resistor', $id.'/R', $from, $to),
            $in->optionalCapacitor('capacitor', $id.'/C', $from, $to),
            $in->optionalResistor('shunt', $id.'/shunt', $to, Netlist::CHASSIS),
        ])), [], [$from], [], [$to], [], $f->optionalString('channel', 12));
    }
}
