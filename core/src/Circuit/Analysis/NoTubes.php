<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** The circuit with all tubes out but the rectifier, at some share of its mains: what the capacitors must stand (CAP-5, COND-6). */
final class NoTubes
{
    /** Mains of the worst case: ten per cent high (CAP-5). */
    public const HIGH_MAINS_TIMES = 1.1;

    /** Null where the circuit has no answer without its tubes. */
    public static function of(Solution $solution, TubeCatalogue $catalogue, float $mainsRatio): ?Solution
    {
        $netlist = $solution->circuit->netlist;
        $rectifiers = array_map(static fn (Rectifier $r): ?string => $r->tube, $netlist->all(Rectifier::class));
        $out = array_values(array_map(static fn (Tube $t): string => $t->position, array_filter($netlist->all(Tube::class), static fn (Tube $t): bool => !\in_array($t->position, $rectifiers, true))));
        $conditions = new SolveConditions($mainsRatio * $solution->conditions->inletVolts, null, $out);
        try {
            return OperatingPoint::of(Compiler::compile($netlist, $catalogue, $conditions, $solution->circuit->factors), $conditions);
        } catch (DidNotConverge) {
            return null;
        }
    }
}
