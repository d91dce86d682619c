<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\Analysis\NoTubes;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\TubeCatalogue;

/** What a solved circuit says against its own ratings: capacitors, tubes, resistors, slipped decades (CAP-5, CAP-9, BIAS-2). */
final class Remarks
{
    /** Peak-to-peak ripple on a reservoir above which it is small for its load, share of its volts (our choice). */
    private const HIGH_RIPPLE = 0.25;

    /** @return list<Remark> worst first */
    public static function of(Solution $solution, TubeCatalogue $catalogue, ?DrawnCircuit $drawn = null): array
    {
        $stresses = Stresses::of($solution, $catalogue);
        $remarks = [];
        $noTubes = NoTubes::of($solution, $catalogue, NoTubes::HIGH_MAINS_TIMES);
        $unloaded = null === $noTubes ? null : Stresses::of($noTubes, $catalogue);
        $exposed = [];
        foreach ($stresses->capacitors as $i => $capacitor) {
            $rated = $capacitor['ratedVolts'];
            $worst = abs($unloaded?->capacitors[$i]['volts'] ?? 0.0);
            if (null !== $rated && abs($capacitor['volts']) > $rated) {
                $remarks[] = new Remark('out', 'capacitor-over', $capacitor['id'], ['part' => $capacitor['id'], 'volts' => abs($capacitor['volts']), 'ratedVolts' => $rated]);
            } elseif (null !== $rated && $worst > $rated) {
                $exposed[] = ['id' => $capacitor['id'], 'rated' => $rated, 'worst' => $worst];
            }
        }
        if ([] !== $exposed) {
            // One cause, one remark (JUDGE-4): without tubes the rails float up to the peak.
            $remarks[] = new Remark('watch', 'capacitors-over-unloaded', $exposed[0]['id'], ['parts' => array_map(static fn (array $c): string => \sprintf('%s (%g V)', $c['id'], $c['rated']), $exposed), 'count' => \count($exposed), 'worstVolts' => max(array_column($exposed, 'worst'))]);
        }
        foreach ($stresses->tubes as $tube) {
            foreach ([['plate', $tube['plateShare'], $tube['plateWatts'], $tube['ratedPlateWatts']], ['screen', $tube['screenShare'], $tube['screenWatts'], $tube['ratedScreenWatts']]] as [$electrode, $share, $watts, $rated]) {
                if (null !== $share && $share > 1.0) {
                    $remarks[] = new Remark('out', 'tube-over', $tube['position'], ['tube' => $tube['position'], 'electrode' => $electrode, 'watts' => $watts, 'ratedWatts' => $rated, 'percentOfRating' => 100 * $share, 'system' => $tube['system'] ?? '']);
                }
            }
            [$over, $limit] = [abs($tube['heaterCathodeVolts'] ?? 0.0), $tube['ratedHeaterCathodeVolts']];
            if (null !== $limit && $over > $limit) {
                $remarks[] = new Remark('out', 'heater-cathode-over', $tube['position'], ['tube' => $tube['position'], 'volts' => $over, 'ratedVolts' => $limit, 'system' => $tube['system'] ?? '']);
            }
            if ($tube['gridAmperes'] > 1e-4) {
                $remarks[] = new Remark('out', 'grid-conducts', $tube['position'], ['tube' => $tube['position'], 'gridAmperes' => $tube['gridAmperes']]);
            }
        }
        foreach (self::bothPlates($stresses, $solution, $catalogue) as $position => [$watts, $rated]) {
            $remarks[] = new Remark('out', 'tube-over-both', $position, ['tube' => $position, 'watts' => $watts, 'ratedWatts' => $rated, 'percentOfRating' => 100 * $watts / $rated]);
        }
        foreach ($stresses->resistors as $resistor) {
            if (null !== $resistor['share'] && $resistor['share'] > 0.5) {
                $remarks[] = new Remark($resistor['share'] > 1.0 ? 'out' : 'watch', 'resistor-hot', $resistor['id'], ['part' => $resistor['id'], 'watts' => $resistor['watts'], 'ratedWatts' => $resistor['ratedWatts'], 'percentOfRating' => 100 * $resistor['share']]);
            }
        }
        $starved = $solution->starved();
        foreach ($solution->rippling() as ['place' => $place, 'volts' => $volts, 'rippleVolts' => $ripple]) {
            if (\in_array($place, $starved, true)) {
                $remarks[] = new Remark('out', 'reservoir-starved', $place, ['node' => $place]);
            } elseif ($ripple > self::HIGH_RIPPLE * $volts) {
                $remarks[] = new Remark('watch', 'reservoir-small', $place, ['node' => $place, 'volts' => $volts, 'rippleVolts' => $ripple]);
            }
        }
        array_push($remarks, ...(null === $drawn ? [] : self::loops($solution, $drawn)));
        if ([] !== $solution->unsolved) {
            $places = array_map(static fn (int $node): string => $solution->circuit->nodes->names[$node], array_keys($solution->unsolved));
            $remarks[] = new Remark('out', 'island-unsolved', $places[0], ['node' => $places[0], 'count' => \count($places)]);
        }
        foreach (self::rectifiers($solution, $catalogue) as [$subject, $code, $figures]) {
            $remarks[] = new Remark('out', $code, $subject, $figures);
        }
        usort($remarks, static fn (Remark $a, Remark $b): int => ('watch' === $a->severity ? 1 : 0) <=> ('watch' === $b->severity ? 1 : 0));

        return $remarks;
    }

