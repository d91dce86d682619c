<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Capacitor;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Capacitor\Reform;
use Yew\Core\Capacitor\ReformProgress;
use Yew\Core\Capacitor\Replacement;
use Yew\Core\Capacitor\RippleEstimate;
use Yew\Core\Capacitor\RippleJudge;
use Yew\Core\Capacitor\SeriesResistance;
use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Station\Leakage;
use Yew\Core\Station\School;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Each limit of the capacitors' rules from both of its sides (CAP-1 to CAP-9). */
final class CapacitorEdgesTest extends TestCase
{
    /** @return iterable<string, array{DrawnCapacitor, string, string, string, string}> what is typed on the one side and what is said of it, then on the other */
    public static function edges(): iterable
    {
        $can = new DrawnCapacitor('C1/a', 20e-6, 450.0, 'filter');
        $film = new DrawnCapacitor('C9', 22e-9, 400.0);
        $coupling = new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', workingVolts: 300, gridOhms: 220e3);
        yield 'CAP-2, an electrolytic 20 % low' => [$can, '16.1 1', 'capacitance-within', '15.9 1', 'capacitance-low'];
        yield 'CAP-2, an electrolytic 50 % high' => [$can, '29.9 1', 'capacitance-within', '30.1 1', 'capacitance-high-leaks'];
        yield 'CAP-2, film 10 % low' => [$film, '19.9n', 'capacitance-within', '19.7n', 'capacitance-low'];
        yield 'CAP-2, film 10 % high' => [$film, '24.1n', 'capacitance-within', '24.3n', 'capacitance-high-leaks'];
        yield 'CAP-1, ESR at its limit of 2.5 Ω' => [$can, '22 2.49', 'esr-near', '22 2.51', 'esr-high'];
        yield 'CAP-1, ESR near it: nine tenths are healthy' => [$can, '22 2.27', 'esr-good', '22 2.29', 'esr-near'];
        yield 'CAP-3, leakage of a general grade, 290 µA' => [$can, '22 1 285u@450/5', 'leakage-good', '22 1 295u@450/5', 'leakage-high'];
        yield 'CAP-3, at nine tenths of its rating' => [$can, '22 1 100u@410/5', 'leakage-good', '22 1 100u@400/5', 'leakage-below-rated'];
        yield 'CAP-3, three times the limit before five minutes' => [$can, '22 1 860u@450/4.9', 'leakage-still-falling', '22 1 880u@450/4.9', 'leakage-high'];
        yield 'CAP-3, five minutes' => [$can, '22 1 600u@450/4.9', 'leakage-still-falling', '22 1 600u@450/5', 'leakage-high'];
        yield 'film, a tester of a microampere' => [$film, '22n - <0.98u@400', 'film-tight', '22n - <1.02u@400', 'film-tester-too-coarse'];
        yield 'film, three quarters of its rating' => [$film, '22n - <0.1u@301', 'film-tight', '22n - <0.1u@299', 'leakage-below-rated'];
        yield 'CAP-4, half a volt on the grid: 2.27 µA into 220 kΩ' => [$coupling, '22n - 2.2u@300', 'coupling-leaks-little', '22n - 2.3u@300', 'coupling-leaks'];
        yield 'CAP-4, a tester that sees half a volt' => [$coupling, '22n - <2.2u@300', 'coupling-tight', '22n - <2.3u@300', 'coupling-tester-too-coarse'];
        yield 'CAP-4, tested at three quarters of its working volts' => [$coupling, '22n - <0.1u@226', 'coupling-tight', '22n - <0.1u@224', 'coupling-tested-low'];
        yield 'JUDGE-7g, micro typed for nano' => [$can, '0.023 1', 'capacitance-unit-slip', '0.025 1', 'capacitance-low'];
    }

    #[DataProvider('edges')]
    public function testBothSidesOfALimit(DrawnCapacitor $drawn, string $inside, string $said, string $outside, string $saidThere): void
    {
        self::assertContains($said, self::codes($drawn, $inside), $inside);
        self::assertContains($saidThere, self::codes($drawn, $outside), $outside);
    }

    public function testAFilmPartThatLeaksIsWatchedUpToAMicroampere(): void
    {
        $film = new DrawnCapacitor('C9', 22e-9, 400.0);
        $word = static fn (string $text): string => CapacitorJudge::judge($film, new TestRecord([self::typed($text)]), new CapacitorContext())->outcome->value;
        self::assertSame(['watch', 'replace'], [$word('22n - 0.98u@400'), $word('22n - 1.02u@400')]);
    }

    public function testLeakageIsComparedAtTheSameVolts(): void
    {
        $codes = static fn (string $second): array => array_map(static fn (Reason $r): string => $r->code, CapacitorJudge::judge(new DrawnCapacitor('C1/a', 20e-6, 450.0, 'filter'), new TestRecord([self::typed('22 1 1.4m@450/5'), self::typed($second)]), new CapacitorContext())->reasons);
        self::assertContains('leakage-good', $codes('- - 90u@410/5'), 'at nine tenths of the volts the newer one counts');
        self::assertContains('leakage-high', $codes('- - 90u@400/5'), 'at less it does not');
    }

