<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bias\BiasBench;
use Yew\Core\Bias\BiasTube;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** A demo amplifier at full mains with its tubes said to be in, read place by place. */
final class BiasTape
{
    private function __construct(public readonly UnitTape $tape)
    {
    }

    /** @param array<string, string> $types other than drawn, by position */
    public static function energised(string $sheet, float $mains, array $types = [], bool $saysTubes = true): self
    {
        return self::of(FakeUnit::demo($sheet), $mains, $types, $saysTubes);
    }

    /** @param array<string, string> $types other than drawn, by position */
    public static function of(FakeUnit $unit, float $mains, array $types = [], bool $saysTubes = true): self
    {
        $tape = UnitTape::in(ChassisState::Dead, $unit);
        $sheetTubes = $tape->unit->sheet()->tubes ?? [];
        $tubes = [];
        foreach ($sheetTubes as $position => $tube) {
            $tubes[$position] = ['type' => $types[$position] ?? $tube->type, 'tubeId' => null];
        }
        $tape->taken('conditions', ['facts' => [
            'source' => ['value' => ['kind' => 'wall', 'volts' => $mains], 'how' => 'measured'], 'inletVolts' => ['value' => $mains, 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'],
            'meterId' => ['value' => 'no-1', 'how' => 'measured'], 'standby' => ['value' => 'play', 'how' => 'measured'], ...($saysTubes ? ['tubes' => ['value' => $tubes, 'how' => 'measured']] : []),
        ]], 1.0);
        $tape->ramped()->energised();
        $tape->taken('note', ['text' => 'warm'], 1800.0);

        return new self($tape);
    }

    /** @param array<string, string> $readings by place; amperes where they say so */
    public function reads(array $readings, ?string $meter = 'no-1'): self
    {
        foreach ($readings as $place => $text) {
            $this->tape->taken('reading', ['place' => $place, 'function' => str_ends_with($text, 'A') ? 'dc-amperes' : 'dc-volts', 'text' => $text, ...(null === $meter ? [] : ['meterId' => $meter]), 'slipAnswer' => 'as-typed', 'placeAnswer' => 'as-typed'], 1.0);
        }

        return $this;
    }

    /** What the circuit makes of places and currents now, as a meter with many digits would show it. */
    public function asTheCircuitHasIt(string ...$places): self
    {
        $forecast = $this->tape->bench()->readings()->under($this->tape->state->conditions) ?? throw new \LogicException('it has an answer');
        $volts = static fn (string $place): float => $forecast->at($place)->volts ?? throw new \LogicException($place.' has none');

        return $this->reads(array_map(static fn (string $place): string => \sprintf('%.5f', $volts($place)), array_combine($places, $places)));
    }

    public function bench(): BiasBench
    {
        return new BiasBench($this->tape->bench()->facts());
    }

    public function tube(string $position): BiasTube
    {
        return $this->bench()->tubes()[$position] ?? throw new \LogicException($position.' is no output tube that is in');
    }
}
