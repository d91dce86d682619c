<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BalanceAdvice;
use Yew\Core\Bias\BiasHandle;
use Yew\Core\Bias\BiasSweep;
use Yew\Core\Bias\PartToFit;
use Yew\Core\Bias\RangeAdvice;
use Yew\Core\Drawn\DrawnTrim;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Tests\Job\FakeUnit;

/** Trims are found by following the grid; what they sweep, and what happens without their wiper, the network says (BIAS-4, BIAS-4b). */
final class TrimTest extends TestCase
{
    public function testATrimIsFoundFromTheGridNearestFirst(): void
    {
        $trims = static fn (FakeUnit $unit, string $position): array => array_map(static fn (DrawnTrim $t): array => [$t->id, $t->isBalance, $t->ends], BiasTape::of($unit, 230.0)->tube($position)->drawn->trims);
        self::assertSame([['P1', false, ['R31' => 15e3, 'R32' => 39e3]]], $trims(TrimmedAmplifiers::level(), 'V3'));
        self::assertSame([['P2', true, []], ['P1', false, ['R31' => 15e3, 'R32' => 39e3]]], $trims(TrimmedAmplifiers::levelAndBalance(), 'V4'));
        self::assertSame([['P1', false, ['R31' => 4700.0, 'R32' => 47e3, 'R33' => 39e3]]], $trims(TrimmedAmplifiers::oneEach(), 'V3'), 'not that of the other tube');
        self::assertSame([['P2', false, ['R31' => 4700.0, 'R32' => 47e3, 'R34' => 39e3]]], $trims(TrimmedAmplifiers::oneEach(), 'V4'));
    }

    public function testALevelIsTurnedBeforeABalanceAndEachTubeHasItsOwn(): void
    {
        $handles = static fn (FakeUnit $unit, string $position): array => array_map(static fn (BiasHandle $h): string => $h->part, BiasHandle::all(($bench = BiasTape::of($unit, 230.0)->bench())->facts, $bench->tubes()[$position]));
        self::assertSame(['P1', 'P2'], $handles(TrimmedAmplifiers::levelAndBalance(), 'V3'));
        self::assertSame(['P1'], $handles(TrimmedAmplifiers::oneEach(), 'V3'));
        self::assertSame(['P2'], $handles(TrimmedAmplifiers::oneEach(), 'V4'));
        self::assertSame(['P1'], BiasTape::of(TrimmedAmplifiers::levelAndBalance(), 230.0)->bench()->facts->trims(), 'a balance has no coldest end');
        self::assertSame(['P1', 'P2'], BiasTape::of(TrimmedAmplifiers::oneEach(), 230.0)->bench()->facts->trims(), 'trims outside the supply’s block are asked about before power, too');
    }

    /** Nothing is said of where to begin once a tube was measured, and nothing where nothing is turned (BIAS-6). */
    public function testAStageThatNobodyMeasuredBeginsCold(): void
    {
        $cold = static fn (BiasTape $tape): ?string => BiasHandle::toBeginCold(($bench = $tape->bench())->facts, array_values($bench->tubes()))?->part;
        self::assertSame('P5', $cold(BiasTape::energised('teasel-50', 230.0)));
        self::assertNull($cold(BiasTape::energised('teasel-50', 230.0)->reads(['V4.8' => '18mA'])));
        self::assertSame('P1', $cold(BiasTape::of(TrimmedAmplifiers::levelAndBalance(), 230.0)), 'the level, not the balance');
        self::assertNull($cold(BiasTape::energised('lantern-30', 117.0)), 'no trim');
        self::assertNull($cold(BiasTape::energised('wren-15', 230.0)), 'nothing to turn');
    }

    public function testATubeOfAnOutputStageIsAnOutputTubeAndFixedBiasedWhateverAListSays(): void
    {
        $bench = BiasTape::of(TrimmedAmplifiers::oneEach(), 230.0)->bench();
        self::assertTrue($bench->facts->sheet->tubes['V3']->output ?? null);
        self::assertFalse($bench->facts->sheet->tubes['V2']->output ?? null);
        self::assertTrue($bench->facts->drawn->tubes['V3']->isFixedBiased);
        self::assertFalse($bench->facts->drawn->tubes['V2']->isFixedBiased);
    }

