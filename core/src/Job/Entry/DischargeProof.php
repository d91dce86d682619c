<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\ProofReading;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\ProofVerdict;
use Yew\Core\Safety\Refusal;

/** DC volts were read on a bank of charge to prove it discharged (SAFE-2). */
final readonly class DischargeProof implements Statement
{
    /**
     * @param bool         $clockSeen the clock of the device that sent it was compared before
     * @param Sampled|null $sampled   where it was taken from an instrument on the network
     */
    private function __construct(public string $island, public TypedFigure $figure, private bool $clockSeen, public ?Sampled $sampled)
    {
    }

    public static function kept(Fields $payload): self
    {
        return self::of($payload, TypedFigure::kept($payload, MeterFunction::DcVolts));
    }

    public function toArray(): array
    {
        return ['island' => $this->island, ...$this->figure->toArray(), 'clockSeen' => $this->clockSeen, ...(null === $this->sampled ? [] : ['sample' => $this->sampled->toArray()])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        if (!\in_array($this->island, $then->islands(), true)) {
            return new Refusal('no-such-island');
        }

        return ChassisRules::proof($then->state->chassis->state) ?? $this->sampled?->refusal($then, $this->figure->meterId, MeterFunction::DcVolts) ?? $this->figure->beyond($then->unit->meters()->find($this->figure->meterId));
    }

    public function isTakenDuringStop(): bool
    {
        return true;
    }

    public function speaksAgainstProofs(): bool
    {
        return !$this->proof(0.0)->isLow();
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->chassis = $state->chassis->prove($this->island, $this->proof($entry->receivedAt), $entry->at, $islands);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): array
    {
        return ProofVerdict::of($this->proof($entry->receivedAt))->toArray($before->unit->sheet()?->island($this->island)->name ?? 'the chassis');
    }

    public static function of(Fields $payload, TypedFigure $figure): self
    {
        return new self($payload->string('island'), $figure, $payload->optionalBoolean('clockSeen', false), Sampled::decode($payload->optionalObject('sample')));
    }

    /** The volts, with what makes them evidence. */
    private function proof(float $receivedAt): ProofReading
    {
        return ProofReading::of($this->figure->kind, $this->figure->value, null !== $this->figure->meterId, $receivedAt, $this->clockSeen);
    }
}
