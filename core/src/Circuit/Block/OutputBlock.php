<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeSection;

/**
 * The output stage: single-ended, push-pull, parallel push-pull; cathode or fixed bias; screens on their supply, on the
 * transformer's taps (ultralinear) or on the plate (triode); with output transformer and load. Where each side has a bias of its own
 * (a trim for each, a balance between them), `biasB` is that of the second.
 */
final class OutputBlock
{
    /** What a load may be, ohms. */
    public const LOAD_OHMS = [0.5, 1000.0];
    private const SIDES = ['a', 'b'];

    public static function expand(BlockFields $in): ExpandedBlock
    {
        $f = $in->fields;
        $mode = $f->string('mode', 20);
        $sides = match ($mode) {
            'single-ended' => ['a' => $f->strings('tubes', 4)],
            'push-pull' => ['a' => $f->strings('tubesA', 4), 'b' => $f->strings('tubesB', 4)],
            default => throw $f->fault('mode', 'single-ended or push-pull belongs here'),
        };
        $id = $f->string('id', 12);
        $from = $f->strings('from', 2);
        if (\count($from) > 0 && \count($from) !== \count($sides)) {
            throw $f->fault('from', \sprintf('one place for each side belongs here: %d', \count($sides)));
        }
        $elements = $tubes = [];
        $plates = [];
        foreach (array_keys($sides) as $number => $side) {
            if ([] === $sides[$side]) {
                throw $f->fault('single-ended' === $mode ? 'tubes' : 'tubes'.strtoupper($side), 'at least one tube belongs here');
            }
            foreach ($sides[$side] as $position) {
                if (\in_array($position, $tubes, true)) {
                    throw $f->fault('single-ended' === $mode ? 'tubes' : 'tubes'.strtoupper($side), \sprintf('“%s” is there twice', $position));
                }
                [$tube, $section] = $in->tubeAt('tubes', $position);
                $tubes[] = $position;
                $plates[$side] ??= BlockFields::pin($tube, $section, 'plate');
                array_push($elements, $tube, ...self::tube($in, $id, $tube, $section, $side, $plates[$side], \count($tubes) - 1));
            }
            array_push($elements, ...self::drive($in, $id, $side, $from[$number] ?? null, $number));
        }
        array_push($elements, ...self::cathodes($in, $id), ...self::transformer($in, $id, $plates));
        $supplies = array_values(array_filter([$f->string('supply', 20), 'supply' === self::screens($in) ? $in->optionalPlace('screenSupply') : null, $in->optionalPlace('bias'), isset($sides['b']) ? $in->optionalPlace('biasB') : null], is_string(...)));

        return new ExpandedBlock($f->path, 'output', $id, array_values(array_filter($elements)), [], $from, array_values(array_unique($supplies)), [$id.'/sec'], $tubes, $f->optionalString('channel', 12));
    }

    private static function screens(BlockFields $in): string
    {
        $screens = $in->fields->optionalString('screens') ?? ($in->has('screenSupply') ? 'supply' : 'plate');
        if (!\in_array($screens, ['supply', 'tap', 'plate'], true)) {
            throw $in->fields->fault('screens', 'supply, tap or plate belongs here');
        }

        return $screens;
    }

    /**
     * @param int $number of the tube in the stage, over both sides
     *
     * @return list<Element> one tube of a side: its own plate lead, screen, stopper and cathode
     */
    private static function tube(BlockFields $in, string $id, Tube $tube, TubeSection $section, string $side, string $sidePlate, int $number): array
    {
        $p = $tube->position;
        $plate = BlockFields::pin($tube, $section, 'plate');
        $elements = $plate === $sidePlate ? [] : [new Wire($p.'/plate-lead', $plate, $sidePlate)];
        $grid = BlockFields::pin($tube, $section, 'grid');
        $common = $id.'/grid-'.$side;
        $stopper = $in->optionalResistor('gridStopper', $p.'/stopper', $common, $grid, $number);
        $elements[] = $stopper ?? new Wire($p.'/grid-lead', $common, $grid);
        $cathode = BlockFields::pin($tube, $section, 'cathode');
        $sense = $in->optionalResistor('senseResistor', $p.'/sense', $cathode, $id.'/cathodes', $number);
        $own = self::cathodesAreShared($in) ? null : $in->optionalResistor('cathodeResistor', $p.'/cathode', $cathode, Netlist::CHASSIS, $number);
        $elements[] = $sense ?? $own ?? new Wire($p.'/cathode-lead', $cathode, $id.'/cathodes');
        if (null !== $own && $in->has('cathodeCapacitor')) {
            $elements[] = $in->capacitor('cathodeCapacitor', $p.'/bypass', $cathode, Netlist::CHASSIS, $number);
        }
        if (!isset($section->pins['screen'])) {
            return $elements;
        }
        $screen = BlockFields::pin($tube, $section, 'screen');
        $source = match (self::screens($in)) {
            'supply' => $in->place('screenSupply'),
            'tap' => $id.'/tap-'.$side,
            default => $plate,
        };
        $elements[] = $in->optionalResistor('screenStopper', $p.'/screen', $source, $screen, $number) ?? new Wire($p.'/screen-lead', $source, $screen);

        return $elements;
    }

