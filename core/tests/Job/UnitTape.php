<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Assert;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Gates;
use Yew\Core\Safety\Refusal;

/** A unit's tape as a test tells it: one entry a minute, each read, asked and folded as the tape's door does it. */
final class UnitTape
{
    public UnitState $state;
    /** Seconds since the book-in. */
    public float $now = 0.0;
    private int $entries = 0;

    public function __construct(public readonly FakeUnit $unit)
    {
        $this->state = UnitState::start(0.0);
    }

    /** In a state of the chassis, by the shortest way there. */
    public static function in(ChassisState $state, ?FakeUnit $unit = null): self
    {
        $tape = new self($unit ?? FakeUnit::lantern());
        match ($state) {
            ChassisState::Discharging => null,
            ChassisState::Dead => $tape->discharged(),
            ChassisState::Driven => $tape->discharged()->taken('state-change', ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']]),
            ChassisState::Ramping => $tape->discharged()->taken('state-change', ['to' => 'ramping', 'gates' => self::allGates()]),
            ChassisState::Energised => $tape->discharged()->taken('state-change', ['to' => 'ramping', 'gates' => self::allGates()])->taken('state-change', ['to' => 'energised']),
        };
        Assert::assertSame($state, $tape->state->chassis->state);

        return $tape;
    }

    /** @return array<string, string> */
    public static function allGates(): array
    {
        return array_fill_keys(Gates::BEFORE_RAMPING, 'yes');
    }

    public function bench(): Bench
    {
        return new Bench($this->state, $this->unit, $this->now);
    }

    /** @param array<string, mixed> $payload as its schema has it */
    public function reads(string $kind, array $payload): Statement
    {
        return ($this->unit->kinds()->find($kind) ?? Assert::fail('no kind '.$kind))->read($payload, $this->bench());
    }

    /**
     * Why it is not taken, as the tape then holds it; null when it is.
     *
     * @param array<string, mixed> $payload
     */
    public function says(string $kind, array $payload, float $seconds = 60.0): ?Refusal
    {
        $this->now += $seconds;
        $then = $this->bench();
        $said = $this->reads($kind, $payload);
        $refusal = $then->refuses($said);
        $id = 'e'.++$this->entries;
        $entry = new Entry($id, $said, $this->now, $this->now, 'pa', null, null !== $refusal);
        $entry = null === $refusal ? $entry->judged($said->judge($entry, $then, $then->with($entry))) : $entry;
        $this->state = $then->state->after($entry, $then->islands());
        $this->unit->has($id, $kind, null !== $refusal);

        return $refusal;
    }

    /** @param array<string, mixed> $payload */
    public function taken(string $kind, array $payload, float $seconds = 60.0): self
    {
        Assert::assertNull($this->says($kind, $payload, $seconds)?->code, $kind.' is taken');

        return $this;
    }

    /** @param array<string, mixed> $payload */
    public function refused(string $code, string $kind, array $payload): self
    {
        Assert::assertSame($code, $this->says($kind, $payload)?->code, $kind.' '.json_encode($payload));

        return $this;
    }

    /** Every bank read low. */
    public function discharged(): self
    {
        foreach ($this->bench()->islands() as $island) {
            $this->taken('discharge-proof', ['island' => $island, 'text' => '0.4', 'meterId' => 'no-1'], 5.0);
        }

        return $this;
    }

    public function off(): self
    {
        return $this->taken('state-change', ['to' => 'discharging']);
    }

    public function last(): string
    {
        return 'e'.$this->entries;
    }
}
