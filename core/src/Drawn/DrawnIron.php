<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Winding as CircuitWinding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\Sheet;

/** The iron that a sheet's circuit holds, in the order in which it is tested: it decides whether the job goes on. */
final class DrawnIron
{
    /** @return list<DrawnTransformer> power, output, chokes; the usual three where the sheet draws none */
    public static function of(?Sheet $sheet): array
    {
        $netlist = $sheet?->circuit?->netlist;
        if (null === $sheet || null === $netlist) {
            return [new DrawnTransformer('T1', 'power'), new DrawnTransformer('T2', 'output'), new DrawnTransformer('L1', 'choke')];
        }
        $power = array_map(static fn (MainsTransformer $t): DrawnTransformer => self::power($t, $netlist), array_values($netlist->all(MainsTransformer::class)));
        $output = array_map(static fn (CoupledWindings $t): DrawnTransformer => self::output($t, $netlist, $sheet), array_values(array_filter($netlist->all(CoupledWindings::class), static fn (CoupledWindings $t): bool => \count($t->windings) > 1)));
        $chokes = array_map(static fn (Inductor $l): DrawnTransformer => new DrawnTransformer($l->id, 'choke', [new DrawnWinding('winding', 'winding', $l->ohms)], henries: $l->henries), array_values($netlist->all(Inductor::class)));

        return [...$power, ...$output, ...$chokes];
    }

    private static function power(MainsTransformer $t, Netlist $netlist): DrawnTransformer
    {
        $windings = [new DrawnWinding('primary', 'primary', $t->primaryOhms)];
        foreach ($t->windings as $w) {
            $tapped = [] !== array_filter($netlist->all(Rectifier::class), static fn (Rectifier $r): bool => $r->winding === $w->id && RectifierKind::CentreTap === $r->kind);
            $name = substr($w->id, \strlen($t->id) + 1);
            $windings[] = new DrawnWinding($name, $name, $w->ohms, $w->volts, $tapped);
        }

        return new DrawnTransformer($t->id, 'power', $windings, ratedVolts: $t->ratedVolts);
    }

    private static function output(CoupledWindings $t, Netlist $netlist, Sheet $sheet): DrawnTransformer
    {
        $load = $netlist->find($t->id.'/load');
        $secondary = $t->windings[\count($t->windings) - 1];
        $primaries = \array_slice($t->windings, 0, -1);
        // Turns go with the root of the inductance, and add along the primary.
        $turns = array_sum(array_map(static fn (CircuitWinding $w): float => sqrt($w->henries), $primaries));
        $halves = [];
        foreach ($primaries as $w) {
            $half = explode('-', substr($w->id, \strlen($t->id) + 1))[0];
            $halves[$half] = ($halves[$half] ?? 0.0) + $w->ohms;
        }
        $windings = [];
        foreach ($halves as $half => $ohms) {
            $name = 1 === \count($halves) ? 'primary' : 'half '.$half;
            $windings[] = new DrawnWinding($name, $name, $ohms);
        }
        $windings[] = new DrawnWinding('secondary', 'secondary', $secondary->ohms);
        $tubes = [];
        $channel = $supply = null;
        foreach ($sheet->circuit->blocks ?? [] as $block) {
            if ($block->id === $t->id) {
                $channel = $block->channel;
                $supply = $block->supplies[0] ?? null;
                $tubes = array_map(static fn (string $position): string => $sheet->tubes[explode('/', $position)[0]]->type ?? '', $block->tubes);
            }
        }

        return new DrawnTransformer(
            $t->id, 'output', $windings,
            primaryOhms: $load instanceof Resistor ? $load->ohms * $turns ** 2 / $secondary->henries : null,
            tapOhms: $load instanceof Resistor ? $load->ohms : null,
            henries: $turns ** 2, singleEnded: 1 === \count($halves), tubes: array_values(array_filter($tubes, static fn (string $t): bool => '' !== $t)), supply: $supply, channel: $channel,
        );
    }
}