    private static function cathodesAreShared(BlockFields $in): bool
    {
        return $in->fields->optionalBoolean('cathodesShared', true);
    }

    /** @return list<Element|null> the shared cathode resistor, or the lead to chassis */
    private static function cathodes(BlockFields $in, string $id): array
    {
        if (!self::cathodesAreShared($in) && $in->has('cathodeResistor') && !$in->has('senseResistor')) {
            return [];
        }
        if (!$in->has('cathodeResistor')) {
            return [new Wire($id.'/cathode-return', $id.'/cathodes', Netlist::CHASSIS)];
        }

        return [
            $in->resistor('cathodeResistor', $id.'/cathode', $id.'/cathodes', Netlist::CHASSIS),
            $in->optionalCapacitor('cathodeCapacitor', $id.'/bypass', $id.'/cathodes', Netlist::CHASSIS),
        ];
    }

    /** @return list<Element> coupling capacitor and grid leak of a side */
    private static function drive(BlockFields $in, string $id, string $side, ?string $from, int $number): array
    {
        $grid = $id.'/grid-'.$side;
        $bias = 1 === $number ? $in->optionalPlace('biasB') ?? $in->optionalPlace('bias') : $in->optionalPlace('bias');
        $leak = $in->resistor('gridLeak', $id.'/gridleak-'.$side, $grid, $bias ?? Netlist::CHASSIS, $number);

        return null === $from ? [$leak] : [$leak, $in->capacitor('coupling', $id.'/coupling-'.$side, $from, $grid, $number)];
    }

    /**
     * @param array<string, string> $plates place by side
     *
     * @return list<Element>
     */
    private static function transformer(BlockFields $in, string $id, array $plates): array
    {
        $f = $in->fields;
        $supply = $f->string('supply', 20);
        $primary = $f->number('primaryOhms', 100, 100000);
        $load = $f->number('loadOhms', ...self::LOAD_OHMS);
        $henries = $f->optionalPositive('primaryHenries') ?? (2 === \count($plates) ? 40.0 : 12.0);
        $copper = $f->numbers('halfOhms', 2);
        if (\count($copper) !== \count($plates)) {
            throw $f->fault('halfOhms', \sprintf('the DC resistance of each side belongs here: %d', \count($plates)));
        }
        $tap = 'tap' === self::screens($in) ? $f->number('tapShare', 0.05, 0.95) : null;
        $half = 2 === \count($plates) ? $henries / 4.0 : $henries;
        $windings = [];
        foreach (array_values($plates) as $i => $plate) {
            $side = self::SIDES[$i];
            // The second half continues the first, so that their voltages add from plate to plate.
            $ends = static fn (string $outer, string $inner): array => 0 === $i ? [$outer, $inner] : [$inner, $outer];
            if (null === $tap) {
                [$start, $end] = $ends($plate, $supply);
                $windings[] = new Winding($id.'/'.$side, $start, $end, $half, $copper[$i]);
                continue;
            }
            $middle = $id.'/tap-'.$side;
            [$start, $end] = $ends($plate, $middle);
            $windings[] = new Winding($id.'/'.$side.'-plate', $start, $end, $half * (1 - $tap) ** 2, $copper[$i] * (1 - $tap));
            [$start, $end] = $ends($middle, $supply);
            $windings[] = new Winding($id.'/'.$side.'-supply', $start, $end, $half * $tap ** 2, $copper[$i] * $tap);
        }
        $windings[] = new Winding($id.'/secondary', $id.'/sec', Netlist::CHASSIS, $henries * $load / $primary, $f->optionalNumber('secondaryOhms', 0.001, 100) ?? 0.05 * $load);

        return [new CoupledWindings($id, $windings), new Resistor($id.'/load', $id.'/sec', Netlist::CHASSIS, $load)];
    }
}