    public function testMarksAgainstTheDrawing(): void
    {
        $mark = static fn (string $text): string => self::codesOf(TakenTest::typed(CapacitorTestKind::CapacitorMark, 'C1', '', $text))[0];
        self::assertSame(['mark-as-drawn', 'mark-less'], [$mark('16.2u/450'), $mark('15.8u/450')], 'a fifth less');
        self::assertSame(['mark-as-drawn', 'mark-more'], [$mark('39u/450'), $mark('41u/450')], 'twice as much');
        self::assertSame(['mark-decade', 'mark-more'], [$mark('220u/450'), $mark('230u/450')]);
    }

    public function testWhatALeakageReadsLikeAtAll(): void
    {
        $leak = array_values(array_filter(CapacitorJudge::checks(new DrawnCapacitor('C1', 20e-6, 450.0, 'filter')), static fn (Check $c): bool => 1e-9 === $c->low))[0] ?? self::fail('no check of leakage');
        self::assertSame(20e-3, $leak->high, 'above 20 mA milli was meant to be micro');
    }

    public function testTheSchoolsTurnAtTwentyYears(): void
    {
        $codes = static fn (School $school, int $built, string $does): array => array_map(static fn (Reason $r): string => $r->code, CapacitorJudge::judge(new DrawnCapacitor('C1', 20e-6, 450.0, $does), new TestRecord([self::typed('22 1.8')]), new CapacitorContext($school, $built, 2026))->reasons);
        self::assertContains('school-age-young', $codes(School::AgeFirst, 2007, 'filter'));
        self::assertContains('school-age-old', $codes(School::AgeFirst, 2006, 'filter'));
        self::assertNotContains('school-bias-insurance', $codes(School::MeasureFirst, 2007, 'bias'));
        self::assertContains('school-bias-insurance', $codes(School::MeasureFirst, 2006, 'bias'));
    }

    public function testTheReformingPlan(): void
    {
        self::assertSame(array_fill(0, 4, 50.0), self::steps(Reform::plan(20e-6, 200)), 'from 200 V on steps of 50 V');
        self::assertEqualsWithDelta(array_fill(0, 4, 49.75), self::steps(Reform::plan(20e-6, 199)), 1e-9, 'below it quarters');
        // E6 (IEC 60063): 450 V by 5 mA is 90 kΩ, the next value 100 kΩ; by 4.4 mA it would still be; 350 V is 70 kΩ, so 100 kΩ, and 335 V is 67 kΩ, so 68 kΩ.
        self::assertSame([100e3, 68e3], [Reform::plan(20e-6, 345)->ohms, Reform::plan(20e-6, 335)->ohms]);
        self::assertSame(1000.0, array_sum(self::steps(Reform::plan(1e-6, 5000))), 'no plan without end');
        self::assertSame(900.0, array_sum(self::steps(Reform::plan(1e-6, 900))));
        self::assertSame(100.0, (new \ReflectionClass(Reform::class))->getConstant('LEAST_RATED_VOLTS'), 'a part of less costs less than its reforming');
    }

    public function testWhenAReformingIsGivenUp(): void
    {
        $plan = Reform::plan(20e-6, 450);
        self::assertSame('reform-waiting', self::formed($plan, [[0, '50/1m'], [59, '50/0.9m']])->reasonCode);
        self::assertSame('reform-stuck', self::formed($plan, [[0, '50/1m'], [61, '50/0.9m']])->reasonCode);
        self::assertSame('reform-waiting', self::formed($plan, [[0, '50/1m'], [5, '50/1.09m']])->reasonCode, 'a tenth is the meter’s digits');
        self::assertSame('reform-rises', self::formed($plan, [[0, '50/1m'], [5, '50/1.11m']])->reasonCode);
    }

    public function testWhatIsMade(): void
    {
        // Rated volts that are made: the preferred numbers R5 and R10 of IEC 60063 and ISO 3 with the trade's own 350, 450 and 550 V (from memory).
        $made = ['electrolytic' => [6.3, 10.0, 16.0, 25.0, 35.0, 50.0, 63.0, 100.0, 160.0, 200.0, 250.0, 350.0, 400.0, 450.0, 500.0, 550.0], 'film' => [63.0, 100.0, 160.0, 250.0, 400.0, 630.0, 1000.0, 1600.0]];
        foreach (['electrolytic' => 22e-6, 'film' => 22e-9] as $kind => $farads) {
            $below = 0.0;
            foreach ($made[$kind] as $volts) {
                $proposed = static fn (float $rated): ?float => Replacement::propose(new DrawnCapacitor('C1', $farads, $rated))->ratedVolts;
                self::assertSame([$volts, $volts], [$proposed($volts), $proposed($below + 0.1)], $kind);
                $below = $volts;
            }
        }
    }

