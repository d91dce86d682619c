<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Netlist;

/** A stage with its cathode towards the chassis: triode, or pentode with a screen resistor. */
final class GainBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        [$tube, $section] = $in->section('tube', 'section');
        $id = $tube->position.'/'.$section->name;
        $plate = BlockFields::pin($tube, $section, 'plate');
        $cathode = BlockFields::pin($tube, $section, 'cathode');
        $supply = $in->place('supply');
        [$input, $from] = StageInput::elements($in, $id, BlockFields::pin($tube, $section, 'grid'));
        $elements = [
            $tube, ...$input,
            $in->resistor('plateLoad', $id.'/load', $supply, $plate),
            $in->resistor('cathodeResistor', $id.'/cathode', $cathode, $in->optionalPlace('cathodeReturn') ?? Netlist::CHASSIS),
            $in->optionalCapacitor('cathodeCapacitor', $id.'/bypass', $cathode, Netlist::CHASSIS),
        ];
        if (isset($section->pins['screen'])) {
            $screen = BlockFields::pin($tube, $section, 'screen');
            $elements[] = $in->resistor('screenResistor', $id.'/screen', $supply, $screen);
            $elements[] = $in->optionalCapacitor('screenCapacitor', $id.'/screen-bypass', $screen, Netlist::CHASSIS);
        }

        return new ExpandedBlock($f->path, 'gain', $id, array_values(array_filter($elements)), [], $from, [$supply], [$plate], [$tube->position], $f->optionalString('channel', 12));
    }
}
