<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\HeaterLeak;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Numeric\Pattern;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;

/** Turns a netlist under conditions and factors into what the solver walks. */
final class Compiler
{
    /** A short, and the least that any part counts as, ohms (contract §9). */
    public const LEAST_OHMS = 0.01;

    /** Holds one node of a floating part of the circuit; nothing flows through it, siemens. */
    private const ANCHOR_SIEMENS = 1e-9;

    /** Leakage of what a rectifier charges, ohms: an unloaded reservoir settles just under the peak (our choice). */
    public const RESERVOIR_LEAK_OHMS = 1e8;

    /** @var list<Conductance> */
    private array $conductances = [];

    /** @var list<array{int, int, float}> */
    private array $sources = [];

    /** @var list<array{Tube, TubeSection}> */
    private array $stages = [];

    /** @var array<string, true> places that something is wired to */
    private array $wired = [];

    /** @var array<int, true> */
    private array $floatingNodes = [];

    private NodeMap $nodes;

    private function __construct(private readonly Netlist $netlist, private readonly TubeCatalogue $tubes, private readonly Factors $factors, private readonly SolveConditions $conditions)
    {
    }

    /** @throws BadCircuit when the circuit names what does not exist */
    public static function compile(Netlist $netlist, TubeCatalogue $tubes, SolveConditions $conditions, Factors $factors = new Factors()): CompiledCircuit
    {
        return (new self($netlist, $tubes, $factors, $conditions))->compiled();
    }

    private function compiled(): CompiledCircuit
    {
        $this->nodes = NodeMap::withPins($this->netlist, $this->tubes);
        $chassis = $this->nodes->size();
        foreach ($this->netlist->elements as $element) {
            $this->wired += $element instanceof Tube ? array_fill_keys($element->places, true) : array_fill_keys($element->places(), true);
        }
        foreach ($this->netlist->elements as $element) {
            $this->element($element);
        }
        foreach ($this->conditions->across as $i => $clipped) {
            $this->across($clipped, $i);
        }
        $supplies = (new SupplyCompiler($this->netlist, $this->tubes, $this->factors, $this->conditions, $this->nodes))->supplies();
        $diodes = array_values($this->netlist->all(Diode::class));
        $this->leaks();
        $links = array_map(static fn (Conductance $c): array => [$c->a, $c->b], $this->conductances);
        foreach ($diodes as $diode) {
            $links[] = [$this->nodes->number($diode->anode), $this->nodes->number($diode->cathode)];
        }
        foreach ($this->stages as [$tube, $section]) {
            $at = $this->electrodes($tube, $section);
            array_push($links, [$at['plate'], $at['cathode']], [$at['grid'], $at['cathode']], [$at['screen'], $at['cathode']], [$at['plate'], $at['grid']], [$at['plate'], $at['screen']], [$at['screen'], $at['grid']]);
        }
        foreach ($supplies as [, $ports]) {
            foreach ($ports as $k) {
                $this->conductances[] = new Conductance($k->rectifier.'/leak', $k->plus, $k->minus, 1.0 / self::RESERVOIR_LEAK_OHMS);
            }
            foreach ($ports as $k) {
                foreach ($ports as $l) {
                    array_push($links, [$k->plus, $l->plus], [$k->plus, $l->minus], [$k->minus, $l->minus]);
                }
            }
        }
        foreach ($this->floating($links, $chassis) as $node) {
            $this->conductances[] = new Conductance('anchor', $node, $chassis, self::ANCHOR_SIEMENS);
        }
        $pattern = new Pattern($chassis, $links);

        return new CompiledCircuit($this->netlist, $this->nodes, $pattern, $this->conductances, $this->sources, $this->tubeStages($pattern), $this->diodeStages($diodes, $pattern), self::mainsSupplies($supplies, $pattern), $this->linear($pattern), $this->drive($chassis), $this->floatingNodes, $this->factors, new Reactances($this->netlist, $this->nodes, $this->factors, $pattern));
    }

