<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Sheet;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Factors;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Capacitor as StoringCapacitor;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Part;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tests\Tube\ShippedTubes;

/** What was changed on one physical unit, and what of it counts when. */
final class FittedChangesTest extends TestCase
{
    private static ?Sheet $sheet = null;
    private static ?Calibration $calibration = null;

    public function testTheLastWordAboutAPartCounts(): void
    {
        self::assertSame(['R14 10k'], self::texts(self::changes('R14 open', 'R14 12k', 'R14 10k')->differences()));
        self::assertSame(['C3 47u'], self::texts(self::changes('C3 leak 62k', 'C3 47u')->differences()), 'a new capacitor does not leak');
        self::assertSame(['V4 5881', 'V4 weak 0.7'], self::texts(self::changes('V4 weak 0.6', 'V4 5881', 'V4 weak 0.6', 'V4 weak 0.7')->differences()), 'another tube is as strong as any');
    }

    public function testDrawnSetsAPartBack(): void
    {
        self::assertSame([], self::changes('R14 12k', 'R14 drawn')->differences());
        self::assertSame([], self::changes('V4.3 V4.5 1M', 'V4.3 V4.5 drawn')->differences());
        self::assertSame(['R14 12k'], self::texts(self::changes('V4 weak 0.5', 'R14 12k', 'V4 5881', 'V4 drawn')->differences()));
    }

    public function testWhatWasFoundWasSoAllAlongWhatWasDoneWasNot(): void
    {
        self::assertSame(['found R14 12k'], self::texts(self::changes('found R14 12k')->when(0)->differences()));
        self::assertSame([], self::changes('R14 12k')->when(0)->differences());
        $replacedThenFound = self::changes('R14 9k', 'found R14 12k');
        self::assertSame([], $replacedThenFound->when(0)->differences(), 'found in the new part, it says nothing of the old');
        self::assertSame(['found R14 12k'], self::texts($replacedThenFound->when(1)->differences()));
        self::assertSame(['found C3 leak 62k'], self::texts(self::changes('R14 9k', 'found C3 leak 62k')->when(0)->differences()));
        $mistaken = self::changes('found R14 12k', 'found R14 drawn');
        self::assertSame([], $mistaken->when(0)->differences(), 'a mistaken finding is taken back wholly');
        self::assertFalse($mistaken->changedSince(0));
        self::assertSame(['found R14 12k'], self::texts(self::changes('found R14 12k', 'R14 drawn')->when(0)->differences()), 'what was put back had been so before');
        self::assertFalse(self::changes('found R14 12k')->changedSince(0));
        self::assertTrue(self::changes('found R14 12k', 'R14 10k')->changedSince(1));
        self::assertFalse(self::changes('found R14 12k', 'R14 10k')->changedSince(2));
    }

    public function testHandsInsideAreNeededForPartsNotForControlsOrFindings(): void
    {
        $needs = static fn (string $text): bool => self::changes($text)->all[0]->needsHandsInside();
        self::assertSame([true, true, true, false], [$needs('R14 12k'), $needs('V4 5881'), $needs('R14 drawn'), $needs('found R14 12k')]);
    }

    public function testTheCircuitTakesTheDifferencesAndPassesOverWhatItLacks(): void
    {
        $circuit = self::sheet()->circuit ?? throw new \LogicException('no circuit');
        $foreign = FittedChange::fromFields(Fields::of(['text' => 'R999 1k', 'change' => ['kind' => 'part', 'id' => 'R999', 'ohms' => 1000.0], 'foundSo' => false]));
        $changes = self::changes('R14 12k', 'V4 5881', 'C3 leak 62k')->with($foreign);
        $fitted = $changes->on($circuit->netlist, new Factors(), ShippedTubes::catalogue())->netlist;
        $resistor = $fitted->find('R14');
        $capacitor = $fitted->find('C3');
        self::assertSame(12000.0, $resistor instanceof Resistor ? $resistor->ohms : null);
        self::assertSame(62000.0, $capacitor instanceof Capacitor ? $capacitor->leakOhms : null);
        self::assertSame('5881', $fitted->tube('V4')->type ?? null);
        self::assertSame([$foreign], $changes->foreignTo($circuit->netlist, ShippedTubes::catalogue()));
    }

