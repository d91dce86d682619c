<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\ComparisonReadings;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Tests\SheetFixture;

/** Windows of JUDGE-1: common practice. Floors of JUDGE-2 and the heater's ± 10 %: RCA RC-30, from memory. */
final class JudgeTest extends TestCase
{
    /** @return iterable<string, array{string, string, Verdict, string}> place, typed, verdict, reason code */
    public static function atPrintedMains(): iterable
    {
        yield 'a rail as printed' => ['A', '440', Verdict::Within, 'within'];
        yield 'a rail 7 % low' => ['A', '409.5', Verdict::Within, 'within'];
        yield 'a rail 9 % low: beyond three quarters of its window' => ['A', '400.5', Verdict::Watch, 'near-edge'];
        yield 'a rail 12 % low' => ['A', '387', Verdict::Out, 'low'];
        yield 'a rail 12 % high, under its capacitor’s rating' => ['A', '493', Verdict::Out, 'high'];
        yield 'a rail over its capacitor’s rating' => ['A', '512', Verdict::Danger, 'above-capacitor-rating'];
        yield 'a cathode 18 % high: inside ± 20 %, at its edge' => ['V1.3', '1.77', Verdict::Watch, 'near-edge'];
        yield 'a cathode 30 % high' => ['V1.3', '1.95', Verdict::Out, 'high'];
        yield '0.8 V where 0.5 V ± 10 % is printed (JUDGE-2)' => ['V1.8', '0.8', Verdict::Out, 'high'];
        yield 'bias as drawn' => ['N', '-41.0', Verdict::Within, 'bias-current-decides'];
        yield 'bias 15 % less negative: the danger side (JUDGE-1a)' => ['N', '-35.0', Verdict::Danger, 'bias-less-negative'];
        yield 'bias 15 % more negative: cold, never danger' => ['N', '-47.4', Verdict::Out, 'bias-cold'];
        yield 'bias positive' => ['N', '3.2', Verdict::Danger, 'bias-positive'];
        yield 'a plate that reads nothing' => ['V1.1', '0.0', Verdict::Out, 'zero'];
        yield 'the wrong sign' => ['V1.1', '-12.5', Verdict::Out, 'wrong-sign'];
        yield 'no leakage on a grid' => ['V2.5', '0.0000', Verdict::Within, 'no-leakage'];
        yield 'a trace that shifts nothing' => ['V2.5', '0.012', Verdict::Within, 'trace-leakage'];
        yield 'a little leakage: 0.22 V over 220 k is 1 µA (CAP-4)' => ['V2.5', '0.22', Verdict::Watch, 'some-leakage'];
        yield 'more than half a volt of leakage (CAP-4)' => ['V2.5', '0.7', Verdict::Out, 'leakage'];
        yield 'a grid more than 1 V positive (SAFE-6)' => ['V2.5', '2.5', Verdict::Danger, 'grid-positive'];
        yield 'a negative grid is never danger' => ['V2.5', '-2.5', Verdict::Out, 'leakage'];
        yield 'above a limit beyond the window' => ['V1.1', '>600', Verdict::Out, 'above-window'];
        yield 'above a limit inside the window' => ['V1.1', '>100', Verdict::CannotSay, 'limit-inside-window'];
        yield 'below a limit short of the window' => ['V1.1', '<50', Verdict::Out, 'below-window'];
        yield 'overload' => ['V1.1', 'ol', Verdict::CannotSay, 'overload'];
        yield 'nothing printed, nothing to compare' => ['V3.5', '-40', Verdict::CannotSay, 'nothing-to-compare'];
        yield 'a place that the sheet does not know' => ['V1.7', '12', Verdict::CannotSay, 'nothing-to-compare'];
    }

    #[DataProvider('atPrintedMains')]
    public function testAtPrintedMainsWithAllTubes(string $place, string $text, Verdict $verdict, string $reason): void
    {
        $judgement = Bench::judge($place, $text);
        self::assertSame([$verdict, $reason], [$judgement->verdict, $judgement->reasonCode]);
    }

    /** JUDGE-2: 98 V where 90 V ± 10 % is printed (+ 8.9 %) passes and is watched. */
    public function testNinetyEightWhereNinetyIsPrinted(): void
    {
        $document = SheetFixture::document();
        $document['points'] = [['place' => 'V1.1', 'kind' => 'plate', 'printedVolts' => 90]];
        $judgement = Bench::judge('V1.1', '98.0', Bench::setting(sheet: SheetFixture::sheet($document)));
        self::assertSame(Verdict::Watch, $judgement->verdict);
        self::assertEqualsWithDelta(8.89, $judgement->figures['deviationPercent'], 0.01);
        self::assertEqualsWithDelta(8.0, $judgement->figures['deviationVolts'], 1e-9);
    }

