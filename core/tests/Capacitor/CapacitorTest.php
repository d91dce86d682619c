<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Capacitor;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Capacitor\CapacitorVerdict;
use Yew\Core\Capacitor\CathodeBypass;
use Yew\Core\Capacitor\Reform;
use Yew\Core\Capacitor\ReformProgress;
use Yew\Core\Capacitor\Replacement;
use Yew\Core\Capacitor\RippleEstimate;
use Yew\Core\Capacitor\SeriesResistance;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Factors;
use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnCapacitors;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Station\Leakage;
use Yew\Core\Station\School;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Check values without another source are worked examples of the trade (common practice). */
final class CapacitorTest extends TestCase
{
    public function testLeakageLimits(): void
    {
        // CAP-3, form of IEC 60384-4 (from memory): 20 µF at 450 V, 58 µA long-life and 290 µA general.
        self::assertEqualsWithDelta(58e-6, Leakage::LongLife->limitAmperes(20e-6, 450), 1e-9);
        self::assertEqualsWithDelta(290e-6, Leakage::General->limitAmperes(20e-6, 450), 1e-9);
        // C·U = 1000 and below: 0.01 C·U or 1 µA; 0.05 C·U or 5 µA.
        self::assertEqualsWithDelta(10e-6, Leakage::LongLife->limitAmperes(10e-6, 100), 1e-12);
        self::assertEqualsWithDelta(50e-6, Leakage::General->limitAmperes(10e-6, 100), 1e-12);
        self::assertEqualsWithDelta(1e-6, Leakage::LongLife->limitAmperes(1e-6, 10), 1e-12);
        self::assertEqualsWithDelta(5e-6, Leakage::General->limitAmperes(1e-6, 10), 1e-12);
    }