    public function testCurrentsAndStoredChargeSeeWhatIsFitted(): void
    {
        $sheet = self::changes('R14 12k', 'C3 47u')->onSheet(self::sheet());
        $ohms = array_column(array_map(static fn (Part $p): array => [$p->id, $p->ohms], $sheet->parts), 1, 0);
        self::assertSame(12000.0, $ohms['R14']);
        $farads = array_column(array_map(static fn (StoringCapacitor $c): array => [$c->id, $c->farads], $sheet->capacitors), 1, 0);
        self::assertEqualsWithDelta(47e-6, $farads['C3'], 1e-12);
        $without = self::changes('R14 open')->onSheet(self::sheet());
        self::assertCount(\count(self::sheet()->parts) - 1, $without->parts, 'nothing bleeds through an open resistor');
    }

    public function testTheForecastIsOfTheUnitAsFitted(): void
    {
        $drawn = self::volts(new FittedChanges());
        $larger = self::volts(self::changes('R14 22k'));
        self::assertGreaterThan(20.0, $drawn['C'] - $larger['C'], 'a larger dropper lowers the node behind it');
        self::assertEqualsWithDelta($drawn['A'], $larger['A'], 2.0);
        self::assertSame($drawn, self::volts(self::changes('R14 22k', 'R14 drawn')));
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedWithASentence(string $text, string $sentence): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessageMatches($sentence);
        self::model()->read($text);
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'no change' => ['R14', '/not understood/'];
        yield 'a condition' => ['mains 105', '/is a condition/'];
        yield 'a tube pulled' => ['V4 out', '/is a condition/'];
        yield 'a part that is not there' => ['R999 1k', '/not understood|no part/'];
        yield 'a part opened that is not there' => ['R999 open', '/no part “R999”/'];
        yield 'a tube type nobody knows' => ['V4 6Q7Z', '/not understood/'];
        yield 'a bridge to nowhere' => ['V4.3 V99.5 1M', '/V99/'];
        yield 'a part that nothing works without' => ['T1 open', '/no winding/'];
        yield 'a control past its end' => ['R14 @1.5', '/not understood/'];
        yield 'nothing' => ['found ', '/not understood/'];
    }

    public function testAPartThatWasTakenOutCannotBeSetUntilItIsBack(): void
    {
        $open = new FittedChanges([self::model()->read('R14 open')]);
        self::assertSame(['R14 open', 'R14 10k'], self::texts($open->with(self::model()->read('R14 10k'))->all));
        self::assertSame('drawn', self::model()->read('R14 drawn')->kind());
    }

    public function testAChangeComesBackFromItsRecordAsItWas(): void
    {
        foreach (['found R14 12k', 'V4 5881', 'V4.3 V4.5 1M', 'R14 drawn'] as $text) {
            $change = self::model()->read($text);
            self::assertEquals($change, FittedChange::fromFields(Fields::of($change->toArray())));
        }
    }

    private static function changes(string ...$texts): FittedChanges
    {
        $circuit = self::sheet()->circuit ?? throw new \LogicException('no circuit');

        return new FittedChanges(array_values(array_map(static fn (string $t): FittedChange => FittedChange::read($t, $circuit->netlist, ShippedTubes::catalogue()), $texts)));
    }

    /**
     * @param list<FittedChange> $changes
     *
     * @return list<string>
     */
    private static function texts(array $changes): array
    {
        return array_map(static fn (FittedChange $c): string => $c->text, $changes);
    }

    /** @return array<string, float> of nodes A and C at 117 V */
    private static function volts(FittedChanges $fitted): array
    {
        self::$calibration ??= self::model()->calibrated();
        $forecast = self::model()->forecast(Conditions::decode(['inletVolts' => ['value' => 117, 'how' => 'measured'], 'limiter' => ['value' => ['kind' => 'none'], 'how' => 'measured']]), 117.0, self::$calibration, $fitted);

        return ['A' => $forecast->places['A']->volts ?? 0.0, 'C' => $forecast->places['C']->volts ?? 0.0];
    }

    private static function model(): SheetModel
    {
        return SheetModel::of(self::sheet(), ShippedTubes::catalogue()) ?? throw new \LogicException('no circuit');
    }

    private static function sheet(): Sheet
    {
        return self::$sheet ??= (new SheetCodec(ShippedTubes::catalogue()))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
    }
}
