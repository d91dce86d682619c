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
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** What an ohmmeter finds between two places: tubes, rectifiers and diodes do not conduct, sources are absent (JUDGE-8). */
final readonly class ColdResistance
{
    /** Beyond this a meter shows no more than its own leakage, ohms (our choice). */
    public const INFINITE_OHMS = 5e8;

    /** @param array<string, true> $known places that the drawing has */
    private function __construct(private Solution $passive, private array $known)
    {
    }

    /**
     * Solves the unpowered circuit once; any number of pairs may be asked of it.
     *
     * @param list<string> $lifted ids of parts with a lead lifted
     */
    public static function of(Netlist $netlist, TubeCatalogue $tubes, Factors $factors = new Factors(), array $lifted = []): self
    {
        $passive = $netlist;
        $known = [];
        foreach ($netlist->elements as $id => $element) {
            foreach ($element->places() as $place) {
                $known[$place] = true;
            }
            $active = $element instanceof Tube || $element instanceof Rectifier || $element instanceof Diode || $element instanceof VoltageSource
                || $element instanceof CurrentSource || $element instanceof MainsTransformer || $element instanceof Heaters;
            if ($active || \in_array($id, $lifted, true)) {
                $passive = $passive->with($id, null);
            }
            if ($element instanceof Tube) {
                $known[$element->position] = true;
            }
        }
        $off = new SolveConditions(0.0);
        // A place that only lifted or unpowered parts touch must still be there to be asked for: a source that gives nothing names it.
        foreach (array_keys($known) as $place) {
            $passive = Netlist::CHASSIS === $place || isset($netlist->elements[$place]) ? $passive : $passive->with('ohmmeter/'.$place, new CurrentSource('ohmmeter/'.$place, Netlist::CHASSIS, $place, 0.0));
        }

        return new self(OperatingPoint::of(Compiler::compile($passive, $tubes, $off, $factors), $off), $known);
    }

    /**
     * @return float|null ohms, null when nothing joins the two
     *
     * @throws BadCircuit when the circuit lacks a place
     */
    public function ohms(string $place, string $against = Netlist::CHASSIS): ?float
    {
        foreach ([$place, $against] as $asked) {
            if (Netlist::CHASSIS !== $asked && !isset($this->known[$asked]) && !isset($this->known[explode('.', $asked)[0]])) {
                throw BadCircuit::at($asked, 'the circuit has no such place');
            }
            if (Netlist::CHASSIS !== $asked && !$this->passive->circuit->nodes->has($asked)) {
                return null; // a pin that nothing but the tube itself touches
            }
        }
        $ohms = Adjoint::of($this->passive, $place, $against)->sourceOhms();

        return abs($ohms) >= self::INFINITE_OHMS ? null : $ohms;
    }

    /**
     * @param list<string> $lifted ids of parts with a lead lifted
     *
     * @return float|null ohms, null when nothing joins the two
     *
     * @throws BadCircuit when the circuit lacks a place
     */
    public static function between(Netlist $netlist, TubeCatalogue $tubes, string $place, string $against, Factors $factors = new Factors(), array $lifted = []): ?float
    {
        return self::of($netlist, $tubes, $factors, $lifted)->ohms($place, $against);
    }
}
