<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Drawer;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawer\DrawerChoice;
use Yew\Core\Drawer\DrawerRow;
use Yew\Core\Drawer\DrawerTest as TakenInDrawer;
use Yew\Core\Drawer\DrawerTube;
use Yew\Core\Drawer\Heated;
use Yew\Core\Drawer\LabelledTube;
use Yew\Core\Drawer\Stay;
use Yew\Core\Drawer\TrayLine;
use Yew\Core\Drawer\TubeLabel;
use Yew\Core\Drawer\TubeState;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Matching\MatchedSet;
use Yew\Core\Matching\StandsApart;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Physical tubes: labels, trays, rows of a file, sets out of the drawer, where each lived and how long it was heated (TUBE-2, TUBE-3). */
final class DrawerTest extends TestCase
{
    private const JIG = 'jig, 250/-14/250, 6.3V, 5m';

    public function testStates(): void
    {
        $names = static fn (\Closure $fits): array => array_map(static fn (TubeState $s): string => $s->value, array_values(array_filter(TubeState::cases(), $fits)));
        self::assertSame(['new', 'pulled-good'], $names(static fn (TubeState $s): bool => $s->isStock()));
        self::assertSame(['new', 'pulled-good', 'pulled', 'worn'], $names(static fn (TubeState $s): bool => $s->mayBeFitted()));
        self::assertSame(['new', 'pulled-good', 'worn', 'scrapped'], $names(static fn (TubeState $s): bool => $s->mayBeSaid()), 'that it stands in a socket is said at the amplifier');
    }

    public function testLabelsFollowOneAnother(): void
    {
        self::assertSame(['T001', 'T018', 'T1000', 'A-10', 'T001'], array_map(TubeLabel::after(...), [null, 'T017', 'T999', 'A-9', 'LEFT']));
        self::assertSame(['T017', 'A-1'], array_map(TubeLabel::read(...), ['#t017', ' a-1 ']));
        foreach (['', '#', 'T 17', 'T017;', str_repeat('T', 17), '-T1'] as $none) {
            try {
                TubeLabel::read($none);
                self::fail($none);
            } catch (BadData) {
                $this->addToAssertionCount(1);
            }
        }
        self::assertSame(16, \strlen(TubeLabel::read(str_repeat('T', 16))));
    }

    /** @return iterable<string, array{string, string|null, string}> */
    public static function lines(): iterable
    {
        yield 'plate current' => ['34.5', null, '34.5mA'];
        yield 'and transconductance' => ['34,5  5.2', null, '34,5mA 5.2mS'];
        yield 'with good marks' => ['34.5/28 5.2/4', null, '34.5mA/28 5.2mS/4'];
        yield 'a label it has' => ['#t031 34.5', 'T031', '34.5mA'];
        yield 'units of its own' => ['85%/60', null, '85%/60'];
        yield 'one with and one without' => ['5200umho 34.5', null, '5200umho 34.5mA'];
    }

    #[DataProvider('lines')]
    public function testALineOfATray(string $typed, ?string $label, string $figures): void
    {
        $line = TrayLine::read($typed);
        self::assertSame([$label, $figures], [$line->label, $line->figures]);
        self::assertSame($figures, TakenInDrawer::typed(self::JIG, $line->figures)->text);
    }

    public function testALineThatSaysNothingIsRefused(): void
    {
        foreach (['', '#T031', '# 34.5', '34.5 5.2 7', 'good', '34.5V', '<34.5'] as $typed) {
            try {
                TakenInDrawer::typed(self::JIG, TrayLine::read($typed)->figures);
                self::fail($typed);
            } catch (BadData|CannotRead) {
                $this->addToAssertionCount(1);
            }
        }
        $this->expectException(BadData::class);
        TakenInDrawer::typed(' ', '34.5mA');
    }

