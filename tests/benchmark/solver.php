<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Shop\TubeData;

/*
 * The solver's own speed: compiled circuit → converged, JIT proved on; JSON and expansion reported apart; beside it ngspice on
 * the exported netlist, per process and looped inside one process.
 */
require dirname(__DIR__, 2).'/vendor/autoload.php';

$status = function_exists('opcache_get_status') ? opcache_get_status(false) : false;
$jit = is_array($status) && is_array($status['jit'] ?? null) && true === ($status['jit']['on'] ?? null);
printf("JIT %s, PHP %s\n", $jit ? 'on' : 'OFF: the figures below do not count', \PHP_VERSION);
$tubes = (new TubeData(dirname(__DIR__, 2)))->catalogue();

/** @param list<float> $times */
function middle(array $times): float
{
    sort($times);

    return $times[intdiv(count($times), 2)];
}

/** @return list<float> milliseconds of each call */
function timed(int $times, Closure $call): array
{
    $taken = [];
    for ($i = 0; $i < $times; ++$i) {
        $begin = hrtime(true);
        $call($i);
        $taken[] = (hrtime(true) - $begin) / 1e6;
    }

    return $taken;
}

function line(string $what, float $milliseconds, string $aim): void
{
    printf("  %-52s %8.3f ms   %s\n", $what, $milliseconds, $aim);
}

/** @param array<string, string> $aims */
function measure(string $name, DrawnCircuit $circuit, TubeCatalogue $tubes, float $mains, array $aims): void
{
    $conditions = new SolveConditions($mains);
    line('expansion to a compiled circuit', middle(timed(60, static fn (int $i): CompiledCircuit => Compiler::compile($circuit->netlist, $tubes, $conditions))), 'reported apart');
    $compiled = Compiler::compile($circuit->netlist, $tubes, $conditions);
    $neighbour = OperatingPoint::of($compiled, $conditions);
    $cold = static fn (int $i) => OperatingPoint::of($compiled, new SolveConditions($mains * (0.9 + 0.002 * ($i % 100))));
    $warm = static fn (int $i) => OperatingPoint::of($compiled, new SolveConditions($mains * (0.97 + 0.0006 * ($i % 100))), $neighbour);
    timed(400, $warm);
    timed(200, $cold);
    $warmTime = middle(timed(600, $warm));
    printf("%s: %d unknowns\n", $name, $compiled->size());
    line('warm start, a neighbouring mains', $warmTime, $aims['warm']);
    $others = [];
    foreach (array_slice(array_keys($circuit->netlist->all(Yew\Core\Circuit\Element\Resistor::class)), 0, 20) as $id) {
        $others[] = Compiler::compile($circuit->netlist, $tubes, $conditions, new Factors(parts: [$id => 1.1]));
    }
    line('warm start, a part 10 % off', middle(timed(400, static fn (int $i) => OperatingPoint::of($others[$i % count($others)], $conditions, $neighbour))), $aims['warm']);
    line('cold start', middle(timed(300, $cold)), $aims['cold']);
    ngspice($compiled, $tubes, $conditions, $warmTime);
}

function ngspice(CompiledCircuit $compiled, TubeCatalogue $tubes, SolveConditions $conditions, float $warm): void
{
    $body = NetlistWriter::body(OperatingPoint::of($compiled, $conditions), $tubes, Flavour::Averaged, 'benchmark').".options reltol=1e-6\n";
    $run = static function (string $control) use ($body): void {
        $process = new Process(['ngspice', '-b'], timeout: 120);
        $process->setInput($body.".control\n".$control."\n.endc\n.end\n")->run();
    };
    $once = middle(timed(7, static fn (int $i) => $run('op')));
    $many = middle(timed(3, static fn (int $i) => $run("repeat 51\nop\nend")));
    $each = ($many - $once) / 50;
    line('ngspice, a process for each', $once, sprintf('%.0f times our warm start', $once / $warm));
    line('ngspice, looped inside one process', $each, sprintf('%.0f times our warm start', $each / $warm));
}

