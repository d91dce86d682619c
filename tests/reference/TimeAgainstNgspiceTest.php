<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Circuit\Time\Instant;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * The averaged circuit in time against ngspice's transient analysis of the switching one, written by hand: time constants of charge
 * and decay within 5 %, overshoot within 3 %. The laws of heaters, emission and filaments are our choice; they are written into both.
 */
final class TimeAgainstNgspiceTest extends TestCase
{
    public function testRailsChargeAndDecayThroughTheirResistors(): void
    {
        $elements = [SupplyBench::rectifier(RectifierKind::Bridge), new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('R1', 'A', 'B', 4700), new Capacitor('CB', 'B', 'chassis', 32e-6), new Resistor('RB', 'B', 'chassis', 47e3), new Resistor('RL', 'A', 'chassis', 22e3)];
        $byHand = SupplyBench::bridgeByHand()."C1 a 0 47u IC=0\nR1 a b 4.7k\nCB b 0 32u IC=0\nRB b 0 47k\nRL a 0 22k\n";
        // Mains for two seconds, then none.
        $mains = \sprintf("Bmains m 0 V=(time<2 ? %.9g*sin(314.159265*time) : 0)\nRprimary m core %g\n", 230 * \M_SQRT2, SupplyBench::PRIMARY_OHMS);
        $theirs = self::ngspice($mains.$byHand, 5.0, 5e-5, ['charge' => 'when v(b)=200 rise=1', 'full' => 'find v(b) at=1.99', 'decay' => 'when v(b)=150 fall=1', 'adecay' => 'when v(a)=100 fall=1']);
        $walk = self::walk($elements, new SolveConditions(230.0), 2.0);
        $walk->under(new SolveConditions(0.0));
        [$charge, $full] = [self::when(self::$seen, 'B', 200.0, 1), self::at(self::$seen, 'B', 1.99)];
        self::record($walk, 3.0);
        self::assertEqualsWithDelta($theirs['full'], $full, 0.01 * $theirs['full']);
        self::assertEqualsWithDelta($theirs['charge'], $charge, 0.05 * $theirs['charge']);
        self::assertEqualsWithDelta($theirs['decay'] - 2.0, self::when(self::$seen, 'B', 150.0, -1) - 2.0, 0.05 * ($theirs['decay'] - 2.0));
        self::assertEqualsWithDelta($theirs['adecay'] - 2.0, self::when(self::$seen, 'A', 100.0, -1) - 2.0, 0.05 * ($theirs['adecay'] - 2.0));
    }