    /** @return iterable<string, array{FakeUnit, list<string>}> */
    public static function shortOfRange(): iterable
    {
        yield 'too cold: the resistor to the chassis is too big' => [TrimmedAmplifiers::level(shunt: '82k'), ['R32']];
        yield 'too hot: it is too small' => [TrimmedAmplifiers::level(shunt: '15k'), ['R32']];
        yield 'a short track: both' => [TrimmedAmplifiers::level('2k2@0.5'), ['R31', 'R32']];
    }

    /** @param list<string> $expected */
    #[DataProvider('shortOfRange')]
    public function testTheRangeResistorIsSolvedFromTheNetwork(FakeUnit $unit, array $expected): void
    {
        $advice = self::advice(BiasTape::of($unit, 230.0)) ?? self::fail('it has a trim');
        self::assertFalse($advice->isEnough);
        self::assertFalse($advice->isMeasured);
        $range = array_values(array_filter($advice->parts, static fn (PartToFit $p): bool => null === $p->between));
        self::assertSame($expected, array_map(static fn (PartToFit $p): string => $p->id, $range));
        foreach ($range as $part) {
            self::assertTrue(ESeries::E24->holds($part->ohms));
            self::assertLessThan(0.5, $part->watts);
            self::assertGreaterThan(0.0, $part->watts);
        }
        $then = $advice->then ?? self::fail('it helps');
        self::assertLessThanOrEqual(0.35, $then->cold->share);
        self::assertGreaterThan(0.65, $then->hot->share, 'and no E24 step comes nearer');
        self::assertLessThanOrEqual(0.8, $then->hot->share);
        self::assertLessThanOrEqual(1.0, $then->hot->highShare);
        self::assertTrue($then->failsSafe());

        // The circuit with them in says the same.
        $fitted = BiasTape::of($unit, 230.0);
        foreach ($advice->parts as $part) {
            $fitted->tape->taken('as-fitted', ['text' => 'found '.$part->text()], 1.0);
        }
        $checked = self::advice($fitted) ?? self::fail('it has a trim');
        self::assertEqualsWithDelta($then->hot->share, $checked->now->hot->share, 1e-6);
        self::assertEqualsWithDelta($then->cold->gridVolts, $checked->now->cold->gridVolts, 1e-6);
        self::assertTrue($checked->now->failsSafe());
    }

    public function testATrimThatReachesIsLeftAloneButForItsWiper(): void
    {
        $bench = BiasTape::of(TrimmedAmplifiers::level(shunt: '47k'), 230.0);
        $advice = self::advice($bench) ?? self::fail('it has a trim');
        self::assertSame([true, false], [$advice->isEnough, $advice->now->failsSafe()]);
        self::assertGreaterThan(1.0, $advice->now->open?->share, 'without its wiper the grids follow nothing');
        self::assertSame(['bridge.N2.D2/top'], array_map(static fn (PartToFit $p): string => $p->id, $advice->parts), $advice->parts[0]->text());
        self::assertGreaterThanOrEqual(220e3, $advice->parts[0]->ohms, 'ten times the track');
        self::assertLessThan(0.2, $advice->then?->open?->share, 'with it they go cold');

        $held = BiasTape::of(TrimmedAmplifiers::level(shunt: '47k'), 230.0);
        $held->tape->taken('as-fitted', ['text' => 'found '.$advice->parts[0]->text()], 1.0);
        self::assertSame([], self::advice($held)?->parts, 'nothing is left to be done');
    }

    /** What was found in it is what stands there: by it the way is counted, and it is what comes out. */
    public function testAPartThatWasFoundOtherIsTheOneThatComesOut(): void
    {
        $bench = BiasTape::of(TrimmedAmplifiers::level(shunt: '47k'), 230.0);
        $bench->tape->taken('as-fitted', ['text' => 'found R32 82k'], 1.0);
        $part = self::advice($bench)->parts[0] ?? self::fail('it is too cold now');
        self::assertSame(['R32', 82e3], [$part->id, $part->was]);
        $hot = BiasTape::energised('wren-15', 230.0);
        $hot->tape->taken('as-fitted', ['text' => 'found R15 100'], 1.0);
        $hot->asTheCircuitHasIt('V3.3', 'V3.7', 'V3.9', 'V4.7', 'V4.9');
        $sweep = BiasSweep::of($hot->bench(), $hot->tube('V3')) ?? self::fail('its circuit tells');
        self::assertSame(100.0, $sweep->stands);
        self::assertEqualsWithDelta($hot->tube('V3')->plateAmperes->value ?? 0.0, $sweep->at($hot->tube('V3'), 100.0)->plateAmperes ?? 0.0, 1e-9);
    }