    /** COND-5a, worked: 316 V at 230 V in against 310 V printed at 220 V is 2.5 % low; 459 V at 112 V against 450 at 117 is 6 to 7 % high. */
    public function testMainsRatioComesBeforeComparison(): void
    {
        $document = SheetFixture::document();
        $document['printedFor'] = ['mainsVolts' => 220];
        $document['points'] = [['place' => 'A', 'kind' => 'rail', 'printedVolts' => 310]];
        $low = Bench::judge('A', '316', Bench::setting(['inletVolts' => 230.0], SheetFixture::sheet($document), wiredFor: 220.0));
        self::assertEqualsWithDelta(-2.5, $low->figures['deviationPercent'], 0.05);
        $document['printedFor'] = ['mainsVolts' => 117];
        $document['points'] = [['place' => 'A', 'kind' => 'rail', 'printedVolts' => 450]];
        $high = Bench::judge('A', '459', Bench::setting(['inletVolts' => 112.0], SheetFixture::sheet($document)));
        self::assertEqualsWithDelta(6.5, $high->figures['deviationPercent'], 0.2);
    }

    public function testAPrimaryWiredTheOtherWayKeepsThePrint(): void
    {
        self::assertSame(Verdict::Within, Bench::judge('A', '452', Bench::setting(['inletVolts' => 240.0], wiredFor: 240.0))->verdict);
    }

    public function testARegulatedNodeDoesNotFollowTheMains(): void
    {
        $document = SheetFixture::document();
        $document['supply'] = array_replace_recursive((array) $document['supply'], ['nodes' => [3 => ['regulated' => true]]]);
        $expected = Expectation::at(SheetFixture::sheet($document)->points[3], Bench::setting(['inletVolts' => 125.0], SheetFixture::sheet($document)));
        self::assertSame(326.0, $expected->volts);
    }

    public function testALeakageWindowIsWhatLeakageMayDo(): void
    {
        $judgement = Bench::judge('V2.5', '0.004')->toArray();
        self::assertSame(['tick', 0.008], [((array) $judgement['mark'])['shape'], ((array) $judgement['mark'])['position']]);
    }

    /** COND-4: V·Rm/(Rm+Rth). 220 V printed with 20 kΩ/V on its 250 V range (5 MΩ) from 100 kΩ; today 10 MΩ. */
    public function testMeterLoadingCorrectsTheExpectedValue(): void
    {
        $expected = Expectation::at(SheetFixture::sheet()->points[7], Bench::setting());
        self::assertEqualsWithDelta(220 * (5.1 / 5.0) * (10 / 10.1), $expected->volts, 0.01);
        self::assertEqualsWithDelta(222.18, $expected->volts, 0.01);
    }

    /** @return iterable<string, array{array<string, mixed>, ChassisState, string}> */
    public static function obstacles(): iterable
    {
        yield 'inlet not stated' => [['inletVolts' => null], ChassisState::Energised, 'conditions-not-stated'];
        yield 'tubes not stated' => [['tubes' => null], ChassisState::Energised, 'conditions-not-stated'];
        yield 'limiter not stated' => [['limiter' => null], ChassisState::Energised, 'conditions-not-stated'];
        yield 'a lamp in series' => [['limiter' => ['kind' => 'lamp', 'watts' => 60]], ChassisState::Energised, 'limiter-in'];
        yield 'a tube out (COND-6)' => [['tubes' => ['V1' => 'out']], ChassisState::Energised, 'tubes-out'];
        yield 'half mains' => [['inletVolts' => 60.0], ChassisState::Energised, 'mains-too-far'];
        yield 'ramping' => [[], ChassisState::Ramping, 'not-energised'];
        yield 'discharging' => [[], ChassisState::Discharging, 'not-energised'];
    }

    /** @param array<string, mixed> $facts */
    #[DataProvider('obstacles')]
    public function testCannotSayButRatingsStillHold(array $facts, ChassisState $state, string $reason): void
    {
        $context = Bench::setting($facts, null, $state);
        $judgement = Bench::judge('A', '440', $context);
        self::assertSame([Verdict::CannotSay, $reason], [$judgement->verdict, $judgement->reasonCode]);
        self::assertSame(Verdict::Danger, Bench::judge('A', '505', $context)->verdict);
        self::assertSame(Verdict::Danger, Bench::judge('V2.5', '5', $context)->verdict);
    }

