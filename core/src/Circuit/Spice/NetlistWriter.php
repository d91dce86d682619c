<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Compile\TubeStage;
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
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** A solved circuit as a SPICE netlist that ngspice runs unchanged; tube models come along as subcircuits. */
final class NetlistWriter
{
    /** From each electrode to the chassis, farads: without any a step of the transient has nothing to hold on to (common practice). */
    private const STRAY_FARADS = 10e-12;

    private SpiceText $out;

    /** @var array<string, string> text of the subcircuits in use, by name */
    private array $subcircuits = [];

    private readonly SolveConditions $conditions;

    private readonly Factors $factors;

    private function __construct(private readonly Solution $solution, private readonly TubeCatalogue $tubes, private readonly Flavour $flavour)
    {
        $this->conditions = $solution->conditions;
        $this->factors = $solution->circuit->factors;
        $this->out = new SpiceText($solution->circuit);
    }

    /** @return string without `.end`, so that further cards can follow */
    public static function body(Solution $solution, TubeCatalogue $tubes, Flavour $flavour, string $title): string
    {
        return (new self($solution, $tubes, $flavour))->written($title);
    }

    /** The whole file: with the analysis that the flavour is meant for. */
    public static function file(Solution $solution, TubeCatalogue $tubes, Flavour $flavour, string $title): string
    {
        $hertz = [] === $solution->circuit->supplies ? 50.0 : $solution->circuit->supplies[0]->hertz;
        $cards = Flavour::Averaged === $flavour ? ".options reltol=1e-6\n.op\n" : \sprintf(".options reltol=1e-3 method=gear\n.tran %s %s %s %s UIC\n", SpiceText::number(1 / $hertz / 200), SpiceText::number(40 / $hertz), SpiceText::number(30 / $hertz), SpiceText::number(1 / $hertz / 200));

        return self::body($solution, $tubes, $flavour, $title).$cards.".end\n";
    }

    private function written(string $title): string
    {
        $flavour = $this->flavour;
        $netlist = $this->solution->circuit->netlist;
        foreach ($netlist->elements as $element) {
            $this->element($element);
        }
        foreach ($this->conditions->across as $i => $clipped) {
            $this->out->line('Racross%d %s %s %s', $i, $this->out->node($clipped['place']), $this->out->node($clipped['against']), $clipped['ohms']);
        }
        SupplyNotes::write($this->out, $this->solution);
        $this->out->comment(SupplyNotes::MADE);
        $this->leaks();
        $this->chokes();
        $this->anchors();
        $this->strays();
        $supplies = $this->solution->circuit->supplies;
        foreach (array_values($netlist->all(MainsTransformer::class)) as $i => $transformer) {
            if (Flavour::Averaged === $flavour) {
                AveragedSupply::write($this->out, $supplies[$i], $this->solution->supplies[$i], $this->conditions->inletVolts);
            } else {
                $this->switching($transformer, $i);
            }
        }

        if (Flavour::Averaged === $flavour) {
            foreach ($this->solution->circuit->nodes->names as $node => $place) {
                $this->out->line('.nodeset V(%s)=%s', SpiceText::word($place), $this->solution->volts[$node]);
            }
        }

        $this->out->comment(SupplyNotes::END);

        return '* '.str_replace(["\r", "\n"], ' ', $title)."\n* ".$flavour->value." flavour; a node is named after a place: V3.1 is v3_1\n".implode('', $this->subcircuits).$this->out->text();
    }

    private function element(Element $element): void
    {
        $id = SpiceText::word($element->id());
        $factor = $this->factors->part($element->id());
        match (true) {
            $element instanceof Resistor => $this->resistor($id, $element->a, $element->b, $element->ohms * $factor),
            $element instanceof Potentiometer => $this->potentiometer($element, $id, $factor),
            $element instanceof Inductor => $this->inductor($id, $element->a, $element->b, $element->henries, $element->ohms * $factor),
            $element instanceof CoupledWindings => $this->windings($element, $id),
            $element instanceof Capacitor => $this->capacitor($element, $id, $factor),
            $element instanceof HeaterLeak => $this->resistor($id, $element->cathode, $element->reference, $element->ohms),
            $element instanceof StandbySwitch => $this->conditions->standby ? null : $this->resistor($id, $element->a, $element->b, StandbySwitch::CLOSED_OHMS),
            $element instanceof VoltageSource => $this->source($element, $id),
            $element instanceof CurrentSource => $this->out->line('I%s %s %s DC %s AC %s', $id, $this->out->node($element->from), $this->out->node($element->to), $element->amperes, $element->acAmperes),
            $element instanceof Diode => $this->diode($element, $id),
            $element instanceof Tube => $this->tube($element),
            default => null,
        };
    }

