<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Safety;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\EarlierGates;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\Stop;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;

/** SAFE-4 and SAFE-6; contract §8. */
final class SafetyTest extends TestCase
{
    /** @return iterable<string, array{Verdict|null, string, string|null, ChassisState, bool}> */
    public static function readings(): iterable
    {
        yield 'bias lost' => [Verdict::Danger, 'bias-lost', null, ChassisState::Energised, true];
        yield 'bias lost, to be probed again' => [Verdict::Danger, 'bias-lost-probe-again', null, ChassisState::Energised, true];
        yield 'a grid over its return, ramping' => [Verdict::Danger, 'grid-above-return', null, ChassisState::Ramping, true];
        yield 'a capacitor over its rating' => [Verdict::Danger, 'above-capacitor-rating', null, ChassisState::Energised, true];
        yield 'the worst of a tap' => [Verdict::Danger, 'intermittent', 'bias-lost', ChassisState::Energised, true];
        yield 'a tap that broke no rule' => [Verdict::Danger, 'intermittent', 'heater-above-rating', ChassisState::Energised, false];
        yield 'a heater too high is a danger and no stop' => [Verdict::Danger, 'heater-above-rating', null, ChassisState::Energised, false];
        yield 'out is no stop' => [Verdict::Out, 'bias-cold', null, ChassisState::Energised, false];
        yield 'nothing is on' => [Verdict::Danger, 'bias-lost', null, ChassisState::Discharging, false];
        yield 'not judged' => [null, 'bias-lost', null, ChassisState::Energised, false];
    }

    #[DataProvider('readings')]
    public function testWhatIsAStop(?Verdict $verdict, string $code, ?string $worst, ChassisState $state, bool $stops): void
    {
        self::assertSame($stops, null !== Stop::brokenBy('V4.5', $verdict, $code, $worst, [], $state, 10.0));
    }

    public function testItEndsOnceItIsOffAndHasACause(): void
    {
        self::assertNull(self::stop()->switchedOff()?->explained());
        self::assertNull(self::stop()->explained()?->switchedOff());
        self::assertNotNull(self::stop()->explained()?->explained(), 'still on');
        self::assertNotNull(self::stop()->switchedOff()?->switchedOff(), 'no cause yet');
        self::assertEquals(self::stop(), Stop::decode(Fields::of(self::stop()->toArray())));
    }

    public function testWhatSpeaksAgainstPower(): void
    {
        $of = static fn (string $word, Reason ...$reasons): array => array_map(static fn (Hazard $h): string => $h->code, Hazard::of(new Item('it', '', '', '', new PartVerdict(Outcome::from($word), Verdict::Out, array_values($reasons)), [])));
        self::assertSame(['polarity-reversed'], $of('danger', new Reason('polarity-reversed', Verdict::Danger), new Reason('esr-high', Verdict::Out)), 'a worn part is no hazard, a reversed one is');
        self::assertSame(['halves-unequal'], $of('condemned', new Reason('halves-unequal', Verdict::Out), new Reason('surface-warm', Verdict::Watch)));
        self::assertSame(['cord-two-wire'], $of('unsafe', new Reason('cord-two-wire', Verdict::Out)));
        self::assertSame([], $of('replace', new Reason('resistor-high', Verdict::Out)));
        self::assertSame(['insulation-lift-first'], $of('retest', new Reason('insulation-lift-first', Verdict::CannotSay, ['between' => 'primary to core'])), 'a short to the core until an earth was lifted');
        self::assertSame([], $of('retest', new Reason('insulation-lift-first', Verdict::CannotSay, ['between' => 'secondary to core'])), 'that is where its earth goes');
        self::assertSame([], $of('good', (new Reason('path-open', Verdict::Danger))->superseded()));
        self::assertSame(['path-open'], $of('bad', (new Reason('path-open', Verdict::Danger))->earlier()));
    }

    public function testAGateThatWasNotSentWasNotMet(): void
    {
        $answers = ['fuse' => 'yes', 'load' => 'no', 'short' => 'not-checked-by-the-tool'];
        self::assertSame(['load', 'short', 'iron', 'bias', 'wiring', 'polarity', 'earth', 'volumes'], EarlierGates::unchecked($answers));
        self::assertSame([], EarlierGates::unchecked(array_fill_keys(EarlierGates::BEFORE_RAMPING, 'yes')));
    }

    private static function stop(): Stop
    {
        return Stop::brokenBy('V4.5', Verdict::Danger, 'bias-lost', null, ['belongsVolts' => -34.0], ChassisState::Energised, 10.0) ?? throw new \LogicException();
    }
}