    public function testStandbyTakesAwayWhatItBreaks(): void
    {
        $document = SheetFixture::document();
        $document['supply'] = array_replace_recursive((array) $document['supply'], ['standby' => ['kind' => 'dc', 'breaks' => ['B']]]);
        $context = Bench::setting(['standby' => 'standby'], SheetFixture::sheet($document));
        self::assertSame('standby', Bench::judge('B', '0.0', $context)->reasonCode);
        self::assertSame(Verdict::Within, Bench::judge('A', '440', $context)->verdict);
    }

    public function testBiasIsJudgedWithOutputTubesOut(): void
    {
        $context = Bench::setting(['tubes' => ['V2' => 'out', 'V3' => 'out']]);
        $judgement = Bench::judge('N', '-41.0', $context);
        self::assertSame([Verdict::Within, 'within'], [$judgement->verdict, $judgement->reasonCode]);
        self::assertContains(Mark::Provisional, $judgement->marks);
    }

    /** JUDGE-2: heaters twice, ± 5 % of expected and ± 10 % of rated. */
    public function testHeatersAreJudgedTwice(): void
    {
        $heater = static fn (string $text, float $inlet) => Bench::judge('V3.7', $text, Bench::setting(['inletVolts' => $inlet]), function: MeterFunction::AcVolts);
        self::assertSame(Verdict::Within, $heater('6.35', 117.0)->verdict);
        self::assertSame('low', $heater('5.90', 117.0)->reasonCode, '6.3 % under expected');
        self::assertSame('heater-above-rating', $heater('7.00', 129.0)->reasonCode, 'as expected at this mains, yet over 6.93 V');
        self::assertSame('heater-below-rating', $heater('5.60', 104.0)->reasonCode, 'as expected at this mains, yet under 5.67 V');
    }

    public function testADeadZeroAmongHealthyNeighboursIsFirstABadContact(): void
    {
        $first = Bench::judge('V1.1', '0.0', near: new ComparisonReadings(neighboursHealthy: true));
        self::assertSame([Verdict::CannotSay, 'dead-zero'], [$first->verdict, $first->reasonCode]);
        $second = Bench::judge('V1.1', '0.0', near: new ComparisonReadings(neighboursHealthy: true, zeroBefore: true));
        self::assertSame([Verdict::Out, 'zero'], [$second->verdict, $second->reasonCode]);
    }

    /** @return iterable<string, array{string, string, Verdict, string}> kind of the point, typed, verdict, reason code; −34 V printed */
    public static function biasOfMinus34(): iterable
    {
        foreach (['bias', 'grid', 'other', 'rail'] as $kind) {
            yield "nothing at a $kind" => [$kind, '0.0', Verdict::Danger, 'bias-lost'];
            yield "a trace at a $kind" => [$kind, '-0.4', Verdict::Danger, 'bias-lost'];
            yield "3 V at a $kind" => [$kind, '-3.0', Verdict::Danger, 'bias-lost'];
            yield "3.5 V at a $kind" => [$kind, '-3.5', Verdict::Danger, 'bias-less-negative'];
            yield "a ninth short at a $kind" => [$kind, '-30.2', Verdict::Danger, 'bias-less-negative'];
            yield "seen up to half a volt at a $kind" => [$kind, '<0.5', Verdict::Danger, 'bias-lost'];
            yield "at least −2 V at a $kind" => [$kind, '>-2', Verdict::Danger, 'bias-lost'];
            yield "at least −20 V at a $kind" => [$kind, '>-20', Verdict::Danger, 'bias-less-negative-bound'];
            yield "at most −20 V at a $kind" => [$kind, '<-20', Verdict::CannotSay, 'limit-inside-window'];
            yield "cold at a $kind" => [$kind, '-38.5', Verdict::Out, 'bias' === $kind ? 'bias-cold' : 'low'];
        }
        yield 'a cathode that returns to a negative rail is no bias' => ['cathode', '-26.0', Verdict::Out, 'high'];
    }

    #[DataProvider('biasOfMinus34')]
    public function testLostBiasIsTheWorstBiasWhateverKindThePointWasGiven(string $kind, string $text, Verdict $verdict, string $code): void
    {
        $judgement = Bench::judge('V2.5', $text, Bench::setting(sheet: self::sheetWith(['place' => 'V2.5', 'kind' => $kind, 'printedVolts' => -34])));
        self::assertSame([$verdict, $code], [$judgement->verdict, $judgement->reasonCode]);
    }

