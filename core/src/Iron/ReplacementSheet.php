<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Drawn\DrawnIron;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Sheet\CircuitAtWork;

/** What a replacement transformer must give, from the currents of the circuit (IRON-11). */
final class ReplacementSheet
{
    /** A plate swings down to about this share of its supply before it clips: what is left is the knee (our choice). */
    private const SWING_SHARE = 0.85;

    /**
     * A power transformer: each secondary with its off-load volts and RMS current; volt-amperes summed.
     *
     * @return array{format: string, part: string, role: string, primary: array<string, mixed>, secondaries: list<array<string, mixed>>, voltAmperes: float|null, notes: list<string>}|null null where the circuit has no such transformer
     */
    public static function of(CircuitAtWork $circuit, string $part, float $mainsRatio): ?array
    {
        $element = $circuit->fitted->netlist->find($part);

        return match (true) {
            $element instanceof MainsTransformer => self::power($circuit, $element, $mainsRatio),
            $element instanceof CoupledWindings => self::output($circuit, $element),
            default => null,
        };
    }

    /** @return array{format: string, part: string, role: string, primary: array<string, mixed>, secondaries: list<array<string, mixed>>, voltAmperes: float|null, notes: list<string>} */
    private static function power(CircuitAtWork $circuit, MainsTransformer $t, float $mainsRatio): array
    {
        $full = self::atFullPower($circuit);
        $currents = self::rectified($circuit, $full);
        $idle = self::rectified($circuit, $circuit->working);
        $secondaries = [];
        $total = 0.0;
        foreach ($t->windings as $w) {
            $uses = $currents[$w->id] ?? [];
            $heaters = array_sum(array_map(static fn (Heaters $h): float => $h->winding === $w->id ? self::heaterAmperes($circuit, $h) : 0.0, $circuit->fitted->netlist->all(Heaters::class)));
            foreach ($circuit->fitted->netlist->all(Rectifier::class) as $r) {
                $heaters += null !== $r->tube && self::rectifierHeater($circuit, $r->tube, $w->volts) ? ($circuit->tubes->find($circuit->fitted->netlist->tube($r->tube)->type ?? '')->heaterAmperes ?? 0.0) : 0.0;
            }
            $rms = sqrt(array_sum(array_map(static fn (array $u): float => $u['rmsAmperes'] ** 2, $uses)) + $heaters ** 2);
            $tapped = [] !== array_filter($uses, static fn (array $u): bool => 2 === $u['halves']);
            $total += $w->volts * $rms;
            $secondaries[] = ['winding' => substr($w->id, \strlen($t->id) + 1), 'offLoadVolts' => $w->volts, 'centreTapped' => $tapped, 'rmsAmperes' => $rms, 'dcAmperes' => array_sum(array_column($uses, 'dcAmperes')), 'idleDcAmperes' => array_sum(array_column($idle[$w->id] ?? [], 'dcAmperes')), 'oldOhms' => $w->ohms];
        }
        $hertz = $t->hertz;

        return [
            'format' => 'transformer-specification/1', 'part' => $t->id, 'role' => 'power',
            'primary' => ['volts' => $t->ratedVolts * $mainsRatio, 'hertz' => $hertz, 'runningAmperes' => ($full->supplies[0]->primaryAmperes ?? 0.0) / $mainsRatio, 'oldOhms' => $t->primaryOhms],
            'secondaries' => $secondaries, 'voltAmperes' => $total,
            'notes' => ['rms-from-rectifier', 'heaters-summed', 'flux-for-hertz', 'mounting-as-old', 'bias-tap-kept'],
        ];
    }

