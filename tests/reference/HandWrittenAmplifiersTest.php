<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Four whole amplifiers wired by hand from their drawings, in ngspice's transient analysis: rails and electrodes in the mean, healthy
 * and with a lost reservoir, through a lamp with the output tubes out and a bleeder clipped on.
 *
 * Coupling capacitors lead to the chassis instead of the plate before them, so that no hum and no oscillation runs through the stages,
 * and the loops around the output transformers are open at their far end, where no direct current stands; heaters and lamp follow
 * their own RMS figures. A place is named as on the drawing: p3_7 is V3.7.
 */
final class HandWrittenAmplifiersTest extends TestCase
{
    /** What a node of the drawing without a name of its own is called by hand. */
    private const NODES = ['V2/tail' => 'tail', 'V3/tail' => 'tail', 'T2/grid-a' => 'ga', 'T2/grid-b' => 'gb', 'T2/tap-a' => 'tapa', 'T2/tap-b' => 'tapb', 'V1/2/volume-top' => 'top', 'D3/top' => 't', 'D3/bottom' => 'u', 'FB/bottom' => 'fb', 'V1/1/in' => 'in'];
    /** Of the ultralinear amplifier's heater winding. */
    private const HEATER_OHMS = 0.025;
    /** Its primary: plate to tap and tap to supply of each half, on one core. */
    private const TAPPED = "Lap p3_3 x1 3.6 IC={V3.3|T2/tap-a|31.2}\nRap x1 tapa 31.2\nLas tapa x2 1.6 IC={T2/tap-a|A|20.8}\nRas x2 a 20.8\nLbs a x3 1.6 IC={A|T2/tap-b|23.2}\nRbs x3 tapb 23.2\nLbp tapb x4 3.6 IC={T2/tap-b|V4.3|34.8}\nRbp x4 p4_3 34.8\n"
        ."K1 Lap Las 0.9995\nK2 Lap Lbs 0.9995\nK3 Lap Lbp 0.9995\nK4 Las Lbs 0.9995\nK5 Las Lbp 0.9995\nK6 Lbs Lbp 0.9995\n";

    /** @return iterable<string, array{string, SolveConditions, list<string>, string, list<string>}> circuit, conditions, parts lost, netlist, places */
    public static function amplifiers(): iterable
    {
        $single = ['A', 'B', 'C', 'V1.1', 'V1.3', 'V1.6', 'V1.8', 'V2.3', 'V2.8'];
        yield 'single-ended, tube rectifier' => ['Nuthatch 5', new SolveConditions(117.0), [], self::singleEnded(HandWritten::mains(117, 60, 6), true), $single];
        yield 'single-ended, reservoir lost' => ['Nuthatch 5', new SolveConditions(117.0), ['C5/a'], self::singleEnded(HandWritten::mains(117, 60, 6), false), $single];
        $pair = ['A', 'B', 'C', 'D', 'V1.1', 'V2.1', 'V2.3', 'V2.6', 'V3.7', 'V3.9', 'V3.3'];
        yield 'cathode-biased pair, tube rectifier' => ['Wren 15', new SolveConditions(240.0), [], self::cathodeBiased(HandWritten::mains(240, 50, 14), true, true), $pair];
        yield 'cathode-biased, reservoir lost' => ['Wren 15', new SolveConditions(240.0), ['C10/a'], self::cathodeBiased(HandWritten::mains(240, 50, 14), false, true), $pair];
        yield 'cathode-biased, through a lamp, output tubes out, a bleeder clipped on' => [
            'Wren 15', new SolveConditions(240.0, Limiters::lamp(60.0, 240.0), ['V3', 'V4'], false, [['place' => 'A', 'against' => 'chassis', 'ohms' => 10e3]]), [],
            self::cathodeBiased(HandWritten::mainsThroughLamp(240, 50, 14, 60, 240), true, false)."Rbleeder a 0 10k\n", ['A', 'B', 'C', 'D', 'V1.1', 'V2.1', 'V2.6'],
        ];
        $fixed = ['A', 'B', 'C', 'D', 'E', 'N1', 'N2', 'V1.1', 'V2.6', 'V3.1', 'V3.3', 'V4.3', 'V4.4', 'V4.5', 'V4.8'];
        yield 'fixed-bias pair, silicon' => ['Lantern 30', new SolveConditions(117.0), [], self::fixedBias(HandWritten::mains(117, 60, 1.1), "C1 a 0 100u\n"), $fixed];
        yield 'fixed bias, both reservoirs lost' => ['Lantern 30', new SolveConditions(117.0), ['C1/a', 'C1/b'], self::fixedBias(HandWritten::mains(117, 60, 1.1), ''), $fixed];
        $linear = ['A', 'B', 'C', 'N1', 'N2', 'V1.6', 'V1.1', 'V1.3', 'V2.2', 'V2.3', 'V3.3', 'V3.4', 'V3.8'];
        yield 'ultralinear pair, pentode first stage' => ['Rushlight 60', new SolveConditions(230.0), [], self::ultralinear(HandWritten::mains(230, 50, 4), "C1 a 0 150u\n"), $linear];
        yield 'ultralinear, reservoir lost' => ['Rushlight 60', new SolveConditions(230.0), ['C1'], self::ultralinear(HandWritten::mains(230, 50, 4), ''), $linear];
    }