$file = (string) file_get_contents(dirname(__DIR__, 2).'/server/demo/sheets/wren-15.sheet.json');
line('sheet: JSON, blocks, checks', middle(timed(60, static fn (int $i) => (new SheetCodec($tubes))->decode(SheetFile::decode($file)))), 'reported apart');
$sheet = (new SheetCodec($tubes))->decode(SheetFile::decode($file));
if (null !== $sheet->circuit) {
    measure('Push-pull amplifier, tube rectifier', $sheet->circuit, $tubes, $sheet->printedMains[0], ['warm' => 'aim: under 0.5 ms', 'cold' => 'aim: under 3 ms']);
    line('calibration to its prints', middle(timed(20, static fn (int $i) => SheetModel::of($sheet, $tubes)?->calibrated())), 'for comparison');
}
/** @param list<string> $lines */
function drawn(array $lines, TubeCatalogue $tubes): DrawnCircuit
{
    $read = LineReader::read(implode("\n", $lines), $tubes);
    if ([] !== $read->faults) {
        throw new LogicException((string) json_encode($read->faults));
    }

    return (new CircuitCodec($tubes))->decode(Fields::of(['blocks' => $read->blocks], 'circuit'), $read->tubes);
}

/** Every fault of the catalogue, from the healthy solution on: applied, compiled and solved. */
function faults(string $name, DrawnCircuit $circuit, TubeCatalogue $tubes, float $mains): void
{
    $conditions = new SolveConditions($mains);
    $healthy = OperatingPoint::of(Compiler::compile($circuit->netlist, $tubes, $conditions), $conditions);
    $fitted = AsFitted::drawn($circuit->netlist);
    $taken = [];
    for ($round = 0; $round < 5; ++$round) {
        foreach (FaultCatalogue::of($fitted, $tubes) as $fault) {
            $taken[$fault->text()][] = timed(1, static function (int $i) use ($fault, $fitted, $tubes, $conditions, $healthy): void {
                $broken = $fault->in($fitted, $tubes);
                OperatingPoint::of(Compiler::compile($broken->netlist, $tubes, $conditions, $broken->factors), $conditions, $healthy);
            })[0];
        }
    }
    $times = array_map(middle(...), $taken);
    arsort($times);
    printf("%s: %d unknowns, %d faults%s\n", $name, $healthy->circuit->size(), count($times), null === $healthy->supplies[0]->period ? '' : ', its own reservoirs stepped');
    line('the median fault, times 150', 150 * middle(array_values($times)), 'aim: under 300 ms');
    line('all of them, for each 150', 150 * array_sum($times) / count($times), 'aim: under 600 ms');
    line('the slowest: '.array_key_first($times), (float) reset($times), 'bound: 20 ms');
}

