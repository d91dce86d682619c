<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Owner;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Owner\Answer;
use Yew\Core\Owner\Offer;
use Yew\Core\Owner\Prices;
use Yew\Core\Owner\Recommendation;
use Yew\Core\Owner\Recommendations;
use Yew\Core\Owner\Tier;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Recommendations from the boards, the estimate that is made of them, and what an answer comes to (REC-1, REC-2). */
final class OwnerTest extends TestCase
{
    /**
     * @param array<string, mixed> $change
     *
     * @return array<string, mixed>
     */
    private static function line(string $id, array $change = []): array
    {
        return [...['id' => $id, 'text' => 'Replace '.$id, 'why' => 'it leaks', 'tier' => 'needed', 'minutes' => 5, 'partsMinor' => 0, 'openings' => ['board'], 'taxBasisPoints' => 2000, 'partOf' => 'u capacitors '.$id], ...$change];
    }

    /**
     * @param list<array<string, mixed>> $lines
     * @param array<string, mixed>       $change
     */
    private static function offer(array $lines, array $change = []): Offer
    {
        return Offer::decode(Fields::of([...['currency' => 'GBP', 'hourlyRateMinor' => 6000, 'openings' => [['id' => 'board', 'name' => 'the board out', 'minutes' => 35]], 'lines' => $lines, 'note' => ''], ...$change]));
    }

    /** Common practice: a board out is 35 minutes, each part on it five. */
    public function testFivePartsOnOneBoardAreAnHour(): void
    {
        $offer = self::offer(array_map(self::line(...), ['C1', 'C2', 'C3', 'C4', 'C5']));
        $yes = static fn (string ...$ids): array => array_fill_keys($ids, Answer::Yes);
        $all = $offer->priced($yes('C1', 'C2', 'C3', 'C4', 'C5'));
        self::assertSame([60, 6000, 7200], [$all->minutes, $all->net(), $all->gross()]);
        self::assertSame([500, 4000], [$all->lines[4]->marginal, $all->lines[4]->alone], 'five minutes, not forty');
        self::assertSame(0, $offer->priced(['C1' => Answer::No, 'C2' => Answer::Later])->gross());
        self::assertSame(4000, $offer->priced($yes('C3'))->net(), 'whoever is wanted first pays for the board');
    }

