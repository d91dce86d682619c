<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/** Every single open, short, leak and lost capacitance of a circuit, and every pair of electrodes touching. */
final class Faults
{
    /** @return array<string, Netlist> by what is wrong */
    public static function of(Netlist $netlist, TubeCatalogue $tubes): array
    {
        $faults = [];
        $short = Compiler::LEAST_OHMS;
        foreach ($netlist->elements as $id => $e) {
            if ($e instanceof Resistor || $e instanceof Inductor) {
                $faults[$id.' open'] = $netlist->with($id, null);
                $faults[$id.' shorted'] = $netlist->with($id, new Resistor($id, $e->a, $e->b, $short));
            } elseif ($e instanceof Wire) {
                $faults[$id.' open'] = $netlist->with($id, null);
            } elseif ($e instanceof Capacitor) {
                $faults[$id.' open'] = $netlist->with($id, null);
                $faults[$id.' shorted'] = $netlist->with($id, new Capacitor($id, $e->plus, $e->minus, $e->farads, null, $short));
                $faults[$id.' leaking'] = $netlist->with($id, new Capacitor($id, $e->plus, $e->minus, $e->farads, null, 100e3));
                $faults[$id.' dried'] = $netlist->with($id, new Capacitor($id, $e->plus, $e->minus, 0.05 * $e->farads));
            } elseif ($e instanceof CoupledWindings) {
                foreach ($e->windings as $winding) {
                    $faults[$winding->id.' open'] = $netlist->with($id, new CoupledWindings($id, array_values(array_filter($e->windings, static fn (Winding $w): bool => $w !== $winding)), $e->coupling));
                }
            } elseif ($e instanceof Tube) {
                $faults += self::touching($netlist, $e, $tubes);
            }
        }

        return $faults;
    }

    /** @return array<string, Netlist> */
    private static function touching(Netlist $netlist, Tube $tube, TubeCatalogue $tubes): array
    {
        $faults = [];
        foreach ($tubes->find($tube->type)->sections ?? [] as $section) {
            $places = array_map(static fn (string $electrode, int $pin): string => $tube->place($section->name, $electrode, $pin), array_keys($section->pins), $section->pins);
            foreach ($places as $i => $a) {
                foreach (\array_slice($places, $i + 1) as $b) {
                    $faults[$a.' on '.$b] = $netlist->with('fault', new Resistor('fault', $a, $b, Compiler::LEAST_OHMS));
                }
            }
        }

        return $faults;
    }
}