    public function testWhereNoResistorReachesNothingIsAdvised(): void
    {
        $advice = self::advice(BiasTape::of(TrimmedAmplifiers::level('1k@0.5'), 230.0)) ?? self::fail('it has a trim');
        self::assertSame([false, [], null], [$advice->isEnough, $advice->parts, $advice->then]);
    }

    /** Measured tubes are hotter or colder than drawn ones: the range is theirs. */
    public function testWhatWasMeasuredMovesTheRange(): void
    {
        $drawn = self::advice(BiasTape::energised('teasel-50', 230.0)) ?? self::fail('it has a trim');
        $weak = self::advice(BiasTape::energised('teasel-50', 230.0)->reads(['V4.8' => '0.0100', 'V4.3' => '454', 'V4.4' => '451', 'V5.8' => '0.0090', 'V5.3' => '454', 'V5.4' => '451'])) ?? self::fail('it has a trim');
        self::assertSame([false, true], [$drawn->isMeasured, $weak->isMeasured]);
        self::assertGreaterThan(1.3 * $weak->now->hot->share, $drawn->now->hot->share);
        self::assertSame('V4', $weak->now->hot->position, 'the hottest tube is the one that counts');
    }

    public function testNothingIsSaidOfATypeWithoutItsSuffixOfABalanceOrWithoutAnAnswer(): void
    {
        self::assertNull(self::advice(BiasTape::energised('teasel-50', 230.0, ['V4' => '6L6'])), 'no suffix, no limit');
        self::assertNull(self::advice(BiasTape::of(TrimmedAmplifiers::levelAndBalance(), 230.0), 1), 'a balance sets no level');
        self::assertNull(self::advice(BiasTape::energised('lantern-30', 117.0)), 'no trim');
    }

    public function testABalanceIsTurnedToWhereBothSidesDrawAlike(): void
    {
        $unlike = ['V3.8' => '0.0450', 'V3.3' => '440', 'V3.4' => '430', 'V4.8' => '0.0350', 'V4.3' => '440', 'V4.4' => '430', 'V3.5' => '-30.5'];
        $advice = self::balance($unlike) ?? self::fail('it has a balance');
        self::assertSame(['P2', true, 'a', ['V3']], [$advice->part, $advice->reaches, $advice->heavySide, array_keys($advice->grids)]);
        self::assertLessThan(-30.5, $advice->grids['V3'], 'the heavy side is made more negative');
        self::assertLessThan(0.0002, $advice->apartAmperes);
        $far = self::balance(['V3.8' => '0.1100', 'V4.8' => '0.0110'] + $unlike) ?? self::fail('it has a balance');
        self::assertFalse($far->reaches);
        self::assertGreaterThan(0.02, $far->apartAmperes, 'what is left at its end is said');
        self::assertNull(self::balance(['V3.8' => '0.0450', 'V3.3' => '440', 'V3.4' => '430']), 'one of them was not read');
    }

    private static function advice(BiasTape $tape, int $handle = 0): ?RangeAdvice
    {
        $bench = $tape->bench();
        $tube = array_values($bench->tubes())[0];
        $chosen = BiasHandle::all($bench->facts, $tube)[$handle] ?? null;
        $sweep = BiasSweep::of($bench, $tube, $chosen);

        return null === $sweep ? null : RangeAdvice::of($bench, $sweep, $tube->drawn->stage);
    }

    /** @param array<string, string> $readings */
    private static function balance(array $readings): ?BalanceAdvice
    {
        $bench = BiasTape::of(TrimmedAmplifiers::levelAndBalance(), 230.0)->reads($readings)->bench();
        $tube = $bench->tubes()['V3'];
        $sweep = BiasSweep::of($bench, $tube, BiasHandle::all($bench->facts, $tube)[1]);

        return null === $sweep ? null : BalanceAdvice::of($sweep, $bench->tubesOf($tube->drawn->stage));
    }
}
