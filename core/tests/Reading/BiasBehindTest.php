<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** On the way up of an amplifier of which only printed volts are known: bias under three quarters of its proportion to B+ is off (SAFE-6). */
final class BiasBehindTest extends TestCase
{
    /** The Lantern’s print: 432 V at A, −51 V or so at the grids. */
    private static function ramping(bool $tubesIn = true): UnitTape
    {
        $unit = FakeUnit::lantern();
        $tape = UnitTape::in(ChassisState::Ramping, $unit);
        $tubes = array_fill_keys(array_keys($unit->sheet()->tubes ?? []), $tubesIn ? ['type' => '6L6GC', 'tubeId' => null] : 'out');
        $facts = ['inletVolts' => 60.0, 'limiters' => [], 'standby' => 'on', 'signal' => 'none', 'meterId' => 'no-1', 'tubes' => $tubes];

        return $tape->taken('conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]);
    }

    private static function read(UnitTape $tape, string $place, float $volts, float $seconds = 30.0): UnitTape
    {
        return $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => \sprintf('%.2f', $volts), 'meterId' => 'no-1'], $seconds);
    }

    /** @return array{string, string}|null */
    private static function stop(UnitTape $tape): ?array
    {
        return null === $tape->state->stop ? null : [$tape->state->stop->code, $tape->state->stop->place];
    }

    private static function printed(string $place): float
    {
        return FakeUnit::lantern()->sheet()?->point($place, MeterFunction::DcVolts)->printedVolts ?? self::fail($place);
    }

    #[DataProvider('shares')]
    public function testBiasComesInProportionToTheSupply(float $supply, float $bias, bool $tubesIn, bool $stops): void
    {
        $tape = self::read(self::ramping($tubesIn), 'A', $supply * self::printed('A'));
        self::read($tape, 'V4.5', $bias * self::printed('V4.5'));
        self::assertSame($stops ? ['bias-behind', 'V4.5'] : null, self::stop($tape));
        $turned = self::read(self::ramping($tubesIn), 'V4.5', $bias * self::printed('V4.5'));
        self::assertNull(self::stop($turned), 'bias alone says nothing');
        self::read($turned, 'A', $supply * self::printed('A'));
        self::assertSame($stops ? ['bias-behind', 'A'] : null, self::stop($turned), 'the other way round');
    }

    /** @return iterable<string, array{float, float, bool, bool}> B+ and bias as shares of the print */
    public static function shares(): iterable
    {
        yield 'in proportion' => [0.5, 0.5, true, false];
        yield 'a little behind' => [0.5, 0.38, true, false];
        yield 'too far behind' => [0.5, 0.36, true, true];
        yield 'before a fifth of B+ nobody asks' => [0.195, 0.05, true, false];
        yield 'from there on it must have come' => [0.205, 0.05, true, true];
        yield 'with no output tube in nothing is hurt' => [0.5, 0.2, false, false];
        yield 'a supply that nothing draws on asks no more than the print' => [1.1, 0.76, true, false];
    }

    public function testOnlyWhatWasReadAtTheSameTimeSpeaks(): void
    {
        self::assertSame('bias-behind', self::read(self::read(self::ramping(), 'A', 216.0), 'V4.5', -10.0, 600.0)->state->stop?->code);
        self::assertNull(self::read(self::read(self::ramping(), 'A', 216.0), 'V4.5', -10.0, 601.0)->state->stop);
        $moved = self::read(self::ramping(), 'A', 216.0)->taken('conditions', ['facts' => ['inletVolts' => ['value' => 30.0, 'how' => 'measured']]]);
        self::assertNull(self::read($moved, 'V4.5', -10.0)->state->stop);
    }
}
