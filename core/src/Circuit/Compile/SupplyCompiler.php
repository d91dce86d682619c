<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Situation;
use Yew\Core\Circuit\Supply\ChokePort;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** Finds for each mains transformer the rectifiers and heaters that hang on it, as ports seen from its primary. */
final readonly class SupplyCompiler
{
    /** A winding without stated resistance, and a lead without any, ohms: keeps every current finite. */
    private const LEAST_OHMS = 0.01;

    public function __construct(private Netlist $netlist, private TubeCatalogue $tubes, private Factors $factors, private Situation $situation, private NodeMap $nodes)
    {
    }

    /**
     * @return list<array{MainsTransformer, list<Port>, list<ChokePort>, list<HeaterLoad>}>
     *
     * @throws BadCircuit when a winding or rectifier tube that is named does not exist
     */
    public function supplies(): array
    {
        $supplies = [];
        $transformers = $this->netlist->all(MainsTransformer::class);
        foreach ($transformers as $transformer) {
            $ports = $chokes = $heaters = [];
            foreach ($this->netlist->all(Rectifier::class) as $rectifier) {
                $winding = $transformer->windings[$rectifier->winding] ?? null;
                if (null === $winding || ($rectifier->deadInStandby && $this->situation->standby)) {
                    continue;
                }
                if (RectifierKind::ChokeInput === $rectifier->kind) {
                    array_push($chokes, ...$this->choke($rectifier, $winding, $transformer));
                } else {
                    array_push($ports, ...$this->ports($rectifier, $winding, $transformer));
                }
            }
            foreach ($this->netlist->all(Heaters::class) as $load) {
                $winding = $transformer->windings[$load->winding] ?? null;
                if (null !== $winding) {
                    $heaters[] = new HeaterLoad($load->id, $winding->id, $this->turns($winding, $transformer, $load->id), $this->ohms($winding, $load->id), $load->volts, $this->heaterAmperes($load));
                }
            }
            $supplies[] = [$transformer, $ports, $chokes, $heaters];
        }
        $this->checkWindings($transformers);

        return $supplies;
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
        $half = RectifierKind::CentreTap === $rectifier->kind ? 0.5 : 1.0;
        $turns = $this->turns($winding, $transformer, $rectifier->id) * $rectifier->share * $half;
        $ohms = max(self::LEAST_OHMS, $this->ohms($winding, $rectifier->id) * $rectifier->share * $half + $rectifier->seriesOhms);
        $drop = null === $model ? $rectifier->dropVolts : 0.0;
        $farads = array_map(fn (string $id): float => $this->farads($id), $rectifier->reservoirs);
        $plus = $this->nodes->number($rectifier->plus);
        $minus = $this->nodes->number($rectifier->minus);
        $port = static fn (int $a, int $b, float $diodes, bool $positive, bool $negative, float $share, float $farads): Port => new Port($rectifier->id, $winding->id, $a, $b, $turns, $ohms, $drop * $diodes, $model, $positive, $negative, $share, $share, $farads);
        switch ($rectifier->kind) {
            case RectifierKind::CentreTap:
                return [$port($plus, $minus, 1.0, true, true, 1.0, array_sum($farads))];
            case RectifierKind::Bridge:
                return [$port($plus, $minus, 2.0, true, true, 1.0, array_sum($farads))];
            case RectifierKind::HalfWave:
                return [$port($plus, $minus, 1.0, !$rectifier->reversed, $rectifier->reversed, 1.0, array_sum($farads))];
            case RectifierKind::FullWaveDoubler:
                $middle = $this->nodes->number($rectifier->middle ?? throw BadCircuit::at($rectifier->id, 'a full-wave doubler needs the place where its reservoirs meet'));

                return [$port($plus, $middle, 1.0, true, false, 1.0, $farads[0] ?? 0.0), $port($middle, $minus, 1.0, false, true, 1.0, $farads[1] ?? $farads[0] ?? 0.0)];
            default:
                $inverse = array_sum(array_map(static fn (float $c): float => $c > 0.0 ? 1.0 / $c : \INF, $farads));

                $both = $port($plus, $minus, 1.0, true, true, 0.5, $inverse > 0.0 ? 1.0 / $inverse : 0.0);

                return [new Port($both->rectifier, $both->winding, $plus, $minus, $both->turns, $both->ohms, $both->dropVolts, $model, true, true, 0.5, 0.5, $both->farads, $farads[0] ?? 0.0)];
        }
    }

    /** @return list<ChokePort> */
    private function choke(Rectifier $rectifier, SupplyWinding $winding, MainsTransformer $transformer): array
    {
        [$fitted, $model] = $this->rectifierTube($rectifier);
        [$henries, $ohms] = $rectifier->choke ?? throw BadCircuit::at($rectifier->id, 'a choke input needs its choke');
        if (!$fitted) {
            return [];
        }
        // A rectifier tube's drop at a choke's steady current: taken at a typical 100 mA (our choice).
        $drop = null === $model ? $rectifier->dropVolts : (0.1 / $model->perveance) ** (2.0 / 3.0);
        $half = 0.5 * $rectifier->share;

        return [new ChokePort($rectifier->id, $winding->id, $this->nodes->number($rectifier->plus), $this->nodes->number($rectifier->minus), $this->turns($winding, $transformer, $rectifier->id) * $half, $this->ohms($winding, $rectifier->id) * $half + $rectifier->seriesOhms + $ohms, $drop, $henries)];
    }

    /** @return array{bool, RectifierModel|null} whether it can conduct, and its law when it is a tube */
    private function rectifierTube(Rectifier $rectifier): array
    {
        if (null === $rectifier->tube) {
            return [true, null];
        }
        $tube = $this->netlist->tube($rectifier->tube);
        if (null === $tube || \in_array($rectifier->tube, $this->situation->tubesOut, true)) {
            return [false, null];
        }
        $sections = $this->tubes->find($tube->type)->sections ?? [];
        $model = ($sections[array_key_first($sections) ?? ''] ?? null)?->model;
        if (!$model instanceof RectifierModel) {
            throw BadCircuit::at($tube->position, \sprintf('a %s is no rectifier', $tube->type));
        }

        return [true, new RectifierModel($model->perveance * $this->factors->tube($tube->position))];
    }

    private function heaterAmperes(Heaters $load): float
    {
        $amperes = 0.0;
        foreach ($load->positions as $position) {
            $tube = $this->netlist->tube($position);
            if (null !== $tube && !\in_array($position, $this->situation->tubesOut, true)) {
                $amperes += $this->tubes->find($tube->type)->heaterAmperes ?? 0.0;
            }
        }

        return $amperes;
    }

    private function farads(string $id): float
    {
        $capacitor = $this->netlist->find($id);

        return $capacitor instanceof Capacitor ? $capacitor->farads * $this->factors->part($id) : 0.0;
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
