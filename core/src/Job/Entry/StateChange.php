<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\MeterSetting;
use Yew\Core\Job\PowerOverride;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\Gates;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\WarmUp;

/** Somebody says into which state the chassis goes; dead is proved, never said. */
final readonly class StateChange implements Statement
{
    /**
     * @param array<string, mixed> $gates   answers by gate
     * @param list<Hazard>         $hazards what the record knew that speaks against it
     */
    public function __construct(public ChassisState $to, public array $gates, public string $reason, public array $hazards)
    {
    }

    public static function kept(Fields $payload): self
    {
        $hazards = $payload->raw('hazards');

        return new self($payload->oneOf('to', ChassisState::class), Fields::named($payload->raw('gates')), $payload->optionalText('reason'), array_map(static fn (mixed $h): Hazard => Hazard::fromArray(Fields::named($h)), \is_array($hazards) ? array_values($hazards) : []));
    }

    public function toArray(): array
    {
        return [
            'to' => $this->to->value, ...([] === $this->gates ? [] : ['gates' => $this->gates]), ...('' === $this->reason ? [] : ['reason' => $this->reason]),
            ...([] === $this->hazards ? [] : ['hazards' => array_map(static fn (Hazard $h): array => $h->toArray(), $this->hazards)]),
        ];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $refusal = ChassisRules::transition($then->state->chassis, $this->to, $this->gates, $then->state->conditions, $then->unit->sheet()) ?? $this->meterInTheWay($then);
        if (null !== $refusal || [] === $this->hazards || '' !== trim($this->reason)) {
            return $refusal;
        }

        return new Refusal('hazards-unanswered', ['parts' => array_values(array_unique(array_map(static fn (Hazard $h): string => $h->part, $this->hazards)))]);
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
        if (ChassisState::Discharging === $this->to) {
            $state->stop = $state->stop?->switchedOff();
        }
        if (ChassisState::Ramping === $this->to) {
            // In their own order, since the database keeps no order of names: the same tape must fold to the same state.
            $state->unchecked = array_values(array_intersect(Gates::BEFORE_RAMPING, [...$state->unchecked, ...Gates::unchecked($this->gates)]));
            if ([] !== $this->hazards) {
                $state->overrides[] = new PowerOverride($entry->at, $entry->personId, $this->reason, $this->hazards);
            }
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
