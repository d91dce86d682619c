<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Limiters;

/**
 * A mains transformer with real diodes, for `.tran`: an ideal core behind the primary's resistance, windings with theirs.
 *
 * Lamp and heaters follow their own RMS current and volts, averaged over a time constant; what the core found of them is
 * only where they start.
 */
final readonly class SwitchingSupply
{
    /** A silicon rectifier of a few hundred volts and an ampere (common practice). */
    public const DIODE_MODEL = '.model silicon D(Is=7e-9 N=1.8 Rs=0.03 Cjo=20p)';
    /** Over which a filament averages, seconds: long beside a period, short beside a run. */
    private const FILAMENT_SECONDS = 0.1;
    /** How many times the circuit's own resistance an electronic limiter adds for a current twice its limit. */
    private const LIMITER_STIFFNESS = 100.0;

    public function __construct(private SpiceText $out, private MainsTransformer $transformer, private MainsSupply $supply, private SolveConditions $conditions, private Factors $factors, private SupplyState $state)
    {
    }

    /**
     * @param list<Rectifier>                                     $rectifiers
     * @param array<string, string|null>                          $tubes      subcircuit of each rectifier's tube, by rectifier id
     * @param array<string, array{float, float|null, float}|null> $pumps      series capacitor of half-wave doublers, by rectifier: farads, leak, volts to start from
     */
    public function write(array $rectifiers, array $tubes, array $pumps): void
    {
        $t = SpiceText::word($this->transformer->id);
        $this->out->line('Vmains_%s mains_%s 0 SIN(0 %s %s)', $t, $t, \M_SQRT2 * $this->conditions->inletVolts, $this->transformer->hertz);
        $behind = 'mains_'.$t;
        if (!$this->conditions->limiters->isNone()) {
            $this->limiters($t, $this->conditions->limiters);
            $behind = 'lamp_'.$t;
        }
        $this->out->line('Rprimary_%s %s core_%s %s', $t, $behind, $t, max(0.01, $this->transformer->primaryOhms));
        if ($this->transformer->loopSiemens > 0.0) {
            $this->out->line('Rloop_%s core_%s 0 %s', $t, $t, 1.0 / $this->transformer->loopSiemens);
        }
        foreach ($this->supply->heaters as $heaters) {
            $this->heaters($t, $heaters);
        }
        foreach ($rectifiers as $rectifier) {
            $winding = $this->transformer->windings[$rectifier->winding] ?? null;
            if (null !== $winding && !$winding->open && !$this->transformer->open) {
                $this->rectifier($rectifier, $winding, $t, $tubes[$rectifier->id] ?? null, $pumps[$rectifier->id] ?? null);
            }
        }
    }

    /** A lamp: hot V²/W, its R follows the RMS current, no less than a fourteenth (Supply\Lamp, written a second time); an electronic one steps in at its limit. */
    private function limiters(string $t, Limiters $limiters): void
    {
        $this->out->line('Vlamp_%s mains_%s lampin_%s 0', $t, $t, $t);
        $this->out->line('Blampsq_%s 0 lampsq_%s I=I(Vlamp_%s)*I(Vlamp_%s)', $t, $t, $t, $t);
        $this->out->line('Rlampsq_%s lampsq_%s 0 1', $t, $t);
        $this->out->line('Clampsq_%s lampsq_%s 0 %s IC=%s', $t, $t, self::FILAMENT_SECONDS, $this->state->primaryAmperes ** 2);
        $amperes = \sprintf('sqrt(max(V(lampsq_%s),1e-12))', $t);
        $terms = ['1m'];
        foreach ($limiters->lamps as $lamp) {
            $hot = SpiceText::number($lamp['ratedVolts'] ** 2 / $lamp['watts']);
            $terms[] = \sprintf('%s*max(%s,pwr(%s*%s,0.8181818))', $hot, SpiceText::number(1 / 14), $amperes, SpiceText::number($lamp['ratedVolts'] / $lamp['watts']));
        }
        if (null !== $limiters->amperes) {
            $terms[] = \sprintf('%s*max(0,%s-%s)', SpiceText::number(self::LIMITER_STIFFNESS * $this->conditions->inletVolts / $limiters->amperes ** 2), $amperes, SpiceText::number($limiters->amperes));
        }
        $this->out->line('Rlamp_%s lampin_%s lamp_%s R=\'%s\'', $t, $t, $t, implode('+', $terms));
    }

    /** I = I0·(V/V0)^0.6 in RMS (Supply\HeaterLoad, written a second time). */
    private function heaters(string $t, HeaterLoad $load): void
    {
        if ($load->amperes <= 0.0) {
            return;
        }
        $h = SpiceText::word($load->id);
        $this->winding('heat_'.$h, $t, 'heater_'.$h, '0', $load->turns, $load->ohms);
        $this->out->line('Bheatsq_%s 0 heatsq_%s I=V(heater_%s)*V(heater_%s)', $h, $h, $h, $h);
        $this->out->line('Rheatsq_%s heatsq_%s 0 1', $h, $h);
        $this->out->line('Cheatsq_%s heatsq_%s 0 %s IC=%s', $h, $h, self::FILAMENT_SECONDS, $load->voltsAt($this->state->coreVolts) ** 2);
        $this->out->line('Rheater_%s heater_%s 0 R=\'%s*pwr(sqrt(max(V(heatsq_%s),1e-6))/%s,0.4)\'', $h, $h, $load->volts / $load->amperes, $h, $load->volts);
    }

    /** @param array{float, float|null, float}|null $pump */
    private function rectifier(Rectifier $rectifier, SupplyWinding $winding, string $t, ?string $tube, ?array $pump): void
    {
        $r = SpiceText::word($rectifier->id);
        [$plus, $minus] = [$this->out->node($rectifier->plus), $this->out->node($rectifier->minus)];
        $turns = $winding->volts * $this->factors->windingVolts($winding->id, $rectifier->id) / $this->transformer->ratedVolts * $rectifier->share;
        $ohms = max(0.01, $winding->ohms * $this->factors->windingOhms($winding->id, $rectifier->id)) * $rectifier->share;
        // What became of its diodes: of the first one, or of a doubler's second.
        $first = \in_array($rectifier->damage, [RectifierDamage::LowerOpen, RectifierDamage::LowerShorted], true) ? null : $rectifier->damage;
        $second = null === $first ? $rectifier->damage : null;
        switch ($rectifier->kind) {
            case RectifierKind::CentreTap:
            case RectifierKind::ChokeInput:
                $output = RectifierKind::ChokeInput === $rectifier->kind ? $this->out->node($rectifier->chokeInput()) : $plus;
                $this->winding($r.'_a', $t, 'a_'.$r, $minus, 0.5 * $turns, 0.5 * $ohms + $rectifier->seriesOhms);
                $this->winding($r.'_b', $t, 'b_'.$r, $minus, -0.5 * $turns, 0.5 * $ohms + $rectifier->seriesOhms);
                $this->diode($r.'_a', 'a_'.$r, $output, $tube, RectifierDamage::OneOpen === $first ? null : $first);
                $this->diode($r.'_b', 'b_'.$r, $output, $tube, RectifierDamage::OneOpen === $first ? $first : null);
                break;
            case RectifierKind::Bridge:
                $this->winding($r, $t, 'a_'.$r, 'b_'.$r, $turns, $ohms + $rectifier->seriesOhms);
                foreach ([1 => ['a_'.$r, $plus], 2 => ['b_'.$r, $plus], 3 => [$minus, 'a_'.$r], 4 => [$minus, 'b_'.$r]] as $i => [$from, $to]) {
                    $this->diode($r.'_'.$i, $from, $to, $tube, 1 === $i ? $first : null);
                }
                break;
            case RectifierKind::HalfWave:
                $this->winding($r, $t, 'a_'.$r, $minus, $rectifier->reversed ? -$turns : $turns, $ohms + $rectifier->seriesOhms);
                $this->diode($r, 'a_'.$r, $plus, $tube, $first);
                break;
            case RectifierKind::FullWaveDoubler:
                $middle = $this->out->node($rectifier->middle ?? $rectifier->minus);
                $this->winding($r, $t, 'a_'.$r, $middle, $turns, $ohms + $rectifier->seriesOhms);
                $this->diode($r.'_1', 'a_'.$r, $plus, $tube, $first);
                $this->diode($r.'_2', $minus, 'a_'.$r, $tube, $second);
                break;
            case RectifierKind::HalfWaveDoubler:
                // The capacitor in series with the winding belongs to the rectifier, not to the DC circuit.
                $this->winding($r, $t, 'a_'.$r, $minus, $turns, $ohms + $rectifier->seriesOhms);
                if (null !== $pump) {
                    $this->out->line('Cseries_%s d_%s a_%s %s IC=%s', $r, $r, $r, $pump[0], null === $pump[1] ? $pump[2] : 0.0);
                }
                $this->out->line('Rseries_%s d_%s a_%s %s', $r, $r, $r, $pump[1] ?? 1e9);
                $this->diode($r.'_1', $minus, 'd_'.$r, $tube, $first);
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

    private function diode(string $tag, string $anode, string $cathode, ?string $tube, ?RectifierDamage $damage = null): void
    {
        if (null !== $damage) {
            if (!$damage->isOpen()) {
                $this->out->line('Rshort_%s %s %s %s', $tag, $anode, $cathode, Compiler::LEAST_OHMS);
            }
        } elseif (null === $tube) {
            $this->out->line('D%s %s %s silicon', $tag, $anode, $cathode);
        } else {
            $this->out->line('X%s %s %s %s', $tag, $anode, $cathode, $tube);
        }
    }
}