    /** @return array{format: string, part: string, role: string, primary: array<string, mixed>, secondaries: list<array<string, mixed>>, voltAmperes: float|null, notes: list<string>} */
    private static function output(CircuitAtWork $circuit, CoupledWindings $t): array
    {
        $drawn = array_values(array_filter(DrawnIron::of($circuit->sheet), static fn (DrawnTransformer $d): bool => $d->id === $t->id))[0] ?? new DrawnTransformer($t->id, 'output');
        $carried = array_column($circuit->stresses->resistors, 'amperes', 'id');
        $sides = [];
        foreach (\array_slice($t->windings, 0, -1) as $w) {
            $half = explode('-', substr($w->id, \strlen($t->id) + 1))[0];
            $sides[$half] = max($sides[$half] ?? 0.0, abs($carried[$w->id] ?? 0.0));
        }
        $supply = null === $drawn->supply ? 0.0 : $circuit->working->at($drawn->supply);
        $swing = self::SWING_SHARE * $supply;
        $watts = match (true) {
            null === $drawn->primaryOhms => null,
            $drawn->singleEnded => min($swing ** 2 / 2 / $drawn->primaryOhms, 0.5 * $supply * array_sum($sides)),
            default => 2 * $swing ** 2 / $drawn->primaryOhms,
        };

        return [
            'format' => 'transformer-specification/1', 'part' => $t->id, 'role' => 'output',
            'primary' => ['ohms' => $drawn->primaryOhms, 'singleEnded' => $drawn->singleEnded, 'dcAmperesPerSide' => array_values($sides), 'supplyVolts' => $supply, 'peakVolts' => Insulation::SWING_TIMES * $supply, 'oldOhms' => array_map(static fn (DrawnWinding $w): float => $w->ohms, \array_slice($drawn->windings, 0, -1)), 'screenTaps' => self::hasScreenTaps($t)],
            'secondaries' => [['ohms' => $drawn->tapOhms, 'watts' => $watts]], 'voltAmperes' => $watts,
            'notes' => $drawn->singleEnded ? ['gapped', 'watts-estimated', 'mounting-as-old'] : ['interleaved', 'watts-estimated', 'mounting-as-old'],
        ];
    }

    private static function hasScreenTaps(CoupledWindings $t): bool
    {
        return [] !== array_filter($t->windings, static fn ($w): bool => str_ends_with($w->id, '-plate'));
    }

    /**
     * The circuit with its output stages at full power: a push-pull stage in class AB then draws 2/π of its peak current.
     *
     * Where that has no answer, the circuit as it idles.
     */
    private static function atFullPower(CircuitAtWork $circuit): Solution
    {
        $netlist = $circuit->fitted->netlist;
        $carried = array_column($circuit->stresses->resistors, 'amperes', 'id');
        foreach (DrawnIron::of($circuit->sheet) as $drawn) {
            if ('output' !== $drawn->role || $drawn->singleEnded || null === $drawn->primaryOhms || null === $drawn->supply) {
                continue;
            }
            $idle = array_sum(array_map(static fn (string $side): float => abs($carried[$drawn->id.'/'.$side] ?? $carried[$drawn->id.'/'.$side.'-supply'] ?? 0.0), ['a', 'b']));
            $peak = self::SWING_SHARE * $circuit->working->at($drawn->supply) / ($drawn->primaryOhms / 4);
            $more = 2 / \M_PI * $peak - $idle;
            if ($more > 0.0) {
                $netlist = $netlist->with('full-power/'.$drawn->id, new CurrentSource('full-power/'.$drawn->id, $drawn->supply, Netlist::CHASSIS, $more));
            }
        }
        try {
            return OperatingPoint::of(Compiler::compile($netlist, $circuit->tubes, $circuit->working->conditions, $circuit->fitted->factors), $circuit->working->conditions);
        } catch (DidNotConverge) {
            return $circuit->working;
        }
    }

    /** @return array<string, list<array{halves: int, dcAmperes: float, rmsAmperes: float}>> what each winding's rectifiers draw, by winding */
    private static function rectified(CircuitAtWork $circuit, Solution $solution): array
    {
        $currents = [];
        foreach ($solution->supplies as $state) {
            foreach ($state->ports as $k => $port) {
                $rectifier = $circuit->fitted->netlist->find($port->rectifier);
                if ($rectifier instanceof Rectifier) {
                    $currents[$rectifier->winding][] = ['halves' => $port->halves, 'dcAmperes' => $state->cycle->current[$k], 'rmsAmperes' => $state->windingAmperes($k)];
                }
            }
        }

        return $currents;
    }

    private static function heaterAmperes(CircuitAtWork $circuit, Heaters $heaters): float
    {
        $sum = 0.0;
        foreach ($heaters->positions as $position) {
            $element = $circuit->fitted->netlist->find($position);
            $sum += $element instanceof Tube ? $circuit->tubes->find($element->type)->heaterAmperes ?? 0.0 : 0.0;
        }

        return $sum;
    }

    /** A rectifier tube's heater is not among the heater loads of a circuit: it hangs on the winding of its volts. */
    private static function rectifierHeater(CircuitAtWork $circuit, string $position, float $windingVolts): bool
    {
        $listed = array_merge([], ...array_map(static fn (Heaters $h): array => $h->positions, array_values($circuit->fitted->netlist->all(Heaters::class))));
        $volts = $circuit->tubes->find($circuit->fitted->netlist->tube($position)->type ?? '')->heaterVolts ?? 0.0;

        return !\in_array($position, $listed, true) && $volts > 0.0 && abs($windingVolts / $volts - 1) < 0.1;
    }
}
