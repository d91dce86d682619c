<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;

/** How a signal gets to a grid: coupling capacitor, perhaps a volume control, grid leak, perhaps a stopper; or straight. */
final class StageInput
{
    /**
     * Fields: `from`, `coupling`, `volume`, `gridLeak`, `gridStopper`.
     *
     * @param string $id     of the stage, names parts that have no id of their own
     * @param string $grid   place of the grid
     * @param string $return where the grid leak ends
     *
     * @return array{list<Element>, list<string>} and the places that the signal comes from
     */
    public static function elements(BlockFields $in, string $id, string $grid, string $return = Netlist::CHASSIS): array
    {
        $from = $in->optionalPlace('from');
        $elements = [];
        $near = $in->has('gridStopper') ? $id.'/in' : $grid;
        if ($near !== $grid) {
            $elements[] = $in->resistor('gridStopper', $id.'/stopper', $near, $grid);
        }
        $arrives = $near;
        if ($in->has('volume')) {
            $arrives = $id.'/volume-top';
            $elements[] = $in->optionalControl('volume', $id.'/volume', $arrives, $near, Netlist::CHASSIS);
        }
        $leak = $in->optionalResistor('gridLeak', $id.'/gridleak', $near, $return);
        if (null !== $leak) {
            $elements[] = $leak;
        }
        if (null !== $from) {
            $elements[] = $in->has('coupling') ? $in->capacitor('coupling', $id.'/coupling', $from, $arrives) : new Wire($id.'/lead', $from, $arrives);
        } elseif ($in->has('coupling')) {
            throw $in->fields->fault('coupling', 'a coupling capacitor needs to know what it couples from');
        }
        if (null === $from && null === $leak && !$in->has('volume')) {
            throw $in->fields->fault('gridLeak', 'the grid hangs in the air: a grid leak, a volume control or a place to come from belongs here');
        }

        return [array_values(array_filter($elements)), null === $from ? [] : [$from]];
    }
}