    /** @return array<string, array{float, float}> watts of both halves and what they may be together, by tube, where that is less than twice one half and exceeded */
    private static function bothPlates(Stresses $stresses, Solution $solution, TubeCatalogue $catalogue): array
    {
        $watts = $over = [];
        foreach ($stresses->tubes as $tube) {
            $watts[$tube['position']] = ($watts[$tube['position']] ?? 0.0) + $tube['plateWatts'];
        }
        foreach ($watts as $position => $sum) {
            $rated = $catalogue->find($solution->circuit->netlist->tube($position)->type ?? '')?->limitsOf('1')?->bothPlatesWatts;
            if (null !== $rated && $sum > $rated) {
                $over[$position] = [$sum, $rated];
            }
        }

        return $over;
    }

    /** @return list<Remark> */
    private static function loops(Solution $solution, DrawnCircuit $drawn): array
    {
        $pushPull = [] !== array_filter($drawn->blocks, static fn (ExpandedBlock $b): bool => 'output' === $b->kind && \count($b->from) > 1);
        $remarks = [];
        foreach (LoopGain::all($solution, $drawn->blocks) as $loop) {
            $code = match (true) {
                true === $loop->positive => $pushPull ? 'loop-positive' : 'loop-positive-single-ended',
                ($loop->phaseMarginDegrees ?? 0.0) < 0.0 => 'loop-unstable',
                default => null,
            };
            if (null !== $code) {
                $remarks[] = new Remark('out', $code, $loop->loop, ['loop' => $loop->loop, 'decibels' => $loop->midDecibels]);
            }
        }

        return $remarks;
    }

    /** @return list<array{string, string, array<string, mixed>}> rectifier tubes asked for more than they give */
    private static function rectifiers(Solution $solution, TubeCatalogue $catalogue): array
    {
        $remarks = [];
        foreach ($solution->circuit->supplies as $s => $supply) {
            foreach ($supply->ports as $k => $port) {
                $rectifier = $solution->circuit->netlist->find($port->rectifier);
                $tube = $rectifier instanceof Rectifier && null !== $rectifier->tube ? $solution->circuit->netlist->tube($rectifier->tube) : null;
                $limits = null === $tube ? null : $catalogue->find($tube->type)?->limitsOf('1')?->rectifier;
                if (null === $tube || null === $limits) {
                    continue;
                }
                $peak = $solution->supplies[$s]->cycle->peak[$k] ?? 0.0;
                if (null !== $limits->inputFarads && $port->farads > 1.01 * $limits->inputFarads) {
                    $remarks[] = [$tube->position, 'rectifier-reservoir', ['tube' => $tube->position, 'type' => $tube->type, 'reservoirFarads' => $port->farads, 'limitFarads' => $limits->inputFarads]];
                }
                if ($peak > $limits->peakPlateAmperes) {
                    $remarks[] = [$tube->position, 'rectifier-peak', ['tube' => $tube->position, 'type' => $tube->type, 'peakAmperes' => $peak, 'limitAmperes' => $limits->peakPlateAmperes]];
                }
            }
        }

        return $remarks;
    }
}
