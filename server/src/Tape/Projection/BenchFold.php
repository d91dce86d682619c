<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Projection;

use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\ProofReading;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Gates;
use Yew\Core\Safety\Stop;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Server\Tape\Entity\TapeEntry;

/** The current state of one unit on one job, folded entry by entry from its tape in the order things were observed. */
final class BenchFold
{
    /** Readings kept per point, the worst as given then always among them (contract §7). What is older stands on the tape. */
    private const KEPT = 12;

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
    /** @var list<string> gates passed without the tool having checked them, or that were not sent */
    public array $unchecked = [];
    /** A stop rule that was broken and whose cause has no entry yet. */
    public ?Stop $stop = null;
    /** @var list<array{at: float, personId: string, reason: string, hazards: list<array<string, mixed>>}> power given against what was known, with the reason */
    public array $overrides = [];

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
        $at = $entry->observedSeconds();
        $this->chassis = $this->chassis->at($at, $islands);
        try {
            if (null === $entry->refusal) {
                $this->take($entry, $at, $islands, $withdrawn);
            } elseif (self::speaksAgainstProofs($entry)) {
                $this->chassis = $this->chassis->doubted($at);
            }
        } catch (BadData|CannotRead|\UnexpectedValueException|\ValueError) {
            // An entry that an earlier version took and this one cannot read stays on the tape and counts nowhere: one entry stops no job.
        }
        $this->chassis = null === $entry->refusal ? $this->chassis->seen($at) : $this->chassis;
        $this->lastObserved = max($this->lastObserved, $at);
    }

    /**
     * @param list<string> $islands
     * @param list<string> $withdrawn
     */
    private function take(TapeEntry $entry, float $at, array $islands, array $withdrawn): void
    {
        match ($entry->kind) {
            'state-change' => $this->changeState($entry, $at),
            'conditions' => $this->state($entry, $at),
            'discharge-proof' => $this->chassis = $this->chassis->prove(self::text($entry->payload, 'island'), self::proofReading($entry), $at, $islands),
            'reading' => \in_array($entry->id, $withdrawn, true) ? null : $this->read($entry, $at),
            'as-fitted' => $this->fit(FittedChange::fromFields(Fields::of($entry->payload)), $at),
            'accept' => $this->accept($entry->payload),
            'correction' => $this->correct($entry->payload),
            'trial', 'finding', 'left-alone', 'photo' => \in_array($entry->id, $withdrawn, true) ? null : $this->cold->apply($entry),
            'close-out' => $this->closeOut = $entry->payload,
            default => null,
        };
        $to = $entry->payload['to'] ?? null;
        if (!\in_array($entry->id, $withdrawn, true)) {
            $this->stop = $this->stop?->after($entry->kind, \is_string($to) ? $to : null) ?? ('reading' === $entry->kind ? $this->stopAt($entry, $at) : null);
        }
    }

    /**
     * What was refused still speaks against the proofs: a step up (contract §4), and volts on a chassis that was thought dead.
     */
    private static function speaksAgainstProofs(TapeEntry $entry): bool
    {
        $to = $entry->payload['to'] ?? null;
        $volts = 'discharge-proof' === $entry->kind || ('reading' === $entry->kind && MeterFunction::DcVolts->value === ($entry->payload['function'] ?? null));

        return match (true) {
            'state-change' === $entry->kind => \is_string($to) && true === ChassisState::tryFrom($to)?->appliesPower(),
            $volts => isset($entry->payload['kind']) && !self::proofReading($entry)->isLow(),
            default => false,
        };
    }

    /** The volts of a discharge proof, with what makes them evidence. */
    public static function proofReading(TapeEntry $entry): ProofReading
    {
        return ProofReading::of(
            ReadingKind::tryFrom(self::text($entry->payload, 'kind')) ?? ReadingKind::Overload, self::figure($entry->payload, 'value'),
            null !== ($entry->payload['meterId'] ?? null), $entry->receivedSeconds(), true === ($entry->payload['clockSeen'] ?? false),
        );
    }

    /**
     * Why an entry is not taken while a stop stands; null when it is.
     *
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    public function lockedFor(string $kind, array $payload): ?array
    {
        $to = $payload['to'] ?? null;
        if (null === $this->stop || $this->stop->takes($kind, \is_string($to) ? $to : null)) {
            return null;
        }

        return ['code' => 'after-stop', 'figures' => ['place' => $this->stop->place, 'advice' => $this->stop->isOff ? 'Write what you find as a finding; then it goes on.' : 'Switch off, prove it discharged, and write what you find as a finding.']];
    }

    private function stopAt(TapeEntry $entry, float $at): ?Stop
    {
        $judgement = $entry->judgement ?? [];
        $code = $judgement['reasonCode'] ?? '';
        $figures = self::named($judgement['figures'] ?? []);
        $worst = $figures['worstReason'] ?? null;
        $verdict = $judgement['verdict'] ?? '';

        return Stop::brokenBy(self::text($entry->payload, 'place'), Verdict::tryFrom(\is_string($verdict) ? $verdict : ''), \is_string($code) ? $code : '', \is_string($worst) ? $worst : null, $figures, $this->chassis->state, $at);
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
        // Many readings share the conditions they were taken under: each set stands here once, in an order that depends on nothing else.
        $stated = $said = [];
        foreach (array_merge(...array_values($this->readings)) as $record) {
            $said[spl_object_id($record->conditions)] ??= CanonicalJson::encode($record->conditions->toArray());
            $stated[$said[spl_object_id($record->conditions)]] ??= $record->conditions->toArray();
        }
        ksort($stated);
        $places = array_flip(array_keys($stated));

        return [
            'bookedIn' => $this->bookedIn,
            'chassis' => $this->chassis->toArray(),
            'conditions' => $this->conditions->toArray(),
            'conditionsId' => $this->conditionsId,
            'warmSince' => $this->warmSince,
            'lastObserved' => $this->lastObserved,
            'stated' => array_values($stated),
            'readings' => array_map(static fn (array $records): array => array_map(static fn (ReadingRecord $r): array => $r->toArray($places[$said[spl_object_id($r->conditions)]]), $records), $this->readings),
            'fitted' => array_map(static fn (FittedChange $c): array => $c->toArray(), $this->fitted->all),
            'cold' => $this->cold->toArray(),
            'closeOut' => $this->closeOut,
            'unchecked' => $this->unchecked,
            'stop' => $this->stop?->toArray(),
            'overrides' => $this->overrides,
        ];
    }

    /** @param array<string, mixed> $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        $fields = Fields::of($data);
        $fold = new self($fields->number('bookedIn'));
        /** @var array{state: string, since: float|int, proofs: array<string, array{volts: float|int, at: float|int, confirms: bool, receivedAt?: float|int, clockSeen?: bool}>, bleederOn?: string|null, lastSeen: float|int, expired?: array<string, array{volts: float|int, at: float|int, confirms: bool, receivedAt?: float|int, clockSeen?: bool}>} $chassis written by toArray() */
        $chassis = $data['chassis'];
        $fold->chassis = Chassis::fromArray($chassis);
        $fold->conditions = Conditions::decode($data['conditions'] ?? []);
        $fold->conditionsId = $fields->optionalString('conditionsId');
        $fold->warmSince = $fields->optionalNumber('warmSince');
        $fold->lastObserved = $fields->number('lastObserved');
        $stated = array_map(Conditions::decode(...), array_values(self::named($data['stated'] ?? [])));
        foreach (self::named($data['readings'] ?? []) as $key => $records) {
            foreach (\is_array($records) ? array_values($records) : [] as $record) {
                $fold->readings[$key][] = ReadingRecord::fromFields(Fields::of($record), $stated);
            }
        }
        $fold->fitted = new FittedChanges(array_map(FittedChange::fromFields(...), $fields->has('fitted') ? $fields->objects('fitted') : []));
        $fold->cold = ColdFold::fromArray($data['cold'] ?? []);
        $fold->closeOut = null === ($data['closeOut'] ?? null) ? null : self::named($data['closeOut']);
        $fold->unchecked = $fields->strings('unchecked');
        /** @var array{place: string, code: string, figures: array<string, mixed>, at: float|int, isOff: bool, hasCause: bool}|null $stop written by toArray() */
        $stop = $data['stop'] ?? null;
        $fold->stop = null === $stop ? null : Stop::fromArray($stop);
        /** @var list<array{at: float, personId: string, reason: string, hazards: list<array<string, mixed>>}> $overrides likewise */
        $overrides = $data['overrides'] ?? [];
        $fold->overrides = $overrides;

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
        if ($to->appliesPower()) {
            $this->conditions = $this->conditions->withoutBleeder();
        }
        if (ChassisState::Ramping !== $to) {
            return;
        }
        // In their own order, since the database keeps no order of names: the same tape must fold to the same state.
        $unchecked = [...$this->unchecked, ...Gates::unchecked(self::named($entry->payload['gates'] ?? []))];
        $this->unchecked = array_values(array_intersect(Gates::BEFORE_RAMPING, $unchecked));
        $hazards = \is_array($entry->payload['hazards'] ?? null) ? array_values(array_map(self::named(...), $entry->payload['hazards'])) : [];
        if ([] !== $hazards) {
            $this->overrides[] = ['at' => $at, 'personId' => $entry->personId, 'reason' => self::text($entry->payload, 'reason'), 'hazards' => $hazards];
        }
    }

    private function state(TapeEntry $entry, float $at): void
    {
        $before = $this->conditions;
        $this->conditions = $before->with(Conditions::decode(self::dated($entry->payload['facts'] ?? [], $entry->observedAt)));
        $this->conditionsId = $entry->id;
        $moved = null !== $before->limited() && $before->limited() !== $this->conditions->limited();
        $shifted = null !== $before->mainsVolts() && null !== $this->conditions->mainsVolts() && abs($this->conditions->mainsVolts() - $before->mainsVolts()) > 0.02 * $before->mainsVolts();
        if (null !== $this->warmSince && ($moved || $shifted)) {
            $this->warmSince = $at;
        }
        $stated = self::named($entry->payload['facts'] ?? []);
        if (\array_key_exists('bleeder', $stated)) {
            $island = $entry->payload['bleederIsland'] ?? null;
            $this->chassis = $this->chassis->withBleeder(null === $this->conditions->bleeder() || !\is_string($island) ? null : $island);
        }
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
        $this->readings[$record->key()] = self::kept([...$this->readings[$record->key()] ?? [], $record]);
    }

    /**
     * @param non-empty-list<ReadingRecord> $records
     *
     * @return list<ReadingRecord>
     */
    private static function kept(array $records): array
    {
        if (\count($records) <= self::KEPT) {
            return $records;
        }
        $severity = static fn (ReadingRecord $r): int => \is_string($r->then['verdict'] ?? null) ? Verdict::tryFrom($r->then['verdict'])?->severity() ?? 0 : 0;
        $oldest = $records[0];
        // The oldest goes; where it is the worst, the one after it.
        unset($records[$severity($oldest) > max(array_map($severity, \array_slice($records, 1))) ? 1 : 0]);

        return array_values($records);
    }

    private function fit(FittedChange $change, float $at): void
    {
        $this->fitted = $this->fitted->with($change);
        $this->cold->renew($change, $at);
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