    public function testLostBiasCountsUntilItIsProbedAgain(): void
    {
        $sheet = self::sheetWith(['place' => 'V2.5', 'kind' => 'bias', 'printedVolts' => -34]);
        $judged = static fn (bool $healthy, bool $before): array => [($j = Bench::judge('V2.5', '0.0', Bench::setting(sheet: $sheet), new ComparisonReadings(neighboursHealthy: $healthy, zeroBefore: $before)))->verdict, $j->reasonCode];
        self::assertSame([Verdict::Danger, 'bias-lost-probe-again'], $judged(true, false));
        self::assertSame([Verdict::Danger, 'bias-lost'], $judged(true, true));
        self::assertSame([Verdict::Danger, 'bias-lost'], $judged(false, false));
        $tapped = Bench::judge('V2.5', '-34.0', Bench::setting(sheet: $sheet), new ComparisonReadings(neighboursHealthy: true), tapped: [-34.0, 0.0, -33.9]);
        self::assertSame([Verdict::Danger, 0.0], [$tapped->verdict, $tapped->volts], 'the worst of a tap decides');
    }

    public function testLostBiasNeedsNoConditionsOnALiveChassis(): void
    {
        self::assertSame(Verdict::Danger, self::ofBias(['inletVolts' => null], ChassisState::Energised, '0.0'), 'mains not stated');
        self::assertSame(Verdict::Danger, self::ofBias(['limiter' => ['kind' => 'lamp', 'watts' => 60]], ChassisState::Energised, '0.0'));
        self::assertSame(Verdict::Danger, self::ofBias(['inletVolts' => null], ChassisState::Energised, '<0.5'));
        self::assertSame(Verdict::CannotSay, self::ofBias(['inletVolts' => null], ChassisState::Energised, '-10'));
        self::assertSame(Verdict::CannotSay, self::ofBias(['inletVolts' => null], ChassisState::Ramping, '0.0'), 'it rises from nothing in every healthy start');
        self::assertSame(Verdict::CannotSay, self::ofBias(['inletVolts' => null], ChassisState::Discharging, '0.0'));
    }

    public function testAGridIsJudgedAgainstItsReturn(): void
    {
        $sheet = self::sheetWith(['place' => 'V2.5', 'kind' => 'grid', 'printedVolts' => -34, 'fedBy' => 'N', 'gridLeakOhms' => 220000]);
        $judged = static fn (string $text, ?float $return): array => [($j = Bench::judge('V2.5', $text, Bench::setting(sheet: $sheet), new ComparisonReadings(returnVolts: $return)))->verdict, $j->reasonCode];
        // Half of the band of 33 V on the 60 V range is 0.19 V: it comes off first.
        self::assertSame([Verdict::Danger, 'grid-above-return'], $judged('-32.70', -34.0));
        self::assertSame([Verdict::Out, 'grid-leaks-over-return'], $judged('-32.90', -34.0));
        self::assertSame([Verdict::Out, 'grid-leaks-over-return'], $judged('-33.20', -34.0));
        self::assertSame([Verdict::Within, 'within'], $judged('-33.50', -34.0));
        self::assertSame([Verdict::Within, 'within'], $judged('-32.70', null), 'without its return nothing is known of it');
        $leak = Bench::judge('V2.5', '-30.00', Bench::setting(sheet: $sheet), new ComparisonReadings(returnVolts: -34.0));
        self::assertEqualsWithDelta(4.0, $leak->figures['overVolts'], 0.25, '−30 V over a −34 V return is 4 V of leakage');
        $zero = Bench::judge('V2.5', '-0.2', Bench::setting(sheet: self::sheetWith(['place' => 'V2.5', 'kind' => 'grid', 'printedVolts' => 0, 'fedBy' => 'N'])), new ComparisonReadings(returnVolts: -4.0));
        self::assertSame('grid-above-return', $zero->reasonCode, 'a zero is four volts too much over −4 V');
    }

    public function testTheOtherFunctionAtAPointIsSaid(): void
    {
        self::assertSame('ac-at-a-dc-point', Bench::judge('A', '2.4', function: MeterFunction::AcVolts)->reasonCode);
        self::assertSame('dc-at-an-ac-point', Bench::judge('V3.7', '0.1')->reasonCode);
        self::assertSame('nothing-to-compare', Bench::judge('V1.7', '0.1')->reasonCode, 'where neither is printed there is nothing to say');
    }

    public function testABoundAboveARatingIsADanger(): void
    {
        self::assertSame([Verdict::Danger, 'above-capacitor-rating'], [($j = Bench::judge('A', '>520'))->verdict, $j->reasonCode]);
        self::assertSame(Verdict::CannotSay, Bench::judge('A', '>440')->verdict);
        self::assertSame('grid-positive', Bench::judge('V2.5', '>5')->reasonCode);
    }

