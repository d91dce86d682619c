<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Job\Entry\StopSeen;
use Yew\Core\Job\Entry\TestTaken;
use Yew\Core\Job\UnitState;
use Yew\Core\Quantity\CannotRead;

/** Meters that hang on a unit, what is taken from them, and dials that are read (SAFE-7, COND-1, COND-3a). */
final class MeterOnTheUnitTest extends TestCase
{
    private const VOLTS = ['meterId' => 'no-1', 'function' => 'dc-volts', 'jackSeen' => true];

    /** @return iterable<string, array{array<string, mixed>, bool}> setting, and whether power must wait */
    public static function settings(): iterable
    {
        yield 'volts by hand' => [self::VOLTS, false];
        yield 'volts clipped on' => [['leads' => 'clipped', 'place' => 'A'] + self::VOLTS, false];
        yield 'volts in series' => [['leads' => 'in-series'] + self::VOLTS, true];
        yield 'ohms' => [['function' => 'ohms'] + self::VOLTS, true];
        yield 'amperes across' => [['function' => 'dc-amperes', 'leads' => 'clipped'] + self::VOLTS, true];
        yield 'amperes by hand' => [['function' => 'dc-amperes'] + self::VOLTS, true];
        yield 'amperes in the centre tap' => [['function' => 'dc-amperes', 'leads' => 'in-series'] + self::VOLTS, false];
    }

    /** @param array<string, mixed> $setting */
    #[DataProvider('settings')]
    public function testAMeterThatPowerWouldBreakBlocksIt(array $setting, bool $blocks): void
    {
        foreach (['ramping', 'driven'] as $to) {
            $tape = UnitTape::in(ChassisState::Dead)->taken('meter-set', $setting)->readyForPower();
            $step = static fn (): array => 'ramping' === $to ? $tape->powerOn() : ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']];
            self::assertSame($blocks ? 'meter-blocks-power' : null, $tape->says('state-change', $step())?->code);
            if ($blocks) {
                $tape->discharged()->taken('meter-set', ['meterId' => 'no-1'])->taken('state-change', $step());
            }
        }
    }

    public function testItIsSetOnceItsJackWasSeenAndItCanDoThat(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $tape->refused('jack-not-seen', 'meter-set', ['jackSeen' => false] + self::VOLTS)->refused('no-such-meter', 'meter-set', ['meterId' => 'no-9'] + self::VOLTS)
            ->refused('meter-lacks-function', 'meter-set', ['function' => 'farads'] + self::VOLTS);
        self::assertSame([], $tape->state->meters);
        $this->expectException(BadData::class);
        $tape->says('meter-set', ['leads' => 'thrown'] + self::VOLTS);
    }

    public function testClipsComeOffADeadChassisOnlyAndAProbeAtAnyTime(): void
    {
        foreach (['clipped' => 'meter-only-when-dead', 'in-series' => 'meter-only-when-dead', 'probe' => null] as $leads => $code) {
            $tape = UnitTape::in(ChassisState::Dead)->taken('meter-set', ['leads' => $leads, 'function' => 'in-series' === $leads ? 'dc-amperes' : 'dc-volts'] + self::VOLTS);
            $tape->ramped();
            self::assertSame($code, $tape->says('meter-set', ['meterId' => 'no-1'])?->code, $leads);
        }
    }

    public function testSettingsOutliveBeingStored(): void
    {
        $tape = UnitTape::in(ChassisState::Dead)->taken('meter-set', ['leads' => 'clipped', 'place' => 'A'] + self::VOLTS);
        $again = UnitState::fromArray($tape->state->toArray(), $tape->unit->stations()->tests);
        self::assertEquals($tape->state->meters, $again->meters);
    }

    /** COND-5b: AC of a generator beyond the meter's band is no figure; what it read of small ohms is less its leads. */
    public function testATestIsByAMeterThatReachesIt(): void
    {
        $tape = UnitTape::in(ChassisState::Driven);
        $choke = static fn (string $text): array => ['test' => 'choke-inductance', 'part' => 'L1', 'text' => $text, 'meterId' => 'no-1', 'lifted' => true];
        $tape->refused('meter-does-not-reach', 'trial', $choke('10/6.6m/501'))->taken('trial', $choke('10/6.6m/500'))->taken('trial', $choke('10/6.6m'));
        $dead = UnitTape::in(ChassisState::Dead);
        $said = $dead->reads('trial', ['test' => 'winding-ohms', 'part' => 'L1', 'subject' => 'winding', 'text' => '3.3', 'meterId' => 'no-1']);
        self::assertInstanceOf(TestTaken::class, $said);
        self::assertEqualsWithDelta(3.1, $said->test->value('ohms'), 1e-9);
        $other = $dead->reads('trial', ['test' => 'winding-ohms', 'part' => 'L1', 'subject' => 'winding', 'text' => '3.3']);
        self::assertInstanceOf(TestTaken::class, $other);
        self::assertSame(3.3, $other->test->value('ohms'), 'nobody said by which meter');
    }

