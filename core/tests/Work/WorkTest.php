<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Work;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\PlaceStates;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Core\Station\Item;
use Yew\Core\Station\Order;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;
use Yew\Core\Work\WorkDetail;

/** The exchange of parts on a tape, from the order to the labels, with what speaks against power meanwhile (WORK-1 to WORK-3, CAP-10, REC-4a, REC-4b). */
final class WorkTest extends TestCase
{
    public function testAnExchangeFromOrderToLabel(): void
    {
        $tape = self::dead(new Order('R14', 'resistors', 'put right R14', 'the board out'));
        $item = self::item($tape, 'R14');
        self::assertSame(['the board out', Outcome::Open, ['resistor', 'new-resistor', 'fit']], [$item->group, $item->judged->outcome, self::tests($item)]);
        self::assertSame([], self::hazards($tape));

        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '14.9k', 'lifted' => true])->taken('trial', ['test' => 'new-resistor', 'part' => 'R14', 'text' => '10.1k']);
        self::assertSame(['fit'], self::open(self::item($tape, 'R14')));
        $tape->discharged()->taken('as-fitted', ['text' => 'R14 new', 'with' => ['source' => 'drawer 3', 'costMinor' => 45]]);

        $item = self::item($tape, 'R14');
        self::assertSame(['R14→B', 'R14→C', 'B→C', ''], array_map(static fn (Step $s): string => $s->subject, array_values(array_filter($item->steps, static fn (Step $s): bool => $s->isOpen()))));
        self::assertSame([['not-read-back', 'R14'], ['supply-not-read', 'supply']], self::hazards($tape));
        $detail = $item->more;
        self::assertInstanceOf(WorkDetail::class, $detail);
        self::assertSame([['text' => 'R14 new', 'source' => 'drawer 3', 'costMinor' => 45]], $detail->toArray()['fitted']);

        foreach (['R14→B' => '0.2', 'R14→C' => '0.3', 'B→C' => '10.1k'] as $subject => $text) {
            $tape->taken('trial', ['test' => 'read-back', 'part' => 'R14', 'subject' => $subject, 'text' => $text]);
        }
        self::assertSame([['supply-not-read', 'supply']], self::hazards($tape));
        $tape->discharged()->taken('trial', ['test' => 'read-back', 'part' => 'supply', 'subject' => 'A→chassis', 'text' => '219k'])->taken('trial', ['test' => 'removed', 'part' => 'R14', 'text' => 'to-the-owner'])->taken('trial', ['test' => 'joints', 'part' => 'joints', 'text' => 'sound-after-cleaning']);
        self::assertSame([Outcome::Good, Outcome::Good, Outcome::Good], array_map(static fn (string $p): Outcome => self::item($tape, $p)->judged->outcome, ['R14', 'supply', 'joints']));
        self::assertSame([], self::hazards($tape));
        self::assertContains('removed-to-the-owner', self::codes(self::item($tape, 'R14')));

        // Soldered again: what was said of the place before says nothing of it now.
        $tape->discharged()->taken('as-fitted', ['text' => 'R14 new']);
        self::assertSame([['not-read-back', 'R14'], ['supply-not-read', 'supply']], self::hazards($tape));
        self::assertContains('fitted-unmeasured', self::codes(self::item($tape, 'R14')), 'the second new one was not measured');
        self::assertSame([Outcome::Open, Outcome::Open], [self::item($tape, 'supply')->judged->outcome, self::item($tape, 'joints')->judged->outcome]);
    }

    public function testWorkMarksThePartsOfTheDrawingAndNoPlacesOfItsOwn(): void
    {
        $tape = self::dead(new Order('R14', 'resistors', 'put right R14'), new Order('V3/socket', 'look', 'put right the socket of V3'))->taken('as-fitted', ['text' => 'R14 new']);
        $tape->taken('trial', ['test' => 'read-back', 'part' => 'supply', 'subject' => 'A→chassis', 'text' => '219k']);
        $places = PlaceStates::of($tape->bench());
        self::assertSame([], array_intersect(['V3/socket', 'supply', 'joints'], array_keys($places)));
        self::assertSame('replaced', $places['R14']);
        $tape->taken('trial', ['test' => 'read-back', 'part' => 'R14', 'subject' => 'R14→B', 'text' => 'ol']);
        self::assertSame('off', PlaceStates::of($tape->bench())['R14'], 'a joint that is open is said at the part');
    }

    public function testABridgeIsDangerAndAnOpenJointIsNoWork(): void
    {
        $tape = self::dead(new Order('R5', 'resistors', 'put right R5'))->taken('as-fitted', ['text' => 'R5 new']);
        $tape->taken('trial', ['test' => 'read-back', 'part' => 'R5', 'subject' => 'V1.1→V1.2', 'text' => '3.1']);
        self::assertSame([Outcome::Retest, Verdict::Danger], [self::item($tape, 'R5')->judged->outcome, self::item($tape, 'R5')->judged->verdict]);
        self::assertContains(['bridged', 'R5'], self::hazards($tape));
        $tape->taken('trial', ['test' => 'read-back', 'part' => 'R5', 'subject' => 'V1.1→V1.2', 'text' => '1.4M'])->taken('trial', ['test' => 'read-back', 'part' => 'R5', 'subject' => 'R5→E', 'text' => 'ol']);
        self::assertSame(Verdict::Out, self::item($tape, 'R5')->judged->verdict, 'put right, the bridge is gone; the open joint stays');
        $tape->taken('trial', ['test' => 'read-back', 'part' => 'supply', 'subject' => 'A→chassis', 'text' => '40']);
        self::assertContains(['bridged', 'supply'], self::hazards($tape));
    }

    public function testWithoutACircuitTheWayIsToldByEye(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet())->taken('as-fitted', ['text' => 'C1 new'])->taken('as-fitted', ['text' => 'cleaned the pots']);
        self::assertSame(['new-part', 'fit', 'in-place', 'removed'], self::tests(self::item($tape, 'C1')));
        self::assertSame([['not-read-back', 'C1']], self::hazards($tape));
        $tape->taken('trial', ['test' => 'in-place', 'part' => 'C1', 'text' => 'joined']);
        self::assertSame(Verdict::Danger, self::item($tape, 'C1')->judged->verdict);
        $tape->taken('trial', ['test' => 'in-place', 'part' => 'C1', 'text' => 'leads-right']);
        self::assertSame([], self::hazards($tape));
    }

    public function testWorkWithoutAYesSaysSoUntilTheShopOwnsUpToIt(): void
    {
        $tape = self::dead()->taken('as-fitted', ['text' => 'R14 new']);
        self::assertContains('not-approved', self::codes(self::item($tape, 'R14')));
        $tape->refused('no-such-part', 'work-order', ['part' => 'R99', 'why' => 'burnt'])->taken('work-order', ['part' => 'R14', 'why' => 'our own slip']);
        self::assertNotContains('not-approved', self::codes(self::item($tape, 'R14')));
        // What the owner said yes to later is no longer on the shop's account.
        $tape->unit->ordered = [new Order('R14', 'resistors', 'put right R14')];
        $detail = self::item($tape, 'R14')->more;
        self::assertInstanceOf(WorkDetail::class, $detail);
        self::assertSame('', $detail->order?->why);
    }

    public function testATubeIsWorkWithoutSolder(): void
    {
        $tape = self::dead(new Order('V4', 'tubes', 'replace the tube in V4'));
        self::assertSame(['fit'], self::open(self::item($tape, 'V4')));
        $tape->taken('as-fitted', ['text' => 'V4 6L6GC']);
        self::assertSame([Outcome::Good, []], [self::item($tape, 'V4')->judged->outcome, self::hazards($tape)]);
        self::assertNull($tape->bench()->board('work')->find('joints'));
    }

    public function testACanIsOrderedWholeAndReadBackSectionBySection(): void
    {
        $tape = self::dead(new Order('C1', 'capacitors', 'replace C1'));
        self::assertSame(['C1/a', 'C1/b'], array_map(static fn (Item $i): string => $i->part, $tape->bench()->board('work')->items));
        $tape->taken('as-fitted', ['text' => 'C1/a new']);
        self::assertNotContains('not-approved', self::codes(self::item($tape, 'C1/a')));
        self::assertSame(['fit'], array_values(array_intersect(['fit'], self::open(self::item($tape, 'C1/b')))));
    }

    public function testLeadsThatAreOffSpeakAgainstPowerUntilTheyAreBack(): void
    {
        $lead = ['name' => 'L1', 'colour' => 'blue', 'from' => 'T2', 'to' => 'V4.3', 'does' => 'plate', 'certainty' => 'believed'];
        $tape = self::dead()->taken('lead', $lead)->refused('lead-taken', 'lead', ['colour' => 'red'] + $lead)->taken('lead', ['name' => 'L2', 'certainty' => 'seen'] + $lead);
        self::assertSame([['lead-off', 'lead-L1'], ['lead-off', 'lead-L2']], self::hazards($tape));
        $tape->taken('trial', ['test' => 'lead-back', 'part' => 'lead-L1', 'text' => 'as-before'])->taken('trial', ['test' => 'lead-back', 'part' => 'lead-L2', 'text' => 'as-before']);
        self::assertSame([[], Outcome::Watch, Outcome::Good], [self::hazards($tape), self::item($tape, 'lead-L1')->judged->outcome, self::item($tape, 'lead-L2')->judged->outcome], 'one was only believed');
    }

    public function testACauseIsProvenByAMeasurementAlone(): void
    {
        $proven = ['text' => 'dropper open', 'certainty' => 'proven', 'part' => 'R14'];
        $tape = self::dead()->refused('cause-not-proven', 'cause', $proven)->taken('finding', ['place' => 'R14', 'what' => 'burnt', 'severity' => 'out'])->refused('cause-not-proven', 'cause', $proven);
        $tape->refused('cause-not-proven', 'cause', ['part' => ''] + $proven)->taken('cause', ['certainty' => 'suspected'] + $proven);
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.1k'])->refused('cause-not-proven', 'cause', $proven);
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => 'ol', 'lifted' => true])->taken('cause', $proven);
        self::assertSame('proven', $tape->state->work->cause()?->certainty);
        // The part that was bad is out: it proves the cause all the same, the new one does not.
        $tape->discharged()->taken('as-fitted', ['text' => 'R14 new'])->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.0k'])->taken('cause', $proven);
        self::dead()->taken('as-fitted', ['text' => 'R14 new'])->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.0k'])->refused('cause-not-proven', 'cause', $proven);
    }

    public function testWhatIsLeftForLaterStandsUntilItIsClosed(): void
    {
        $tape = self::dead()->taken('open-end', ['sort' => 'stopgap', 'text' => 'two 22 µF for the can', 'part' => 'C1']);
        $end = $tape->last();
        $tape->taken('open-end', ['sort' => 'promised', 'text' => 'an evening’s play'])->refused('no-such-open-end', 'open-end-closed', ['end' => 'e99', 'how' => 'done']);
        $tape->taken('open-end-closed', ['end' => $end, 'how' => 'the can came'])->refused('no-such-open-end', 'open-end-closed', ['end' => $end, 'how' => 'again']);
        self::assertSame(['the can came', null], array_map(static fn ($e): ?string => $e->closed, $tape->state->work->openEnds));
        self::assertSame('an evening’s play', $tape->state->work->standing()[0]->text);
    }

    public function testAnotherValueOnPurposeIsNoFault(): void
    {
        $tape = self::dead(new Order('R14', 'resistors', 'put right R14'))->taken('trial', ['test' => 'new-resistor', 'part' => 'R14', 'text' => '15.0k']);
        self::assertSame(Verdict::Out, self::item($tape, 'R14')->judged->verdict);
        $why = ['part' => 'R14', 'why' => 'screens ran hot', 'undo' => 'fit 10k', 'agreed' => 'the owner'];
        $tape->refused('no-such-part', 'modification', ['part' => 'R99'] + $why)->taken('modification', $why);
        self::assertSame(Outcome::Open, self::item($tape, 'R14')->judged->outcome, 'still to be fitted');
    }

    private static function dead(Order ...$orders): UnitTape
    {
        $unit = FakeUnit::lantern(true);
        $unit->ordered = array_values($orders);

        return UnitTape::in(ChassisState::Dead, $unit);
    }

    private static function item(UnitTape $tape, string $part): Item
    {
        return $tape->bench()->board('work')->find($part) ?? self::fail('no '.$part);
    }

    /** @return list<string> */
    private static function tests(Item $item): array
    {
        return array_map(static fn (Step $s): string => $s->kind->name(), $item->steps);
    }

    /** @return list<string> tests that are still asked for */
    private static function open(Item $item): array
    {
        return array_values(array_map(static fn (Step $s): string => $s->kind->name(), array_filter($item->steps, static fn (Step $s): bool => $s->isOpen())));
    }

    /** @return list<string> */
    private static function codes(Item $item): array
    {
        return array_map(static fn (Reason $r): string => $r->code, $item->judged->reasons);
    }

    /**
     * @return list<array{string, string}>
     *
     * @phpstan-impure
     */
    private static function hazards(UnitTape $tape): array
    {
        return array_values(array_map(static fn (Hazard $h): array => [$h->code, $h->part], array_filter($tape->bench()->hazards(), static fn (Hazard $h): bool => \in_array($h->part, ['supply', 'joints', 'R14', 'R5', 'C1', 'V4'], true) || str_starts_with($h->part, 'lead-'))));
    }
}