    public function testAChokeAndItsCapacitorsOvershoot(): void
    {
        $elements = [SupplyBench::rectifier(RectifierKind::Bridge), new Capacitor('C1', 'A', 'chassis', 47e-6), new Inductor('L1', 'A', 'B', 10.0, 90.0), new Capacitor('CB', 'B', 'chassis', 47e-6), new Resistor('RB', 'B', 'chassis', 8e3)];
        $byHand = SupplyBench::bridgeByHand()."C1 a 0 47u IC=0\nL1 a x 10 IC=0\nRL1 x b 90\nCB b 0 47u IC=0\nRB b 0 8k\n";
        $theirs = self::ngspice(HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).$byHand, 1.5, 2e-5, ['charge' => 'when v(b)=250 rise=1', 'peak' => 'max v(b) from=0 to=1', 'tpeak' => 'max_at v(b) from=0 to=1', 'rest' => 'avg v(b) from=1.4 to=1.5']);
        self::walk($elements, new SolveConditions(230.0), 1.5);
        self::assertEqualsWithDelta($theirs['charge'], self::when(self::$seen, 'B', 250.0, 1), 0.05 * $theirs['charge'] + 0.002);
        self::assertEqualsWithDelta($theirs['peak'], self::peak(self::$seen, 'B'), 0.03 * $theirs['peak']);
        self::assertGreaterThan(1.1 * $theirs['rest'], $theirs['peak'], 'it does overshoot');
        self::assertEqualsWithDelta($theirs['rest'], self::at(self::$seen, 'B', 1.5), 0.01 * $theirs['rest']);
    }

    public function testATubeRectifierOvershootsBeforeItsLoadIsWarm(): void
    {
        $tubes = ShippedTubes::catalogue();
        $rectifier = new Rectifier('D1', 'T1/tapped', RectifierKind::CentreTap, 'A', 'chassis', tube: 'V9', reservoirs: ['C1']);
        $load = [
            $rectifier, new Tube('V9', '5Y3GT'), new Tube('V1', '6V6GT'), new Heaters('H1', 'T1/heater', ['V1'], 6.3), new Capacitor('C1', 'A', 'chassis', 32e-6), new Resistor('RT', 'A', 'V1.3', 250), new Resistor('R1', 'A', 'B', 2200),
            new Capacitor('CB', 'B', 'chassis', 32e-6), new Resistor('RS', 'B', 'V1.4', 100), new Resistor('RK', 'V1.8', 'chassis', 330), new Capacitor('CK', 'V1.8', 'chassis', 47e-6), new Resistor('RG', 'V1.5', 'chassis', 470e3), new Resistor('RB', 'B', 'chassis', 47e3),
        ];
        $emission = static fn (string $warm): string => \sprintf('(max(1e-9,pwr(min(1,max(0,((%1$s)-0.4)/0.3)),2)*(3-2*min(1,max(0,((%1$s)-0.4)/0.3)))))', $warm);
        // V9 by the core's volts, in two seconds; V1 in thirteen.
        $hand = str_replace('I=', 'I='.$emission('0.97*(1-exp(-time/2))').'*', HandWritten::rectifierTube('1', 'h1', 'a', '5Y3GT', $tubes).HandWritten::rectifierTube('2', 'h2', 'a', '5Y3GT', $tubes));
        $pentode = preg_replace('/^(B\S+_[ps] \S+ \S+ I=)/m', '$1'.$emission('1-exp(-time/13)').'*', HandWritten::pentode('v1', 'p', 's', 'g', 'k', '6V6GT', $tubes));
        $byHand = HandWritten::DIODE.HandWritten::winding('up', 'h1', '0', SupplyBench::WINDING_VOLTS / 230, SupplyBench::WINDING_OHMS).HandWritten::winding('down', 'h2', '0', -SupplyBench::WINDING_VOLTS / 230, SupplyBench::WINDING_OHMS).$hand.$pentode
            ."C1 a 0 32u IC=0\nRT a p 250\nR1 a b 2.2k\nCB b 0 32u IC=0\nRS b s 100\nRK k 0 330\nCK k 0 47u IC=0\nRG g 0 470k\nRB b 0 47k\n".HandWritten::heatersWarming('fil', 6.6 / 230, 0.04, 6.3, 0.45, '(1-exp(-time/13))');
        $theirs = self::ngspice(HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).$byHand, 30.0, 3e-4, ['rise' => 'when v(b)=200 rise=1', 'peak' => 'max v(b)', 'warmed' => 'when v(k)=5 rise=1', 'rest' => 'avg v(b) from=29.5 to=30', 'cathode' => 'avg v(k) from=29.5 to=30']);
        self::walk($load, new SolveConditions(230.0), 30.0);
        self::assertEqualsWithDelta($theirs['rise'], self::when(self::$seen, 'B', 200.0, 1), 0.05 * $theirs['rise']);
        self::assertEqualsWithDelta($theirs['peak'], self::peak(self::$seen, 'B'), 0.03 * $theirs['peak']);
        self::assertGreaterThan(1.08 * $theirs['rest'], $theirs['peak'], 'it does overshoot');
        self::assertEqualsWithDelta($theirs['warmed'], self::when(self::$seen, 'V1.8', 5.0, 1), 0.05 * $theirs['warmed']);
        self::assertEqualsWithDelta($theirs['rest'], self::at(self::$seen, 'B', 30.0), 0.01 * $theirs['rest']);
        self::assertEqualsWithDelta($theirs['cathode'], self::at(self::$seen, 'V1.8', 30.0), 0.02 * $theirs['cathode']);
    }

    public function testALampFlashesAndTheRailsComeUpThroughIt(): void
    {
        $elements = [SupplyBench::rectifier(RectifierKind::Bridge), new Capacitor('C1', 'A', 'chassis', 100e-6), new Resistor('RL', 'A', 'chassis', 10e3), new Resistor('R1', 'A', 'B', 4700), new Capacitor('CB', 'B', 'chassis', 32e-6), new Resistor('RB', 'B', 'chassis', 47e3)];
        $byHand = SupplyBench::bridgeByHand()."C1 a 0 100u IC=0\nRL a 0 10k\nR1 a b 4.7k\nCB b 0 32u IC=0\nRB b 0 47k\n";
        $theirs = self::ngspice(HandWritten::mainsThroughLamp(230, 50, SupplyBench::PRIMARY_OHMS, 40, 230, 0.1, 0.0).$byHand, 4.0, 5e-5, ['t150' => 'when v(a)=150 rise=1', 't250' => 'when v(b)=250 rise=1', 'flash' => 'max v(warm)', 'rest' => 'avg v(a) from=3.9 to=4', 'dim' => 'avg v(warm) from=3.9 to=4']);
        $walk = self::walk($elements, new SolveConditions(230.0, Limiters::lamp(40.0, 230.0)), 4.0);
        self::assertEqualsWithDelta($theirs['rest'], self::at(self::$seen, 'A', 4.0), 0.015 * $theirs['rest']);
        self::assertEqualsWithDelta($theirs['t150'], self::when(self::$seen, 'A', 150.0, 1), 0.05 * $theirs['t150'] + 0.005);
        self::assertEqualsWithDelta($theirs['t250'], self::when(self::$seen, 'B', 250.0, 1), 0.05 * $theirs['t250']);
        $hottest = sqrt(max(0.0, ...array_map(static fn (Instant $i): float => $i->lampSquare, self::$seen)));
        self::assertEqualsWithDelta(sqrt($theirs['flash']), $hottest, 0.05 * $hottest);
        self::assertEqualsWithDelta(sqrt($theirs['dim']), sqrt($walk->instant()->lampSquare), 0.05 * sqrt($theirs['dim']));
    }

    public function testABiasSupplyComesUpBesideTheRails(): void
    {
        $elements = [
            SupplyBench::rectifier(RectifierKind::Bridge), new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('RL', 'A', 'chassis', 4e3),
            new Rectifier('DB', 'T1/bias', RectifierKind::HalfWave, 'chassis', 'N1', reservoirs: ['CN1'], reversed: true), new Capacitor('CN1', 'chassis', 'N1', 47e-6), new Resistor('RN1', 'N1', 'N2', 15e3), new Capacitor('CN2', 'chassis', 'N2', 47e-6), new Resistor('RN2', 'N2', 'chassis', 47e3),
        ];
        $byHand = SupplyBench::bridgeByHand()."C1 a 0 47u IC=0\nRL a 0 4k\n".HandWritten::winding('bias', 'bh', '0', 50 / 230, 30).HandWritten::diode('bias', 'n1', 'bh')."CN1 0 n1 47u IC=0\nRN1 n1 n2 15k\nCN2 0 n2 47u IC=0\nRN2 n2 0 47k\n";
        $mains = \sprintf("Bmains m 0 V=(time<4 ? %.9g*sin(314.159265*time) : 0)\nRprimary m core %g\n", 230 * \M_SQRT2, SupplyBench::PRIMARY_OHMS);
        $theirs = self::ngspice($mains.$byHand, 8.0, 5e-5, ['rise' => 'when v(n2)=-30 fall=1', 'rest' => 'avg v(n2) from=3.8 to=4', 'decay' => 'when v(n2)=-30 rise=1']);
        $walk = self::walk($elements, new SolveConditions(230.0), 4.0);
        self::assertEqualsWithDelta($theirs['rest'], self::at(self::$seen, 'N2', 4.0), 0.01 * abs($theirs['rest']));
        self::assertEqualsWithDelta($theirs['rise'], self::when(self::$seen, 'N2', -30.0, -1), 0.05 * $theirs['rise']);
        $walk->under(new SolveConditions(0.0));
        self::record($walk, 4.0);
        self::assertEqualsWithDelta($theirs['decay'] - 4.0, self::when(self::$seen, 'N2', -30.0, 1) - 4.0, 0.05 * ($theirs['decay'] - 4.0));
    }

    public function testASmallReservoirAndAChokeInputFollowTheMainsCycle(): void
    {
        $small = [SupplyBench::rectifier(RectifierKind::Bridge), new Capacitor('C1', 'A', 'chassis', 5e-6), new Resistor('R1', 'A', 'B', 1000), new Capacitor('CB', 'B', 'chassis', 100e-6), new Resistor('RB', 'B', 'chassis', 10e3), new Resistor('RL', 'A', 'chassis', 4e3)];
        $byHand = SupplyBench::bridgeByHand()."C1 a 0 5u IC=0\nR1 a b 1k\nCB b 0 100u IC=0\nRB b 0 10k\nRL a 0 4k\n";
        $choked = [SupplyBench::rectifier(RectifierKind::ChokeInput), new Capacitor('C1', 'A', 'chassis', 47e-6), new Resistor('R1', 'A', 'B', 10e3), new Capacitor('CB', 'B', 'chassis', 47e-6), new Resistor('RB', 'B', 'chassis', 47e3), new Resistor('RL', 'A', 'chassis', 6e3)];
        $chokedByHand = SupplyBench::centreTapByHand(HandWritten::diode('1', 'h1', 'x').HandWritten::diode('2', 'h2', 'x'))."L1 x y 8 IC=0\nRL1 y a 90\nC1 a 0 47u IC=0\nR1 a b 10k\nCB b 0 47u IC=0\nRB b 0 47k\nRL a 0 6k\n";
        foreach ([[$small, $byHand, 200.0], [$choked, $chokedByHand, 130.0]] as [$elements, $hand, $volts]) {
            $theirs = self::ngspice(HandWritten::mains(230, 50, SupplyBench::PRIMARY_OHMS).$hand, 3.0, 4e-5, ['rise' => 'when v(b)='.$volts.' rise=1', 'rest' => 'avg v(a) from=2.9 to=3', 'behind' => 'avg v(b) from=2.9 to=3']);
            self::walk($elements, new SolveConditions(230.0), 3.0);
            self::assertEqualsWithDelta($theirs['rest'], self::at(self::$seen, 'A', 3.0), 0.02 * $theirs['rest']);
            self::assertEqualsWithDelta($theirs['behind'], self::at(self::$seen, 'B', 3.0), 0.02 * $theirs['behind']);
            self::assertEqualsWithDelta($theirs['rise'], self::when(self::$seen, 'B', $volts, 1), 0.05 * $theirs['rise']);
        }
    }

    /** @var list<Instant> */
    private static array $seen = [];

    /** @param list<Element> $elements */
    private static function walk(array $elements, SolveConditions $conditions, float $seconds): AmplifierInTime
    {
        $walk = AmplifierInTime::cold(AsFitted::drawn(SupplyBench::netlist($elements)), ShippedTubes::catalogue(), $conditions);
        self::record($walk, $seconds);

        return $walk;
    }

    private static function record(AmplifierInTime $walk, float $seconds): void
    {
        $seen = [$walk->instant()];
        $walk->run($seconds, static function (Instant $i) use (&$seen): bool {
            $seen[] = $i;

            return true;
        });
        self::$seen = $seen;
    }

    /**
     * The first moment at which a place crosses these volts, along a straight line between two steps.
     *
     * @param list<Instant> $seen
     * @param 1|-1          $sense rising or falling
     */
    private static function when(array $seen, string $place, float $volts, int $sense): float
    {
        foreach ($seen as $n => $instant) {
            $before = $seen[max(0, $n - 1)];
            [$from, $to] = [$before->volts($place) ?? 0.0, $instant->volts($place) ?? 0.0];
            if ($n > 0 && $sense * ($from - $volts) < 0.0 && $sense * ($to - $volts) >= 0.0) {
                return $before->seconds + ($volts - $from) / ($to - $from) * ($instant->seconds - $before->seconds);
            }
        }
        self::fail(\sprintf('%s never crosses %g V', $place, $volts));
    }

    /** @param list<Instant> $seen */
    private static function at(array $seen, string $place, float $seconds): float
    {
        foreach ($seen as $instant) {
            if ($instant->seconds >= $seconds - 1e-6) {
                return $instant->volts($place) ?? 0.0;
            }
        }
        self::fail('it was not walked as far');
    }

    /** @param list<Instant> $seen */
    private static function peak(array $seen, string $place): float
    {
        return max(0.0, ...array_map(static fn (Instant $i): float => $i->volts($place) ?? 0.0, $seen));
    }

    /**
     * @param array<string, string> $measures
     *
     * @return array<string, float>
     */
    private static function ngspice(string $netlist, float $seconds, float $step, array $measures): array
    {
        $control = implode("\n", array_map(static fn (string $name, string $what): string => \sprintf('meas tran %s %s', $name, $what), array_keys($measures), $measures));

        return Ngspice::run(\sprintf("by hand\n%s.tran %g %g 0 %g UIC\n", $netlist, $step, $seconds, $step), "run\n".$control, 'reltol=1e-3 method=gear');
    }
}