    private function resistor(string $id, string $a, string $b, float $ohms): void
    {
        if ($this->out->node($a) === $this->out->node($b)) {
            return; // the end of a control that is joined to its wiper
        }
        $this->out->line('R%s %s %s %s', $id, $this->out->node($a), $this->out->node($b), max($ohms, Compiler::LEAST_OHMS));
    }

    private function potentiometer(Potentiometer $pot, string $id, float $factor): void
    {
        $this->resistor($id.'_top', $pot->top, $pot->wiper, $pot->ohms * $factor * (1.0 - $pot->context));
        $this->resistor($id.'_bottom', $pot->wiper, $pot->bottom, $pot->ohms * $factor * $pot->context);
    }

    private function inductor(string $id, string $a, string $b, float $henries, float $ohms): void
    {
        $this->out->line('L%s %s m_%s %s IC=%s', $id, $this->out->node($a), $id, $henries, $this->solution->at($a, $b) / max($ohms, Compiler::LEAST_OHMS));
        $this->out->line('R%s m_%s %s %s', $id, $id, $this->out->node($b), max($ohms, Compiler::LEAST_OHMS));
    }

    private function windings(CoupledWindings $transformer, string $id): void
    {
        $inductors = [];
        foreach ($transformer->windings as $winding) {
            $name = SpiceText::word($winding->id);
            $this->inductor($name, $winding->start, $winding->end, $winding->henries, $winding->ohms * $this->factors->windingOhms($winding->id));
            foreach ($inductors as $other) {
                $this->out->line('K%s_%s L%s L%s %s', $other, $name, $other, $name, $transformer->coupling);
            }
            $inductors[] = $name;
        }
    }

    private function capacitor(Capacitor $capacitor, string $id, float $factor): void
    {
        if ($this->out->node($capacitor->plus) === $this->out->node($capacitor->minus)) {
            return; // in series with a winding: the rectifier has it
        }
        $this->out->line('C%s %s %s %s IC=%s', $id, $this->out->node($capacitor->plus), $this->out->node($capacitor->minus), $capacitor->farads * $factor, $this->solution->at($capacitor->plus, $capacitor->minus));
        if (null !== $capacitor->leakOhms) {
            $this->resistor($id.'_leak', $capacitor->plus, $capacitor->minus, $capacitor->leakOhms);
        }
    }

    private function source(VoltageSource $source, string $id): void
    {
        $this->out->line('V%s s_%s %s DC %s AC %s', $id, $id, $this->out->node($source->minus), $source->volts, $source->acVolts);
        $this->out->line('R%s_series s_%s %s %s', $id, $id, $this->out->node($source->plus), VoltageSource::SERIES_OHMS);
    }

    private function diode(Diode $diode, string $id): void
    {
        $this->out->line('D%s %s %s d_%s', $id, $this->out->node($diode->anode), $this->out->node($diode->cathode), $id);
        $this->out->line('.model d_%s D(Is=%s N=%s)', $id, $diode->saturationAmperes, $diode->emission);
    }

    private function tube(Tube $tube): void
    {
        $stages = array_map(static fn (TubeStage $s): string => $s->id(), $this->solution->circuit->tubes);
        foreach ($this->tubes->find($tube->type)->sections ?? [] as $section) {
            $isRectifier = $section->model instanceof RectifierModel;
            $works = \in_array($tube->position.'/'.$section->name, $stages, true);
            if ($isRectifier || $works) {
                $this->subcircuits[TubeSubcircuit::name($tube->type, $section->name, $tube->gas > 0.0)] = TubeSubcircuit::text($tube->type, $section->name, $section->model, $tube->gas > 0.0);
            }
            if (!$works) {
                continue;
            }
            $nodes = array_map(fn (string $electrode): string => $this->out->node($tube->place($section->name, $electrode, $section->pins[$electrode])), explode(' ', TubeSubcircuit::pins($section->model)));
            $this->out->line('X%s %s %s strength=%s%s', SpiceText::word($tube->position.'_'.$section->name), implode(' ', $nodes), TubeSubcircuit::name($tube->type, $section->name, $tube->gas > 0.0), $this->factors->section($tube->position, $section->name), $tube->gas > 0.0 ? ' gas='.SpiceText::number($tube->gas) : '');
        }
    }