    public function testEsrLimits(): void
    {
        // CAP-1: about 2.5 Ω for a 20 µF section at 100 kHz; CAP-2: tan δ/(2πfC).
        self::assertEqualsWithDelta(2.5, SeriesResistance::limitAt100Kilohertz(20e-6), 1e-9);
        self::assertEqualsWithDelta(0.15 / (2 * \M_PI * 120 * 20e-6), SeriesResistance::fromLoss(0.15, 120, 20e-6), 1e-12);
        self::assertSame(0.5, SeriesResistance::limitAt100Kilohertz(470e-6));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function cans(): iterable
    {
        yield 'a healthy section (CAP-1)' => ['22 1.8', 'good', 'capacitance-within'];
        yield 'the worst ESR of a healthy can (CAP-1)' => ['22 2.0', 'good', 'esr-good'];
        yield 'close to its limit' => ['22 2.3', 'watch', 'esr-near'];
        yield 'dead: none' => ['none 4.4', 'replace', 'capacitance-none'];
        yield 'dead: half its value' => ['9.5 1.5', 'replace', 'capacitance-low'];
        yield 'ESR 4.8 Ω' => ['22 4.8', 'replace', 'esr-high'];
        yield 'a high reading may be leakage' => ['38 1.8', 'cannot-say', 'capacitance-high-lift'];
        yield 'nanofarads for micro' => ['22n', 'cannot-say', 'capacitance-unit-slip'];
        yield 'within its leakage' => ['22 1.8 90u@450/5', 'good', 'leakage-good'];
        yield 'too leaky' => ['22 1.8 1.4m@450/5', 'replace', 'leakage-high'];
        yield 'still falling after a minute' => ['22 1.8 600u@450/1', 'cannot-say', 'leakage-still-falling'];
        yield 'tested far below its rating' => ['22 1.8 20u@100/5', 'cannot-say', 'leakage-below-rated'];
    }

    #[DataProvider('cans')]
    public function testASectionByItsFigures(string $text, string $word, string $code): void
    {
        $case = self::judged(new DrawnCapacitor('C1/a', 20e-6, 450.0, 'filter'), $text);
        self::assertSame($word, $case->outcome->value, implode(', ', self::codes($case->reasons)));
        self::assertContains($code, self::codes($case->reasons));
    }

    public function testTheWorstOfEachFigureCountsUntilThePartIsOut(): void
    {
        $drawn = new DrawnCapacitor('C1/a', 20e-6, 450.0, 'filter');
        $judge = static fn (TakenTest ...$tests): CapacitorVerdict => CapacitorJudge::judge($drawn, new TestRecord(array_values($tests)), new CapacitorContext());
        self::assertSame(['capacitance-low', 'esr-high'], self::codes($judge(self::trial('9 1.8'), self::trial('22'), self::trial('- 4.8'))->reasons), 'figures of several passes');
        self::assertSame('replace', $judge(self::trial('9 1.8'), self::trial('22 1.8'))->outcome->value, 'a later good reading hides nothing');
        self::assertSame('good', $judge(self::trial('9 1.8'), self::trial('22 1.8', true))->outcome->value, 'isolated supersedes in place');
        self::assertSame('replace', $judge(self::trial('9 1.8', true), self::trial('22 1.8'))->outcome->value);
        self::assertSame('good', $judge(self::trial('22 1.8 1.4m@450/5'), self::trial('- - 90u@450/5'))->outcome->value, 'leakage falls while the part forms');
        self::assertSame('replace', $judge(self::trial('22 1.8 90u@450/5'), self::trial('- - 1.4m@450/5'))->outcome->value);
        self::assertSame('replace', $judge(self::trial('22 1.8 1.4m@450/5'), self::trial('- - 90u@100/5'))->outcome->value, 'little at low volts is no answer');
    }

    /** @return iterable<string, array{DrawnCapacitor, string, string, string}> */
    public static function bounds(): iterable
    {
        $can = new DrawnCapacitor('C1/a', 20e-6, 450.0, 'filter');
        $film = new DrawnCapacitor('C9', 22e-9, 400.0);
        $coupling = new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', workingVolts: 300, gridOhms: 220e3);
        yield 'less than a nanofarad is none' => [$can, '<1n 1.8', 'replace', 'capacitance-none'];
        yield 'at most what is drawn is not what is drawn' => [$can, '<20 1.8', 'cannot-say', 'capacitance-bound'];
        yield 'a bare zero' => [$can, '0 1.8', 'replace', 'capacitance-none'];
        yield 'ESR beyond the meter' => [$can, '22 ol', 'replace', 'esr-high'];
        yield 'ESR above its limit, at least' => [$can, '22 >3', 'replace', 'esr-high'];
        yield 'ESR of at least little' => [$can, '22 >1', 'cannot-say', 'esr-bound'];
        yield 'ESR of at most little' => [$can, '22 <1', 'good', 'esr-good'];
        yield 'ESR at most the limit' => [$can, '22 <2.5', 'cannot-say', 'esr-bound'];
        yield 'leakage of at least nothing' => [$can, '22 1.8 >50u@450/5', 'cannot-say', 'leakage-bound'];
        yield 'leakage above its limit, at least' => [$can, '22 1.8 >500u@450/5', 'replace', 'leakage-high'];
        yield 'leakage beyond the meter is not 0 A' => [$can, '22 1.8 ol@450/5', 'replace', 'leakage-overrange'];
        yield 'leakage zero on a milliamperemeter' => [$can, '22 1.8 0m@450/5', 'cannot-say', 'leakage-limit-too-coarse'];
        yield 'leakage zero on a microamperemeter' => [$can, '22 1.8 0u@450/5', 'good', 'leakage-good'];
        yield 'none, of a limit that nobody said' => [$can, '22 1.8 none@450/5', 'cannot-say', 'leakage-limit-not-said'];
        yield 'a film part on a coarse meter' => [$film, '22n - 0u@400', 'good', 'film-tight'];
        yield 'a film part on a coarser one' => [$film, '22n - <2u@400', 'cannot-say', 'film-tester-too-coarse'];
        yield 'a film part at 50 V' => [$film, '22n - <0.1u@50', 'cannot-say', 'leakage-below-rated'];
        yield 'a film part that leaks beyond the meter' => [$film, '22n - ol@400', 'replace', 'leakage-overrange'];
        yield 'coupling, beyond the meter' => [$coupling, '22n - ol@400', 'replace', 'leakage-overrange'];
        yield 'coupling, a zero of ten microamperes' => [$coupling, '22n - 0.00m@400', 'cannot-say', 'coupling-tester-too-coarse'];
        yield 'coupling, a fine zero' => [$coupling, '22n - 0.0u@400', 'good', 'coupling-tight'];
    }

    #[DataProvider('bounds')]
    public function testABoundIsNoFigure(DrawnCapacitor $drawn, string $text, string $word, string $code): void
    {
        $case = self::judged($drawn, $text, true);
        self::assertSame([$word, true], [$case->outcome->value, \in_array($code, self::codes($case->reasons), true)], implode(', ', self::codes($case->reasons)));
    }

    public function testALimitThatWasSeenIsSaid(): void
    {
        $reasons = self::judged(new DrawnCapacitor('C9', 22e-9, 400.0), '22n - 0u@400', true)->reasons;
        $tight = array_values(array_filter($reasons, static fn (Reason $r): bool => 'film-tight' === $r->code))[0];
        self::assertSame([1e-6, true], [$tight->figures['leakAmperes'], $tight->figures['isLimit']]);
    }

    public function testAReversedPartDoesNotTurnItself(): void
    {
        $looked = static fn (string ...$seen): CapacitorVerdict => CapacitorJudge::judge(new DrawnCapacitor('C1', 20e-6, 450.0, 'filter'), new TestRecord([self::trial('22 1.8'), ...array_map(static fn (string $s): TakenTest => TakenTest::typed(CapacitorTestKind::Polarity, 'C1', '', $s), array_values($seen))]), new CapacitorContext());
        self::assertSame('danger', $looked('reversed', 'right')->outcome->value);
        self::assertSame('good', $looked('right')->outcome->value);
    }

    public function testCouplingLeakageByWhatItDoesToTheGrid(): void
    {
        // CAP-4: 1 µA into 220 kΩ is 0.22 V; about 0.5 V and it goes.
        $drawn = new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', workingVolts: 300, gridOhms: 220e3);
        $shift = static fn (string $text): array => self::judged($drawn, $text, lifted: true)->reasons;
        self::assertEqualsWithDelta(0.22, $shift('22n - 1u@300')[0]->figures['gridShiftVolts'], 1e-9);
        self::assertSame('coupling-leaks-little', $shift('22n - 1u@300')[0]->code);
        self::assertSame('coupling-leaks', $shift('22n - 3u@300')[0]->code);
        self::assertSame('coupling-tight', $shift('- - <0.1u@400')[0]->code);
        // 2 µA into 302 kΩ is 0.6 V: the tester's own limit is too coarse.
        $coarse = new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', workingVolts: 300, gridOhms: 302e3);
        self::assertSame('coupling-tester-too-coarse', self::judged($coarse, '- - <2u@400', lifted: true)->reasons[0]->code);
        self::assertSame('coupling-tested-low', self::judged($drawn, '- - <0.1u@50', lifted: true)->reasons[0]->code);
        // Leakage at 100 V is taken as a resistance and counted at the working 300 V.
        self::assertEqualsWithDelta(0.66, $shift('22n - 1u@100')[0]->figures['gridShiftVolts'], 1e-9);
    }

    public function testRatingAgainstTheWorstCase(): void
    {
        // CAP-5: 474 V unloaded at 120 V in, 521 V at + 10 %, on 500 V parts: the ceiling is 126.6 V in.
        $drawn = new DrawnCapacitor('C1', 50e-6, 500.0, 'filter', worstVolts: 474 * 1.1, workingVolts: 430, ceilingVolts: 120 * 500 / 474);
        $case = self::judged($drawn, '52 0.5');
        self::assertSame(['watch', 'rating-no-tubes'], [$case->outcome->value, $case->reasons[0]->code]);
        self::assertEqualsWithDelta(126.6, $case->reasons[0]->figures['ceilingVolts'], 0.05);
        self::assertSame('danger', self::judged(new DrawnCapacitor('C1', 50e-6, 400.0, 'filter', worstVolts: 521, workingVolts: 430), '52 0.8')->outcome->value);
        // 400 + 34 V on a 400 V coupling capacitor at a cold start.
        self::assertSame('rating-cold-start', self::judged(new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', worstVolts: 434, workingVolts: 250, gridOhms: 220e3), '22n')->reasons[0]->code);
    }

    public function testPrintedDrawnAndMeasuredAreThreeFacts(): void
    {
        $drawn = new DrawnCapacitor('C1', 20e-6, 450.0, 'filter', worstVolts: 420, workingVolts: 350);
        $judge = static fn (string $mark, string $text): CapacitorVerdict => CapacitorJudge::judge($drawn, new TestRecord([TakenTest::typed(CapacitorTestKind::CapacitorMark, 'C1', '', $mark), self::trial($text)]), new CapacitorContext());
        // Marked 32 µF at 500 V and measuring so: judged by its own mark.
        $case = $judge('32u/500', '33 1.0');
        self::assertSame('good', $case->outcome->value, implode(', ', self::codes($case->reasons)));
        self::assertEqualsWithDelta(32e-6 * 1.5, $case->highFarads, 1e-12);
        self::assertContains('mark-as-drawn', self::codes($case->reasons));
        self::assertSame('capacitance-low', $judge('32u/500', '20 1.0')->reasons[0]->code, 'as drawn, but a third of its own is gone');
        self::assertContains('mark-more', self::codes($judge('100u/450', '105 0.4')->reasons));
        self::assertContains('mark-less', self::codes($judge('8u/450', '8.4 2')->reasons));
        self::assertSame('mark-decade', $judge('2u/450', '2.1 2')->reasons[0]->code);
        self::assertSame(['danger', 'rating-below-working'], [$judge('22u/300', '22 1')->outcome->value, $judge('22u/300', '22 1')->reasons[0]->code]);
    }

    public function testPolarityIsASecondLook(): void
    {
        $drawn = new DrawnCapacitor('C1', 20e-6, 100.0, 'bias');
        $case = CapacitorJudge::judge($drawn, new TestRecord([self::trial('22 1.2'), TakenTest::typed(CapacitorTestKind::Polarity, 'C1', '', 'reversed')]), new CapacitorContext());
        self::assertSame(['danger', 'polarity-reversed'], [$case->outcome->value, $case->reasons[0]->code]);
    }

    /** @return iterable<string, array{School, int|null, string, string}> */
    public static function schools(): iterable
    {
        yield 'age first: seventy years' => [School::AgeFirst, 1956, 'replace', 'school-age-old'];
        yield 'age first: young' => [School::AgeFirst, 2015, 'good', 'school-age-young'];
        yield 'measure first: seventy years can test perfect' => [School::MeasureFirst, 1956, 'good', 'school-measure-stays'];
        yield 'labour first' => [School::LabourFirst, null, 'watch', 'school-labour'];
    }

    #[DataProvider('schools')]
    public function testEachSchoolSaysItsReason(School $school, ?int $built, string $word, string $code): void
    {
        $case = CapacitorJudge::judge(new DrawnCapacitor('C1', 20e-6, 450.0, 'filter'), new TestRecord([self::trial('22 1.8')]), new CapacitorContext($school, $built, 2026));
        self::assertSame($word, $case->outcome->value);
        self::assertContains($code, self::codes($case->reasons));
    }

    public function testBiasCapacitorsAreCheapInsuranceInEverySchool(): void
    {
        $case = CapacitorJudge::judge(new DrawnCapacitor('C20', 47e-6, 100.0, 'bias'), new TestRecord([self::trial('49 0.4')]), new CapacitorContext(School::MeasureFirst, 1970, 2026));
        self::assertContains('school-bias-insurance', self::codes($case->reasons));
    }

    public function testReformingGoesStepByStep(): void
    {
        $plan = Reform::plan(20e-6, 450);
        self::assertCount(9, $plan->steps);
        self::assertSame([50.0, 450.0], [$plan->steps[0]['volts'], $plan->steps[8]['volts']]);
        self::assertLessThanOrEqual(5e-3, 450 / $plan->ohms, 'a dead short draws a few milliamperes');
        self::assertSame([6.25, 12.5, 18.75, 25.0], array_column(Reform::plan(25e-6, 25)->steps, 'volts'), 'a quarter of a small rating');
        self::assertSame('not-begun', self::formed($plan, [])->state->value);
        self::assertSame('waiting', self::formed($plan, [[0, '50/2m']])->state->value);
        $next = self::formed($plan, [[0, '50/2m'], [5, '50/40u']]);
        self::assertSame(['next', 1], [$next->state->value, $next->step]);
        self::assertSame(['abandon', 'reform-rises'], [self::formed($plan, [[0, '50/1m'], [5, '50/2m']])->state->value, self::formed($plan, [[0, '50/1m'], [5, '50/2m']])->reasonCode]);
        self::assertSame('reform-stuck', self::formed($plan, [[0, '50/1m'], [61, '50/0.9m']])->reasonCode);
        self::assertSame('waiting', self::formed($plan, [[0, '50/40u'], [1, '100/2m']])->state->value, 'the next step begins anew');
        self::assertSame('done', self::formed($plan, [[0, '450/100u']])->state->value);
    }

    public function testReplacementsAndStacks(): void
    {
        $plain = Replacement::propose(new DrawnCapacitor('C1', 20e-6, 450.0, 'filter', worstVolts: 420));
        self::assertSame([22e-6, 450.0, null], [round($plain->farads, 9), $plain->ratedVolts, $plain->stack]);
        $coupling = Replacement::propose(new DrawnCapacitor('C14', 22e-9, 400.0, 'coupling', worstVolts: 434));
        self::assertSame(630.0, $coupling->ratedVolts);
        // CAP-9: a GZ34 takes 60 µF at most, a 5Y3GT some 20 µF (from memory).
        $limited = Replacement::propose(new DrawnCapacitor('C1', 32e-6, 450.0, 'reservoir', worstVolts: 400, rectifierTube: '5Y3GT', rectifierFarads: 20e-6));
        self::assertSame('5Y3GT', $limited->limitedBy);
        self::assertLessThanOrEqual(20e-6, $limited->farads);
        $stack = Replacement::propose(new DrawnCapacitor('C1', 50e-6, 500.0, 'reservoir', worstVolts: 640))->stack;
        self::assertNotNull($stack);
        self::assertGreaterThanOrEqual(50e-6, $stack->eachFarads / 2);
        self::assertGreaterThan(0.55 * 640, $stack->ratedVolts);
        self::assertGreaterThan(5 * Leakage::LongLife->limitAmperes($stack->eachFarads, $stack->ratedVolts), $stack->shareVolts / $stack->balancingOhms, 'the balance outweighs the leakage');
    }

    public function testCathodeBypassExample(): void
    {
        // CAP-9: 12AX7 with 1.5 kΩ and 25 µF: 4.2, 8.2, 5.6 Hz; µ 100, r_p 62.5 kΩ (RCA RC-30, from memory), 100 kΩ load.
        $bypass = CathodeBypass::of(100, 62500, 100e3, 1500, 25e-6);
        self::assertEqualsWithDelta(4.2, $bypass->zeroHertz, 0.05);
        self::assertEqualsWithDelta(8.2, $bypass->poleHertz, 0.05);
        self::assertEqualsWithDelta(5.6, $bypass->minus3Hertz ?? 0, 0.05);
        self::assertNull(CathodeBypass::of(20, 10000, 100e3, 500, 25e-6)->minus3Hertz, 'none below k = √2');
    }

    public function testRippleByHand(): void
    {
        // 60 mA, 50 µF, 120 Hz: I/(fC) is 10 V, less the time in which the rectifier conducts.
        $volts = RippleEstimate::reservoir(0.06, 50e-6, 60, true, 470, 440);
        self::assertLessThan(10.0, $volts);
        self::assertEqualsWithDelta(10.0 * (1 - RippleEstimate::conduction(true, 470, 440)), $volts, 1e-9);
        self::assertEqualsWithDelta(0.5 * RippleEstimate::conduction(true, 470, 440), RippleEstimate::conduction(false, 470, 440), 1e-12);
        // 10 H and 20 µF at 120 Hz divide by (2πf)²LC − 1 = 112.7.
        self::assertEqualsWithDelta(1 / 112.7, RippleEstimate::afterChoke(1.0, 120, 10, 20e-6) ?? 0, 1e-5);
        self::assertNull(RippleEstimate::afterChoke(1.0, 10, 10, 20e-6), 'at resonance it filters nothing');
    }

    public function testWhatEachCapacitorOfACircuitDoes(): void
    {
        $drawn = [];
        foreach (DrawnCapacitors::of(self::lantern()) as $capacitor) {
            $drawn[$capacitor->id] = $capacitor;
        }
        self::assertSame(['reservoir', 'filter', 'bias', 'coupling'], [$drawn['C1/a']->does, $drawn['C2']->does, $drawn['C20']->does, $drawn['C14']->does]);
        $grid = $drawn['C14']->gridOhms ?? 0.0;
        self::assertGreaterThan(220e3 + 1 / (1 / 56e3 + 1 / 15e3), $grid, 'grid leak, and what feeds the bias as if its reservoir were stiff');
        self::assertLessThan(220e3 + 56e3, $grid, 'and as if its rectifier did not conduct');
        self::assertGreaterThan($drawn['C2']->workingVolts ?? 0, $drawn['C2']->worstVolts ?? 0);
        // 331 V a side off load: √2 times that, a tenth more, less what diodes and bleeder take.
        self::assertEqualsWithDelta(1.1 * \M_SQRT2 * 331, $drawn['C2']->worstVolts ?? 0, 5);
    }

    public function testKindsAndTheirWindows(): void
    {
        self::assertSame([-20.0, 50.0], CapacitorKind::of(20e-6)->window());
        self::assertSame([-10.0, 10.0], CapacitorKind::of(0.1e-6)->window());
    }

    /**
     * @param list<array{int, string}> $log minutes and what was typed
     */
    private static function formed(Reform $plan, array $log): ReformProgress
    {
        return $plan->progress(new TestRecord(array_map(static fn (array $l): TakenTest => TakenTest::typed(CapacitorTestKind::Reform, 'C1', '', $l[1], false, 60.0 * $l[0]), $log)));
    }

    private static function lantern(): CircuitAtWork
    {
        $tubes = ShippedTubes::catalogue();
        $sheet = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
        self::assertNotNull($sheet->circuit);

        return CircuitAtWork::of($sheet, $sheet->circuit, AsFitted::drawn($sheet->circuit->netlist, new Factors()), $tubes);
    }

    private static function judged(DrawnCapacitor $drawn, string $text, bool $lifted = false): CapacitorVerdict
    {
        return CapacitorJudge::judge($drawn, new TestRecord([self::trial($text, $lifted)]), new CapacitorContext());
    }

    private static function trial(string $text, bool $lifted = false): TakenTest
    {
        return TakenTest::typed(CapacitorTestKind::Capacitor, 'C1', '', $text, $lifted);
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<string>
     */
    private static function codes(array $reasons): array
    {
        return array_map(static fn (Reason $r): string => $r->code, $reasons);
    }
}