    /**
     * @param list<string> $lost
     * @param list<string> $places
     */
    #[DataProvider('amplifiers')]
    public function testTheMeans(string $name, SolveConditions $conditions, array $lost, string $netlist, array $places): void
    {
        $drawn = array_reduce($lost, static fn (Netlist $n, string $id): Netlist => $n->with($id, null), Circuits::named($name)[0]->netlist);
        $solution = OperatingPoint::of(Compiler::compile($drawn, ShippedTubes::catalogue(), $conditions), $conditions);
        $started = self::started($netlist, $solution);
        // Screens on the transformer's taps swing with an empty reservoir: what a straight line makes of that is a little off.
        $share = 'Rushlight 60' === $name && [] !== $lost ? 0.045 : 0.02;
        // Begun at the core's own answer: that it stays there is what counts.
        $measures = [];
        foreach ($places as $place) {
            $measures[] = \sprintf('meas tran m_%1$s avg v(%1$s) from=0.4 to=0.5', self::node($place));
            $measures[] = \sprintf('meas tran e_%1$s avg v(%1$s) from=0.2 to=0.3', self::node($place));
        }
        $theirs = Ngspice::run("by hand\n".$started.".tran 50u 0.5 0 50u UIC\n", "run\n".implode("\n", $measures), 'reltol=1e-3 method=gear');
        foreach ($places as $place) {
            [$volts, $earlier] = [$theirs['m_'.self::node($place)], $theirs['e_'.self::node($place)]];
            self::assertEqualsWithDelta($volts, $solution->at($place), $share * abs($volts) + 0.01, $place);
            self::assertEqualsWithDelta($earlier, $volts, 0.005 * abs($volts) + 0.01, $place.' still moves');
        }
    }

    /** The netlist with every node at the core's volts, every winding at its current, every filament as warm. */
    private static function started(string $netlist, Solution $solution): string
    {
        $netlist = (string) preg_replace_callback('/IC=\{([^|]+)\|([^|]+)\|([\d.]+)\}/', static fn (array $m): string => \sprintf('IC=%.9g', $solution->at($m[1], $m[2]) / (float) $m[3]), $netlist);
        $netlist = (string) preg_replace('/^(Cheat warm .* IC=)\S+$/m', '${1}'.$solution->supplies[0]->primaryAmperes ** 2, $netlist);
        $netlist = (string) preg_replace('/^(Cfilsq .* IC=)\S+$/m', '${1}'.$solution->circuit->supplies[0]->heaters[0]->voltsAt($solution->supplies[0]->coreVolts) ** 2, $netlist);
        foreach ($solution->circuit->nodes->places() as $place => $number) {
            $node = self::node($place);
            if (1 === preg_match('/\b'.$node.'\b/', $netlist) && $number < $solution->circuit->size()) {
                $netlist .= \sprintf(".ic v(%s)=%.9g\n", $node, $solution->volts[$number]);
            }
        }

        return $netlist;
    }