    /** @param array<string, mixed> $facts */
    private static function ofBias(array $facts, ChassisState $state, string $text): Verdict
    {
        return Bench::judge('V2.5', $text, Bench::setting($facts, self::sheetWith(['place' => 'V2.5', 'kind' => 'bias', 'printedVolts' => -34]), $state))->verdict;
    }

    /** @param array<string, mixed> $point */
    private static function sheetWith(array $point): Sheet
    {
        return SheetFixture::sheet([...SheetFixture::document(), 'points' => [$point]]);
    }

    public function testSisters(): void
    {
        $unlike = Bench::judge('V3.3', '470', near: new ComparisonReadings('V2.3', 420.0));
        self::assertSame([Verdict::Watch, 'unlike-its-sister'], [$unlike->verdict, $unlike->reasonCode]);
        self::assertSame(Verdict::Within, Bench::judge('V3.3', '440', near: new ComparisonReadings('V2.3', 436.0))->verdict);
        $reference = Bench::judge('V3.5', '-40.0', near: new ComparisonReadings('V2.5', -41.0));
        self::assertSame(['sister', Verdict::Within], [$reference->reference, $reference->verdict]);
        self::assertSame('unlike-last-visit', Bench::judge('V3.5', '-34.0', near: new ComparisonReadings(lastVisitVolts: -41.0))->reasonCode);
    }

    public function testTheWorstValueOfATapTestDecides(): void
    {
        $judgement = Bench::judge('V1.1', '220', tapped: [220.0, 131.0, 218.0]);
        self::assertSame([Verdict::Out, 'intermittent', 131.0], [$judgement->verdict, $judgement->reasonCode, $judgement->volts]);
        self::assertContains(Mark::Intermittent, $judgement->marks);
        self::assertSame(Verdict::Within, Bench::judge('V1.1', '220', tapped: [220.0, 221.0])->verdict);
    }

    public function testWarmingAndEdge(): void
    {
        self::assertContains(Mark::Warming, Bench::judge('A', '440', Bench::setting(warm: 4.0))->marks);
        self::assertNotContains(Mark::Warming, Bench::judge('A', '440', Bench::setting(warm: 10.0))->marks);
        self::assertContains(Mark::Edge, Bench::judge('A', '483.5')->marks, 'half a volt inside the window, the meter good to two');
        self::assertNotContains(Mark::Edge, Bench::judge('A', '478')->marks);
    }

    public function testAMeterTooCoarseForTheWindowCannotSay(): void
    {
        self::assertSame('meter-too-coarse', Bench::judge('V1.3', '2')->reasonCode, 'a whole volt typed where the window is ± 0.3 V');
    }

    public function testWhichWindowWins(): void
    {
        $document = SheetFixture::document();
        self::assertSame('default', Expectation::at(SheetFixture::sheet($document)->points[0], Bench::setting())->window?->source);
        $document['printedTolerancePercent'] = 15;
        $document['windows'] = ['plate' => ['lowPercent' => 5, 'highPercent' => 8]];
        $document['points'] = array_replace_recursive((array) $document['points'], [5 => ['window' => ['lowPercent' => 2, 'highPercent' => 3]]]);
        $sheet = SheetFixture::sheet($document);
        $source = static fn (int $i): ?string => Expectation::at($sheet->points[$i], Bench::setting(sheet: $sheet))->window?->source;
        self::assertSame(['printed', 'point', 'sheet'], [$source(0), $source(5), $source(6)]);
        $bounds = Expectation::at($sheet->points[6], Bench::setting(sheet: $sheet))->window;
        self::assertEqualsWithDelta([438 * 0.95, 438 * 1.08], [$bounds?->low, $bounds?->high], 1e-9);
    }

    /** Property: a reading closer to the expected value is never judged worse on the same side. */
    public function testVerdictsWorsenOutwards(): void
    {
        foreach (['A', 'V1.3', 'V2.3', 'N'] as $place) {
            $expected = (float) Bench::judge($place, '1')->expectedVolts;
            foreach ([1, -1] as $side) {
                $last = -1;
                for ($percent = 0; $percent <= 40; ++$percent) {
                    $severity = Bench::judge($place, number_format($expected * (1 + $side * $percent / 100), 3, '.', ''))->verdict->severity();
                    self::assertGreaterThanOrEqual($last, $severity, $place.' at '.($side * $percent).' %');
                    $last = $severity;
                }
            }
        }
    }
}
