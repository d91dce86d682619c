<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Server\Shop\Meters;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Tape\Projection\ColdFold;

/** Whether an entry fits the chassis as it was when observed (SAFE-1, SAFE-1a, SAFE-2, SAFE-2a, SAFE-6), and what its text says. */
final readonly class Fitting
{
    public function __construct(private Meters $meters)
    {
    }

    /**
     * The payload as the tape keeps it: what was typed, with what it says beside it.
     *
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     *
     * @throws CannotRead when the text cannot be read
     */
    public function read(string $kind, array $payload, BenchFold $fold): array
    {
        if ('trial' === $kind) {
            return $this->readTrial($payload);
        }
        if ('reading' !== $kind && 'discharge-proof' !== $kind) {
            return $payload;
        }
        $function = 'reading' === $kind ? MeterFunction::from(self::text($payload, 'function')) : MeterFunction::DcVolts;
        $quantity = QuantityParser::parse(self::text($payload, 'text'), $function->unit());
        $tapped = [];
        foreach (\is_array($payload['tapped'] ?? null) ? $payload['tapped'] : [] as $text) {
            $tapped[] = QuantityParser::parse(\is_string($text) ? $text : '', $function->unit())->value;
        }
        $meterId = $payload['meterId'] ?? $fold->conditions->meterId();
        $meter = $this->meters->find(\is_string($meterId) ? $meterId : null);

        return [
            ...$payload,
            'meterId' => $meter?->id,
            'kind' => [] === $tapped ? $quantity->kind->value : ReadingKind::Intermittent->value,
            'value' => $quantity->value,
            'unit' => $function->unit()->value,
            'resolution' => $quantity->resolution,
            'range' => $meter?->rangeFor($function, $quantity->value)?->max,
            ...([] === $tapped ? [] : ['tappedValues' => $tapped]),
        ];
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     *
     * @throws CannotRead
     */
    private function readTrial(array $payload): array
    {
        $trial = ColdFold::trial($payload);
        $figures = array_map(static fn (Quantity $q): array => ['kind' => $q->kind->value, 'value' => $q->value, 'unit' => $q->unit?->value, 'resolution' => $q->resolution], $trial->figures);

        return [...$payload, ...('' === $trial->subject ? [] : ['subject' => $trial->subject]), 'figures' => (object) $figures, 'said' => (object) $trial->said];
    }

    /**
     * A change of the unit as the tape keeps it, or why it does not fit.
     *
     * @param array<string, mixed> $payload as typed
     *
     * @return array{array<string, mixed>, array{code: string, figures: array<string, mixed>}|null}
     */
    public function change(array $payload, ChassisState $state, ?SheetModel $model): array
    {
        if (null === $model) {
            return [$payload, self::because('no-circuit', [])];
        }
        try {
            $change = $model->read(self::text($payload, 'text'));
        } catch (BadData $e) {
            return [$payload, self::because('no-such-change', ['sentence' => $e->sentence])];
        }

        return [$change->toArray(), $change->needsHandsInside() && ChassisState::Dead !== $state ? self::because('parts-only-when-dead', ['text' => $change->text]) : null];
    }

    /**
     * @param array<string, mixed> $payload as read() gave it
     * @param list<string>         $islands
     *
     * @return array{code: string, figures: array<string, mixed>}|null why it does not fit; null when it does
     *
     * @throws BadData for conditions that cannot be read
     */
    public function refusal(string $kind, array $payload, BenchFold $fold, array $islands): ?array
    {
        $state = $fold->chassis->state;

        return match ($kind) {
            'reading' => $this->reading($payload, $state),
            'trial' => self::trial(ColdFold::trial($payload), $state),
            'discharge-proof' => match (true) {
                !\in_array($payload['island'], $islands, true) => self::because('no-such-island', []),
                !\in_array($state, [ChassisState::Discharging, ChassisState::Dead], true) => self::because('proof-needs-discharging', ['state' => $state->value]),
                default => $this->range($payload, MeterFunction::DcVolts),
            },
            'state-change' => self::transition($payload, $state),
            'conditions' => self::conditions($payload, $fold),
            default => null,
        };
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private function reading(array $payload, ChassisState $state): ?array
    {
        $function = MeterFunction::from(self::text($payload, 'function'));
        if (!$state->takes($function)) {
            return self::because('state', [
                'functionWord' => $function->unit()->word(),
                'state' => $state->value,
                'advice' => ChassisState::Dead === $state ? 'Voltages wait until it is powered.' : ($function->isVoltage() ? 'Take DC volts, or wait until it is powered.' : 'Switch off and prove it discharged first.'),
            ]);
        }

        return $this->range($payload, $function);
    }

    /**
     * Ohms belong on a dead chassis, ratio and insulation on a driven one (SAFE-1, SAFE-1a); a lifted part is off the chassis.
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private static function trial(Trial $trial, ChassisState $state): ?array
    {
        if (!\in_array($state, $trial->kind->states(), true)) {
            return self::because('trial-state', ['test' => $trial->kind->value, 'state' => $state->value, 'wanted' => array_map(static fn (ChassisState $s): string => $s->value, $trial->kind->states())]);
        }
        if (TrialKind::Capacitor === $trial->kind && !$trial->lifted) {
            $leaks = isset($trial->figures['leakAmperes']);
            $measures = isset($trial->figures['farads']) || isset($trial->figures['esrOhms']);
            if ($leaks && ChassisState::Dead === $state) {
                return self::because('leakage-when-driven', []);
            }
            if ($measures && ChassisState::Driven === $state) {
                return self::because('capacitance-when-dead', []);
            }
        }

        return null;
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private function range(array $payload, MeterFunction $function): ?array
    {
        $meter = $this->meters->find(\is_string($payload['meterId'] ?? null) ? $payload['meterId'] : null);
        $highest = $meter?->highest($function);
        $value = is_numeric($payload['value'] ?? null) ? (float) $payload['value'] : 0.0;
        if (null === $meter || null === $highest || abs($value) <= $highest || ReadingKind::Above->value === ($payload['kind'] ?? null)) {
            return null;
        }

        return self::because('beyond-meter', ['meterName' => $meter->name, 'highestVolts' => $highest]);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private static function transition(array $payload, ChassisState $state): ?array
    {
        $to = ChassisState::from(self::text($payload, 'to'));
        if (!\in_array($to, $state->declarable(), true)) {
            return self::because('transition', ['from' => $state->value, 'to' => $to->value, 'advice' => match (true) {
                $to === $state => 'It is there already.',
                ChassisState::Discharging === $state => 'Prove every bank discharged first.',
                default => 'Switch off first.',
            }]);
        }
        $gates = \is_array($payload['gates'] ?? null) ? $payload['gates'] : [];
        if (ChassisState::Driven === $to && ('yes' !== ($gates['isolated-source'] ?? null) || 'yes' !== ($gates['output-tubes-out'] ?? null))) {
            return self::because('gates-open', []);
        }

        return null;
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private static function conditions(array $payload, BenchFold $fold): ?array
    {
        $stated = Conditions::decode($payload['facts'] ?? null, 'payload.facts');
        $before = $fold->conditions->tubesOut();
        $after = $stated->tubesOut();
        if (null === $before || null === $after || ChassisState::Dead === $fold->chassis->state) {
            return null;
        }
        sort($before);
        sort($after);

        return $before === $after ? null : self::because('tubes-only-when-dead', []);
    }

    /**
     * @param array<string, mixed> $figures
     *
     * @return array{code: string, figures: array<string, mixed>}
     */
    private static function because(string $code, array $figures): array
    {
        return ['code' => $code, 'figures' => $figures];
    }

    /** @param array<string, mixed> $payload */
    private static function text(array $payload, string $name): string
    {
        $value = $payload[$name] ?? null;

        return \is_string($value) ? $value : '';
    }
}