    private function element(Element $element): void
    {
        $factor = $this->factors->part($element->id());
        match (true) {
            $element instanceof Resistor => $this->conduct($element->id, $element->a, $element->b, $element->ohms * $factor),
            $element instanceof Potentiometer => $this->potentiometer($element, $factor),
            $element instanceof Inductor => $this->conduct($element->id, $element->a, $element->b, $element->ohms * $factor),
            $element instanceof CoupledWindings => $this->windings($element),
            $element instanceof Rectifier && null !== $element->choke => $this->conduct($element->id.'/choke', $element->chokeInput(), $element->plus, $element->choke[1] * $this->factors->part($element->id.'/choke')),
            $element instanceof Capacitor && null !== $element->leakOhms => $this->conduct($element->id, $element->plus, $element->minus, $element->leakOhms),
            $element instanceof HeaterLeak => $this->conduct($element->id, $element->cathode, $element->reference, $element->ohms),
            $element instanceof StandbySwitch => $this->conditions->standby ? null : $this->conduct($element->id, $element->a, $element->b, StandbySwitch::CLOSED_OHMS),
            $element instanceof VoltageSource => $this->source($element),
            $element instanceof CurrentSource => $this->sources[] = [$this->nodes->number($element->from), $this->nodes->number($element->to), $element->amperes],
            $element instanceof Tube => $this->tube($element),
            default => null,
        };
    }

    private function conduct(string $id, string $a, string $b, float $ohms): void
    {
        $this->conductances[] = new Conductance($id, $this->nodes->number($a), $this->nodes->number($b), 1.0 / max($ohms, self::LEAST_OHMS));
    }

    private function potentiometer(Potentiometer $pot, float $factor): void
    {
        $this->conduct($pot->id.'/top', $pot->top, $pot->wiper, $pot->ohms * $factor * (1.0 - $pot->context));
        $this->conduct($pot->id.'/bottom', $pot->wiper, $pot->bottom, $pot->ohms * $factor * $pot->context);
    }

    private function windings(CoupledWindings $transformer): void
    {
        foreach ($transformer->windings as $winding) {
            $this->conduct($winding->id, $winding->start, $winding->end, $winding->ohms * $this->factors->windingOhms($winding->id));
        }
    }

    private function source(VoltageSource $source): void
    {
        [$plus, $minus] = [$this->nodes->number($source->plus), $this->nodes->number($source->minus)];
        $this->conductances[] = new Conductance($source->id, $plus, $minus, 1.0 / VoltageSource::SERIES_OHMS);
        $this->sources[] = [$minus, $plus, $source->volts / VoltageSource::SERIES_OHMS];
    }