$lines = ['mains 230 ht 310/12 bias 50/30 heater 6.6/.02', 'supply ht bridge A 220u/500', 'rail B A 1k 47u/500', 'bias bias N1 N2 47u/100 15k 47k'];
for ($channel = 0, $n = 1; $channel < 2; ++$channel, $n += 8) {
    $rail = 0 === $channel ? 'L' : 'R';
    $lines[] = sprintf('rail C%s B 10k 22u/450', $rail);
    $lines[] = sprintf('rail D%s C%s 10k 22u/450', $rail, $rail);
    foreach ([0, 1, 2] as $v) {
        $from = 0 === $v ? '' : sprintf(' from V%db 22n', $n + $v - 1);
        $lines[] = sprintf('gain V%d 12AX7 D%s 100k 1k5 25u%s stop 68k leak 1M', $n + $v, $rail, $from);
        $lines[] = sprintf('gain V%db D%s 100k 1k5 from V%d 22n vol 500k stop 10k', $n + $v, $rail, $n + $v);
    }
    $lines[] = sprintf('gain V%d 12AX7 C%s 100k 820 from V%db 22n', $n + 3, $rail, $n + 2);
    $lines[] = sprintf('follower V%db C%s 100k from V%d', $n + 3, $rail, $n + 3);
    $lines[] = sprintf('tone TS%s from V%db treble 250k@0.5 250p bass 1M@0.5 22n middle 25k@0.5 22n slope 56k', $rail, $n + 3);
    $lines[] = sprintf('ltp V%d 12AX7 C%s 82k 100k 470 10k from TS%s 22n return FB%s', $n + 4, $rail, $rail, $rail);
    $lines[] = sprintf('pp T%s V%d,V%d/V%d,V%d 6L6GC A screens B sstop 470 gstop 1k5 bias N2 sense 1 from V%d 47n ot 3k4', $rail, $n + 5, $n + 6, $n + 7, $n + 16 + $channel, $n + 4);
    $lines[] = sprintf('fb FB%s 47k from T%s shunt 4k7', $rail, $rail);
}
measure('Stereo amplifier', drawn($lines, $tubes), $tubes, 230.0, ['warm' => 'aim: under 3 ms', 'cold' => 'for comparison']);
$small = ['mains 230 ht 310/12 bias 50/30 heater 6.6/.02', 'supply ht bridge A 8u/500', 'rail B A 1k 4u/500', 'bias bias N1 N2 47u/100 15k 47k'];
for ($channel = 0, $n = 1; $channel < 2; ++$channel, $n += 4) {
    $rail = 0 === $channel ? 'L' : 'R';
    array_push($small, "rail C$rail B 10k 8u/450", "gain V$n 12AX7 C$rail 100k 1k5 25u stop 68k leak 1M", sprintf('ltp V%d 12AX7 C%s 82k 100k 470 10k from V%d 22n return FB%s', $n + 1, $rail, $n, $rail), sprintf('pp T%s V%d/V%d EL84 A screens B sstop 470 gstop 1k5 bias N2 from V%d 47n ot 8k', $rail, $n + 2, $n + 3, $n + 1), "fb FB$rail 47k from T$rail shunt 4k7");
}
measure('Stereo amplifier, 8 µF and 4 µF', drawn($small, $tubes), $tubes, 230.0, ['warm' => 'aim: under 3 ms', 'cold' => 'for comparison']);
faults('Stereo amplifier, 8 µF and 4 µF', drawn($small, $tubes), $tubes, 230.0);
/** A minute from cold, and half a minute of decay. */
function minute(string $name, DrawnCircuit $circuit, TubeCatalogue $tubes, float $mains, string $aim): void
{
    $fitted = AsFitted::drawn($circuit->netlist);
    $walk = static function (int $i) use ($fitted, $tubes, $mains): AmplifierInTime {
        $amplifier = AmplifierInTime::cold($fitted, $tubes, new SolveConditions($mains));
        $amplifier->run(60.0);

        return $amplifier;
    };
    $walk(0);
    line($name.': a minute from cold', middle(timed(5, $walk)), $aim);
    $off = static function (int $i) use ($fitted, $tubes, $mains): void {
        $amplifier = AmplifierInTime::settled($fitted, $tubes, new SolveConditions($mains));
        $amplifier->under(new SolveConditions(0.0));
        $amplifier->run(30.0);
    };
    line($name.': half a minute of decay', middle(timed(5, $off)), 'for comparison');
}

if (null !== $sheet->circuit) {
    minute('Push-pull, tube rectifier', $sheet->circuit, $tubes, $sheet->printedMains[0], 'aim: under 300 ms');
}
$soft = ['mains 230 ht 310/12 heater 6.6/.02', 'supply ht bridge A 4u/500', 'rail B A 1k 8u/500', 'gain V1 12AX7 B 100k 1k5 25u stop 68k leak 1M', 'se V2 EL34 A screens B sstop 470 cath 270 100u from V1 47n ot 3k5'];
minute('Small reservoir, its ripple followed', drawn($soft, $tubes), $tubes, 230.0, 'aim: under 3 s');
printf("peak memory %.1f MB (aim: under 64)\n", memory_get_peak_usage(true) / 1e6);