    public function testWhatIsTakenFromAnInstrumentIsOfTheFunctionThatItWasSetToAndOfNow(): void
    {
        $tape = UnitTape::in(ChassisState::Dead)->taken('meter-set', self::VOLTS)->ramped()->energised();
        $reading = static fn (float $age, string $function = 'dc-volts'): array => ['place' => 'A', 'function' => $function, 'text' => '435.2', 'meterId' => 'no-1', 'sample' => ['instrumentId' => 'i-1', 'at' => self::moment($tape->now + 60.0 - $age), 'settled' => true]];
        $tape->refused('sample-not-live', 'reading', $reading(3.1))->refused('sample-not-live', 'reading', $reading(-3.1))->taken('reading', $reading(2.9));
        $tape->unit->timeFactor = 6.0;
        $tape->refused('sample-not-live', 'reading', $reading(18.1))->taken('reading', $reading(17.9));
        $tape->unit->timeFactor = 1.0;
        $tape->refused('meter-not-set-so', 'reading', ['text' => '0.2'] + $reading(0.1, 'dc-amperes'));
        self::assertSame(['instrumentId', 'at', 'settled'], array_keys((array) $tape->reads('reading', $reading(0.1))->toArray()['sample']));
        // Typed, it needs no setting.
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '435.2', 'meterId' => 'no-1']);
        UnitTape::in(ChassisState::Energised)->refused('meter-not-set-so', 'reading', $reading(0.1));
    }

    public function testASampleWithoutAMomentIsNone(): void
    {
        $this->expectException(BadData::class);
        UnitTape::in(ChassisState::Energised)->says('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '435.2', 'sample' => ['instrumentId' => 'i', 'at' => 'noon', 'settled' => true]]);
    }

    public function testAStopThatAMeterSawLocksAsOneThatWasTyped(): void
    {
        $tape = UnitTape::in(ChassisState::Energised);
        $tape->taken('stop', ['place' => 'A', 'function' => 'dc-volts', 'text' => '512', 'meterId' => 'no-1', 'recordingId' => 'r-1']);
        self::assertSame('above-capacitor-rating', $tape->state->stop?->code);
        $tape->refused('after-stop', 'stop', ['place' => 'A', 'function' => 'dc-volts', 'text' => '513', 'meterId' => 'no-1', 'recordingId' => 'r-1']);
        self::assertCount(1, $tape->state->broken);
        $tape->off()->taken('finding', ['place' => 'C1/a', 'what' => 'too much', 'severity' => 'out']);
        self::assertNull($tape->state->stop);
    }

    public function testOnlyASampleThatBreaksARuleIsAStop(): void
    {
        foreach (['512' => true, '495' => false] as $text => $stops) {
            foreach ([[ChassisState::Energised, $stops], [ChassisState::Ramping, $stops], [ChassisState::Discharging, false]] as [$state, $expected]) {
                $tape = UnitTape::in($state);
                $seen = $tape->reads('stop', ['place' => 'A', 'function' => 'dc-volts', 'text' => (string) $text, 'meterId' => 'no-1', 'recordingId' => 'r-1']);
                self::assertInstanceOf(StopSeen::class, $seen);
                self::assertSame($expected, $seen->stops($tape->bench()), $text.' V '.$state->value);
            }
        }
        $stopped = UnitTape::in(ChassisState::Energised)->taken('stop', ['place' => 'A', 'function' => 'dc-volts', 'text' => '512', 'meterId' => 'no-1', 'recordingId' => 'r-1']);
        $seen = $stopped->reads('stop', ['place' => 'A', 'function' => 'dc-volts', 'text' => '520', 'meterId' => 'no-1', 'recordingId' => 'r-1']);
        self::assertInstanceOf(StopSeen::class, $seen);
        self::assertFalse($seen->stops($stopped->bench()), 'it is stopped already');
    }

    /** Bias rises from nothing in every healthy start (SAFE-6): a sample of it is no stop while no tube is warm; one of the wrong sign is. */
    public function testBiasMayRiseForTenSecondsAfterSwitchOn(): void
    {
        $stops = static function (string $text, float $seconds): bool {
            $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('lantern-30'))->readyForPower();
            $facts = ['inletVolts' => 120.0, 'limiters' => [], 'standby' => 'on', 'signal' => 'none', 'meterId' => 'no-1', 'tubes' => array_fill_keys(['V1', 'V2', 'V3', 'V4', 'V5'], 'out')];
            $tape->taken('conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)])->taken('state-change', $tape->powerOn());
            $tape->now += $seconds;
            $seen = $tape->reads('stop', ['place' => 'V4.5', 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1', 'recordingId' => 'r-1']);

            return $seen instanceof StopSeen && $seen->stops($tape->bench());
        };
        self::assertSame([false, false, true], [$stops('-2', 1.0), $stops('-2', 9.9), $stops('-2', StopSeen::BIAS_RISES_SECONDS)]);
        self::assertTrue($stops('3', 1.0), 'of the wrong sign it never rises');
    }

    public function testADialSaysWhatItsTableSays(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $dial = static fn (float $dial, string $id = 'variac'): array => ['facts' => ['source' => ['value' => ['kind' => 'variac', 'dial' => $dial, 'equipmentId' => $id, 'volts' => 999.0], 'how' => 'measured']]];
        $tape->taken('conditions', $dial(90.0));
        self::assertEqualsWithDelta(97.5, $tape->state->conditions->sourceVolts(), 1e-9);
        foreach ([$dial(120.5), $dial(60.0, 'another')] as $unknown) {
            try {
                $tape->says('conditions', $unknown);
                self::fail('not known');
            } catch (CannotRead $e) {
                self::assertSame('dial', $e->reason);
            }
        }
        $tape->taken('conditions', $dial(120.0));
        self::assertEqualsWithDelta(129.0, $tape->state->conditions->sourceVolts(), 1e-9);
    }

    private static function moment(float $seconds): string
    {
        return (new \DateTimeImmutable('@'.\sprintf('%.3F', $seconds)))->format('Y-m-d\TH:i:s.v').'Z';
    }
}