    private function tube(Tube $tube): void
    {
        $type = $this->tubes->find($tube->type) ?? throw BadCircuit::at($tube->position, \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $tube->type));
        if (\in_array($tube->position, $this->conditions->tubesOut, true)) {
            return;
        }
        foreach ($type->sections as $section) {
            $places = array_map(static fn (string $electrode, int $pin): string => $tube->place($section->name, $electrode, $pin), array_keys($section->pins), $section->pins);
            // A half of which no pin is wired does nothing.
            if (!$section->model instanceof RectifierModel && [] !== array_intersect_key($this->wired, array_flip($places))) {
                $this->stages[] = [$tube, $section];
            }
        }
    }

    /** @return array{plate: int, screen: int, grid: int, cathode: int} node of each electrode; one that a section lacks is its cathode */
    private function electrodes(Tube $tube, TubeSection $section): array
    {
        $node = fn (string $electrode): ?int => isset($section->pins[$electrode]) ? $this->nodes->number($tube->place($section->name, $electrode, $section->pins[$electrode])) : null;
        $cathode = $node('cathode') ?? throw BadCircuit::at($tube->position, 'a section without a cathode');

        return ['plate' => $node('plate') ?? $cathode, 'screen' => $node('screen') ?? $cathode, 'grid' => $node('grid') ?? $cathode, 'cathode' => $cathode];
    }

    /** Leakage inside each tube: it decides where nothing else does. */
    private function leaks(): void
    {
        $chassis = $this->nodes->size();
        foreach ($this->stages as [$tube, $section]) {
            $at = $this->electrodes($tube, $section);
            $this->conductances[] = new Conductance($tube->position.'/'.$section->name.'/heater-leak', $at['cathode'], $chassis, 1.0 / TubeStage::HEATER_LEAK_OHMS);
            foreach (['plate', 'screen', 'grid'] as $electrode) {
                if ($at[$electrode] !== $at['cathode']) {
                    $this->conductances[] = new Conductance($tube->position.'/'.$section->name.'/'.$electrode.'-leak', $at[$electrode], $at['cathode'], 1.0 / TubeStage::ELECTRODE_LEAK_OHMS);
                }
            }
        }
    }

    /** @param array{place: string, against: string, ohms: float} $clipped */
    private function across(array $clipped, int $i): void
    {
        foreach ([$clipped['place'], $clipped['against']] as $place) {
            if (!$this->nodes->has($place)) {
                throw BadCircuit::at($place, 'the circuit has no such place');
            }
        }
        $this->conduct('across/'.$i, $clipped['place'], $clipped['against'], $clipped['ohms']);
    }

    /**
     * One node of each part of the circuit that nothing joins to the chassis.
     *
     * @param list<array{int, int}> $links
     *
     * @return list<int>
     */
    private function floating(array $links, int $chassis): array
    {
        $neighbours = array_fill(0, $chassis + 1, []);
        foreach ($links as [$a, $b]) {
            $neighbours[$a][] = $b;
            $neighbours[$b][] = $a;
        }
        $seen = [];
        $reach = static function (int $from) use (&$seen, $neighbours): array {
            $island = [$from];
            $seen[$from] = true;
            for ($i = 0; $i < \count($island); ++$i) {
                foreach ($neighbours[$island[$i]] as $next) {
                    if (!isset($seen[$next])) {
                        $seen[$next] = true;
                        $island[] = $next;
                    }
                }
            }

            return $island;
        };
        $reach($chassis);
        $anchors = [];
        for ($node = 0; $node < $chassis; ++$node) {
            if (!isset($seen[$node])) {
                $anchors[] = $node;
                foreach ($reach($node) as $lost) {
                    $this->floatingNodes[$lost] = true;
                }
            }
        }

        return $anchors;
    }

    /** @return list<TubeStage> */
    private function tubeStages(Pattern $pattern): array
    {
        $stages = [];
        foreach ($this->stages as [$tube, $section]) {
            $at = $this->electrodes($tube, $section);
            $model = $section->model;
            if (!$model instanceof RectifierModel) {
                $strength = $model instanceof TriodeModel || isset($section->pins['grid']) ? $this->factors->section($tube->position, $section->name) : 1.0;
                $stages[] = new TubeStage($tube->position, $section->name, $model, $strength, $at['plate'], $at['screen'], $at['grid'], $at['cathode'], $pattern, \in_array($section->pins['cathode'] ?? 0, $this->tubes->find($tube->type)->heaterPins ?? [], true), $tube->gas);
            }
        }

        return $stages;
    }

    /**
     * @param list<Diode> $diodes
     *
     * @return list<DiodeStage>
     */
    private function diodeStages(array $diodes, Pattern $pattern): array
    {
        return array_map(function (Diode $diode) use ($pattern): DiodeStage {
            [$a, $c] = [$this->nodes->number($diode->anode), $this->nodes->number($diode->cathode)];

            return new DiodeStage($diode->id, $a, $c, $diode->saturationAmperes, $diode->emission * DiodeStage::THERMAL_VOLTS, $pattern->meeting($a, $c, $a, $c));
        }, $diodes);
    }

    /**
     * @param list<array{MainsTransformer, list<Port>, list<HeaterLoad>}> $supplies
     *
     * @return list<MainsSupply>
     */
    private static function mainsSupplies(array $supplies, Pattern $pattern): array
    {
        $compiled = [];
        foreach ($supplies as $number => [$transformer, $ports, $heaters]) {
            $slots = [];
            foreach ($ports as $k) {
                $row = [];
                foreach ($ports as $l) {
                    $row[] = $pattern->meeting($k->plus, $k->minus, $l->plus, $l->minus);
                }
                $slots[] = $row;
            }
            $compiled[] = new MainsSupply($number, $transformer->id, $transformer->ratedVolts, $transformer->hertz, max(self::LEAST_OHMS, $transformer->primaryOhms), $ports, $slots, $heaters, $transformer->loopSiemens);
        }

        return $compiled;
    }

    /** @return list<float> */
    private function linear(Pattern $pattern): array
    {
        $values = array_fill(0, $pattern->slotCount + 1, 0.0);
        foreach ($this->conductances as $c) {
            [$aa, $ab, $ba, $bb] = $pattern->meeting($c->a, $c->b, $c->a, $c->b);
            $values[$aa] += $c->siemens;
            $values[$bb] += $c->siemens;
            $values[$ab] -= $c->siemens;
            $values[$ba] -= $c->siemens;
        }

        return array_values($values);
    }

    /** @return list<float> */
    private function drive(int $chassis): array
    {
        $drive = array_fill(0, $chassis + 1, 0.0);
        foreach ($this->sources as [$from, $to, $amperes]) {
            $drive[$from] -= $amperes;
            $drive[$to] += $amperes;
        }

        return array_values($drive);
    }
}
