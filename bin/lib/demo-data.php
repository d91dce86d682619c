<?php

declare(strict_types=1);

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetCodec;
use Yew\Server\Shop\TubeData;

/*
 * Makes the demo's figures hang together: printed volts of each sheet from its own circuit, as its printed meter would show
 * them; readings of each job from that circuit with what is `behind` it (as fitted), tubes a little off, and meter noise.
 * Run it after a demo circuit was changed: php bin/lib/demo-data.php
 */
require dirname(__DIR__, 2).'/vendor/autoload.php';

$root = dirname(__DIR__, 2);
$tubes = (new TubeData($root))->catalogue();

function solved(Netlist $netlist, Factors $factors, float $mains): Solution
{
    global $tubes;
    $situation = new SolveConditions($mains);

    return OperatingPoint::of(Compiler::compile($netlist, $tubes, $situation, $factors), $situation);
}

/** What a meter of this resistance shows at a place. */
function shown(Solution $solution, string $place, ?float $meterOhms): float
{
    return $solution->at($place) * (null === $meterOhms ? 1.0 : $meterOhms / ($meterOhms + Adjoint::of($solution, $place)->sourceOhms()));
}

function heaters(Solution $solution, string $position): float
{
    foreach ($solution->circuit->supplies as $s => $supply) {
        foreach ($supply->heaters as $load) {
            if (in_array($position, $solution->circuit->netlist->all(Yew\Core\Circuit\Element\Heaters::class)[$load->id]->positions ?? [], true)) {
                return $load->voltsAt($solution->supplies[$s]->coreVolts);
            }
        }
    }

    return 0.0;
}

/** A number between −1 and 1 that is always the same for the same name. */
function chance(string $name): float
{
    return (crc32($name) % 20001) / 10000 - 1;
}

/** What an ohmmeter shows in place: of a resistor by its ends, of a path by its places. */
function ohmsOf(AsFitted $fitted, array $trial, string $serial): string
{
    global $tubes;
    $part = $fitted->netlist->find($trial['part']);
    [$a, $b] = $part instanceof Yew\Core\Circuit\Element\Resistor ? [$part->a, $part->b] : array_reverse(explode('→', $trial['subject']));
    $ohms = Yew\Core\Circuit\Analysis\ColdResistance::between($fitted->netlist, $tubes, $a, $b, $fitted->factors);
    if (null === $ohms) {
        return 'ol';
    }
    $ohms *= 1 + 0.006 * chance($serial.$trial['part'].($trial['subject'] ?? ''));
    [$unit, $size] = $ohms >= 1e6 ? ['M', 1e6] : ($ohms >= 1e3 ? ['k', 1e3] : ['', 1.0]);

    return sprintf('%.4g', $ohms / $size).$unit;
}

function written(string $file, mixed $data): void
{
    file_put_contents($file, preg_replace_callback('/^( +)/m', static fn (array $m): string => str_repeat(' ', intdiv(strlen($m[1]), 2)), json_encode($data, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR))."\n");
}

$sheets = [];
foreach (glob($root.'/server/demo/sheets/*.sheet.json') as $file) {
    $document = json_decode((string) file_get_contents($file), true, 64, JSON_THROW_ON_ERROR);
    $sheet = (new SheetCodec($tubes))->decode($document);
    $sheets[basename($file, '.sheet.json')] = $sheet;
    $solution = solved($sheet->circuit->netlist, new Factors(), $sheet->printedMains[0]);
    foreach ($document['points'] as &$point) {
        if ('ac-volts' === ($point['function'] ?? '')) {
            continue;
        }
        $volts = $solution->at($point['place']);
        $ranges = array_filter($sheet->printedRangesVolts, static fn (float $r): bool => $r >= abs($volts));
        $meter = $sheet->printedInputOhms ?? $sheet->printedOhmsPerVolt * ([] === $ranges ? 1000.0 : min($ranges));
        $volts = shown($solution, $point['place'], $meter);
        $point['printedVolts'] = abs($volts) < 0.005 && 'grid' === $point['kind'] ? 0 : (float) sprintf('%.3g', $volts);
    }
    unset($point);
    written($file, $document);
}

$jobs = json_decode((string) file_get_contents($root.'/server/demo/jobs.json'), true, 64, JSON_THROW_ON_ERROR);
$meters = array_column(json_decode((string) file_get_contents($root.'/server/demo/meters.json'), true, 64, JSON_THROW_ON_ERROR), null, 'id');
foreach ($jobs as &$job) {
    $sheet = $sheets[$job['sheet'] ?? ''] ?? null;
    if (!isset($job['behind']) || null === $sheet) {
        continue;
    }
    $serial = $job['unit']['serial'];
    $factors = new Factors(array_map(static fn ($t): float => 1 + 0.06 * chance($serial.$t->position), $sheet->tubes));
    $fitted = AsFitted::of($sheet->circuit->netlist, $factors, array_map(static fn (array $c): Fields => Fields::of($c), $job['behind']), $tubes);
    $solution = null;
    $meter = null;
    foreach ($job['tape'] as &$line) {
        $facts = $line['payload']['facts'] ?? [];
        if (isset($facts['inletVolts'])) {
            $wired = $sheet->printedMainsFor((float) $job['unit']['wiredForVolts']);
            $solution = solved($fitted->netlist, $fitted->factors, $facts['inletVolts']['value'] / $wired * $sheet->printedMains[0]);
            $meter = $meters[$facts['meterId']['value']];
        }
        foreach ($line['trials'] ?? [] as $i => $trial) {
            $line['trials'][$i]['text'] = true === ($trial['own'] ?? false) ? ohmsOf($fitted, $trial, $serial) : $trial['text'];
        }
        foreach ($line['readings'] ?? [] as $i => $reading) {
            $place = $reading[0];
            $function = $reading[2] ?? 'dc-volts';
            $form = array_values(array_filter($meter['functions'], static fn (array $f): bool => $f['function'] === $function))[0];
            $volts = 'ac-volts' === $function ? heaters($solution, explode('.', $place)[0]) : shown($solution, $place, $form['inputResistanceOhms']);
            $volts *= 1 + 0.0015 * chance($serial.$place.'noise');
            $range = array_values(array_filter($form['ranges'], static fn (array $r): bool => $r['max'] >= abs($volts)))[0];
            $digits = max(0, (int) round(-log10($range['resolution'])));
            $line['readings'][$i][1] = sprintf('%.'.$digits.'f', $volts);
        }
    }
    unset($line);
}
unset($job);
file_put_contents($root.'/server/demo/jobs.json', json_encode($jobs, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n");