    private static function node(string $place): string
    {
        return match (true) {
            isset(self::NODES[$place]) => self::NODES[$place],
            str_contains($place, '.') => 'p'.substr(str_replace('.', '_', $place), 1),
            default => strtolower((string) preg_replace('/\W+/', '_', $place)),
        };
    }

    private static function singleEnded(string $mains, bool $reservoir): string
    {
        $tubes = ShippedTubes::catalogue();

        return $mains.HandWritten::winding('up', 'h1', '0', 310 / 117, 165).HandWritten::winding('down', 'h2', '0', -310 / 117, 165)
            .HandWritten::rectifierTube('1', 'h1', 'a', '5Y3GT', $tubes).HandWritten::rectifierTube('2', 'h2', 'a', '5Y3GT', $tubes)
            .HandWritten::heaters('fil', 6.7 / 117, 0.16, 6.3, 0.75).HandWritten::heaters('rec', 5.2 / 117, 0.08, 5.0, 2.0)
            .($reservoir ? "C5a a 0 16u\n" : '')
            ."R9 a b 2200\nC5b b 0 16u\nR10 b c 22k\nC5c c 0 8u\nR1 p1_2 0 1meg\nR3 c p1_1 100k\nR2 p1_3 0 1500\nC1 p1_3 0 25u\nRP1a top p1_7 500k\nRP1b p1_7 0 500k\nC2 0 top 22n\nR6 c p1_6 100k\nR5 p1_8 0 1500\n"
            ."R7 p2_5 0 220k\nC3 0 p2_5 22n\nR8 p2_8 0 470\nC4 p2_8 0 25u\nL2 p2_3 pri 12 IC={V2.3|A|280}\nRL2 pri a 280\n"
            .HandWritten::triode('1', 'p1_1', 'p1_2', 'p1_3', '12AX7', $tubes).HandWritten::triode('2', 'p1_6', 'p1_7', 'p1_8', '12AX7', $tubes).HandWritten::pentode('3', 'p2_3', 'b', 'p2_5', 'p2_8', '6V6GT', $tubes);
    }

