<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Capacitor\CathodeBypass;
use Yew\Core\Capacitor\RippleEstimate;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Ripple by hand, filter sections, the bypass step and ohms in place, against ngspice (CAP-9, JUDGE-8). */
final class RippleEstimateTest extends TestCase
{
    /** @return iterable<string, array{bool, float, float, float, float, float}> full wave, hertz, peak, source ohms, farads, load amperes */
    public static function reservoirs(): iterable
    {
        yield 'full wave 60 Hz' => [true, 60.0, 468.0, 60.0, 50e-6, 0.1];
        yield 'full wave 50 Hz, light load' => [true, 50.0, 350.0, 120.0, 32e-6, 0.04];
        yield 'full wave, large reservoir' => [true, 50.0, 480.0, 40.0, 150e-6, 0.2];
        yield 'half wave, bias supply' => [false, 60.0, 70.0, 400.0, 47e-6, 0.003];
        yield 'half wave, a small amplifier' => [false, 60.0, 170.0, 60.0, 60e-6, 0.05];
    }

    #[DataProvider('reservoirs')]
    public function testReservoirAndTheSectionsBehindIt(bool $fullWave, float $hertz, float $peak, float $source, float $farads, float $amperes): void
    {
        $wave = $fullWave ? \sprintf('%g*abs(sin(2*pi*%g*time))', $peak, $hertz) : \sprintf('%g*sin(2*pi*%g*time)', $peak, $hertz);
        $end = 240 / $hertz;
        $netlist = "ripple\nBs s 0 V={$wave}\nRs s d {$source}\nD1 d a DI\n.model DI D(IS=1e-9 N=0.05)\n"
            ."C1 a 0 {$farads} IC={$peak}\nIload a 0 {$amperes}\nR1 a b 2200\nC2 b 0 2e-5 IC={$peak}\nR2 b c 4700\nC3 c 0 2e-5 IC={$peak}\n"
            .\sprintf(".tran 20u %g %g 20u UIC\n", $end, $end - 4 / $hertz);
        $theirs = Ngspice::run($netlist, "run\nmeas tran mean avg v(a)\nmeas tran pp pp v(a)\nmeas tran one pp v(b)\nmeas tran two pp v(c)", 'reltol=1e-4');
        $ours = RippleEstimate::reservoir($amperes, $farads, $hertz, $fullWave, $peak, $theirs['mean']);
        self::assertEqualsWithDelta(1.0, $ours / $theirs['pp'], 0.06, 'CAP-9: within 5 %, and what the current into the section takes');
        $ripple = RippleEstimate::hertz($hertz, $fullWave);
        $first = RippleEstimate::afterResistor($theirs['pp'], true, $ripple, 2200, 2e-5);
        self::assertEqualsWithDelta(1.0, $first / $theirs['one'], 0.09, 'the first section turns the sawtooth into parabolas');
        $second = RippleEstimate::afterResistor($theirs['one'], false, $ripple, 4700, 2e-5) / $theirs['two'];
        self::assertGreaterThan(1.0, $second, 'parabolas have less than their sine: the estimate lies on the safe side');
        self::assertLessThan(1.13, $second);
    }

    public function testAChokeSection(): void
    {
        $theirs = Ngspice::run("choke\nV1 a 0 DC 0 AC 1\nL1 a b 10\nC1 b 0 2e-5\nRl b 0 1meg\n.ac lin 201 110 130\n", "run\nlet m = mag(v(b))\nmeas ac gain find m at=120");
        self::assertEqualsWithDelta(1.0, (RippleEstimate::afterChoke(1.0, 120, 10, 2e-5) ?? 0.0) / $theirs['gain'], 1e-4);
    }

    public function testTheStepOfABypassCapacitor(): void
    {
        // The linear equivalent of a triode: µ·v_gk behind r_p.
        $netlist = "bypass\nVg g 0 DC 0 AC 1\nEp x k g k -100\nRp x p 62500\nRl p 0 100k\nRk k 0 1500\nCk k 0 25u\n.ac dec 400 0.1 1000\n";
        $theirs = Ngspice::run($netlist, "run\nlet m = db(v(p))\nmeas ac high find m at=1000\nmeas ac low find m at=0.1");
        $bypass = CathodeBypass::of(100, 62500, 100e3, 1500, 25e-6);
        self::assertEqualsWithDelta($theirs['high'] - $theirs['low'], $bypass->stepDecibels, 0.05);
        $below = Ngspice::run($netlist, \sprintf("run\nlet m = db(v(p))\nmeas ac f3 when m=%.6F", $theirs['high'] - 10 * log10(2)));
        self::assertEqualsWithDelta(1.0, ($bypass->minus3Hertz ?? 0.0) / $below['f3'], 0.01);
    }

    public function testOhmsInPlaceWithSomethingBesideThePart(): void
    {
        // 100 kΩ drifted to 128 kΩ with 47 kΩ and 220 kΩ in series beside it: what an ohmmeter's current makes of it.
        $theirs = Ngspice::run("place\nI1 0 a 1e-6\nR1 a 0 128k\nR2 a b 47k\nR3 b 0 220k\n.op\n", "run\nprint v(a)");
        $ohms = $theirs['v(a)'] / 1e-6;
        $drawn = new DrawnResistor('R1', 100e3, 'a', 'b', inCircuitOhms: 1 / (1 / 100e3 + 1 / 267e3));
        $case = ResistorJudge::judge($drawn, new TestRecord([TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', \sprintf('%.2Fk', $ohms / 1e3))]), null, null);
        self::assertSame('resistor-high-in-place', $case->reasons[0]->code);
        self::assertEqualsWithDelta(128e3, $case->ownOhms ?? 0.0, 100);
    }
}
