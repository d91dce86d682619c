<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** Finds for each mains transformer the rectifiers and heaters that hang on it, as ports seen from its primary. */
final readonly class SupplyCompiler
{
    /** A winding without stated resistance, and a lead without any, ohms: keeps every current finite. */
    private const LEAST_OHMS = 0.01;

    public function __construct(private Netlist $netlist, private TubeCatalogue $tubes, private Factors $factors, private SolveConditions $conditions, private NodeMap $nodes)
    {
    }

    /**
     * @return list<array{MainsTransformer, list<Port>, list<HeaterLoad>}>
     *
     * @throws BadCircuit when a winding or rectifier tube that is named does not exist, or where two transformers share a limiter
     */
    public function supplies(): array
    {
        $supplies = [];
        $transformers = $this->netlist->all(MainsTransformer::class);
        if (\count($transformers) > 1 && !$this->conditions->limiters->isNone()) {
            throw BadCircuit::at(array_values($transformers)[1]->id, 'how two transformers share what a limiter leaves is not computed; measure the mains behind it, and state that');
        }
        foreach ($transformers as $transformer) {
            $ports = $heaters = [];
            foreach ($this->netlist->all(Rectifier::class) as $rectifier) {
                $winding = $this->live($transformer, $rectifier->winding);
                if (null === $winding || ($rectifier->deadInStandby && $this->conditions->standby)) {
                    continue;
                }
                array_push($ports, ...$this->ports($rectifier, $winding, $transformer));
            }
            foreach ($this->netlist->all(Heaters::class) as $load) {
                $winding = $this->live($transformer, $load->winding);
                if (null !== $winding) {
                    $heaters[] = new HeaterLoad($load->id, $winding->id, $this->turns($winding, $transformer, $load->id), $this->ohms($winding, $load->id), $load->volts, $load->ratedAmperes($this->netlist, $this->tubes, $this->conditions->tubesOut));
                }
            }
            $supplies[] = [$transformer, $ports, $heaters];
        }
        $this->checkWindings($transformers);

        return $supplies;
    }

    /** A winding of this transformer that gives volts; none where it, or the primary, is open. */
    private function live(MainsTransformer $transformer, string $id): ?SupplyWinding
    {
        $winding = $transformer->windings[$id] ?? null;

        return null === $winding || $winding->open || $transformer->open ? null : $winding;
    }

    /** @param array<string, MainsTransformer> $transformers */
    private function checkWindings(array $transformers): void
    {
        $known = array_merge(...array_map(static fn (MainsTransformer $t): array => $t->windings, array_values($transformers)));
        foreach ([...$this->netlist->all(Rectifier::class), ...$this->netlist->all(Heaters::class)] as $user) {
            if (!isset($known[$user->winding])) {
                throw BadCircuit::at($user->id, \sprintf('there is no winding “%s”', $user->winding));
            }
        }
    }

    /** @return list<Port> */
    private function ports(Rectifier $rectifier, SupplyWinding $winding, MainsTransformer $transformer): array
    {
        [$fitted, $model] = $this->rectifierTube($rectifier);
        if (!$fitted) {
            return [];
        }
        $port = new Port($rectifier->id, $winding->id, $this->nodes->number($rectifier->plus), $this->nodes->number($rectifier->minus), $this->turns($winding, $transformer, $rectifier->id) * $rectifier->share, $this->ohms($winding, $rectifier->id) * $rectifier->share, null === $model ? $rectifier->dropVolts : 0.0, $model, true, true, 1.0, 1.0, 0.0);
        switch ($rectifier->kind) {
            case RectifierKind::ChokeInput:
                if (null === $rectifier->choke) {
                    throw BadCircuit::at($rectifier->id, 'a choke input needs its choke');
                }

                return [$this->wired($port->ofTwoHalves()->between($this->nodes->number($rectifier->chokeInput()), $port->minus)->damaged($rectifier->damage), $rectifier)];
            case RectifierKind::CentreTap:
                return [$this->wired($port->ofTwoHalves()->damaged($rectifier->damage), $rectifier)];
            case RectifierKind::Bridge:
                return [$this->wired($port->throughTwoDiodes()->damaged($rectifier->damage, inBridge: true), $rectifier)];
            case RectifierKind::HalfWave:
                return true === $rectifier->damage?->isOpen() ? [] : [$this->wired($port->conducting(!$rectifier->reversed, $rectifier->reversed)->damaged($rectifier->damage), $rectifier)];
            case RectifierKind::FullWaveDoubler:
                $middle = $this->nodes->number($rectifier->middle ?? throw BadCircuit::at($rectifier->id, 'a full-wave doubler needs the place where its reservoirs meet'));

                $halves = [];
                foreach ([[RectifierDamage::OneOpen, RectifierDamage::OneShorted, $port->between($port->plus, $middle)->conducting(true, false)], [RectifierDamage::LowerOpen, RectifierDamage::LowerShorted, $port->between($middle, $port->minus)->conducting(false, true)]] as [$open, $shorted, $half]) {
                    array_push($halves, ...($open === $rectifier->damage ? [] : [$this->wired($shorted === $rectifier->damage ? $half->damaged(RectifierDamage::OneShorted) : $half, $rectifier)]));
                }

                return $halves;
            default:
                $series = $this->netlist->find($rectifier->reservoirs[0] ?? '');

                // Without the capacitor in series with its winding nothing flows, nor in the mean without either diode.
                return $series instanceof Capacitor && true !== $rectifier->damage?->isOpen() ? [$this->wired($port, $rectifier)->pumping($series->farads * $this->factors->part($series->id), $series->leakOhms)] : [];
        }
    }

    /** With the resistors in its leads and the capacitors straight across it. */
    private function wired(Port $port, Rectifier $rectifier): Port
    {
        $farads = 0.0;
        foreach ($this->netlist->all(Capacitor::class) as $id => $capacitor) {
            [$a, $b] = [$this->nodes->number($capacitor->plus), $this->nodes->number($capacitor->minus)];
            $farads += $a !== $b && (($a === $port->plus && $b === $port->minus) || ($a === $port->minus && $b === $port->plus)) ? $capacitor->farads * $this->factors->part($id) : 0.0;
        }

        return $port->loaded(max(self::LEAST_OHMS, $port->ohms + $rectifier->seriesOhms), $farads);
    }

    /** @return array{bool, RectifierModel|null} whether it can conduct, and its law when it is a tube */
    private function rectifierTube(Rectifier $rectifier): array
    {
        if (null === $rectifier->tube) {
            return [true, null];
        }
        $tube = $this->netlist->tube($rectifier->tube);
        if (null === $tube || \in_array($rectifier->tube, $this->conditions->tubesOut, true)) {
            return [false, null];
        }
        $sections = $this->tubes->find($tube->type)->sections ?? [];
        $model = ($sections[array_key_first($sections) ?? ''] ?? null)?->model;
        if (!$model instanceof RectifierModel) {
            throw BadCircuit::at($tube->position, \sprintf('a %s is no rectifier', $tube->type));
        }

        return [true, new RectifierModel($model->perveance * $this->factors->tube($tube->position))];
    }

    private function turns(SupplyWinding $winding, MainsTransformer $transformer, string $user): float
    {
        return $winding->volts * $this->factors->windingVolts($winding->id, $user) / $transformer->ratedVolts;
    }

    private function ohms(SupplyWinding $winding, string $user): float
    {
        return max(self::LEAST_OHMS, $winding->ohms * $this->factors->windingOhms($winding->id, $user));
    }
}
