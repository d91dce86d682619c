<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\Beside;
use Yew\Core\Reading\BesideKind;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\TubeSwap;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\Bias\BiasTape;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Readings that no longer hold say what moved them, and two tubes that change places say which of the two it is. */
final class AskedAgainTest extends TestCase
{
    /** @return list<string> codes of why the newest reading of a place is asked for again */
    private static function why(UnitTape $tape, string $place): array
    {
        $readings = $tape->bench()->readings();
        $newest = $readings->newest(TestPoint::keyOf($place, MeterFunction::DcVolts)) ?? throw new \LogicException('nothing was read at '.$place);

        return array_map(static fn (array $w): string => $w[0].(isset($w[1]['change']) && \is_string($w[1]['change']) ? ' '.$w[1]['change'] : ''), $readings->asksAgain($newest));
    }

    private static function isStale(UnitTape $tape, string $place): bool
    {
        return true === $tape->bench()->readings()->point(TestPoint::keyOf($place, MeterFunction::DcVolts))?->judgement?->has(Mark::Stale);
    }

    private static function states(UnitTape $tape, string $field, mixed $value): void
    {
        $tape->taken('conditions', ['facts' => [$field => ['value' => $value, 'how' => 'measured']]], 1.0);
    }

    public function testWhatMovedItIsSaid(): void
    {
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['A' => '435'])->tape;
        self::assertSame([], self::why($tape, 'A'));
        self::states($tape, 'inletVolts', 119.0);
        self::assertSame([[], false], [self::why($tape, 'A'), self::isStale($tape, 'A')], 'within 2 %');
        self::states($tape, 'inletVolts', 119.7);
        self::assertSame([['moved-mains'], true], [self::why($tape, 'A'), self::isStale($tape, 'A')]);
        self::states($tape, 'load', ['kind' => 'none']);
        $tape->taken('as-fitted', ['text' => 'P1 @0.4']);
        self::assertSame(['moved-part P1 @0.4', 'moved-load', 'moved-mains'], self::why($tape, 'A'));
        self::states($tape, 'standby', 'standby');
        self::assertContains('moved-standby', self::why($tape, 'A'));
        // What was only found was there when it was read.
        $again = BiasTape::energised('lantern-30', 117.0)->reads(['A' => '435'])->tape;
        $again->taken('as-fitted', ['text' => 'found R31 22k']);
        self::assertSame([], self::why($again, 'A'));
    }

    public function testWhatIsOnlyForTheTimeBeingSaysUntilWhen(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, BiasTape::energised('lantern-30', 117.0)->tape->unit);
        self::states($tape, 'source', ['kind' => 'wall', 'volts' => 117.0]);
        self::states($tape, 'limiters', [['kind' => 'lamp', 'watts' => 100.0, 'ratedVolts' => 117.0]]);
        $tape->ramped();
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '300', 'meterId' => 'no-1', 'slipAnswer' => 'as-typed', 'placeAnswer' => 'as-typed']);
        self::assertSame(['until-unlimited', 'until-full-mains'], self::why($tape, 'A'));
    }

    /** @return TubeSwap|null the pair of output tubes */
    private static function swap(UnitTape $tape): ?TubeSwap
    {
        return array_values(array_filter($tape->bench()->readings()->swaps(), static fn (TubeSwap $s): bool => ['V4', 'V5'] === $s->positions))[0] ?? null;
    }

    private static function swapped(UnitTape $tape): UnitTape
    {
        $tape->off()->discharged()->taken('as-fitted', ['text' => 'swap V4 V5']);

        return $tape->ramped()->energised()->taken('note', ['text' => 'warm'], 1800.0);
    }

    public function testAPairIsLaidBesideAtBothPlacesWhicheverItIsWrittenOn(): void
    {
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['V4.4' => '415', 'V5.4' => '459', 'V4.3' => '432', 'V5.3' => '432'])->tape;
        $readings = $tape->bench()->readings();
        foreach (['V4.4' => 'V5.4', 'V5.4' => 'V4.4', 'V4.3' => 'V5.3', 'V5.3' => 'V4.3'] as $place => $sister) {
            $judged = $readings->point(TestPoint::keyOf($place, MeterFunction::DcVolts));
            self::assertSame([$sister], array_column(array_filter($judged->beside ?? [], static fn (Beside $b): bool => BesideKind::Sister === $b->kind), 'name'), $place);
            self::assertSame(str_ends_with($place, '.4') ? 'unlike-its-sister' : 'within', $judged?->judgement?->reasonCode, $place);
        }
    }

    public function testTheSisterOfAPlaceIsWrittenOnEitherOfTheTwoOrOnItsTube(): void
    {
        $sheet = FakeUnit::demo('lantern-30')->sheet();
        $sister = static function (string $place, MeterFunction $function = MeterFunction::DcVolts) use ($sheet): ?string {
            $point = $sheet?->point($place, $function);

            return null === $point ? 'no such point' : $sheet->sisterOf($point);
        };
        self::assertSame(['V4.8', 'V5.8'], [$sister('V5.8'), $sister('V4.8')]);
        self::assertSame(['V1.1', 'V1.6'], [$sister('V1.6'), $sister('V1.1')]);
        self::assertNull($sister('A'));
        // The other way round it is its tube that says so, on a drawing whose points name none.
        $own = FakeUnit::demo('wren-15')->sheet();
        $point = $own?->point('V4.2', MeterFunction::DcVolts);
        self::assertSame(['V3.2', null], [null === $point ? null : $own->sisterOf($point), $point?->sister]);
    }

    public function testAPairThatReadsApartIsToChangePlaces(): void
    {
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '0.0350', 'V5.8' => '0.0355'])->tape;
        self::assertNull(self::swap($tape), 'alike');
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '0.0440', 'V5.8' => '0.0300'])->tape;
        self::assertSame('V4.8', self::swap($tape)?->apart[0]['place'], 'by the currents');
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '0.0440', 'V5.8' => '0.0020'])->tape;
        self::assertNull(self::swap($tape), 'of next to nothing no share is made');
        $tape = BiasTape::energised('lantern-30', 117.0)->reads(['V4.4' => '470', 'V5.4' => '380'])->tape;
        $swap = self::swap($tape) ?? self::fail('it is proposed');
        self::assertSame(['proposed', 'V4.4', 'V5.4'], [$swap->outcome, $swap->apart[0]['place'], $swap->apart[0]['sister']]);
        self::assertEqualsWithDelta(100 * (470 / 380 - 1), $swap->apart[0]['beforePercent'], 0.1);
    }

    public function testWhatGoesWithTheTubeIsTheTubeAndWhatStaysIsTheSocket(): void
    {
        foreach ([['380', '470', 'tube'], ['470', '380', 'socket'], ['470', '468', 'gone']] as [$one, $other, $outcome]) {
            $tape = self::swapped(BiasTape::energised('lantern-30', 117.0)->reads(['V4.4' => '470', 'V5.4' => '380'])->tape);
            self::assertSame('read-again', self::swap($tape)?->outcome, 'nothing was read since');
            foreach (['V4.4' => $one, 'V5.4' => $other] as $place => $text) {
                $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1', 'slipAnswer' => 'as-typed', 'placeAnswer' => 'as-typed'], 1.0);
            }
            self::assertSame($outcome, self::swap($tape)->outcome, $one.' and '.$other);
        }
    }

    public function testWherePlacesDisagreeTheyAreReadAgain(): void
    {
        $tape = self::swapped(BiasTape::energised('lantern-30', 117.0)->reads(['V4.3' => '435', 'V5.3' => '380', 'V4.4' => '435', 'V5.4' => '380'])->tape);
        foreach (['V4.3' => '435', 'V5.3' => '380', 'V4.4' => '380', 'V5.4' => '435'] as $place => $text) {
            $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1', 'slipAnswer' => 'as-typed', 'placeAnswer' => 'as-typed'], 1.0);
        }
        self::assertSame('read-again', self::swap($tape)?->outcome);
    }

    public function testTubesOfTwoKindsDoNotChangePlaces(): void
    {
        $tape = BiasTape::energised('lantern-30', 117.0, ['V4' => 'KT66'])->reads(['V4.4' => '470', 'V5.4' => '380'])->tape;
        self::assertNull(self::swap($tape));
    }
}
