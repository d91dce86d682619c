<?php

declare(strict_types=1);

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

// Every fault of the catalogue in every circuit, solved; prints a JSON line for each circuit: how many came to rest, and which not.
require dirname(__DIR__, 2).'/vendor/autoload.php';

foreach (Circuits::all() as $name => [$circuit, $mains]) {
    $tubes = ShippedTubes::catalogue();
    $fitted = AsFitted::drawn($circuit->netlist);
    $conditions = new SolveConditions($mains);
    $healthy = $fitted->solved($conditions, $tubes);
    $count = ['circuit' => $name, 'faults' => 0, 'floating' => 0, 'unsolved' => [], 'absurd' => []];
    foreach (FaultCatalogue::of($fitted, $tubes) as $fault) {
        ++$count['faults'];
        try {
            $broken = $fault->in($fitted, $tubes);
            $solution = OperatingPoint::of(Compiler::compile($broken->netlist, $tubes, $conditions, $broken->factors), $conditions, $healthy);
        } catch (DidNotConverge) {
            $count['unsolved'][] = $fault->text();
            continue;
        }
        $count['floating'] += count($solution->circuit->floating) > count($healthy->circuit->floating) ? 1 : 0;
        array_push($count['unsolved'], ...[] === $solution->unsolved ? [] : [$fault->text()]);
        array_push($count['absurd'], ...max(0.0, ...array_map(abs(...), $solution->volts)) < 2500.0 ? [] : [$fault->text()]);
    }
    echo json_encode($count), "\n";
}
