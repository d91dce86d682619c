<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;

/** A cathode follower: plate on the rail, signal from the cathode. */
final class FollowerBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        [$tube, $section] = $in->section('tube', 'section');
        $id = $tube->position.'/'.$section->name;
        $cathode = BlockFields::pin($tube, $section, 'cathode');
        $supply = $in->place('supply');
        [$input, $from] = StageInput::elements($in, $id, BlockFields::pin($tube, $section, 'grid'));

        return new ExpandedBlock($f->path, 'follower', $id, [
            $tube, ...$input,
            new Wire($id.'/plate', $supply, BlockFields::pin($tube, $section, 'plate')),
            $in->resistor('cathodeResistor', $id.'/cathode', $cathode, Netlist::CHASSIS),
        ], [], $from, [$supply], [$cathode], [$tube->position], $f->optionalString('channel', 12));
    }
}
