<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A meter was set to a function and its jack looked at, or taken off the unit. Set while dead, and never by what it shows (SAFE-7). */
final readonly class MeterSet implements Statement
{
    /** @param MeterFunction|null $function null: it is taken off */
    private function __construct(public string $meterId, public ?MeterFunction $function, private string $leads, private ?string $place, private bool $jackSeen)
    {
    }

    /** @throws BadData */
    public static function kept(Fields $payload): self
    {
        $leads = $payload->optionalString('leads', 20) ?? 'probe';

        return new self(
            $payload->string('meterId', 40), $payload->has('function') ? $payload->oneOf('function', MeterFunction::class) : null,
            \in_array($leads, MeterSetting::LEADS, true) ? $leads : throw $payload->fault('leads', implode(', ', MeterSetting::LEADS).' are known'), $payload->optionalString('place', 40), $payload->optionalBoolean('jackSeen', false),
        );
    }

    public function toArray(): array
    {
        return [
            'meterId' => $this->meterId, ...(null === $this->function ? [] : ['function' => $this->function->value, 'leads' => $this->leads, 'jackSeen' => $this->jackSeen]), ...(null === $this->place ? [] : ['place' => $this->place]),
        ];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $meter = $then->unit->meters()->find($this->meterId);
        if (null === $meter) {
            return new Refusal('no-such-meter');
        }
        $setting = $then->state->meters[$this->meterId] ?? null;
        if (null === $this->function) {
            // A probe is taken away whenever somebody likes; clips and what carries the current are not.
            return null === $setting || 'probe' === $setting->leads || ChassisState::Dead === $then->state->chassis->state ? null : new Refusal('meter-only-when-dead', ['meterName' => $meter->name]);
        }
        if (null === $meter->highest($this->function)) {
            return new Refusal('meter-lacks-function', ['meterName' => $meter->name, 'functionWord' => $this->function->unit()->word()]);
        }
        if (ChassisState::Dead !== $then->state->chassis->state) {
            return new Refusal('meter-only-when-dead', ['meterName' => $meter->name]);
        }

        return $this->jackSeen ? null : new Refusal('jack-not-seen', ['meterName' => $meter->name]);
    }

    public function isTakenDuringStop(): bool
    {
        return false;
    }

    public function speaksAgainstProofs(): bool
    {
        return false;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        unset($state->meters[$this->meterId]);
        if (null !== $this->function) {
            $state->meters[$this->meterId] = new MeterSetting($this->meterId, $this->function, $this->leads, $this->place, $entry->at);
            ksort($state->meters);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
