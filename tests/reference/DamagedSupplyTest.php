<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Rectifiers with one diode open or shorted, a lost half of a winding and shorted turns, against hand-written netlists in ngspice's
 * transient analysis: mean within 2 %, ripple at once and twice the mains within 5 %, mains current within 3 %.
 */
final class DamagedSupplyTest extends TestCase
{
    /** @return iterable<string, array{string, RectifierKind, RectifierDamage, string, list<Element>, string}> place, kind, damage, diodes by hand, what hangs on it, the same by hand */
    public static function damages(): iterable
    {
        $load = [new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('R1', 'A', 'B', 1000), new Capacitor('CB', 'B', 'chassis', 32e-6), new Resistor('RB', 'B', 'chassis', 20e3), new Resistor('RL', 'A', 'chassis', 4e3)];
        $byHand = "C1 a 0 47u IC=%1\$d\nR1 a b 1k\nCB b 0 32u IC=%1\$d\nRB b 0 20k\nRL a 0 4k\n";
        $short = static fn (string $a, string $b): string => "Rshort $a $b 0.01\n";
        $diode = HandWritten::diode(...);
        yield 'centre tap, one diode or half of the winding open' => ['A', RectifierKind::CentreTap, RectifierDamage::OneOpen, SupplyBench::centreTapByHand($diode('1', 'h1', 'a')), $load, \sprintf($byHand, 330)];
        yield 'centre tap, one diode shorted' => ['A', RectifierKind::CentreTap, RectifierDamage::OneShorted, SupplyBench::centreTapByHand($short('h1', 'a').$diode('2', 'h2', 'a')), $load, \sprintf($byHand, 50)];
        $winding = HandWritten::DIODE.HandWritten::winding('ht', 'h', 'g', SupplyBench::WINDING_VOLTS / 230, SupplyBench::WINDING_OHMS);
        yield 'bridge, one diode open' => ['A', RectifierKind::Bridge, RectifierDamage::OneOpen, $winding.$diode('1', 'h', 'a').$diode('3', '0', 'h').$diode('4', '0', 'g'), $load, \sprintf($byHand, 330)];
        yield 'bridge, one diode shorted' => ['A', RectifierKind::Bridge, RectifierDamage::OneShorted, $winding.$short('h', 'a').$diode('2', 'g', 'a').$diode('3', '0', 'h').$diode('4', '0', 'g'), $load, \sprintf($byHand, 200)];
        $half = HandWritten::DIODE.HandWritten::winding('ht', 'h', '0', SupplyBench::WINDING_VOLTS / 230, SupplyBench::WINDING_OHMS);
        yield 'half wave, its diode shorted' => ['A', RectifierKind::HalfWave, RectifierDamage::OneShorted, $half.$short('h', 'a'), $load, \sprintf($byHand, 0)];
        $stack = [new Capacitor('C1', 'A', 'C', 100e-6), new Capacitor('C2', 'C', 'chassis', 100e-6), new Resistor('RL', 'A', 'chassis', 8e3)];
        $stackByHand = "C1 a c 100u IC=%d\nC2 c 0 100u IC=%d\nRL a 0 8k\n";
        $doubled = HandWritten::DIODE.HandWritten::winding('ht', 'h', 'c', SupplyBench::WINDING_VOLTS / 230, SupplyBench::WINDING_OHMS);
        yield 'full-wave doubler, upper diode open' => ['C', RectifierKind::FullWaveDoubler, RectifierDamage::OneOpen, $doubled.$diode('2', '0', 'h'), $stack, \sprintf($stackByHand, -423, 423)];
        yield 'full-wave doubler, lower diode open' => ['C', RectifierKind::FullWaveDoubler, RectifierDamage::LowerOpen, $doubled.$diode('1', 'h', 'a'), $stack, \sprintf($stackByHand, 423, -423)];
        yield 'full-wave doubler, lower diode shorted' => ['A', RectifierKind::FullWaveDoubler, RectifierDamage::LowerShorted, $doubled.$diode('1', 'h', 'a').$short('0', 'h'), $stack, \sprintf($stackByHand, 20, 0)];
        yield 'choke input, one diode or half of the winding open' => [
            'A', RectifierKind::ChokeInput, RectifierDamage::OneOpen, SupplyBench::centreTapByHand($diode('1', 'h1', 'x')), [new Capacitor('C1', 'A', 'chassis', 40e-6), new Resistor('RL', 'A', 'chassis', 20e3)], "L1 x y 8 IC=0.005\nRL1 y a 90\nC1 a 0 40u IC=120\nRL a 0 20k\n",
        ];
    }

