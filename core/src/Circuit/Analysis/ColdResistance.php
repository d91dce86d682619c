<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Situation;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Tube\TubeCatalogue;

/** What an ohmmeter finds between two places: tubes, rectifiers and diodes do not conduct, sources are absent (JUDGE-8). */
final class ColdResistance
{
    /** Beyond this a meter shows no more than its own leakage, ohms (our choice). */
    public const INFINITE_OHMS = 5e8;

    /**
     * @param list<string> $lifted ids of parts with a lead lifted
     *
     * @return float|null ohms, null when nothing joins the two
     *
     * @throws BadCircuit when the circuit lacks a place
     */
    public static function between(Netlist $netlist, TubeCatalogue $tubes, string $place, string $against, Factors $factors = new Factors(), array $lifted = []): ?float
    {
        $passive = $netlist;
        foreach ($netlist->elements as $id => $element) {
            $active = $element instanceof Tube || $element instanceof Rectifier || $element instanceof Diode || $element instanceof VoltageSource
                || $element instanceof CurrentSource || $element instanceof MainsTransformer || $element instanceof Heaters;
            if ($active || \in_array($id, $lifted, true)) {
                $passive = $passive->with($id, null);
            }
        }
        $passive = $passive->with('ohmmeter', new CurrentSource('ohmmeter', $against, $place, 1e-6));
        $known = array_merge(...array_map(static fn ($e): array => $e->places(), array_values($netlist->elements)));
        foreach ([$place, $against] as $asked) {
            if (Netlist::CHASSIS !== $asked && !\in_array($asked, $known, true) && null === $netlist->tube(explode('.', $asked)[0])) {
                throw BadCircuit::at($asked, 'the circuit has no such place');
            }
        }
        $ohms = OperatingPoint::of(Compiler::compile($passive, $tubes, new Situation(0.0), $factors), new Situation(0.0))->at($place, $against) / 1e-6;

        return abs($ohms) >= self::INFINITE_OHMS ? null : $ohms;
    }
}