    private static function cathodeBiased(string $mains, bool $reservoir, bool $outputTubes): string
    {
        $tubes = ShippedTubes::catalogue();

        return $mains.HandWritten::winding('up', 'h1', '0', 290 / 240, 135).HandWritten::winding('down', 'h2', '0', -290 / 240, 135)
            .HandWritten::rectifierTube('1', 'h1', 'a', 'EZ81', $tubes).HandWritten::rectifierTube('2', 'h2', 'a', 'EZ81', $tubes)
            .HandWritten::heaters('fil', 6.6 / 240, 0.05, 6.3, $outputTubes ? 3.12 : 1.6)
            .($reservoir ? "C10a a 0 32u\n" : '')
            ."R20 a b 470\nC10b b 0 32u\nR21 b c 15k\nC11a c 0 16u\nR22 c d 22k\nC11b d 0 16u\n"
            ."R1 p1_2 0 1meg\nR3 d p1_1 100k\nR2 p1_3 0 1500\nC1 p1_3 0 25u\nRP1a top p1_7 250k\nRP1b p1_7 0 250k\nC2 0 top 22n\nR7 d p1_6 100k\nR6 p1_8 0 1500\nC3 p1_8 0 25u\n"
            ."R8 p2_2 tail 1meg\nC4 0 p2_2 22n\nR11 c p2_1 100k\nR12 c p2_6 100k\nR10 p2_3 tail 1200\nR13 tail 0 47k\nR9 p2_7 tail 1meg\nC5 p2_7 0 100n\n"
            .HandWritten::triode('1', 'p1_1', 'p1_2', 'p1_3', '12AX7', $tubes).HandWritten::triode('2', 'p1_6', 'p1_7', 'p1_8', '12AX7', $tubes)
            .HandWritten::triode('3', 'p2_1', 'p2_2', 'p2_3', '12AX7', $tubes).HandWritten::triode('4', 'p2_6', 'p2_7', 'p2_3', '12AX7', $tubes)
            .(!$outputTubes ? '' : "R23 ga p3_2 2200\nR16 b p3_9 100\nR18 ga 0 470k\nC6 0 ga 47n\nR24 gb p4_2 2200\nR17 b p4_9 100\nR19 gb 0 470k\nC7 0 gb 47n\nR15 p3_3 0 150\nC8 p3_3 0 50u\n"
                ."La p3_7 xa 10 IC={V3.7|A|120}\nRa xa a 120\nLb a xb 10 IC={A|V4.7|135}\nRb xb p4_7 135\nKab La Lb 0.9995\n"
                .HandWritten::pentode('5', 'p3_7', 'p3_9', 'p3_2', 'p3_3', 'EL84', $tubes).HandWritten::pentode('6', 'p4_7', 'p4_9', 'p4_2', 'p3_3', 'EL84', $tubes));
    }

    private static function fixedBias(string $mains, string $reservoirs): string
    {
        $tubes = ShippedTubes::catalogue();

        return $mains.HandWritten::DIODE.HandWritten::winding('up', 'h1', '0', 331 / 117, 43).HandWritten::winding('down', 'h2', '0', -331 / 117, 43).HandWritten::diode('1', 'h1', 'a').HandWritten::diode('2', 'h2', 'a')
            .HandWritten::winding('tap', 't1', '0', 662 * 0.0675 / 117, 86 * 0.0675 + 470).HandWritten::diode('3', 'n1', 't1')
            .HandWritten::heaters('fil', 6.55 / 117, 0.035, 6.3, 2.7).$reservoirs
            ."R30 a 0 220k\nL1 a lx 4 IC={A|B|96}\nRL1 lx b 96\nC2 b 0 50u\nR14 b c 10k\nC3 c 0 22u\nR15 c d 10k\nC4 d 0 22u\nR16 d e 22k\nC5 e 0 22u\n"
            ."C20 0 n1 47u\nR31 n1 n2 15k\nR32 n2 0 56k\nC21 0 n2 47u\n"
            ."R2 in p1_2 68k\nR1 in 0 1meg\nR5 e p1_1 100k\nR3 p1_3 0 1500\nC6 p1_3 0 25u\nRP1a top p1_7 250k\nRP1b p1_7 0 250k\nC8 0 top 22n\nR6 e p1_6 100k\nR4 p1_8 0 1500\nC7 p1_8 0 25u\n"
            ."R7 p2_2 0 470k\nC10 0 p2_2 22n\nR10 d p2_1 100k\nR8 p2_3 0 1500\nC9 p2_3 0 25u\nR12 p2_7 0 470k\nC11 0 p2_7 22n\nR11 d p2_6 100k\nR9 p2_8 0 1500\n"
            ."R23 p3_2 tail 1meg\nC12 0 p3_2 22n\nR17 c p3_1 82k\nR18 c p3_6 100k\nR19 p3_3 tail 470\nR20 tail fb 12k\nR24 p3_7 tail 1meg\nC13 p3_7 fb 100n\nR35 fb 0 27k\nR36 fb 0 4700\n"
            ."R33 ga p4_5 1500\nR21 p4_8 0 1\nR25 b p4_4 470\nR27 ga n2 220k\nC14 0 ga 100n\nR34 gb p5_5 1500\nR22 p5_8 0 1\nR26 b p5_4 470\nR28 gb n2 220k\nC15 0 gb 100n\n"
            ."La p4_3 xa 10 IC={V4.3|A|58}\nRa xa a 58\nLb a xb 10 IC={A|V5.3|66}\nRb xb p5_3 66\nKab La Lb 0.9995\n"
            .HandWritten::triode('1', 'p1_1', 'p1_2', 'p1_3', '12AX7', $tubes).HandWritten::triode('2', 'p1_6', 'p1_7', 'p1_8', '12AX7', $tubes)
            .HandWritten::triode('3', 'p2_1', 'p2_2', 'p2_3', '12AX7', $tubes).HandWritten::triode('4', 'p2_6', 'p2_7', 'p2_8', '12AX7', $tubes)
            .HandWritten::triode('5', 'p3_1', 'p3_2', 'p3_3', '12AX7', $tubes).HandWritten::triode('6', 'p3_6', 'p3_7', 'p3_3', '12AX7', $tubes)
            .HandWritten::pentode('7', 'p4_3', 'p4_4', 'p4_5', 'p4_8', '6L6GC', $tubes).HandWritten::pentode('8', 'p5_3', 'p5_4', 'p5_5', 'p5_8', '6L6GC', $tubes);
    }