    /** @param list<Element> $load */
    #[DataProvider('damages')]
    public function testMeanRippleAndMainsCurrent(string $place, RectifierKind $kind, RectifierDamage $damage, string $diodes, array $load, string $byHand): void
    {
        $solution = SupplyBench::solved([SupplyBench::rectifier($kind, ['C1', 'C2'], damage: $damage), ...$load], 230.0);
        $theirs = Ngspice::run("by hand\n".HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).$diodes.$byHand.".tran 20u 2 1.8 20u UIC\n", "run\nmeas tran mean avg v($place)\nmeas tran pp pp v($place)\nmeas tran mains rms i(vmains)", 'reltol=1e-4');
        self::assertEqualsWithDelta($theirs['mean'], $solution->at($place), 0.02 * abs($theirs['mean']) + 0.5, 'mean');
        self::assertEqualsWithDelta($theirs['mains'], $solution->primaryAmperes(), 0.03 * $theirs['mains'] + 0.005, 'mains amperes');
        $node = $solution->circuit->nodes->number($place);
        self::assertEqualsWithDelta($theirs['pp'], Ripple::of($solution)['peakToPeak'][$node], 0.05 * $theirs['pp'] + 0.1, 'ripple');
    }

    public function testAHalfThatIsMissingShowsAtOnceTheMainsAndAHealthyPairAtTwice(): void
    {
        $load = [new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('RL', 'A', 'chassis', 4e3)];
        $harmonics = static function (?RectifierDamage $damage) use ($load): array {
            $solution = SupplyBench::solved([SupplyBench::rectifier(RectifierKind::CentreTap, damage: $damage), ...$load], 230.0);
            $rms = Ripple::of($solution)['harmonics'];

            return [$rms[1][$solution->circuit->nodes->number('A')], $rms[2][$solution->circuit->nodes->number('A')]];
        };
        [$once, $twice] = $harmonics(null);
        self::assertLessThan(1e-3 * $twice, $once);
        [$once, $twice] = $harmonics(RectifierDamage::OneOpen);
        self::assertGreaterThan(2.0 * $twice, $once);
        $theirs = Ngspice::run("by hand\n".HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).SupplyBench::centreTapByHand(HandWritten::diode('1', 'h1', 'a'))."C1 a 0 47u IC=330\nRL a 0 4k\nB1 0 c1 I=V(a)*cos(314.159265*time)\nRc1 c1 0 1\nB2 0 s1 I=V(a)*sin(314.159265*time)\nRs1 s1 0 1\n.tran 20u 3 2.8 20u UIC\n", "run\nmeas tran c avg v(c1)\nmeas tran s avg v(s1)", 'reltol=1e-4');
        self::assertEqualsWithDelta(\M_SQRT2 * hypot($theirs['c'], $theirs['s']), $once, 0.05 * $once);
    }

    public function testTurnsThatTouchLoadTheCoreAndAreMissing(): void
    {
        $load = [new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('RL', 'A', 'chassis', 4e3)];
        $fitted = AsFitted::drawn(SupplyBench::netlist([SupplyBench::rectifier(RectifierKind::Bridge), ...$load]));
        $share = 0.03;
        $solution = FaultCatalogue::read('winding-shorted-turns:T1/ht:'.$share, $fitted, ShippedTubes::catalogue())->in($fitted, ShippedTubes::catalogue())->solved(new SolveConditions(230.0), ShippedTubes::catalogue());
        $turns = SupplyBench::WINDING_VOLTS / 230;
        $byHand = HandWritten::DIODE.HandWritten::winding('ht', 'h', 'g', (1 - $share) * $turns, (1 - $share) * SupplyBench::WINDING_OHMS).HandWritten::winding('loop', '0', '0', $share * $turns, $share * SupplyBench::WINDING_OHMS)
            .HandWritten::diode('1', 'h', 'a').HandWritten::diode('2', 'g', 'a').HandWritten::diode('3', '0', 'h').HandWritten::diode('4', '0', 'g');
        $theirs = Ngspice::run("by hand\n".HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).$byHand."C1 a 0 47u IC=330\nRL a 0 4k\n.tran 20u 2 1.9 20u UIC\n", "run\nmeas tran mean avg v(a)\nmeas tran mains rms i(vmains)", 'reltol=1e-4');
        self::assertEqualsWithDelta($theirs['mean'], $solution->at('A'), 0.01 * $theirs['mean']);
        self::assertEqualsWithDelta($theirs['mains'], $solution->primaryAmperes(), 0.02 * $theirs['mains']);
    }
}
