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
use Yew\Core\Ramp\Ramp;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\Stop;

/** A point was read (contract §6). */
final readonly class ReadingTaken implements Statement
{
    /**
     * @param string|null  $pairOf     entry that it makes a pair with
     * @param string|null  $slipAnswer what was answered when a slip was suspected
     * @param bool         $placeMeant it was asked whether a place that the sheet lacks is meant
     * @param Sampled|null $sampled    where it was taken from an instrument on the network
     */
    private function __construct(public string $place, public TypedFigure $figure, private ?string $pairOf, private ?string $slipAnswer, private bool $placeMeant, public ?Sampled $sampled)
    {
    }

    public static function kept(Fields $payload): self
    {
        $function = $payload->oneOf('function', MeterFunction::class);

        return self::of($payload, TypedFigure::kept($payload, $function));
    }

    public function toArray(): array
    {
        return [
            'place' => $this->place, 'function' => $this->figure->function->value, ...$this->figure->toArray(), ...(null === $this->pairOf ? [] : ['pairOf' => $this->pairOf]),
            ...(null === $this->slipAnswer ? [] : ['slipAnswer' => $this->slipAnswer]), ...($this->placeMeant ? ['placeAnswer' => 'as-typed'] : []), ...(null === $this->sampled ? [] : ['sample' => $this->sampled->toArray()]),
        ];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $sheet = $then->unit->sheet();
        if (null !== $sheet && !$this->placeMeant && !$sheet->hasPlace($this->place, $then->unit->tubes())) {
            return new Refusal('no-such-place', ['place' => $this->place]);
        }

        return ChassisRules::reading($then->state->chassis->state, $this->figure->function) ?? $this->sampled?->refusal($then, $this->figure->meterId, $this->figure->function) ?? $this->figure->beyond($then->unit->meters()->find($this->figure->meterId));
    }

    public function isTakenDuringStop(): bool
    {
        return false;
    }

    public function speaksAgainstProofs(): bool
    {
        return MeterFunction::DcVolts === $this->figure->function && !ProofReading::of($this->figure->kind, $this->figure->value, null !== $this->figure->meterId)->isLow();
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $reading = new TakenReading(
            $entry->id, $this->place, $this->figure->function, $this->figure->text, $this->figure->kind, $this->figure->value, $this->figure->resolution, $this->figure->seen,
            $this->figure->meterId ?? $state->conditions->meterId(), $state->conditions, $state->chassis->state, null === $state->warmSince ? null : max(0.0, ($entry->at - $state->warmSince) / 60),
            $entry->at, $entry->personId, $entry->judgement, null, \count($state->fitted->all),
        );
        $state->read($reading);
        if ($state->chassis->state->isOnMains()) {
            $state->ramps = $state->ramps->onCurrent(static fn (Ramp $r): Ramp => $r->read(RampSample::of($reading)));
        }
        $broken = Stop::ofJudgement($this->place, $entry->judgement ?? [], $state->chassis->state, $entry->at);
        if (null !== $broken) {
            $state->stoppedBy($broken);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        $reading = $after->state->find($entry->id);
        if (null === $reading || !$reading->function->needsPower()) {
            return null;
        }
        $judgement = $after->readings()->ofEntry($reading);
        $slip = null === $judgement->volts || null !== $this->slipAnswer || null !== $this->sampled ? null : Slips::suspect($after->readings()->expectedOf($reading), $judgement->volts);

        return [...$judgement->toArray(), 'slip' => $slip?->toArray()];
    }

    public static function of(Fields $payload, TypedFigure $figure): self
    {
        return new self($payload->string('place'), $figure, $payload->optionalString('pairOf'), $payload->optionalString('slipAnswer'), $payload->has('placeAnswer'), Sampled::decode($payload->optionalObject('sample')));
    }
}