    public function testHeadroomAndStacks(): void
    {
        $rated = static fn (float $worst): ?float => Replacement::propose(new DrawnCapacitor('C1', 22e-6, 100.0, 'filter', worstVolts: $worst))->ratedVolts;
        self::assertSame([400.0, 450.0], [$rated(380.0), $rated(382.0)], 'a twentieth more than the worst case');
        // Two for 640 V: three fifths each, 384 V; for 670 V 402 V.
        self::assertSame([400.0, 450.0], [Replacement::stack(47e-6, 640)->ratedVolts, Replacement::stack(47e-6, 670)->ratedVolts]);
        // Two of 100 µF and 400 V may leak 0.006·40 000 + 4 = 244 µA (CAP-3): ten times that at 320 V is 131 kΩ, the next E12 value below 120 kΩ.
        $stack = Replacement::stack(47e-6, 640);
        self::assertSame([100e-6, 120e3], [round($stack->eachFarads, 9), $stack->balancingOhms]);
        self::assertEqualsWithDelta(244e-6, Leakage::LongLife->limitAmperes(100e-6, 400), 1e-12);
        self::assertEqualsWithDelta(320 ** 2 / 120e3, $stack->balancingWatts, 1e-9);
    }

    public function testMeasuredRippleBesideThePredicted(): void
    {
        $says = static fn (string $volts): string => RippleJudge::judge([TakenTest::typed(CapacitorTestKind::Ripple, 'C1', '', $volts)], 1.0)->reasons[0]->code;
        self::assertSame(['ripple-as-expected', 'ripple-high'], [$says('1.79'), $says('1.81')]);
        self::assertSame(['ripple-as-expected', 'ripple-low'], [$says('0.56'), $says('0.55')]);
    }

    public function testTheFirstSectionBehindAReservoir(): void
    {
        // A sawtooth of 10 V through an RC section whose 2πfRC is large becomes parabolas of Vpp/(8·f·RC) (integral of a sawtooth).
        $ohms = 10e3;
        $farads = 20e-6;
        self::assertEqualsWithDelta(10.0 / (8 * 120 * $ohms * $farads), RippleEstimate::afterResistor(10.0, true, 120, $ohms, $farads), 1e-4);
        self::assertEqualsWithDelta(10.0 / (2 * \M_PI * 120 * $ohms * $farads), RippleEstimate::afterResistor(10.0, false, 120, $ohms, $farads), 1e-4, 'the next one sees a sine');
    }

    public function testLimitsOfSeriesResistance(): void
    {
        self::assertSame([0.15, 0.25], (new \ReflectionClass(SeriesResistance::class))->getConstant('TAN_DELTA'), 'loss factor: good, and the most that is taken (common practice)');
        self::assertEqualsWithDelta(0.51, SeriesResistance::limitAt100Kilohertz(98e-6), 0.001, '50 Ω·µF');
        self::assertSame(0.5, SeriesResistance::limitAt100Kilohertz(102e-6), 'but no less than half an ohm');
    }

    public function testFromWhereOnAPartIsAnElectrolytic(): void
    {
        self::assertSame([CapacitorKind::Film, CapacitorKind::Electrolytic], [CapacitorKind::of(2.0e-6), CapacitorKind::of(2.2e-6)]);
    }

    /** @return list<float> by how much each step raises the volts */
    private static function steps(Reform $plan): array
    {
        $before = 0.0;
        $steps = [];
        foreach ($plan->steps as $step) {
            $steps[] = $step['volts'] - $before;
            $before = $step['volts'];
        }

        return $steps;
    }

    /** @param list<array{int, string}> $log minutes and what was typed */
    private static function formed(Reform $plan, array $log): ReformProgress
    {
        return $plan->progress(new TestRecord(array_map(static fn (array $l): TakenTest => TakenTest::typed(CapacitorTestKind::Reform, 'C1', '', $l[1], false, 60.0 * $l[0]), $log)));
    }

    /** @return list<string> */
    private static function codes(DrawnCapacitor $drawn, string $text): array
    {
        return array_map(static fn (Reason $r): string => $r->code, CapacitorJudge::judge($drawn, new TestRecord([self::typed($text)]), new CapacitorContext())->reasons);
    }

    /** @return list<string> */
    private static function codesOf(TakenTest ...$tests): array
    {
        return array_map(static fn (Reason $r): string => $r->code, CapacitorJudge::judge(new DrawnCapacitor('C1', 20e-6, 450.0, 'filter'), new TestRecord(array_values($tests)), new CapacitorContext())->reasons);
    }

    private static function typed(string $text): TakenTest
    {
        return TakenTest::typed(CapacitorTestKind::Capacitor, 'C1', '', $text, true);
    }
}
