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
use Yew\Core\Safety\Gates;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TrialKind;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Shop\Meters;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Tape\Projection\ColdFold;

/** Whether an entry fits the chassis as it was when observed (SAFE-1, SAFE-1a, SAFE-2, SAFE-2a, SAFE-6), and what its text says. */
final readonly class Fitting
{
    public function __construct(private Meters $meters, private TubeCatalogue $tubes)
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
     * @throws BadData    for conditions that cannot be read
     */
    public function read(string $kind, array $payload, BenchFold $fold, ?Sheet $sheet): array
    {
        return match ($kind) {
            'trial' => $this->readTrial($payload),
            'reading', 'discharge-proof' => $this->readVolts($kind, $payload, $fold),
            'conditions' => self::withBleederIsland($payload, $sheet),
            'state-change' => ChassisState::Ramping->value === ($payload['to'] ?? null) ? [...$payload, 'gates' => Gates::answered(BenchFold::named($payload['gates'] ?? []))] : $payload,
            default => $payload,
        };
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     *
     * @throws CannotRead
     */
    private function readVolts(string $kind, array $payload, BenchFold $fold): array
    {
        $function = 'reading' === $kind ? MeterFunction::from(self::text($payload, 'function')) : MeterFunction::DcVolts;
        $quantity = QuantityParser::parse(self::text($payload, 'text'), $function->unit());
        $tapped = [];
        foreach (\is_array($payload['tapped'] ?? null) ? $payload['tapped'] : [] as $text) {
            $seen = QuantityParser::parse(\is_string($text) ? $text : '', $function->unit());
            $tapped[] = $seen->plain() ?? throw CannotRead::noValue($seen, 'each value seen while tapping');
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
        $test = ColdFold::trial($payload);
        $objection = $test->objection();
        if (null !== $objection) {
            throw $objection;
        }
        $figures = array_map(static fn (Quantity $q): array => ['kind' => $q->kind->value, 'value' => $q->value, 'unit' => $q->unit?->value, 'resolution' => $q->resolution], $test->figures);

        return [...$payload, ...('' === $test->subject ? [] : ['subject' => $test->subject]), 'figures' => (object) $figures, 'said' => (object) $test->said];
    }

    /**
     * A bleeder keeps one bank discharged: the one that holds its node.
     *
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     */
    private static function withBleederIsland(array $payload, ?Sheet $sheet): array
    {
        $bleeder = Conditions::decode($payload['facts'] ?? null, 'payload.facts')->bleeder();
        $island = null === $sheet || [] === $sheet->islands ? Projections::WHOLE_CHASSIS : $sheet->islandAt($bleeder['node'] ?? '')?->id;

        return null === $bleeder || null === $island ? $payload : [...$payload, 'bleederIsland' => $island];
    }

    /**
     * A change of the unit as the tape keeps it, or why it does not fit.
     *
     * @param array<string, mixed> $payload as typed
     * @param list<string>         $known   parts that somebody tested or found something on, besides those of the sheet
     *
     * @return array{array<string, mixed>, array{code: string, figures: array<string, mixed>}|null}
     */
    public function change(array $payload, ChassisState $state, ?SheetModel $model, ?Sheet $sheet, array $known): array
    {
        $renewal = FittedChange::renewal(self::text($payload, 'text'));
        if (null !== $renewal) {
            return [$renewal->toArray(), match (true) {
                !self::isKnown($renewal->target(), $sheet, $known) => self::because('no-such-part', ['part' => $renewal->target()]),
                ChassisState::Dead !== $state && $renewal->needsHandsInside() => self::because('parts-only-when-dead', ['text' => $renewal->text]),
                default => null,
            }];
        }
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
     * A part of the sheet, or one that the technician named before; without a sheet any.
     *
     * @param list<string> $known
     */
    private static function isKnown(string $part, ?Sheet $sheet, array $known): bool
    {
        return null === $sheet || \in_array($part, $known, true) || \in_array(explode('/', $part)[0], array_map(static fn (string $p): string => explode('/', $p)[0], $known), true) || $sheet->names($part);
    }

    /**
     * @param array<string, mixed> $payload as read() gave it
     * @param list<string>         $islands
     *
     * @return array{code: string, figures: array<string, mixed>}|null why it does not fit; null when it does
     *
     * @throws BadData for conditions that cannot be read
     */
    public function refusal(string $kind, array $payload, BenchFold $fold, array $islands, ?Sheet $sheet): ?array
    {
        $state = $fold->chassis->state;

        return match ($kind) {
            'reading' => $this->reading($payload, $state, $sheet),
            'trial' => self::trial(ColdFold::trial($payload), $state),
            'discharge-proof' => match (true) {
                !\in_array($payload['island'], $islands, true) => self::because('no-such-island', []),
                !\in_array($state, [ChassisState::Discharging, ChassisState::Dead], true) => self::because('proof-needs-discharging', ['state' => $state->value]),
                default => $this->range($payload, MeterFunction::DcVolts),
            },
            'state-change' => self::transition($payload, $fold, $sheet),
            'conditions' => self::conditions($payload, $fold),
            'accept', 'correction', 'note', 'sheet-chosen', 'shelf-move', 'close-out', 'finding', 'left-alone', 'photo', 'book-in', 'report-issued' => null,
            default => self::because('unknown-kind', ['kind' => $kind]),
        };
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private function reading(array $payload, ChassisState $state, ?Sheet $sheet): ?array
    {
        $place = self::text($payload, 'place');
        if (null !== $sheet && !isset($payload['placeAnswer']) && !$sheet->hasPlace($place, $this->tubes)) {
            return self::because('no-such-place', ['place' => $place]);
        }
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
    private static function trial(TakenTest $test, ChassisState $state): ?array
    {
        if (!\in_array($state, $test->kind->states(), true)) {
            return self::because('trial-state', ['test' => $test->kind->value, 'state' => $state->value, 'wanted' => array_map(static fn (ChassisState $s): string => $s->value, $test->kind->states())]);
        }
        if (TrialKind::Capacitor === $test->kind && !$test->lifted) {
            $leaks = isset($test->figures['leakAmperes']);
            $measures = isset($test->figures['farads']) || isset($test->figures['esrOhms']);
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
        if (null === $meter || null === $highest || abs($value) <= $highest || \in_array($payload['kind'] ?? null, [ReadingKind::Above->value, ReadingKind::Overload->value], true)) {
            return null;
        }

        return self::because('beyond-meter', ['meterName' => $meter->name, 'highestVolts' => $highest]);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private static function transition(array $payload, BenchFold $fold, ?Sheet $sheet): ?array
    {
        $state = $fold->chassis->state;
        $to = ChassisState::from(self::text($payload, 'to'));
        if (!\in_array($to, $state->declarable(), true)) {
            return self::because('transition', ['from' => $state->value, 'to' => $to->value, 'advice' => match (true) {
                $to === $state => 'It is there already.',
                ChassisState::Discharging === $state => 'Prove every bank discharged first.',
                default => 'Switch off first.',
            }]);
        }
        $gates = BenchFold::named($payload['gates'] ?? []);
        if ($to->appliesPower() && null !== $fold->chassis->bleederOn && 'yes' !== ($gates['bleeder-off'] ?? null)) {
            return self::because('bleeder-on', []);
        }
        if (ChassisState::Driven !== $to) {
            return null;
        }
        if ('yes' !== ($gates['isolated-source'] ?? null) || 'yes' !== ($gates['output-tubes-out'] ?? null)) {
            return self::because('gates-open', []);
        }
        $out = $fold->conditions->tubesOut();
        $in = null === $out ? [] : array_values(array_filter($sheet->tubes ?? [], static fn (TubePosition $t): bool => $t->output && !\in_array($t->position, $out, true)));

        return [] === $in ? null : self::because('driven-tubes-in', ['positions' => array_map(static fn (TubePosition $t): string => $t->position, $in)]);
    }

    /**
     * @param array<string, mixed> $payload as read() gave it
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private static function conditions(array $payload, BenchFold $fold): ?array
    {
        $stated = Conditions::decode($payload['facts'] ?? null, 'payload.facts');
        if (null !== $stated->bleeder() && !isset($payload['bleederIsland'])) {
            return self::because('bleeder-nowhere', ['node' => $stated->bleeder()['node']]);
        }
        $moved = ChassisState::Dead === $fold->chassis->state ? null : $fold->conditions->tubeMovedBy($stated);

        return null === $moved ? null : self::because('tubes-only-when-dead', []);
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
