<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** An output tube whose plate has lost its volts while its screen has them: off at once (SAFE-6a, common practice). */
final class ScreenAloneTest extends TestCase
{
    /** The Lantern on full mains. */
    private static function energised(): UnitTape
    {
        return UnitTape::in(ChassisState::Energised, FakeUnit::demo('lantern-30'));
    }

    private static function read(UnitTape $tape, string $place, string $text, float $seconds = 60.0): UnitTape
    {
        return $tape->taken('reading', ['place' => $place, 'function' => MeterFunction::DcVolts->value, 'text' => $text, 'meterId' => 'no-1'], $seconds);
    }

    /** @param list<array{string, string}> $readings place and text, in their order */
    #[DataProvider('pairs')]
    public function testAPlateIsGoneUnderATenthOfItsScreen(array $readings, bool $stops): void
    {
        $tape = self::energised();
        foreach ($readings as [$place, $text]) {
            self::assertNull($tape->state->stop, 'the first says nothing by itself');
            self::read($tape, $place, $text);
        }
        self::assertSame($stops ? ['screen-alone', $readings[\count($readings) - 1][0]] : null, null === $tape->state->stop ? null : [$tape->state->stop->code, $tape->state->stop->place]);
    }

    /** @return iterable<string, array{list<array{string, string}>, bool}> */
    public static function pairs(): iterable
    {
        yield 'the screen, then a plate at nothing' => [[['V4.4', '440'], ['V4.3', '0.2']], true];
        yield 'the plate first' => [[['V4.3', '0.2'], ['V4.4', '440']], true];
        yield 'just under a tenth' => [[['V4.4', '440'], ['V4.3', '43.9']], true];
        yield 'just a tenth' => [[['V4.4', '440'], ['V4.3', '44.0']], false];
        yield 'a screen that is just there' => [[['V4.3', '1'], ['V4.4', '50']], true];
        yield 'a screen that is not' => [[['V4.3', '1'], ['V4.4', '49.9']], false];
        yield 'both there' => [[['V4.4', '440'], ['V4.3', '452']], false];
        yield 'another tube’s screen' => [[['V5.4', '440'], ['V4.3', '0.2']], false];
        yield 'seen under a bound' => [[['V4.4', '440'], ['V4.3', '<5']], true];
        yield 'a screen above a bound' => [[['V4.3', '0.5'], ['V4.4', '>300']], true];
        yield 'a screen above a bound, first' => [[['V4.4', '>300'], ['V4.3', '0.5']], true];
        yield 'a plate above a bound is there' => [[['V4.4', '440'], ['V4.3', '>5']], false];
        yield 'a screen under a bound says nothing' => [[['V4.3', '0.5'], ['V4.4', '<440']], false];
        yield 'nor does an overload' => [[['V4.4', 'OL'], ['V4.3', '0.5']], false];
    }

    public function testATapThatLosesThePlateDecides(): void
    {
        $tape = self::read(self::energised(), 'V4.4', '440');
        $tape->taken('reading', ['place' => 'V4.3', 'function' => 'dc-volts', 'text' => '452', 'tapped' => ['452', '3', '451'], 'meterId' => 'no-1']);
        self::assertSame('screen-alone', $tape->state->stop?->code);
    }

    public function testWhatWasReadLongBeforeOrUnderOtherMainsSaysNothing(): void
    {
        self::assertSame('screen-alone', self::read(self::read(self::energised(), 'V4.4', '440'), 'V4.3', '0.2', 600.0)->state->stop?->code);
        self::assertNull(self::read(self::read(self::energised(), 'V4.4', '440'), 'V4.3', '0.2', 601.0)->state->stop);
        $mains = static fn (float $volts): array => ['facts' => ['inletVolts' => ['value' => $volts, 'how' => 'measured']]];
        $moved = self::read(self::energised()->taken('conditions', $mains(120.0)), 'V4.4', '440')->taken('conditions', $mains(60.0));
        self::assertNull(self::read($moved, 'V4.3', '0.2')->state->stop);
    }
}
