<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\SupplyWinding;

/** Mains and primary: the transformer with its windings, off-load volts at its rated mains. */
final class MainsBlock
{
    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $id = $f->string('id', 12);
        $windings = [];
        foreach ($f->objects('windings', 12) as $item) {
            $winding = $id.'/'.$item->string('id', 12);
            if (isset($windings[$winding])) {
                throw $item->fault('id', 'there is a winding of this name already');
            }
            $windings[$winding] = new SupplyWinding($winding, $item->number('volts', 0.5, 5000), $item->number('ohms', 0, 10000));
            $item->done();
        }
        if ([] === $windings) {
            throw $f->fault('windings', 'a mains transformer has at least one secondary');
        }

        return new ExpandedBlock($f->path, 'mains', $id, [new MainsTransformer($id, $f->number('ratedVolts', 40, 500), $f->optionalNumber('hertz', 16, 400) ?? 50.0, $f->number('primaryOhms', 0, 1000), $windings)]);
    }
}
