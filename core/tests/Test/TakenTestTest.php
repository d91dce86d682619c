<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Test;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\LeadsZero;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

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
        $test = TakenTest::typed(CapacitorTestKind::Capacitor, 'C1', '', $text);
        self::assertSame(array_keys($figures), array_keys($test->figures));
        foreach ($figures as $name => $value) {
            self::assertEqualsWithDelta($value, $test->figures[$name]->value, 1e-9 * max(1.0, $value), $name);
        }
    }

    /** @return iterable<string, array{string, float|null, string}> what was typed, what counts, and how it reads */
    public static function smallOhms(): iterable
    {
        yield 'less the leads' => ['0.43', 0.31, '0.31 Ω (less 0.12 Ω of leads)'];
        yield 'up to ten' => ['9.99', 9.87, '9.87 Ω (less 0.12 Ω of leads)'];
        yield 'from ten on they are no matter' => ['10.0', 10.0, '10.0 Ω'];
        yield 'never below nothing' => ['0.05', 0.0, '0.00 Ω (less 0.12 Ω of leads)'];
    }

    /** COND-5b. */
    #[DataProvider('smallOhms')]
    public function testSmallOhmsAreLessTheLeads(string $text, float $counts, string $reads): void
    {
        $zero = new LeadsZero(0.12, '2026-11-30');
        $at = (float) strtotime('2026-11-30 12:00 UTC');
        $test = TakenTest::typed(IronTestKind::WindingOhms, 'L1', 'winding', $text)->lessLeads($zero, $at);
        self::assertEqualsWithDelta($counts, $test->value('ohms'), 1e-9);
        self::assertSame($reads, $test->answer());
        $kept = TakenTest::kept(IronTestKind::WindingOhms, Fields::of(json_decode(json_encode($test->toArray(), \JSON_THROW_ON_ERROR), true)));
        self::assertEqualsWithDelta($counts, $kept->value('ohms'), 1e-9, 'as the record keeps it');
        self::assertSame($test->answer(), $kept->answer());
    }

    public function testAnOldZeroIsSaidAndNotTakenOff(): void
    {
        $test = TakenTest::typed(IronTestKind::WindingOhms, 'L1', 'winding', '0.43')->lessLeads(new LeadsZero(0.12, '2026-11-20'), (float) strtotime('2026-11-30 12:00 UTC'));
        self::assertSame(0.43, $test->value('ohms'));
        self::assertStringContainsString('leads read 0.12 Ω, 10 days before: not taken off', $test->answer());
    }

    public function testABoundIsNoFigureToTakeAnythingOff(): void
    {
        $zero = new LeadsZero(0.12, '2026-11-30');
        foreach (['<0.5', 'ol'] as $text) {
            $test = TakenTest::typed(IronTestKind::WindingOhms, 'L1', 'winding', $text);
            self::assertSame($test, $test->lessLeads($zero, (float) strtotime('2026-11-30 12:00 UTC')), $text);
        }
    }

    /** @return iterable<string, array{TestKind, string, string}> */
    public static function refused(): iterable
    {
        yield 'one figure too many' => [CapacitorTestKind::Capacitor, '22 1 2', 'one figure too many'];
        yield 'negative leakage' => [CapacitorTestKind::Capacitor, '22 1 -90u@450', 'cannot be negative'];
        yield 'leakage in amperes' => [CapacitorTestKind::Capacitor, '22 1 90@450', '90u is ninety'];
        yield 'leakage without volts' => [CapacitorTestKind::Capacitor, '22 1 90u@', 'is no leakage'];
        yield 'leakage twice' => [CapacitorTestKind::Capacitor, '90u@450 80u@450', 'twice'];
        yield 'dashes only' => [CapacitorTestKind::Capacitor, '- -', 'µF, ESR and leakage'];
        yield 'one figure of two' => [IronTestKind::Halves, '5.5', '2 figures belong here'];
        yield 'three where two belong' => [IronTestKind::Halves, '5.5/5.4/5.3', 'belong here'];
        yield 'negative ohms' => [ResistorTestKind::Resistor, '-4', 'cannot be negative'];
        yield 'nothing on the primary' => [IronTestKind::Ratio, '0/0.5', 'is the source on?'];
        yield 'no ratio' => [IronTestKind::Ratio, '8 9 10/1', 'the tap before them'];
        yield 'an answer that is none' => [LookTestKind::TubeLook, 'purple', 'one of these'];
        yield 'two answers fit' => [LookTestKind::Cord, 't', 'one of these'];
        yield 'a pin without a fault' => [ResistorTestKind::Contacts, '5', 'ok, or pins'];
        yield 'a fault nobody knows' => [ResistorTestKind::Contacts, '5 wobbly', 'pin 5 is'];
        yield 'henries for leakage' => [IronTestKind::Insulation, '600/3H', 'ohms belong here'];
        yield 'nothing' => [ResistorTestKind::Resistor, '  ', 'Nothing typed'];
        yield 'two commas' => [ResistorTestKind::Resistor, '4,7,k', 'Two decimal marks'];
    }

    #[DataProvider('refused')]
    public function testWhatCannotBeReadIsSaid(TestKind $kind, string $text, string $says): void
    {
        try {
            TakenTest::typed($kind, 'x', '', $text);
            self::fail('was read');
        } catch (CannotRead|BadData $e) {
            self::assertStringContainsString($says, $e->getMessage());
        }
    }

    /** @return iterable<string, array{TestKind, string, bool}> test, text, whether its kind of figure says something there */
    public static function kindsOfFigure(): iterable
    {
        yield 'ohms beyond the meter' => [ResistorTestKind::Resistor, 'ol', true];
        yield 'ohms as a bound' => [ResistorTestKind::PinShort, '>20M', true];
        yield 'ohms below a bound' => [LookTestKind::EarthBond, '<0.1', true];
        yield 'leakage beyond the meter' => [IronTestKind::Insulation, '600/<2uA', true];
        yield 'ESR beyond the meter' => [CapacitorTestKind::Capacitor, '22 ol', true];
        yield 'capacitance below a bound' => [CapacitorTestKind::Capacitor, '<1n', true];
        yield 'reforming, nothing seen' => [CapacitorTestKind::Reform, '450/<10u', true];
        yield 'reforming beyond the meter' => [CapacitorTestKind::Reform, '450/ol', false];
        yield 'a bound is no ratio' => [IronTestKind::Ratio, '11.0/<0.5', false];
        yield 'overload is no ratio' => [IronTestKind::Ratio, 'ol/0.5', false];
        yield 'a bound is no half' => [IronTestKind::Halves, '5.6/>5.5', false];
        yield 'a bound is no current' => [IronTestKind::Magnetising, '5.0/<60m', false];
        yield 'a bound is no test voltage' => [IronTestKind::Insulation, '>600/>300M', false];
        yield 'overload is no voltage off load' => [IronTestKind::OffLoad, '117/ol', false];
        yield 'a bound is no temperature' => [IronTestKind::Surface, '<60/20', false];
        yield 'a bound is no ripple' => [CapacitorTestKind::Ripple, '<5', false];
        yield 'overload is no capacitance' => [CapacitorTestKind::Capacitor, 'ol', false];
        yield 'leakage at bounded volts' => [CapacitorTestKind::Capacitor, '22 1 1u@>400', false];
    }

    #[DataProvider('kindsOfFigure')]
    public function testABoundIsTakenOnlyWhereItSaysSomething(TestKind $kind, string $text, bool $taken): void
    {
        $objection = TakenTest::typed($kind, 'x', '', $text)->objection();
        self::assertSame($taken, null === $objection, (string) $objection?->getMessage());
        self::assertSame($taken ? null : 'no-value', $objection?->reason);
    }

    public function testMicroohmsOfInsulationAreASlipOfTheUnit(): void
    {
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage('no bench measures');
        TakenTest::typed(IronTestKind::Insulation, 'T1', 'primary-core', '600/2u');
    }

    public function testFiguresByTheirUnits(): void
    {
        $leak = TakenTest::typed(IronTestKind::Insulation, 'T1', 'primary-core', '600/<2uA');
        self::assertSame(['volts', 'leakAmperes'], array_keys($leak->figures));
        self::assertSame(ReadingKind::Below, $leak->figures['leakAmperes']->kind);
        $ohms = TakenTest::typed(IronTestKind::Insulation, 'T1', 'primary-core', '600/>300M');
        self::assertSame([null, 300e6, null], [$ohms->value('leakOhms'), $ohms->least('leakOhms'), $ohms->most('leakOhms')], 'a bound is no figure');
        self::assertSame(['mainsVolts', 'volts', 'otherHalfVolts'], array_keys(TakenTest::typed(IronTestKind::OffLoad, 'T1', 'ht', '117.2/331/332')->figures));
    }

    public function testAnswersByNumberWordOrBeginning(): void
    {
        foreach (['1', 'silvery', 'sil'] as $text) {
            self::assertSame('silvery', TakenTest::typed(LookTestKind::TubeLook, 'V1', '', $text)->choice());
        }
        self::assertSame('loose-base', TakenTest::typed(LookTestKind::TubeLook, 'V1', '', 'loose base')->choice());
        self::assertSame('rattles', TakenTest::typed(LookTestKind::TubeLook, 'V1', '', 'R')->choice());
    }

    public function testEveryTestSaysInWhichStateItBelongs(): void
    {
        foreach ([...LookTestKind::cases(), ...IronTestKind::cases(), ...CapacitorTestKind::cases(), ...ResistorTestKind::cases()] as $kind) {
            $definition = $kind->definition();
            $ohms = isset($definition->figures['ohms']);
            self::assertFalse($ohms && $definition->takesIn(ChassisState::Driven), 'SAFE-1a, no ohms while driven: '.$kind->value);
            self::assertFalse($ohms && $definition->takesIn(ChassisState::Energised), $kind->value);
        }
        foreach ([IronTestKind::Ratio, IronTestKind::Magnetising, IronTestKind::Insulation, CapacitorTestKind::Reform] as $kind) {
            self::assertSame([ChassisState::Driven], $kind->definition()->states, $kind->value);
        }
    }

    public function testTheNewestOfEachSubject(): void
    {
        $tests = new TestRecord([TakenTest::typed(IronTestKind::Ratio, 'T2', '8', '11/0.5'), TakenTest::typed(IronTestKind::Ratio, 'T2', '16', '11/0.7'), TakenTest::typed(IronTestKind::Ratio, 'T2', '8', '11/0.52'), TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', '10')]);
        self::assertSame([8, 16], array_keys($tests->latestBySubject(IronTestKind::Ratio)));
        self::assertSame(0.52, $tests->latest(IronTestKind::Ratio, '8')?->value('secondaryVolts'));
        self::assertSame(['T2', 'R1'], $tests->parts());
        self::assertTrue(Step::of($tests, IronTestKind::Ratio, 'T2', '4')->isOpen());
        self::assertFalse(Step::of($tests, IronTestKind::Ratio, 'T2', '16')->isOpen());
    }

    public function testTheWorstGroundComesFirst(): void
    {
        $sorted = Reason::worstFirst([new Reason('a', Verdict::Within), new Reason('b', Verdict::Danger), new Reason('c', Verdict::CannotSay), new Reason('d', Verdict::Watch)]);
        self::assertSame(['b', 'c', 'd', 'a'], array_map(static fn (Reason $r): string => $r->code, $sorted));
        self::assertNull(Reason::worst([]));
    }

    public function testAnAnswerIsWrittenWithItsUnits(): void
    {
        $answer = static fn (TestKind $kind, string $text): string => TakenTest::typed($kind, 'x', '', $text)->answer();
        self::assertSame('22 µF · 1.8 Ω · 90 µA · 450 V · 5 min', $answer(CapacitorTestKind::Capacitor, '22 1.8 90u@450/5'));
        self::assertSame(['0.40 Ω', '> 20 MΩ', 'overload'], [$answer(IronTestKind::WindingOhms, '0.40'), $answer(IronTestKind::WindingOhms, '>20M'), $answer(IronTestKind::WindingOhms, 'ol')]);
        self::assertSame(['quiet', 'T2A 250V'], [$answer(IronTestKind::OverStress, 'quiet'), $answer(LookTestKind::Fuse, 'T2A 250V')], 'words and marks as they were typed');
    }
}
