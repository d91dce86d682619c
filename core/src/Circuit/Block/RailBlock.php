<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;

/** One step of the filter chain: a dropper or choke from the rail above, the capacitors, perhaps a bleeder or a regulator tube. */
final class RailBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $node = $f->string('node', 20);
        $from = $f->string('from', 20);
        $feed = self::feed($in, $node, $from);
        $elements = [$feed, ...$in->capacitors('capacitors', $node.'/C', $node, Netlist::CHASSIS)];
        $bleeder = $in->optionalResistor('bleeder', $node.'/bleeder', $node, Netlist::CHASSIS);
        if (null !== $bleeder) {
            $elements[] = $bleeder;
        }
        $tubes = [];
        $position = $f->optionalString('regulator', 8);
        if (null !== $position) {
            [$tube, $section] = $in->tubeAt('regulator', $position);
            array_push($elements, $tube, new Wire($position.'/plate', BlockFields::pin($tube, $section, 'plate'), $node), new Wire($position.'/cathode', BlockFields::pin($tube, $section, 'cathode'), Netlist::CHASSIS));
            $tubes[] = $position;
        }
        $channel = $f->optionalString('channel', 12);

        return new ExpandedBlock($f->path, 'rail', $node, $elements, [new Rail($node, $f->optionalString('name', 60) ?? $node, $from, $feed->id(), null !== $position, $channel)], supplies: [$from], gives: [$node], tubes: $tubes, channel: $channel);
    }

    private static function feed(BlockFields $in, string $node, string $from): Element
    {
        if (!$in->has('choke')) {
            return $in->resistor('dropper', $node.'/R', $from, $node);
        }
        $choke = $in->fields->object('choke');
        $inductor = new Inductor($choke->optionalString('id', 20) ?? $node.'/L', $from, $node, $choke->positive('henries'), $choke->positive('ohms'));
        $choke->done();

        return $inductor;
    }
}
