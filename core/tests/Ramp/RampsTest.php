<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Ramp;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Ramp\PowerChoice;
use Yew\Core\Ramp\PowerMethod;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Ramp\Ramps;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\Verdict;

/** What was done under power on one job: the times that it was on, and what was read meanwhile. */
final class RampsTest extends TestCase
{
    private static function sample(float $at, ?Verdict $verdict = Verdict::Within, ReadingKind $kind = ReadingKind::Value, bool $isAccepted = false): RampSample
    {
        return new RampSample('e'.$at, 'A', MeterFunction::DcVolts, $kind, 120.0, 40.0, 38.0, true, $verdict, $isAccepted, false, $at);
    }

    /** @return list<float> */
    private static function times(Ramps $ramps, string ...$out): array
    {
        return array_map(static fn (RampSample $s): float => $s->at, $ramps->samplesSince(array_values($out)));
    }

    public function testItIsOnFromTheMainsToOffAndNeverTwice(): void
    {
        $ramps = new Ramps();
        self::assertNull($ramps->current());
        self::assertNull($ramps->offSince(), 'it never was on');
        $ramps = $ramps->begun(100.0, ['V4', 'V5']);
        self::assertSame(100.0, $ramps->current()?->beganAt);
        self::assertNull($ramps->offSince());
        $ramps = $ramps->onCurrent(static fn (Ramp $r): Ramp => $r->energised(150.0))->ended(200.0);
        self::assertNull($ramps->current());
        self::assertSame(200.0, $ramps->offSince());
        self::assertSame(150.0, $ramps->all[0]->energisedAt);
        self::assertSame($ramps, $ramps->ended(300.0), 'off stays off');
        $twice = $ramps->begun(400.0, null)->begun(500.0, null);
        self::assertSame([200.0, 500.0, null], array_map(static fn (Ramp $r): ?float => $r->endedAt, $twice->all), 'what began anew had ended');
    }

    public function testWhatWasReadCountsWithTheSameTubesOutInWhateverOrderTheyWereSaid(): void
    {
        $read = static fn (Ramp $r): Ramp => $r->read(self::sample($r->beganAt + 1));
        $ramps = (new Ramps())->begun(100.0, ['V5', 'V4'])->onCurrent($read)->begun(200.0, [])->onCurrent($read)->begun(300.0, null)->onCurrent($read)->begun(400.0, ['V4', 'V5'])->onCurrent($read);
        self::assertSame([101.0, 401.0], self::times($ramps, 'V4', 'V5'));
        self::assertSame([201.0], self::times($ramps), 'all in; where nobody said, nothing is taken for that');
        self::assertSame([], self::times($ramps, 'V4'));
    }

    public function testWhatWasReadBeforeAChangeSaysNothingMore(): void
    {
        $ramps = (new Ramps())->begun(100.0, [])->onCurrent(static fn (Ramp $r): Ramp => $r->read(self::sample(110.0))->read(self::sample(120.0)));
        self::assertSame([120.0], self::times($ramps->changed(110.0)));
        self::assertSame([110.0, 120.0], self::times($ramps->changed(109.9)));
        self::assertSame([], self::times($ramps->changed(120.0)->changed(50.0)), 'a change that is heard of later does not give anything back');
    }

    public function testSixtyTimesAndTheNewestReadingsOfEachAreKept(): void
    {
        $ramps = new Ramps();
        for ($n = 1; $n <= 61; ++$n) {
            $ramps = $ramps->begun((float) $n, []);
        }
        self::assertSame([60, 2.0, 61.0], [\count($ramps->all), $ramps->all[0]->beganAt, $ramps->all[59]->beganAt]);
        $ramp = new Ramp(0.0, null, null, [], []);
        for ($n = 1; $n <= 241; ++$n) {
            $ramp = $ramp->read(self::sample((float) $n));
        }
        self::assertSame([240, 2.0, 241.0], [\count($ramp->samples), $ramp->samples[0]->at, $ramp->samples[239]->at]);
    }

    #[DataProvider('goingOn')]
    public function testOnlyWhatSaysNothingAgainstItLetsTheWayGoOn(?Verdict $verdict, ReadingKind $kind, bool $goesOn): void
    {
        self::assertSame($goesOn, self::sample(1.0, $verdict, $kind)->letsGoOn());
        self::assertTrue(self::sample(1.0, $verdict, $kind, true)->letsGoOn(), 'let stand with a reason');
    }

