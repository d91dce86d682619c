<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Process\Process;
use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Calibration\Calibrator;
use Yew\Core\Circuit\Calibration\PredictionBand;
use Yew\Core\Circuit\Calibration\PrintedValue;
use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Calibration, honestly tested: ngspice makes the printed values from parts perturbed by 5 % and tubes by 12 % (rectangular), they
 * are rounded as schematics are, a random half of them calibrates (each stage keeps one), the other half is scored against the
 * unrounded truth. 200 seeded draws per circuit.
 */
final class CalibrationTest extends TestCase
{
    private const DRAWS = 200;
    private const AT_ONCE = 2;

    /** @return iterable<string, array{string}> */
    public static function circuits(): iterable
    {
        yield 'doubler supply' => ['doubler, fixed bias, paraphase'];
        yield 'parallel push-pull' => ['parallel push-pull, ultralinear, fixed bias, cathodyne'];
        yield 'cathode follower' => ['cathode follower into a tone network, triode-connected pair'];
    }

    #[DataProvider('circuits')]
    public function testTwoHundredDraws(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $conditions = new SolveConditions($mains);
        $kinds = self::kinds($circuit, Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions));
        $errors = [];
        $covered = $scored = 0;
        foreach (self::truths($circuit, $conditions, array_keys($kinds)) as $draw => $truth) {
            $random = new Randomizer(new Mt19937(1000 + $draw));
            [$prints, $others] = self::halves($truth, $random);
            $calibration = Calibrator::fit($circuit->netlist, ShippedTubes::catalogue(), $conditions, $prints);
            $solution = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions, $calibration->factors), $conditions);
            foreach ($others as $place) {
                if (\in_array($kinds[$place], ['rail', 'plate', 'screen'], true)) {
                    $errors[] = abs($solution->at($place) / $truth[$place] - 1);
                } else {
                    $band = PredictionBand::NINETY_FIVE * PredictionBand::deviation($calibration, Adjoint::of($solution, $place));
                    ++$scored;
                    $covered += abs($solution->at($place) - $truth[$place]) <= $band ? 1 : 0;
                }
            }
        }
        sort($errors);
        self::assertGreaterThan(self::DRAWS, \count($errors));
        self::assertLessThan(0.02, $errors[intdiv(\count($errors), 2)], 'median over rails, plates and screens');
        self::assertLessThan(0.06, $errors[(int) (0.95 * \count($errors))], '95 % of them');
        self::assertGreaterThan(self::DRAWS, $scored);
        self::assertGreaterThanOrEqual(0.90, $covered / $scored, 'cathodes and bias: the stated 95 % band covers');
        self::assertLessThanOrEqual(0.99, $covered / $scored, 'and is no wider than it must be');
    }

    /** @return iterable<string, array{array<string, mixed>, string}> a fault, and a place where it shows */
    public static function faults(): iterable
    {
        yield 'a leaking filter capacitor' => [['kind' => 'leak', 'id' => 'C3', 'ohms' => 62000], 'C'];
        yield 'a plate load twice its value' => [['kind' => 'part', 'id' => 'R17', 'ohms' => 164000], 'V3.1'];
        yield 'a cathode resistor drifted' => [['kind' => 'part', 'id' => 'R8', 'ohms' => 2700], 'V2.3'];
        yield 'a weak output tube' => [['kind' => 'strength', 'position' => 'V4', 'strength' => 0.5], 'V4.8'];
    }

    /**
     * A fault put into the readings is never absorbed by the job's fit: as the other readings have it, the faulty one stays outside.
     *
     * @param array<string, mixed> $change
     */
    #[DataProvider('faults')]
    public function testAFaultIsNotAbsorbedByTheJobsFit(array $change, string $place): void
    {
        [$circuit, $mains] = Circuits::named('Lantern 30');
        $conditions = new SolveConditions($mains);
        $fitted = AsFitted::of($circuit->netlist, new Factors(), [Fields::of($change)], ShippedTubes::catalogue());
        $faulty = OperatingPoint::of(Compiler::compile($fitted->netlist, ShippedTubes::catalogue(), $conditions, $fitted->factors), $conditions);
        $readings = [];
        foreach (['A', 'B', 'C', 'D', 'E', 'N2', 'V4.3', 'V4.4', 'V4.8', 'V5.8', 'V3.1', 'V3.6', 'V3.3', 'V2.1', 'V2.3', 'V1.1', 'V1.3'] as $read) {
            $readings[] = new PrintedValue($read, $faulty->at($read), 0.005 * abs($faulty->at($read)) + 0.0005);
        }
        $fit = Calibrator::fit($circuit->netlist, ShippedTubes::catalogue(), $conditions, $readings, new Factors(), ['tubes', 'parts']);
        $drawn = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
        $residual = array_column($fit->residuals, null, 'place')[$place];
        $shift = $faulty->at($place) - $drawn->at($place);
        self::assertGreaterThan(0.1 * abs($drawn->at($place)), abs($shift), 'the fault shows at all');
        self::assertGreaterThan(2.5, abs($residual['score']), 'the others say that this reading is not what tubes and parts explain');
        self::assertGreaterThan(0.3 * abs($shift), abs($residual['printed'] - $residual['without']));
    }

    /** @return array<string, string> rail, bias, plate, screen, cathode or grid by place */
    private static function kinds(DrawnCircuit $circuit, CompiledCircuit $compiled): array
    {
        $kinds = [];
        foreach ($compiled->tubes as $stage) {
            foreach (['plate' => $stage->plate, 'screen' => $stage->screen, 'cathode' => $stage->cathode] as $kind => $node) {
                if ($node < $compiled->size()) {
                    $kinds[$compiled->nodes->names[$node]] = $kind;
                }
            }
        }
        foreach ($circuit->rails() as $rail) {
            $kinds[$rail->id] = str_contains($rail->name, 'bias') ? 'bias' : 'rail';
        }

        return $kinds;
    }

    /**
     * Prints for half of the places, at least one per stage, three digits each; and the places that are left.
     *
     * @param array<string, float> $truth
     *
     * @return array{list<PrintedValue>, list<string>}
     */
    private static function halves(array $truth, Randomizer $random): array
    {
        $places = $random->shuffleArray(array_keys(array_filter($truth, static fn (float $v): bool => abs($v) > 0.05)));
        $chosen = \array_slice($places, 0, intdiv(\count($places) + 1, 2));
        $stage = static fn (string $place): string => explode('.', $place)[0];
        foreach ($places as $place) {
            if (str_contains($place, '.') && !\in_array($stage($place), array_map($stage, $chosen), true)) {
                $chosen[] = $place;
            }
        }
        $prints = [];
        foreach ($chosen as $place) {
            $resolution = 10.0 ** (floor(log10(abs($truth[$place]))) - 2);
            $prints[] = new PrintedValue($place, round($truth[$place] / $resolution) * $resolution, PrintedValue::rounding($truth[$place], $resolution));
        }

        return [$prints, array_values(array_diff($places, $chosen))];
    }

    /**
     * Volts at the places as ngspice has them, draw by draw; two processes at a time.
     *
     * @param list<string> $places
     *
     * @return iterable<int, array<string, float>>
     */
    private static function truths(DrawnCircuit $circuit, SolveConditions $conditions, array $places): iterable
    {
        $running = [];
        for ($draw = 0; $draw < self::DRAWS + self::AT_ONCE; ++$draw) {
            if ($draw < self::DRAWS) {
                $factors = self::perturbed($circuit, new Randomizer(new Mt19937($draw)));
                $solution = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions, $factors), $conditions);
                $process = new Process(['ngspice', '-b'], timeout: 120);
                $process->setInput(NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Averaged, 'truth').".options reltol=1e-6\n.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n");
                $process->start();
                $running[$draw] = [$process, $solution];
            }
            if (isset($running[$draw - self::AT_ONCE])) {
                [$process, $solution] = $running[$draw - self::AT_ONCE];
                unset($running[$draw - self::AT_ONCE]);
                $process->wait();
                preg_match_all('/^(\S+)\s+=\s+([-+0-9.eE]+)/m', $process->getOutput(), $m);
                $volts = array_combine($m[1], array_map(floatval(...), $m[2]));
                yield $draw - self::AT_ONCE => array_combine($places, array_map(static fn (string $p): float => $volts[SpiceText::word(self::nodeName($solution, $p))], $places));
            }
        }
    }

    private static function nodeName(Solution $solution, string $place): string
    {
        return $solution->circuit->nodes->names[$solution->circuit->nodes->number($place)];
    }

    private static function perturbed(DrawnCircuit $circuit, Randomizer $random): Factors
    {
        $near = static fn (float $share): float => 1.0 + $share * $random->getInt(-1_000_000, 1_000_000) / 1e6;
        $tubes = $volts = $ohms = $parts = [];
        foreach ($circuit->netlist->elements as $id => $element) {
            if ($element instanceof Resistor || $element instanceof Inductor || $element instanceof Potentiometer) {
                $parts[$id] = $near(0.05);
            } elseif ($element instanceof Tube) {
                foreach (ShippedTubes::catalogue()->find($element->type)->sections ?? [] as $section) {
                    $tubes[$id.'/'.$section->name] = $near(0.12);
                }
            } elseif ($element instanceof Rectifier) {
                [$volts[$id], $ohms[$id]] = [$near(0.05), $near(0.05)];
            } elseif ($element instanceof CoupledWindings) {
                foreach ($element->windings as $winding) {
                    $ohms[$winding->id] = $near(0.05);
                }
            }
        }

        return new Factors($tubes, $volts, $ohms, $parts);
    }
}
