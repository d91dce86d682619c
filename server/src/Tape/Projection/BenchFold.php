<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Projection;

use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Server\Tape\Entity\TapeEntry;

/** The current state of one unit on one job, folded entry by entry from its tape in the order things were observed. */
final class BenchFold
{
    /** Readings kept per point: the one that counts, and the one before it (JUDGE-3). What is older stands on the tape. */
    private const KEPT = 2;

    public Chassis $chassis;
    public Conditions $conditions;
    public ?string $conditionsId = null;
    /** Seconds since the epoch from which warm-up counts (COND-3, COND-3a). */
    public ?float $warmSince = null;
    public float $lastObserved;
    /** @var array<string, list<ReadingRecord>> by point key, oldest first */
    public array $readings = [];
    /** What this job changed on the unit, or found in it. */
    public FittedChanges $fitted;
    /** @var array<string, mixed>|null payload of the last close-out */
    public ?array $closeOut = null;
    /** What the cold bench found. */
    public ColdFold $cold;
    /** @var list<string> gates passed without the tool having checked them */
    public array $unchecked = [];

    private function __construct(public readonly float $bookedIn)
    {
        $this->chassis = Chassis::bookedIn($bookedIn);
        $this->conditions = Conditions::unknown();
        $this->fitted = new FittedChanges();
        $this->cold = new ColdFold();
        $this->lastObserved = $bookedIn;
    }

    public static function start(float $bookedIn): self
    {
        return new self($bookedIn);
    }

    public function __clone()
    {
        // Every other member is a value or immutable: a shallow copy is a full one.
        $this->cold = clone $this->cold;
    }

    /**
     * @param list<string> $islands   ids of the unit's charge islands
     * @param list<string> $withdrawn ids of readings that were taken back; they count nowhere
     */
    public function apply(TapeEntry $entry, array $islands, array $withdrawn = []): void
    {
        if (null !== $entry->refusal) {
            return;
        }
        $at = $entry->observedSeconds();
        $this->chassis = $this->chassis->at($at, $islands);
        match ($entry->kind) {
            'state-change' => $this->changeState($entry, $at),
            'conditions' => $this->state($entry, $at),
            'discharge-proof' => $this->chassis = $this->chassis->prove(self::text($entry->payload, 'island'), self::figure($entry->payload, 'value'), $at, $islands),
            'reading' => \in_array($entry->id, $withdrawn, true) ? null : $this->read($entry, $at),
            'as-fitted' => $this->fitted = $this->fitted->with(FittedChange::fromFields(Fields::of($entry->payload))),
            'accept' => $this->accept($entry->payload),
            'correction' => $this->correct($entry->payload),
            'trial', 'finding', 'left-alone', 'photo' => \in_array($entry->id, $withdrawn, true) ? null : $this->cold->apply($entry),
            'close-out' => $this->closeOut = $entry->payload,
            default => null,
        };
        $this->chassis = $this->chassis->seen($at);
        $this->lastObserved = max($this->lastObserved, $at);
    }

    public function latest(string $key): ?ReadingRecord
    {
        $records = $this->readings[$key] ?? [];

        return [] === $records ? null : $records[\count($records) - 1];
    }

