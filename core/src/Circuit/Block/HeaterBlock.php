<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Netlist;

/** Heaters on a winding, and how the winding is referenced to the chassis (HEAT-1). */
final class HeaterBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $winding = $f->string('winding', 24);
        $positions = $f->strings('tubes', 24);
        foreach ($positions as $position) {
            $in->tubeAt('tubes', $position);
        }
        $reference = $f->optionalString('reference') ?? 'winding-tap';
        if (!\in_array($reference, ['winding-tap', 'two-resistors', 'hum-control', 'one-side', 'elevated'], true)) {
            throw $f->fault('reference', 'winding-tap, two-resistors, hum-control, one-side or elevated belongs here');
        }

        $elevatedTo = $in->optionalPlace('elevatedTo');
        if (null !== $elevatedTo && 'elevated' !== $reference) {
            throw $f->fault('elevatedTo', 'only an elevated winding has this');
        }

        return new ExpandedBlock($f->path, 'heaters', $id, [new Heaters($id, $winding, $positions, $f->optionalNumber('volts', 1, 120) ?? 6.3, 'elevated' === $reference ? $elevatedTo : Netlist::CHASSIS)], [], [$winding], [], [], $positions);
    }
}