    public function testEveryLineIsAnsweredAndNoneIsGuessed(): void
    {
        $offer = self::offer([self::line('C1'), self::line('C2', ['partOf' => '']), self::line('C3')]);
        $answers = $offer->answered(Fields::of(['C1' => 'yes', 'C2' => 'yes', 'C3' => 'later']));
        self::assertSame([Answer::Yes, Answer::Yes, Answer::Later], array_values($answers));
        self::assertSame(['u capacitors C1'], $offer->approved($answers), 'work of no part approves none');
        foreach ([['C1' => 'yes', 'C2' => 'no'], ['C1' => 'yes', 'C2' => 'no', 'C3' => 'perhaps'], ['C1' => 'yes', 'C2' => 'no', 'C3' => 'no', 'C4' => 'yes'], []] as $bad) {
            try {
                $offer->answered(Fields::of($bad));
                self::fail((string) json_encode($bad));
            } catch (BadData) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testAnotherPriceHasAnotherHash(): void
    {
        $hash = self::offer([self::line('C1')])->hash();
        self::assertSame($hash, self::offer([self::line('C1')])->hash());
        self::assertEquals(self::offer([self::line('C1')]), Offer::decode(Fields::of(self::offer([self::line('C1')])->toArray())), 'as it is kept');
        foreach ([[self::line('C1', ['partsMinor' => 1])], [self::line('C1', ['minutes' => 6])], [self::line('C1', ['text' => 'Replace C1.'])], [self::line('C1'), self::line('C2')]] as $other) {
            self::assertNotSame($hash, self::offer($other)->hash());
        }
        self::assertNotSame($hash, self::offer([self::line('C1')], ['hourlyRateMinor' => 6001])->hash());
    }

    /** @return iterable<string, array{array<string, mixed>|null, array<string, mixed>}> */
    public static function badOffers(): iterable
    {
        yield 'negative labour' => [['minutes' => -5], []];
        yield 'half a minute' => [['minutes' => 2.5], []];
        yield 'a hundred hours and more' => [['minutes' => 6001], []];
        yield 'a negative part' => [['partsMinor' => -1], []];
        yield 'a part in fractions of a coin' => [['partsMinor' => 12.5], []];
        yield 'dearer than any bill' => [['partsMinor' => 1_000_000_001], []];
        yield 'an opening that there is not' => [['openings' => ['roof']], []];
        yield 'a tier that there is not' => [['tier' => 'urgent'], []];
        yield 'no words' => [['text' => ''], []];
        yield 'too many words' => [['why' => str_repeat('x', 601)], []];
        yield 'more than half of it tax' => [['taxBasisPoints' => 5001], []];
        yield 'an id that is none' => [['id' => '<b>'], []];
        yield 'what nobody asked for' => [['colour' => 'red'], []];
        yield 'no currency' => [null, ['currency' => 'pounds']];
        yield 'a currency of small letters' => [null, ['currency' => 'gbp']];
        yield 'a negative rate' => [null, ['hourlyRateMinor' => -1]];
        yield 'a line twice' => [null, ['lines' => [self::line('C1'), self::line('C1')]]];
        yield 'more lines than anybody reads' => [null, ['lines' => array_map(static fn (int $i): array => self::line('C'.$i), range(1, 101))]];
        yield 'a note longer than a page' => [null, ['note' => str_repeat('x', 1001)]];
        yield 'an opening of negative minutes' => [null, ['openings' => [['id' => 'board', 'name' => 'x', 'minutes' => -1]]]];
    }

    /**
     * @param array<string, mixed>|null $line
     * @param array<string, mixed>      $offer
     */
    #[DataProvider('badOffers')]
    public function testAnOfferThatCannotBeIsRefused(?array $line, array $offer): void
    {
        self::assertCount(1, self::offer([self::line('C1')])->lines);
        $this->expectException(BadData::class);
        self::offer([self::line('C1', $line ?? [])], $offer);
    }

    public function testPricesAreTheShopsAndTheUsualOnesStandUntilThen(): void
    {
        $usual = Prices::usual();
        self::assertEquals($usual, Prices::decode([]));
        self::assertEquals($usual, Prices::decode($usual->toArray()));
        self::assertSame([5, ['board'], 90, ['chassis'], 5, [], 0, []], [$usual->minutesFor('capacitors'), $usual->openingsFor('capacitors'), $usual->minutesFor('iron'), $usual->openingsFor('iron'), $usual->minutesFor('tubes'), $usual->openingsFor('tubes'), $usual->minutesFor('cellar'), $usual->openingsFor('cellar')]);
        $own = Prices::decode(['hourlyRateMinor' => 7500, 'openings' => [['id' => 'lid', 'name' => 'the lid off', 'minutes' => 3]], 'work' => [['station' => 'tubes', 'minutes' => 8, 'opening' => 'lid']]]);
        self::assertSame([7500, ['lid'], 8, []], [$own->hourlyRate, $own->openingsFor('tubes'), $own->minutesFor('tubes'), $own->openingsFor('capacitors')], 'an opening that is gone opens nothing');
        foreach ([['currency' => 'x'], ['taxBasisPoints' => 5001], ['taxBasisPoints' => -1], ['hourlyRateMinor' => -1], ['openings' => [['id' => '', 'name' => 'x', 'minutes' => 1]]], ['work' => [['station' => 'tubes', 'minutes' => 5, 'opening' => 'roof']]], ['work' => [['station' => 'tubes', 'minutes' => 6001]]], ['work' => [['station' => 'cellar', 'minutes' => 5]]], ['openings' => self::openings(21)], ['colour' => 'red']] as $bad) {
            try {
                Prices::decode($bad);
                self::fail((string) json_encode($bad));
            } catch (BadData) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testTheHighestThatIsTakenIsTaken(): void
    {
        self::assertSame(6000, Prices::decode(['work' => [['station' => 'tubes', 'minutes' => 6000]]])->minutesFor('tubes'));
        self::assertSame(5000, Prices::decode(['taxBasisPoints' => 5000])->taxBasisPoints);
        self::assertCount(20, Prices::decode(['openings' => self::openings(20)])->openings);
        self::assertCount(100, self::offer(array_map(static fn (int $i): array => self::line('C'.$i), range(1, 100)))->lines);
        self::assertSame([6000, 1_000_000_000], [self::offer([self::line('C1', ['minutes' => 6000])])->lines[0]->minutes, self::offer([self::line('C1', ['partsMinor' => 1_000_000_000])])->lines[0]->parts]);
    }

    /** @return list<array{id: string, name: string, minutes: int}> */
    private static function openings(int $count): array
    {
        return array_map(static fn (int $i): array => ['id' => 'o'.$i, 'name' => 'lid '.$i, 'minutes' => 1], range(1, $count));
    }

    /** A board out 35 minutes, a part five: forty alone, five while it is open (common practice). */
    public function testUsualWorkCostsItsOwnMinutesWhileItIsOpen(): void
    {
        $prices = Prices::decode(['hourlyRateMinor' => 6000]);
        self::assertSame(['aloneMinor' => 4000, 'whileOpenMinor' => 500], $prices->costs('capacitors'));
        self::assertSame(['aloneMinor' => 11000, 'whileOpenMinor' => 9000], $prices->costs('iron'));
        self::assertSame(['aloneMinor' => 1500, 'whileOpenMinor' => 1500], $prices->costs('look'));
        self::assertSame(['aloneMinor' => 0, 'whileOpenMinor' => 0], $prices->costs('cellar'), 'what is not listed costs no usual time');
        self::assertSame(['aloneMinor' => 500, 'whileOpenMinor' => 500], $prices->costs('tubes'));
        self::assertSame(['aloneMinor' => 4000, 'whileOpenMinor' => 500], $prices->costs('resistors'));
    }

    public function testTiersAreInOrder(): void
    {
        self::assertTrue(Tier::UnsafeWithout->isMoreUrgentThan(Tier::Needed));
        self::assertTrue(Tier::Advised->isMoreUrgentThan(Tier::IfYouLike));
        self::assertFalse(Tier::Needed->isMoreUrgentThan(Tier::Needed));
        self::assertFalse(Tier::Advised->isMoreUrgentThan(Tier::Needed));
    }

    /** @return list<string> `tier station part: grounds` */
    private static function said(UnitTape $tape): array
    {
        return array_map(static fn (Recommendation $r): string => $r->tier->value.' '.$r->id().': '.implode(' ', array_map(static fn ($g): string => $g->code, $r->reasons)), Recommendations::of($tape->bench()->boards()));
    }

    public function testWhatTheBoardsFoundBecomesRecommendationsByItself(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        self::assertSame([], self::said($tape), 'nothing was found yet, nothing is recommended');
        $test = static fn (string $kind, string $part, string $text): UnitTape => $tape->taken('trial', ['test' => $kind, 'part' => $part, 'text' => $text], 5.0);
        $test('resistor', 'R25', '471');
        $test('resistor', 'R26', '612');
        $test('tube-look', 'V5', 'white');
        $test('tube-shorts', 'V5', 'p-s');
        $test('contacts', 'V5', '5 loose');
        $test('contacts', 'V1', '3 dirty');
        $test('cord', 'mains', 'two-wire');
        $test('tube-noise', 'V1', 'microphonic');
        self::assertSame([
            'unsafe-without look mains: cord-two-wire', 'unsafe-without tubes V5: tube-shorted tube-look-white', 'unsafe-without resistors V5: contact-loses-bias',
            'needed resistors R26: resistor-high-in-place',
            'advised resistors V1: contact-dirty',
        ], self::said($tape), 'what is not settled yet is not recommended: V1 was not tested to its end');
        $tape->discharged()->taken('as-fitted', ['text' => 'R26 470']);
        self::assertNotContains('needed resistors R26: resistor-high-in-place', self::said($tape), 'a new part asks for nothing');
    }

    public function testWhatIsReadIsASymptomAndNoWork(): void
    {
        $tape = UnitTape::in(ChassisState::Energised, FakeUnit::lantern(true));
        $tape->taken('conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'tubes' => ['value' => [], 'how' => 'measured']]]);
        $tape->taken('reading', ['place' => 'V4.3', 'function' => 'dc-volts', 'text' => '340', 'meterId' => 'no-1']);
        self::assertSame([], self::said($tape));
    }
}
