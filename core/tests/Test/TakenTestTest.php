<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Test;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Step;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

final class TakenTestTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, float>}> */
    public static function capacitors(): iterable
    {
        yield 'all of it' => ['22.1 1.8 90u@450/3m', ['farads' => 22.1e-6, 'esrOhms' => 1.8, 'leakAmperes' => 90e-6, 'leakVolts' => 450, 'leakMinutes' => 3]];
        yield 'a prefix of its own' => ['22n - 1.2uA@400V', ['farads' => 22e-9, 'leakAmperes' => 1.2e-6, 'leakVolts' => 400]];
        yield 'ESR only' => ['- 4k', ['esrOhms' => 4000]];
        yield 'leakage only' => ['3m@50/10', ['leakAmperes' => 3e-3, 'leakVolts' => 50, 'leakMinutes' => 10]];
        yield 'comma for dot' => ['22,1 1,8', ['farads' => 22.1e-6, 'esrOhms' => 1.8]];
        yield 'nothing left in it' => ['none 4.4', ['farads' => 0.0, 'esrOhms' => 4.4]];
    }

    /** @param array<string, float> $figures */
    #[DataProvider('capacitors')]
    public function testOneLineOfACapacitor(string $text, array $figures): void
    {
        $test = TakenTest::typed(TrialKind::Capacitor, 'C1', '', $text);
        self::assertSame(array_keys($figures), array_keys($test->figures));
        foreach ($figures as $name => $value) {
            self::assertEqualsWithDelta($value, $test->figures[$name]->value, 1e-9 * max(1.0, $value), $name);
        }
    }

    /** @return iterable<string, array{TrialKind, string, string}> */
    public static function refused(): iterable
    {
        yield 'one figure too many' => [TrialKind::Capacitor, '22 1 2', 'one figure too many'];
        yield 'negative leakage' => [TrialKind::Capacitor, '22 1 -90u@450', 'cannot be negative'];
        yield 'leakage in amperes' => [TrialKind::Capacitor, '22 1 90@450', '90u is ninety'];
        yield 'leakage without volts' => [TrialKind::Capacitor, '22 1 90u@', 'is no leakage'];
        yield 'leakage twice' => [TrialKind::Capacitor, '90u@450 80u@450', 'twice'];
        yield 'dashes only' => [TrialKind::Capacitor, '- -', 'µF, ESR and leakage'];
        yield 'one figure of two' => [TrialKind::Halves, '5.5', '2 figures belong here'];
        yield 'three where two belong' => [TrialKind::Halves, '5.5/5.4/5.3', 'belong here'];
        yield 'negative ohms' => [TrialKind::Resistor, '-4', 'cannot be negative'];
        yield 'nothing on the primary' => [TrialKind::Ratio, '0/0.5', 'is the source on?'];
        yield 'no ratio' => [TrialKind::Ratio, '8 9 10/1', 'the tap before them'];
        yield 'an answer that is none' => [TrialKind::TubeLook, 'purple', 'one of these'];
        yield 'two answers fit' => [TrialKind::Cord, 't', 'one of these'];
        yield 'a pin without a fault' => [TrialKind::Contacts, '5', 'ok, or pins'];
        yield 'a fault nobody knows' => [TrialKind::Contacts, '5 wobbly', 'pin 5 is'];
        yield 'henries for leakage' => [TrialKind::Insulation, '600/3H', 'ohms belong here'];
        yield 'nothing' => [TrialKind::Resistor, '  ', 'Nothing typed'];
        yield 'two commas' => [TrialKind::Resistor, '4,7,k', 'Two decimal marks'];
    }

    #[DataProvider('refused')]
    public function testWhatCannotBeReadIsSaid(TrialKind $kind, string $text, string $says): void
    {
        try {
            TakenTest::typed($kind, 'x', '', $text);
            self::fail('was read');
        } catch (CannotRead|BadData $e) {
            self::assertStringContainsString($says, $e->getMessage());
        }
    }

    /** @return iterable<string, array{TrialKind, string, bool}> test, text, whether its kind of figure says something there */
    public static function kindsOfFigure(): iterable
    {
        yield 'ohms beyond the meter' => [TrialKind::Resistor, 'ol', true];
        yield 'ohms as a bound' => [TrialKind::PinShort, '>20M', true];
        yield 'ohms below a bound' => [TrialKind::EarthBond, '<0.1', true];
        yield 'leakage beyond the meter' => [TrialKind::Insulation, '600/<2uA', true];
        yield 'ESR beyond the meter' => [TrialKind::Capacitor, '22 ol', true];
        yield 'capacitance below a bound' => [TrialKind::Capacitor, '<1n', true];
        yield 'reforming, nothing seen' => [TrialKind::Reform, '450/<10u', true];
        yield 'reforming beyond the meter' => [TrialKind::Reform, '450/ol', false];
        yield 'a bound is no ratio' => [TrialKind::Ratio, '11.0/<0.5', false];
        yield 'overload is no ratio' => [TrialKind::Ratio, 'ol/0.5', false];
        yield 'a bound is no half' => [TrialKind::Halves, '5.6/>5.5', false];
        yield 'a bound is no current' => [TrialKind::Magnetising, '5.0/<60m', false];
        yield 'a bound is no test voltage' => [TrialKind::Insulation, '>600/>300M', false];
        yield 'overload is no voltage off load' => [TrialKind::OffLoad, '117/ol', false];
        yield 'a bound is no temperature' => [TrialKind::Surface, '<60/20', false];
        yield 'a bound is no ripple' => [TrialKind::Ripple, '<5', false];
        yield 'overload is no capacitance' => [TrialKind::Capacitor, 'ol', false];
        yield 'leakage at bounded volts' => [TrialKind::Capacitor, '22 1 1u@>400', false];
    }

    #[DataProvider('kindsOfFigure')]
    public function testABoundIsTakenOnlyWhereItSaysSomething(TrialKind $kind, string $text, bool $taken): void
    {
        $objection = TakenTest::typed($kind, 'x', '', $text)->objection();
        self::assertSame($taken, null === $objection, (string) $objection?->getMessage());
        self::assertSame($taken ? null : 'no-value', $objection?->reason);
    }

    public function testMicroohmsOfInsulationAreASlipOfTheUnit(): void
    {
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage('no bench measures');
        TakenTest::typed(TrialKind::Insulation, 'T1', 'primary-core', '600/2u');
    }

    public function testFiguresByTheirUnits(): void
    {
        $leak = TakenTest::typed(TrialKind::Insulation, 'T1', 'primary-core', '600/<2uA');
        self::assertSame(['volts', 'leakAmperes'], array_keys($leak->figures));
        self::assertSame(ReadingKind::Below, $leak->figures['leakAmperes']->kind);
        $ohms = TakenTest::typed(TrialKind::Insulation, 'T1', 'primary-core', '600/>300M');
        self::assertSame([null, 300e6, null], [$ohms->value('leakOhms'), $ohms->least('leakOhms'), $ohms->most('leakOhms')], 'a bound is no figure');
        self::assertSame(['mainsVolts', 'volts', 'otherHalfVolts'], array_keys(TakenTest::typed(TrialKind::OffLoad, 'T1', 'ht', '117.2/331/332')->figures));
    }

    public function testAnswersByNumberWordOrBeginning(): void
    {
        foreach (['1', 'silvery', 'sil'] as $text) {
            self::assertSame('silvery', TakenTest::typed(TrialKind::TubeLook, 'V1', '', $text)->choice());
        }
        self::assertSame('loose-base', TakenTest::typed(TrialKind::TubeLook, 'V1', '', 'loose base')->choice());
        self::assertSame('rattles', TakenTest::typed(TrialKind::TubeLook, 'V1', '', 'R')->choice());
    }

    public function testEveryTestSaysInWhichStateItBelongs(): void
    {
        foreach (TrialKind::cases() as $kind) {
            self::assertNotSame([], $kind->states(), $kind->value);
            $ohms = [] !== array_intersect(array_keys($kind->figures()), ['ohms']);
            self::assertFalse($ohms && \in_array(ChassisState::Driven, $kind->states(), true), 'SAFE-1a, no ohms while driven: '.$kind->value);
            self::assertFalse($ohms && \in_array(ChassisState::Energised, $kind->states(), true), $kind->value);
        }
        foreach ([TrialKind::Ratio, TrialKind::Magnetising, TrialKind::Insulation, TrialKind::Reform] as $kind) {
            self::assertSame([ChassisState::Driven], $kind->states(), $kind->value);
        }
    }

    public function testTheNewestOfEachSubject(): void
    {
        $tests = new TestRecord([TakenTest::typed(TrialKind::Ratio, 'T2', '8', '11/0.5'), TakenTest::typed(TrialKind::Ratio, 'T2', '16', '11/0.7'), TakenTest::typed(TrialKind::Ratio, 'T2', '8', '11/0.52'), TakenTest::typed(TrialKind::Resistor, 'R1', '', '10')]);
        self::assertSame([8, 16], array_keys($tests->latestBySubject(TrialKind::Ratio)));
        self::assertSame(0.52, $tests->latest(TrialKind::Ratio, '8')?->value('secondaryVolts'));
        self::assertSame(['T2', 'R1'], $tests->parts());
        self::assertTrue(Step::of($tests, TrialKind::Ratio, 'T2', '4')->isOpen());
        self::assertFalse(Step::of($tests, TrialKind::Ratio, 'T2', '16')->isOpen());
    }

    public function testTheWorstGroundComesFirst(): void
    {
        $sorted = Reason::worstFirst([new Reason('a', Verdict::Within), new Reason('b', Verdict::Danger), new Reason('c', Verdict::CannotSay), new Reason('d', Verdict::Watch)]);
        self::assertSame(['b', 'c', 'd', 'a'], array_map(static fn (Reason $r): string => $r->code, $sorted));
        self::assertNull(Reason::worst([]));
    }
}
