<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Assert;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Power\Gate;
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
            ChassisState::Ramping => $tape->discharged()->ramped(),
            ChassisState::Energised => $tape->discharged()->ramped()->energised(),
        };
        Assert::assertSame($state, $tape->state->chassis->state);

        return $tape;
    }

    /** On the mains, as an amplifier that is known to be good: what nobody may go through is done, the rest is answered for. */
    public function ramped(): self
    {
        return $this->readyForPower()->taken('state-change', $this->powerOn());
    }

    /** What nobody may go through without: a fuse, a load; and a way of powering up that has one stop. */
    public function readyForPower(): self
    {
        $this->taken('power-choice', ['method' => 'straight', 'reason' => 'known good'], 1.0);
        $this->taken('trial', ['test' => 'fuse', 'part' => 'F1', 'text' => $this->fuse()], 1.0);

        return $this->taken('conditions', ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 8.0], 'how' => 'measured']]], 1.0);
    }

    /** A mains fuse as it is drawn. */
    private function fuse(): string
    {
        foreach ($this->unit->sheet()->fuses ?? [] as $fuse) {
            return \sprintf('%s%gA 250V', $fuse->characteristic, $fuse->printedAmperes);
        }

        return 'T2A 250V';
    }

    /** @return array{to: string, gates: array<string, string>, overrides: array<string, string>, role: string} the step onto the mains through every gate that is not met */
    public function powerOn(string $role = 'technician'): array
    {
        return ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => $this->reasons($this->bench()->gates(['volumes' => 'yes'])), 'role' => $role];
    }

    public function energised(): self
    {
        return $this->taken('state-change', ['to' => 'energised', 'overrides' => $this->reasons($this->bench()->gatesOfFullMains()), 'role' => 'technician']);
    }

    /**
     * @param list<Gate> $gates
     *
     * @return array<string, string> a reason for each that is not passed
     */
    private function reasons(array $gates): array
    {
        $shut = array_filter($gates, static fn (Gate $g): bool => !$g->state->passes());

        return array_fill_keys(array_map(static fn (Gate $g): string => $g->id, array_values($shut)), 'known good');
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