    public function find(string $entryId): ?ReadingRecord
    {
        foreach ($this->readings as $records) {
            foreach ($records as $record) {
                if ($record->entryId === $entryId) {
                    return $record;
                }
            }
        }

        return null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'bookedIn' => $this->bookedIn,
            'chassis' => $this->chassis->toArray(),
            'conditions' => $this->conditions->toArray(),
            'conditionsId' => $this->conditionsId,
            'warmSince' => $this->warmSince,
            'lastObserved' => $this->lastObserved,
            'readings' => array_map(static fn (array $records): array => array_map(static fn (ReadingRecord $r): array => $r->toArray(), $records), $this->readings),
            'fitted' => array_map(static fn (FittedChange $c): array => $c->toArray(), $this->fitted->all),
            'cold' => $this->cold->toArray(),
            'closeOut' => $this->closeOut,
            'unchecked' => $this->unchecked,
        ];
    }

    /** @param array<string, mixed> $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        $fields = Fields::of($data);
        $fold = new self($fields->number('bookedIn'));
        /** @var array{state: string, since: float|int, proofs: array<string, array{volts: float|int, at: float|int, confirms: bool}>, bleederClipped: bool, lastSeen: float|int, expired?: array<string, array{volts: float|int, at: float|int, confirms: bool}>} $chassis written by toArray() */
        $chassis = $data['chassis'];
        $fold->chassis = Chassis::fromArray($chassis);
        $fold->conditions = Conditions::decode($data['conditions'] ?? []);
        $fold->conditionsId = $fields->optionalString('conditionsId');
        $fold->warmSince = $fields->optionalNumber('warmSince');
        $fold->lastObserved = $fields->number('lastObserved');
        foreach (self::named($data['readings'] ?? []) as $key => $records) {
            foreach (\is_array($records) ? array_values($records) : [] as $record) {
                $fold->readings[$key][] = ReadingRecord::fromFields(Fields::of($record));
            }
        }
        $fold->fitted = new FittedChanges(array_map(FittedChange::fromFields(...), $fields->has('fitted') ? $fields->objects('fitted') : []));
        $fold->cold = ColdFold::fromArray($data['cold'] ?? []);
        $fold->closeOut = null === ($data['closeOut'] ?? null) ? null : self::named($data['closeOut']);
        $fold->unchecked = $fields->strings('unchecked');

        return $fold;
    }

    /** @return array<string, mixed> an array with text keys, as JSON objects come out of the database */
    public static function named(mixed $data): array
    {
        $named = [];
        foreach (\is_array($data) ? $data : [] as $key => $value) {
            $named[(string) $key] = $value;
        }

        return $named;
    }

    private function changeState(TapeEntry $entry, float $at): void
    {
        $to = ChassisState::from(self::text($entry->payload, 'to'));
        $this->chassis = $this->chassis->declare($to, $at);
        $this->warmSince = match ($to) {
            ChassisState::Ramping, ChassisState::Energised => $at,
            default => null,
        };
        $unchecked = array_keys(self::named($entry->payload['gates'] ?? []), 'not-checked-by-the-tool', true);
        // Sorted, since the database keeps no order of names: the same tape must fold to the same state.
        $this->unchecked = array_values(array_unique([...$this->unchecked, ...$unchecked]));
        sort($this->unchecked);
    }

    private function state(TapeEntry $entry, float $at): void
    {
        $before = $this->conditions;
        $this->conditions = $before->with(Conditions::decode(self::dated($entry->payload['facts'] ?? [], $entry->observedAt)));
        $this->conditionsId = $entry->id;
        $moved = null !== $before->limited() && $before->limited() !== $this->conditions->limited();
        $shifted = null !== $before->inletVolts() && null !== $this->conditions->inletVolts() && abs($this->conditions->inletVolts() - $before->inletVolts()) > 0.02 * $before->inletVolts();
        if (null !== $this->warmSince && ($moved || $shifted)) {
            $this->warmSince = $at;
        }
        $this->chassis = $this->chassis->withBleeder(null !== $this->conditions->bleeder());
    }

    private function read(TapeEntry $entry, float $at): void
    {
        $p = $entry->payload;
        $tapped = [];
        foreach (\is_array($p['tappedValues'] ?? null) ? $p['tappedValues'] : [] as $value) {
            $tapped[] = is_numeric($value) ? (float) $value : 0.0;
        }
        $meterId = $p['meterId'] ?? null;
        $record = new ReadingRecord(
            $entry->id,
            self::text($p, 'place'),
            MeterFunction::from(self::text($p, 'function')),
            self::text($p, 'text'),
            ReadingKind::from(self::text($p, 'kind')),
            self::figure($p, 'value'),
            self::figure($p, 'resolution'),
            $tapped,
            \is_string($meterId) ? $meterId : $this->conditions->meterId(),
            $this->conditions,
            $this->chassis->state,
            null === $this->warmSince ? null : max(0.0, ($at - $this->warmSince) / 60),
            $at,
            $entry->personId,
            $entry->judgement,
            null,
            \count($this->fitted->all),
        );
        $this->readings[$record->key()] = \array_slice([...$this->readings[$record->key()] ?? [], $record], -self::KEPT);
    }

    /** @param array<string, mixed> $payload */
    private function accept(array $payload): void
    {
        $reason = self::text($payload, 'reason');
        $this->change(self::text($payload, 'reading'), static fn (ReadingRecord $r): ReadingRecord => $r->accept($reason));
    }

    /** @param array<string, mixed> $payload */
    private function correct(array $payload): void
    {
        $span = self::named($payload['span'] ?? []);
        if ([] === $span) {
            return;
        }
        $from = (float) (new \DateTimeImmutable(self::text($span, 'from')))->format('U.u');
        $to = \is_string($span['to'] ?? null) ? (float) (new \DateTimeImmutable($span['to']))->format('U.u') : \INF;
        $stated = Conditions::decode(['inletVolts' => ['value' => self::figure($span, 'inletVolts'), 'how' => 'measured', 'at' => self::text($span, 'from')]]);
        foreach ($this->readings as $key => $records) {
            $this->readings[$key] = array_map(static fn (ReadingRecord $r): ReadingRecord => $r->observedAt >= $from && $r->observedAt <= $to ? $r->under($r->conditions->with($stated)) : $r, $records);
        }
        if (\INF === $to) {
            $this->conditions = $this->conditions->with($stated);
        }
    }

    /** @param \Closure(ReadingRecord): ReadingRecord $change */
    private function change(string $entryId, \Closure $change): void
    {
        foreach ($this->readings as $key => $records) {
            $this->readings[$key] = array_map(static fn (ReadingRecord $r): ReadingRecord => $r->entryId === $entryId ? $change($r) : $r, $records);
        }
    }

    /** @return array<string, mixed> facts with the moment they were stated, where they bring none */
    private static function dated(mixed $facts, \DateTimeImmutable $at): array
    {
        return array_map(static fn (mixed $fact): mixed => \is_array($fact) ? [...$fact, 'at' => $fact['at'] ?? $at->format(\DATE_RFC3339)] : $fact, self::named($facts));
    }

    /** @param array<string, mixed> $payload */
    private static function text(array $payload, string $name): string
    {
        $value = $payload[$name] ?? null;

        return \is_string($value) ? $value : throw new \UnexpectedValueException('the tape holds no text in '.$name);
    }

    /** @param array<string, mixed> $payload */
    private static function figure(array $payload, string $name): float
    {
        $value = $payload[$name] ?? null;

        return is_numeric($value) ? (float) $value : throw new \UnexpectedValueException('the tape holds no number in '.$name);
    }
}