    /** @return iterable<string, array{Verdict|null, ReadingKind, bool}> */
    public static function goingOn(): iterable
    {
        yield 'within' => [Verdict::Within, ReadingKind::Value, true];
        yield 'to watch' => [Verdict::Watch, ReadingKind::Value, true];
        yield 'out' => [Verdict::Out, ReadingKind::Value, false];
        yield 'danger' => [Verdict::Danger, ReadingKind::Value, false];
        yield 'not judged' => [null, ReadingKind::Value, false];
        yield 'cannot say, a figure' => [Verdict::CannotSay, ReadingKind::Value, true];
        foreach ([ReadingKind::Overload, ReadingKind::Above, ReadingKind::Below, ReadingKind::Intermittent] as $kind) {
            yield 'cannot say, '.$kind->value => [Verdict::CannotSay, $kind, false];
        }
        yield 'out by its bound' => [Verdict::Out, ReadingKind::Above, false];
    }

    public function testTheSameComesBackFromWhatIsKept(): void
    {
        $ramps = (new Ramps(new PowerChoice(PowerMethod::VariacLamp, 100.0, 120.0)))->begun(100.0, ['V4'])->onCurrent(static fn (Ramp $r): Ramp => $r->read(self::sample(101.0))->read(self::sample(102.0, null)->accepted())->energised(110.0))->ended(120.0)->changed(90.0)->begun(130.0, null);
        $kept = json_decode(json_encode($ramps->toArray(), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), true, 512, \JSON_THROW_ON_ERROR);
        self::assertIsArray($kept);
        self::assertEquals($ramps, Ramps::fromFields(Fields::of($kept)));
    }

    public function testOtherMainsIsSaidOfEachSample(): void
    {
        $ramps = (new Ramps())->begun(100.0, [])->onCurrent(static fn (Ramp $r): Ramp => $r->read(self::sample(101.0)))->eachSample(static fn (RampSample $s): RampSample => $s->withInlet(41.5));
        self::assertSame([41.5, 40.0], [$ramps->all[0]->samples[0]->inletVolts, $ramps->all[0]->samples[0]->sourceVolts]);
    }

    /** @param array<string, mixed> $choice */
    #[DataProvider('choices')]
    public function testAChoiceHasWhatBelongsToItsWay(array $choice, bool $holds): void
    {
        if (!$holds) {
            $this->expectException(BadData::class);
        }
        self::assertEquals($choice, PowerChoice::decode(Fields::of($choice))->toArray());
    }

    /** @return iterable<string, array{array<string, mixed>, bool}> */
    public static function choices(): iterable
    {
        yield 'a lamp behind the variac' => [['method' => 'variac-lamp', 'lampWatts' => 100.0, 'lampVolts' => 120.0], true];
        yield 'a lamp on full mains' => [['method' => 'lamp', 'lampWatts' => 60.0], true];
        yield 'the least lamp' => [['method' => 'lamp', 'lampWatts' => 5.0], true];
        yield 'less than a lamp' => [['method' => 'lamp', 'lampWatts' => 4.9], false];
        yield 'more than a lamp' => [['method' => 'lamp', 'lampWatts' => 2000.1], false];
        yield 'no lamp at the ammeter' => [['method' => 'variac-ammeter', 'lampWatts' => 100.0], false];
        yield 'no lamp’s volts there either' => [['method' => 'electronic', 'lampVolts' => 120.0], false];
        yield 'an electronic limiter' => [['method' => 'electronic', 'limiterAmperes' => 0.5], true];
        yield 'amperes of a lamp' => [['method' => 'lamp', 'limiterAmperes' => 0.5], false];
        yield 'straight, with why' => [['method' => 'straight', 'reason' => 'known good'], true];
        yield 'an unlisted way' => [['method' => 'candle'], false];
        yield 'no way' => [[], false];
    }

    public function testWhatStandsInTheMainsLeadFirst(): void
    {
        self::assertSame(
            ['variac-ammeter' => [true, null], 'variac-lamp' => [true, 'lamp'], 'lamp' => [false, 'lamp'], 'electronic' => [false, 'electronic'], 'straight' => [false, null]],
            array_combine(array_map(static fn (PowerMethod $m): string => $m->value, PowerMethod::cases()), array_map(static fn (PowerMethod $m): array => [$m->hasVariac(), $m->limiter()], PowerMethod::cases())),
        );
    }
}