    private function chokes(): void
    {
        foreach ($this->solution->circuit->netlist->all(Rectifier::class) as $rectifier) {
            if (null !== $rectifier->choke) {
                $this->inductor(SpiceText::word($rectifier->id).'_choke', $rectifier->chokeInput(), $rectifier->plus, $rectifier->choke[0], $rectifier->choke[1]);
            }
        }
    }

    /** What floats is held where the solver holds it: SPICE finds no answer for a node that nothing leads to. */
    private function anchors(): void
    {
        foreach ($this->solution->circuit->conductances as $i => $conductance) {
            if ('anchor' === $conductance->id) {
                $this->out->line('Ranchor%d %s 0 %s', $i, $this->out->numbered($conductance->a), 1.0 / $conductance->siemens);
            }
        }
    }

    private function strays(): void
    {
        if (Flavour::Switching !== $this->flavour) {
            return;
        }
        foreach ($this->solution->circuit->tubes as $stage) {
            foreach (array_unique([$stage->plate, $stage->screen, $stage->grid]) as $node) {
                if ($node !== $stage->cathode && $node !== $this->solution->circuit->size()) {
                    $this->out->line('Cstray_%s_%d %s 0 %s IC=%s', SpiceText::word($stage->id()), $node, $this->out->numbered($node), self::STRAY_FARADS, $this->solution->volts[$node]);
                }
            }
        }
    }

    /** The leakages that the solver counts with. */
    private function leaks(): void
    {
        foreach ($this->solution->circuit->tubes as $stage) {
            $name = SpiceText::word($stage->id());
            $this->out->line('Rheater_%s %s 0 %s', $name, $this->out->numbered($stage->cathode), TubeStage::HEATER_LEAK_OHMS);
            foreach (['plate' => $stage->plate, 'screen' => $stage->screen, 'grid' => $stage->grid] as $electrode => $node) {
                if ($node !== $stage->cathode) {
                    $this->out->line('R%s_%s %s %s %s', $electrode, $name, $this->out->numbered($node), $this->out->numbered($stage->cathode), TubeStage::ELECTRODE_LEAK_OHMS);
                }
            }
        }
        foreach ($this->solution->circuit->supplies as $supply) {
            foreach ($supply->ports as $i => $port) {
                $this->out->line('Rleak%d_%s %s %s %s', $i, SpiceText::word($port->rectifier), $this->out->numbered($port->plus), $this->out->numbered($port->minus), Compiler::RESERVOIR_LEAK_OHMS);
            }
        }
    }

    private function switching(MainsTransformer $transformer, int $i): void
    {
        $rectifiers = $tubes = $pumps = [];
        $netlist = $this->solution->circuit->netlist;
        foreach ($netlist->all(Rectifier::class) as $rectifier) {
            if (!isset($transformer->windings[$rectifier->winding]) || ($rectifier->deadInStandby && $this->conditions->standby) || \in_array($rectifier->tube, $this->conditions->tubesOut, true)) {
                continue;
            }
            $rectifiers[] = $rectifier;
            $tube = null === $rectifier->tube ? null : $netlist->tube($rectifier->tube);
            $sections = null === $tube ? [] : $this->tubes->find($tube->type)->sections ?? [];
            if (null !== $tube && [] !== $sections) {
                $tubes[$rectifier->id] = TubeSubcircuit::name($tube->type, reset($sections)->name).' strength='.SpiceText::number($this->factors->tube($tube->position));
            }
            if (RectifierKind::HalfWaveDoubler === $rectifier->kind) {
                $capacitor = $netlist->find($rectifier->reservoirs[0] ?? '');
                $pumps[$rectifier->id] = $capacitor instanceof Capacitor ? [$capacitor->farads * $this->factors->part($capacitor->id), $capacitor->leakOhms, 0.5 * $this->solution->at($rectifier->plus, $rectifier->minus)] : null;
            }
        }
        $this->out->line(SwitchingSupply::DIODE_MODEL);
        (new SwitchingSupply($this->out, $transformer, $this->solution->circuit->supplies[$i], $this->conditions, $this->factors, $this->solution->supplies[$i]))->write($rectifiers, $tubes, $pumps);
    }
}
