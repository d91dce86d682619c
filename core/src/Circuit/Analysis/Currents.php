<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Compile\TubeStage;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\TubeCatalogue;

/** Direct currents that an ammeter could show: into the electrodes of each tube, by pin; through resistors and windings, by id. */
final class Currents
{
    /** @return array<string, array{float, Adjoint}> amperes, and what they depend on, by place or part */
    public static function of(Solution $solution, TubeCatalogue $tubes): array
    {
        $currents = [];
        foreach ($solution->circuit->tubes as $number => $stage) {
            $tube = $solution->circuit->netlist->tube($stage->position);
            $pins = null === $tube ? [] : $tubes->find($tube->type)?->section($stage->section)->pins ?? [];
            if (null === $tube || isset($solution->unsolved[$stage->cathode])) {
                continue;
            }
            foreach (self::electrodes($solution, $stage, $number) as $electrode => $current) {
                if (isset($pins[$electrode])) {
                    $currents[$tube->place($stage->section, $electrode, $pins[$electrode])] = $current;
                }
            }
        }
        foreach ($solution->circuit->conductances as $c) {
            if (null !== $solution->circuit->netlist->find($c->id) && !isset($solution->unsolved[$c->a])) {
                $amperes = ($solution->volts[$c->a] - $solution->volts[$c->b]) * $c->siemens;
                // A meter in the lead shows how much, not which way round the part was drawn.
                $sign = $amperes < 0.0 ? -1.0 : 1.0;
                $currents[$c->id] = [$sign * $amperes, Adjoint::ofCurrent($solution, [$c->a => $sign * $c->siemens, $c->b => -$sign * $c->siemens], [$c->id => -$sign * $amperes], [])];
            }
        }

        return $currents;
    }

    /** @return array<string, array{float, Adjoint}> by electrode */
    private static function electrodes(Solution $solution, TubeStage $stage, int $number): array
    {
        [$ip, $pp, $ps, $pg, $is, $sp, $ss, $sg] = $stage->at(...$stage->volts($solution->volts));
        [$plate, $screen] = [$ip + ($solution->excess[$number][0] ?? 0.0), $is + ($solution->excess[$number][1] ?? 0.0)];
        $of = static fn (float $amperes, float $byPlate, float $byScreen, float $byGrid): array => [$amperes, Adjoint::ofCurrent($solution, self::sum([[$stage->plate, $byPlate], [$stage->screen, $byScreen], [$stage->grid, $byGrid], [$stage->cathode, -$byPlate - $byScreen - $byGrid]]), [], [$stage->id() => $amperes])];

        return ['plate' => $of($plate, $pp, $ps, $pg), 'screen' => $of($screen, $sp, $ss, $sg), 'cathode' => $of($plate + $screen, $pp + $sp, $ps + $ss, $pg + $sg)];
    }

    /**
     * @param list<array{int, float}> $terms
     *
     * @return array<int, float>
     */
    private static function sum(array $terms): array
    {
        $sum = [];
        foreach ($terms as [$node, $value]) {
            $sum[$node] = ($sum[$node] ?? 0.0) + $value;
        }

        return $sum;
    }
}
