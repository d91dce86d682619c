<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\PowerOverride;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Power\Gate;
use Yew\Core\Power\Gates;
use Yew\Core\Power\GateState;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\EarlierGates;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\WarmUp;

/** Somebody says into which state the chassis goes; dead is proved, never said. */
final readonly class StateChange implements Statement
{
    /**
     * @param array<string, mixed>  $said      what only a person can say, by gate; on tapes of earlier versions the answers to all gates
     * @param string                $reason    on tapes of earlier versions why power was given against what the record knew
     * @param list<Hazard>          $hazards   likewise what that was
     * @param list<Gate>            $stood     how each gate stood, those that were gone through with the reason
     * @param array<string, string> $overrides reasons by gate, as sent
     * @param string                $role      of the person, as the server knows it
     */
    public function __construct(public ChassisState $to, public array $said, public string $reason = '', public array $hazards = [], public array $stood = [], public array $overrides = [], public string $role = '')
    {
    }

    public static function kept(Fields $payload): self
    {
        $hazards = $payload->raw('hazards');

        return new self(
            $payload->oneOf('to', ChassisState::class), Fields::named($payload->raw('gates')), $payload->optionalText('reason'), array_map(static fn (mixed $h): Hazard => Hazard::fromArray(Fields::named($h)), \is_array($hazards) ? array_values($hazards) : []),
            array_map(Gate::fromFields(...), $payload->objects('stood', 100)), array_filter(Fields::named($payload->raw('overrides')), is_string(...)), $payload->optionalText('role'),
        );
    }

    public function toArray(): array
    {
        return [
            'to' => $this->to->value, ...([] === $this->said ? [] : ['gates' => $this->said]), ...('' === $this->reason ? [] : ['reason' => $this->reason]),
            ...([] === $this->hazards ? [] : ['hazards' => array_map(static fn (Hazard $h): array => $h->toArray(), $this->hazards)]),
            ...([] === $this->overrides ? [] : ['overrides' => $this->overrides]), ...('' === $this->role ? [] : ['role' => $this->role]),
            ...([] === $this->stood ? [] : ['stood' => array_map(static fn (Gate $g): array => $g->toArray(), $this->stood)]),
        ];
    }

    /** With the gates as they stand on this bench, those that somebody answers for gone through. */
    public function before(Bench $then): self
    {
        $said = array_map(static fn (mixed $answer): string => \is_string($answer) ? $answer : '', $this->said);
        $gates = match ($this->to) {
            ChassisState::Ramping => $then->gates($said),
            ChassisState::Energised => $then->gatesOfFullMains(),
            ChassisState::Dead, ChassisState::Driven, ChassisState::Discharging => [],
        };

        return new self($this->to, $this->said, $this->reason, [], Gates::overridden($gates, $this->overrides, $this->role), $this->overrides, $this->role);
    }

    public function refusal(Bench $then): ?Refusal
    {
        $shut = Gates::shut($this->stood);

        return ChassisRules::transition($then->state->chassis, $this->to, $this->said, $then->state->conditions, $then->unit->sheet())
            ?? $this->meterInTheWay($then)
            ?? (null === $shut ? null : new Refusal('gate-shut-'.$shut->authority->value, ['gate' => $shut->id, 'gateCode' => $shut->code, 'gateFigures' => $shut->figures]));
    }

    /** A meter that power would break, or that would be a short (SAFE-7). */
    private function meterInTheWay(Bench $then): ?Refusal
    {
        foreach ($this->to->appliesPower() ? $then->state->meters : [] as $setting) {
            if ($setting->blocksPower()) {
                return new Refusal('meter-blocks-power', ['meterName' => $then->unit->meters()->find($setting->meterId)->name ?? $setting->meterId, 'functionWord' => $setting->function->unit()->word(), 'leadsWord' => MeterSetting::leadsWord($setting->leads)]);
            }
        }

        return null;
    }

    public function isTakenDuringStop(): bool
    {
        return ChassisState::Discharging === $this->to;
    }

    public function speaksAgainstProofs(): bool
    {
        return $this->to->appliesPower();
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->chassis = $state->chassis->declare($this->to, $entry->at);
        $state->warmSince = WarmUp::after($this->to, $entry->at);
        if ($this->to->appliesPower()) {
            $state->conditions = $state->conditions->withoutBleeder();
        }
        $state->ramps = match ($this->to) {
            ChassisState::Ramping => $state->ramps->begun($entry->at, $state->conditions->tubesOut(), $state->conditions),
            ChassisState::Energised => $state->ramps->onCurrent(static fn (Ramp $r): Ramp => $r->energised($entry->at)),
            ChassisState::Discharging => $state->ramps->ended($entry->at),
            ChassisState::Dead, ChassisState::Driven => $state->ramps,
        };
        if (ChassisState::Discharging === $this->to) {
            $state->conditions = $state->conditions->withoutMains();
            $state->stop = $state->stop?->switchedOff();
        }
        if (ChassisState::Ramping === $this->to && [] === $this->stood) {
            // In their own order, since the database keeps no order of names: the same tape must fold to the same state.
            $state->unchecked = array_values(array_intersect(EarlierGates::BEFORE_RAMPING, [...$state->unchecked, ...EarlierGates::unchecked($this->said)]));
        }
        $gone = array_values(array_filter($this->stood, static fn (Gate $g): bool => GateState::Overridden === $g->state));
        if ([] !== $this->hazards || [] !== $gone) {
            $state->overrides[] = new PowerOverride($entry->at, $entry->personId, $this->reason, $this->hazards, $gone, $this->role);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
