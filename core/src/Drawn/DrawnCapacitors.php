<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Analysis\NoTubes;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SocketPin;

/** Every capacitor of a circuit with what it does there and what it must stand (CAP-4, CAP-5). */
final readonly class DrawnCapacitors
{
    /** Less than this across a part that leads to a grid is no coupling capacitor, volts (our choice). */
    private const COUPLING_VOLTS = 15.0;

    private function __construct(private CircuitAtWork $circuit)
    {
    }

    /** @return list<DrawnCapacitor> supply first, then bias, coupling, bypass and the rest */
    public static function of(CircuitAtWork $circuit): array
    {
        $self = new self($circuit);
        $all = array_map($self->drawn(...), array_values($circuit->fitted->netlist->all(Capacitor::class)));
        $order = ['reservoir', 'filter', 'bias', 'coupling', 'bypass', 'other'];
        usort($all, static fn (DrawnCapacitor $a, DrawnCapacitor $b): int => array_search($a->does, $order, true) <=> array_search($b->does, $order, true));

        return $all;
    }

    /** @return list<DrawnCapacitor> of a sheet that holds no circuit: values and ratings only */
    public static function ofList(Sheet $sheet): array
    {
        return array_map(static fn (\Yew\Core\Sheet\Capacitor $c): DrawnCapacitor => new DrawnCapacitor($c->id, $c->farads, $c->ratedVolts, 'filter', $c->node), $sheet->capacitors);
    }

    private function drawn(Capacitor $c): DrawnCapacitor
    {
        $working = $this->circuit->working->at($c->plus, $c->minus);
        $worst = $this->circuit->worst?->at($c->plus, $c->minus);
        $low = abs($this->circuit->working->at($c->plus)) < abs($this->circuit->working->at($c->minus)) ? $c->plus : $c->minus;
        $does = $this->does($c, $working, $low);
        $rectifier = $this->rectifier($c->id);
        $tube = null === $rectifier?->tube ? null : $this->circuit->fitted->netlist->tube($rectifier->tube)?->type;
        $beside = array_intersect_key($this->circuit->fitted->netlist->all(Capacitor::class), array_flip(array_diff($rectifier->reservoirs ?? [], [$c->id])));
        $others = array_sum(array_map(static fn (Capacitor $other): float => $other->farads, $beside));
        $limit = null === $tube ? null : $this->circuit->tubes->find($tube)?->limitsOf('1')?->rectifier?->inputFarads;
        $peak = null === $worst ? abs($working) : max(abs($worst), abs($working));

        return new DrawnCapacitor(
            $c->id, $c->farads, $c->ratedVolts, $does, $c->plus, $c->minus,
            worstVolts: null === $worst ? null : $worst,
            workingVolts: $working,
            // What a leak lifts the grid by is decided at work, with the bias supply conducting: its source resistance there.
            gridOhms: 'coupling' === $does ? Adjoint::of($this->circuit->working, $low)->sourceOhms() : null,
            rectifierTube: $tube,
            rectifierFarads: null === $limit ? null : max(0.0, $limit - $others),
            ceilingVolts: null === $c->ratedVolts || null === $worst || abs($worst) < 1.0 ? null : $this->circuit->working->conditions->inletVolts * NoTubes::HIGH_MAINS_TIMES * $c->ratedVolts / $peak,
        );
    }

    private function does(Capacitor $c, float $workingVolts, string $low): string
    {
        $inBias = 'bias' === $this->circuit->blockOf($c->id)?->kind;
        if (null !== $this->rectifier($c->id)) {
            return $inBias ? 'bias' : 'reservoir';
        }
        if ($inBias) {
            return 'bias';
        }
        $rails = $this->circuit->drawn->rails();
        if (isset($rails[$c->plus]) && (Netlist::CHASSIS === $c->minus || isset($rails[$c->minus]))) {
            return 'filter';
        }
        if (Netlist::CHASSIS !== $c->minus && Netlist::CHASSIS !== $c->plus && abs($workingVolts) > self::COUPLING_VOLTS && $this->leadsToGrid($low)) {
            return 'coupling';
        }
        $electrodes = array_map(static fn (SocketPin $p): ?string => $p->electrode, $this->circuit->pinsAt($c->plus));

        return Netlist::CHASSIS === $c->minus && \in_array('cathode', $electrodes, true) ? 'bypass' : 'other';
    }

    /** Directly, or through one resistor: a stopper. */
    private function leadsToGrid(string $place): bool
    {
        $nodes = $this->circuit->working->circuit->nodes;
        $reached = [$place];
        foreach ($this->circuit->fitted->netlist->all(Resistor::class) as $r) {
            foreach ([[$r->a, $r->b], [$r->b, $r->a]] as [$here, $there]) {
                if (Netlist::CHASSIS !== $there && $nodes->number($here) === $nodes->number($place)) {
                    $reached[] = $there;
                }
            }
        }
        foreach ($reached as $at) {
            if (\in_array('grid', array_map(static fn (SocketPin $p): ?string => $p->electrode, $this->circuit->pinsAt($at)), true)) {
                return true;
            }
        }

        return false;
    }

    private function rectifier(string $id): ?Rectifier
    {
        foreach ($this->circuit->fitted->netlist->all(Rectifier::class) as $rectifier) {
            if (\in_array($id, $rectifier->reservoirs, true)) {
                return $rectifier;
            }
        }

        return null;
    }
}
