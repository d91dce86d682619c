<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Solve\SupplyState;

/** A mains transformer with real diodes, for `.tran`: an ideal core behind the primary's resistance, windings with theirs. */
final readonly class SwitchingSupply
{
    /** A silicon rectifier of a few hundred volts and an ampere (common practice). */
    public const DIODE_MODEL = '.model silicon D(Is=7e-9 N=1.8 Rs=0.03 Cjo=20p)';

    /** @param array<string, float> $seriesFarads of half-wave doublers, by rectifier */
    public function __construct(private SpiceText $out, private MainsTransformer $transformer, private SupplyState $state, private Factors $factors, private array $seriesFarads = [])
    {
    }

    /**
     * @param list<Rectifier>            $rectifiers
     * @param array<string, string|null> $tubes      subcircuit of each rectifier's tube, by rectifier id
     */
    public function write(float $inletVolts, array $rectifiers, array $tubes): void
    {
        $t = SpiceText::word($this->transformer->id);
        $this->out->line('Vmains_%s mains_%s 0 SIN(0 %s %s)', $t, $t, \M_SQRT2 * $inletVolts, $this->transformer->hertz);
        $this->out->line('Rprimary_%s mains_%s core_%s %s', $t, $t, $t, max(0.01, $this->transformer->primaryOhms + $this->state->lampOhms));
        if ($this->state->conductance > 0.0) {
            $this->out->line('Rheaters_%s core_%s 0 %s', $t, $t, 1.0 / $this->state->conductance);
        }
        foreach ($rectifiers as $rectifier) {
            $winding = $this->transformer->windings[$rectifier->winding] ?? null;
            if (null !== $winding) {
                $this->rectifier($rectifier, $winding, $t, $tubes[$rectifier->id] ?? null);
            }
        }
    }

    private function rectifier(Rectifier $rectifier, SupplyWinding $winding, string $t, ?string $tube): void
    {
        $r = SpiceText::word($rectifier->id);
        [$plus, $minus] = [$this->out->node($rectifier->plus), $this->out->node($rectifier->minus)];
        $turns = $winding->volts * $this->factors->windingVolts($winding->id, $rectifier->id) / $this->transformer->ratedVolts * $rectifier->share;
        $ohms = max(0.01, $winding->ohms * $this->factors->windingOhms($winding->id, $rectifier->id)) * $rectifier->share;
        $output = $plus;
        if (RectifierKind::ChokeInput === $rectifier->kind) {
            [$henries, $chokeOhms] = $rectifier->choke ?? [1.0, 1.0];
            $output = 'before_'.$r;
            $this->out->line('L%s_in %s x%s %s', $r, $output, $r, $henries);
            $this->out->line('R%s_in x%s %s %s', $r, $r, $plus, max(0.01, $chokeOhms));
        }
        switch ($rectifier->kind) {
            case RectifierKind::CentreTap:
            case RectifierKind::ChokeInput:
                $this->winding($r.'_a', $t, 'a_'.$r, $minus, 0.5 * $turns, 0.5 * $ohms + $rectifier->seriesOhms);
                $this->winding($r.'_b', $t, 'b_'.$r, $minus, -0.5 * $turns, 0.5 * $ohms + $rectifier->seriesOhms);
                $this->diode($r.'_a', 'a_'.$r, $output, $tube);
                $this->diode($r.'_b', 'b_'.$r, $output, $tube);
                break;
            case RectifierKind::Bridge:
                $this->winding($r, $t, 'a_'.$r, 'b_'.$r, $turns, $ohms + $rectifier->seriesOhms);
                foreach (['1' => ['a_'.$r, $plus], '2' => ['b_'.$r, $plus], '3' => [$minus, 'a_'.$r], '4' => [$minus, 'b_'.$r]] as $i => [$from, $to]) {
                    $this->diode($r.'_'.$i, $from, $to, $tube);
                }
                break;
            case RectifierKind::HalfWave:
                $this->winding($r, $t, 'a_'.$r, $minus, $rectifier->reversed ? -$turns : $turns, $ohms + $rectifier->seriesOhms);
                $this->diode($r, 'a_'.$r, $plus, $tube);
                break;
            case RectifierKind::FullWaveDoubler:
                $middle = $this->out->node($rectifier->middle ?? $rectifier->minus);
                $this->winding($r, $t, 'a_'.$r, $middle, $turns, $ohms + $rectifier->seriesOhms);
                $this->diode($r.'_1', 'a_'.$r, $plus, $tube);
                $this->diode($r.'_2', $minus, 'a_'.$r, $tube);
                break;
            case RectifierKind::HalfWaveDoubler:
                // The capacitor in series with the winding belongs to the rectifier, not to the DC circuit.
                $this->winding($r, $t, 'a_'.$r, $minus, $turns, $ohms + $rectifier->seriesOhms);
                $this->out->line('Cseries_%s a_%s d_%s %s', $r, $r, $r, $this->seriesFarads[$rectifier->id] ?? 1e-4);
                $this->diode($r.'_1', $minus, 'd_'.$r, $tube);
                $this->diode($r.'_2', 'd_'.$r, $plus, $tube);
        }
    }

    /** EMF of a winding from $to towards $from, its current mirrored into the core. */
    private function winding(string $tag, string $t, string $from, string $to, float $turns, float $ohms): void
    {
        $this->out->line('Ew_%s w_%s %s core_%s 0 %s', $tag, $tag, $to, $t, $turns);
        $this->out->line('Vw_%s w_%s ws_%s 0', $tag, $tag, $tag);
        $this->out->line('Fw_%s core_%s 0 Vw_%s %s', $tag, $t, $tag, $turns);
        $this->out->line('Rw_%s ws_%s %s %s', $tag, $tag, $from, $ohms);
    }

    private function diode(string $tag, string $anode, string $cathode, ?string $tube): void
    {
        if (null === $tube) {
            $this->out->line('D%s %s %s silicon', $tag, $anode, $cathode);
        } else {
            $this->out->line('X%s %s %s %s', $tag, $anode, $cathode, $tube);
        }
    }
}