    private static function ultralinear(string $mains, string $reservoir): string
    {
        $tubes = ShippedTubes::catalogue();

        return $mains.HandWritten::DIODE.HandWritten::winding('ht', 'h', 'g', 335 / 230, 14).HandWritten::diode('1', 'h', 'a').HandWritten::diode('2', 'g', 'a').HandWritten::diode('3', '0', 'h').HandWritten::diode('4', '0', 'g')
            .HandWritten::winding('bias', 'bh', '0', 62 / 230, 40).HandWritten::diode('5', 'n1', 'bh').HandWritten::heaters('fil', 6.6 / 230, self::HEATER_OHMS, 6.3, 4.0).$reservoir
            ."R40 a 0 220k\nR30 a b 8200\nC2 b 0 47u\nR31 b c 47k\nC3 c 0 22u\nC4 0 n1 100u\nR32 n1 t 6800\nRP1a t n2 5k\nRP1b n2 u 5k\nR33 u 0 39k\nC5 0 n2 47u\n"
            ."R2 in p1_9 2200\nR1 in 0 470k\nR3 c p1_6 100k\nR5 p1_3 0 2200\nR4 c p1_1 390k\nC6 p1_1 0 100n\nR20 p1_3 0 33k\n"
            ."R6 p2_1 tail 1meg\nC8 0 p2_1 47n\nR8 b p2_2 47k\nR9 b p2_5 47k\nR10 p2_3 tail 1k\nR11 tail 0 15k\nR7 p2_4 tail 1meg\nC9 p2_4 0 100n\n"
            ."R14 ga p3_5 2200\nR18 p3_8 0 10\nR16 tapa p3_4 100\nR12 ga n2 100k\nC10 0 ga 220n\nR15 gb p4_5 2200\nR19 p4_8 0 10\nR17 tapb p4_4 100\nR13 gb n2 100k\nC11 0 gb 220n\n".self::TAPPED
            .HandWritten::pentode('1', 'p1_6', 'p1_1', 'p1_9', 'p1_3', 'EF86', $tubes).HandWritten::triode('2', 'p2_2', 'p2_1', 'p2_3', '6SN7GTB', $tubes, 0).HandWritten::triode('3', 'p2_5', 'p2_4', 'p2_3', '6SN7GTB', $tubes, 1)
            .HandWritten::pentode('4', 'p3_3', 'p3_4', 'p3_5', 'p3_8', 'KT88', $tubes).HandWritten::pentode('5', 'p4_3', 'p4_4', 'p4_5', 'p4_8', 'KT88', $tubes);
    }
}