    public function testATestIsKeptAsItWasTyped(): void
    {
        $test = TakenInDrawer::typed(self::JIG, '34.5mA 5.2mS', '1');
        self::assertEquals($test, TakenInDrawer::kept(Fields::of($test->toArray())));
        self::assertEqualsWithDelta([0.0345, 5.2e-3, '1', -14.0], [$test->plateAmperes(), $test->siemens(), $test->half, $test->conditions()?->gridVolts], 1e-12);
        self::assertNull(TakenInDrawer::typed('card tester', '85%/60')->tested('T001'), 'no plate current, nothing to match by');
        self::assertNull(TakenInDrawer::typed('card tester', '34.5mA')->tested('T001')?->conditions);
        self::assertNull(TakenInDrawer::typed(self::JIG, '0mA')->tested('T001'));
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function badRows(): iterable
    {
        yield 'no type' => [['label' => 'T001'], 'type'];
        yield 'a script for a type' => [['type' => '<script>'], 'type'];
        yield 'a column that there is not' => [['type' => 'EL34', 'colour' => 'blue'], 'colour'];
        yield 'a state that is nobody’s to say' => [['type' => 'EL34', 'state' => 'fitted'], 'state'];
        yield 'a state that there is not' => [['type' => 'EL34', 'state' => 'lost'], 'state'];
        yield 'a price with seven decimals' => [['type' => 'EL34', 'price' => '12.5000000'], 'price'];
        yield 'a negative price' => [['type' => 'EL34', 'price' => '-3'], 'price'];
        yield 'figures without an instrument' => [['type' => 'EL34', 'plate_ma' => '34'], 'tester'];
        yield 'a grid that is positive' => [['type' => 'EL34', 'plate_ma' => '34', 'instrument' => 'jig', 'plate_volts' => '250', 'grid_volts' => '14'], 'text'];
        yield 'a maker longer than a label' => [['type' => 'EL34', 'maker' => str_repeat('m', 81)], 'maker'];
        yield 'what cannot be shown' => [['type' => 'EL34', 'maker' => "a\u{0007}b"], 'maker'];
        yield 'no UTF-8' => [['type' => 'EL34', 'maker' => "\xff"], 'maker'];
        yield 'a label that is none' => [['type' => 'EL34', 'label' => 'a b'], 'label'];
    }

    /** @param array<string, string> $row */
    #[DataProvider('badRows')]
    public function testARowThatCannotBeReadSaysWhere(array $row, string $path): void
    {
        try {
            DrawerRow::read($row);
            self::fail('read');
        } catch (BadData $e) {
            self::assertSame($path, $e->path);
        }
    }

    public function testARowIsReadAsItWasWritten(): void
    {
        $row = DrawerRow::read(['label' => 't7', 'type' => 'el34', 'maker' => '<b>Tern</b>', 'state' => 'Pulled good', 'price' => '12,5', 'plate_ma' => '34.5', 'transconductance_ms' => '5.2', 'instrument' => 'jig', 'plate_volts' => '250', 'grid_volts' => '-14', 'screen_volts' => '250', 'heater_volts' => '6.3', 'warm_minutes' => '5']);
        self::assertSame(['T7', 'EL34', '<b>Tern</b>', TubeState::PulledGood, 1250, self::JIG, '34.5mA 5.2mS'], [$row->label, $row->type, $row->maker, $row->state, $row->priceMinor, $row->test?->tester, $row->test?->text]);
        $bare = DrawerRow::read(['type' => '12AX7', 'label' => '', 'plate_ma' => '']);
        self::assertSame([null, TubeState::PulledGood, null, null], [$bare->label, $bare->state, $bare->priceMinor, $bare->test]);
        self::assertSame('85%/60', DrawerRow::read(['type' => 'EL34', 'percent' => '85', 'good_percent' => '60', 'instrument' => 'card tester'])->test?->text);
        self::assertSame(80, mb_strlen(DrawerRow::read(['type' => 'EL34', 'maker' => str_repeat('m', 80)])->maker));
    }

    public function testPricesAreWholeCoins(): void
    {
        self::assertSame([1200, 1250, 1205, 0, 9_999_999_999], array_map(MinorUnits::read(...), ['12', '12.5', '12,05', '0', '99999999.99']));
        foreach (['', '12.505', '-1', '1e3', '100000000', '12.', 'free'] as $none) {
            try {
                MinorUnits::read($none);
                self::fail($none);
            } catch (BadData) {
                $this->addToAssertionCount(1);
            }
        }
    }

    private static function tube(string $label, string $figures, string $tester = self::JIG, TubeState $state = TubeState::PulledGood): DrawerTube
    {
        return new DrawerTube($label, '6L6GC', '', $state, '' === $figures ? [] : [TakenInDrawer::typed($tester, $figures)]);
    }

    public function testSetsComeOutOfTheStockAtTheCommonestSetting(): void
    {
        $type = ShippedTubes::catalogue()->find('6L6GC');
        $tubes = [
            self::tube('T1', '50mA'), self::tube('T2', '60mA'), self::tube('T3', '51mA'), self::tube('T4', '61mA'),
            self::tube('T5', '50.5mA', state: TubeState::Worn), self::tube('T6', '50.5mA', state: TubeState::Fitted), self::tube('T7', '50.5mA', state: TubeState::Scrapped), self::tube('T8', '50.5mA', state: TubeState::Pulled),
            self::tube('T9', '85%/60'), self::tube('T10', ''), self::tube('T11', '50.5mA', 'other jig, 250/-14/250, 6.3V, 5m'), self::tube('T12', '50.5mA', 'jig'),
            self::tube('T13', '40mA', 'jig, 250/-15/250, 6.3V, 5m'),
        ];
        $choice = DrawerChoice::of($tubes, $type, 2, 2);
        self::assertSame([['T1', 'T3'], ['T2', 'T4']], array_map(static fn (MatchedSet $s): array => array_map(static fn ($c): string => $c->id, $s->tubes), $choice->choice->sets ?? []));
        self::assertSame(-14.0, $choice->at?->gridVolts);
        self::assertSame(['T11', 'T12'], array_map(static fn (StandsApart $a): string => $a->id, $choice->apart));
        self::assertSame([['T13'], ['T9', 'T10'], 5], [$choice->converted, $choice->unread, $choice->comparable], 'another grid volt is carried over by the law');
        self::assertSame(4, DrawerChoice::of($tubes, null, 2, 2)->comparable, 'without the type’s law nothing is');
        self::assertNull(DrawerChoice::of($tubes, $type, 2, 3)->choice, 'six are wanted, five are there');
        self::assertNotNull(DrawerChoice::of(\array_slice($tubes, 0, 4), $type, 4, 1)->choice);
        $none = DrawerChoice::of([self::tube('T12', '50.5mA', 'jig')], $type, 2, 1);
        self::assertSame([null, null, 0, ['T12']], [$none->choice, $none->at, $none->comparable, array_map(static fn (StandsApart $a): string => $a->id, $none->apart)]);
        self::assertSame('jig b', DrawerChoice::of([self::tube('T1', '50mA', 'jig a, 250/-14/250, 6.3V, 5m'), self::tube('T2', '50mA', 'jig b, 250/-14/250, 6.3V, 5m')], null, 2, 1)->at?->instrument, 'of two as common the newest');
        $this->expectException(BadData::class);
        DrawerChoice::of(array_map(static fn (int $i): DrawerTube => self::tube('T'.$i, ''), range(1, 1001)), $type, 2, 1);
    }

    public function testTheNewestTestOfAHalfSpeaksForIt(): void
    {
        $tube = new DrawerTube('T1', '12AX7', '', TubeState::New, [TakenInDrawer::typed('jig', '1.0mA', '1'), TakenInDrawer::typed('jig', '1.1mA', '2'), TakenInDrawer::typed('jig', '1.2mA', '1')]);
        self::assertSame(['1.2mA', '1.1mA', null], [$tube->newest('1')?->text, $tube->newest('2')?->text, $tube->newest()?->text]);
    }

    public function testWhereATubeLived(): void
    {
        $drawn = ['V4', 'V5'];
        $change = static fn (string $text): FittedChange => FittedChange::tube($text, $drawn) ?? FittedChange::renewal($text) ?? FittedChange::swap($text, ['V4' => new FittedTube('6L6GC', 'fitted'), 'V5' => new FittedTube('6L6GC', 'fitted')]) ?? self::fail($text);
        $stays = Stay::all([[10.0, $change('V4 6L6GC #T1')], [20.0, $change('V5 6L6GC #T2')], [30.0, $change('swap V4 V5')], [40.0, $change('V4 6L6GC #T3')], [50.0, $change('V5 new')]]);
        self::assertSame([['T1', 'V4', 10.0, 30.0], ['T2', 'V5', 20.0, 30.0], ['T2', 'V4', 30.0, 40.0], ['T1', 'V5', 30.0, 50.0], ['T3', 'V4', 40.0, null]], array_map(static fn (Stay $s): array => [$s->label, $s->position, $s->from, $s->to], $stays));
        self::assertSame([], Stay::all([[10.0, $change('V4 6L6GC')]]), 'without a label nobody knows which one it was');
    }

    public function testHoursAreThoseUnderPowerWhileItStoodThere(): void
    {
        self::assertSame(1.5, Heated::hours([[0.0, 7200.0]], [[-3600.0, 1800.0], [3600.0, 9000.0]]) - 0.0);
        self::assertSame(0.0, Heated::hours([[0.0, 10.0]], [[10.0, 20.0]]));
        self::assertSame(24.0, Heated::hours([[0.0, 1e9]], [[0.0, 1e9]]), 'a record that forgot to say off counts a day and no more');
        self::assertSame(2.0, Heated::hours([[0.0, 3600.0], [7200.0, 10800.0]], [[0.0, 10800.0]]), 'not while it was out');
    }

    public function testALabelledTubeGoesIntoOneSocketOnly(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        foreach ([new LabelledTube('T1', '6L6GC', TubeState::PulledGood), new LabelledTube('T2', '6L6GC', TubeState::Scrapped), new LabelledTube('T3', '6L6GC', TubeState::Fitted, 'other', 'V5', 'Wren 15'), new LabelledTube('T4', 'ECC83', TubeState::New), new LabelledTube('T5', '6L6GC', TubeState::Fitted, 'unit', 'V5', 'Lantern')] as $tube) {
            $tape->unit->labelled[$tube->label] = $tube;
        }
        $tape->refused('tube-label-unknown', 'as-fitted', ['text' => 'V4 6L6GC #T9'])->refused('no-such-change', 'as-fitted', ['text' => 'V4 #T9']);
        $tape->refused('tube-label-scrapped', 'as-fitted', ['text' => 'V4 #T2'])->refused('tube-label-elsewhere', 'as-fitted', ['text' => 'V4 #T3'])->refused('tube-label-elsewhere', 'as-fitted', ['text' => 'V4 #T5']);
        $tape->refused('tube-label-type', 'as-fitted', ['text' => 'V4 6L6GC #T4'])->refused('tube-other-base', 'as-fitted', ['text' => 'V4 #T4']);
        $tape->discharged()->taken('as-fitted', ['text' => 'V5 #T5'])->taken('as-fitted', ['text' => 'V1 12AX7 #T4'])->taken('as-fitted', ['text' => 'V4 #t1']);
        $standing = $tape->bench()->fitted()->tubes([]);
        self::assertSame([['6L6GC', 'T1', 'fitted'], ['12AX7', 'T4', 'fitted']], [[$standing['V4']->type, $standing['V4']->label, $standing['V4']->how], [$standing['V1']->type, $standing['V1']->label, $standing['V1']->how]]);
        $tape->taken('as-fitted', ['text' => 'found V5 6L6GC #T3']);
    }
}
