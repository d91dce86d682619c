<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Power\Gate;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Ramp\Ramps;
use Yew\Core\Reading\ReadingLog;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\BrokenStop;
use Yew\Core\Safety\Stop;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Station\BiasTarget;
use Yew\Core\Test\TestCatalogue;

/** The current state of one unit on one job, folded entry by entry from its tape in the order things were observed. */
final class UnitState
{
    /** Readings kept per point, the worst as given then always among them (contract §7). What is older stands on the tape. */
    private const KEPT = 12;

    public Chassis $chassis;
    public Conditions $conditions;
    public ?string $conditionsId = null;
    /** Seconds since the epoch from which warm-up counts (COND-3, COND-3a). */
    public ?float $warmSince = null;
    public float $lastObserved;
    /** @var array<string, list<TakenReading>> by point key, oldest first */
    public array $readings = [];
    /** What this job changed on the unit, or found in it. */
    public FittedChanges $fitted;
    /** @var array<string, mixed>|null payload of the last close-out */
    public ?array $closeOut = null;
    public BenchRecord $record;
    public WorkRecord $work;
    /** @var array<string, MeterSetting> meters that hang on the unit, by id */
    public array $meters = [];
    /** What was done under power. */
    public Ramps $ramps;
    /** @var list<string> gates that earlier versions let pass without having checked them, or that were not sent */
    public array $unchecked = [];
    /** A stop rule that was broken and whose cause has no entry yet. */
    public ?Stop $stop = null;
    /** @var list<BrokenStop> every stop rule that was broken on this job, and every red plate seen */
    public array $broken = [];
    /** @var list<PowerOverride> power given against what was known */
    public array $overrides = [];

    /** @var array<string, BiasTarget> where output stages are to idle by the word of this job, by stage */
    public array $biasTargets = [];

    private function __construct(public readonly float $bookedIn)
    {
        $this->chassis = Chassis::bookedIn($bookedIn);
        $this->conditions = Conditions::unknown();
        $this->fitted = new FittedChanges();
        $this->record = new BenchRecord();
        $this->work = new WorkRecord();
        $this->ramps = new Ramps();
        $this->lastObserved = $bookedIn;
    }

    /** @param float $bookedIn seconds since the epoch */
    public static function start(float $bookedIn): self
    {
        return new self($bookedIn);
    }

    public function __clone()
    {
        // Every other member is a value or immutable: a shallow copy is a full one.
        $this->record = clone $this->record;
    }

    /**
     * The state with one more entry.
     *
     * @param list<string> $islands   ids of the unit's charge islands
     * @param bool         $withdrawn it was taken back, and counts nowhere
     */
    public function after(Entry $entry, array $islands, bool $withdrawn = false): self
    {
        $state = clone $this;
        $state->apply($entry, $islands, $withdrawn);

        return $state;
    }

    /**
     * Folds an entry into this very state, for a whole tape.
     *
     * @param list<string> $islands ids of the unit's charge islands
     */
    public function apply(Entry $entry, array $islands, bool $withdrawn = false): void
    {
        $this->chassis = $this->chassis->at($entry->at, $islands);
        try {
            if ($entry->isRefused) {
                $this->chassis = true === $entry->said?->speaksAgainstProofs() ? $this->chassis->doubted($entry->at) : $this->chassis;
            } elseif (!$withdrawn) {
                $entry->said?->fold($this, $entry, $islands);
            } else {
                $this->chassis = $this->noSaferWithout($entry, $islands);
            }
        } catch (BadData|CannotRead|\UnexpectedValueException|\ValueError) {
            // An entry that an earlier version took and this one cannot read stays on the tape and counts nowhere: one entry stops no job.
        }
        $this->chassis = $entry->isRefused ? $this->chassis : $this->chassis->seen($entry->at);
        $this->lastObserved = max($this->lastObserved, $entry->at);
    }

    /**
     * The chassis without an entry that was taken back: what proofs and bleeder ended by it stays ended (contract §4), whatever it was that
     * the entry said.
     *
     * @param list<string> $islands
     */
    private function noSaferWithout(Entry $entry, array $islands): Chassis
    {
        $with = clone $this;
        $entry->said?->fold($with, $entry, $islands);
        $hasEnded = $with->chassis->state->appliesPower() || [] !== array_diff_key($this->chassis->proofs, $with->chassis->proofs);
        $bleeder = null === $with->chassis->bleederOn ? null : $this->chassis->bleederOn;

        return ($hasEnded ? $this->chassis->doubted($entry->at) : $this->chassis)->withBleeder($bleeder);
    }

    /** @param float $now seconds since the epoch */
    public function log(float $now): ReadingLog
    {
        return new ReadingLog($this->readings, $this->conditions, $this->chassis->state, $this->warmSince, $this->fitted, $now);
    }

    public function latest(string $key): ?TakenReading
    {
        $readings = $this->readings[$key] ?? [];

        return [] === $readings ? null : $readings[\count($readings) - 1];
    }

    public function find(string $entryId): ?TakenReading
    {
        foreach ($this->readings as $readings) {
            foreach ($readings as $reading) {
                if ($reading->entryId === $entryId) {
                    return $reading;
                }
            }
        }

        return null;
    }

    /** Whether a gate was gone through when the power that is on now was given. */
    public function wentThrough(string $gate): bool
    {
        $began = $this->ramps->current()?->beganAt;
        foreach ($this->overrides as $override) {
            if (null !== $began && $override->at >= $began && [] !== array_filter($override->gates, static fn (Gate $g): bool => $g->id === $gate)) {
                return true;
            }
        }

        return false;
    }

    /** A stop rule was broken: the first locks the unit, each is remembered, and older proofs say nothing any more. */
    public function stoppedBy(Stop $broken): void
    {
        $this->broken[] = new BrokenStop($broken->place, $broken->code, $broken->at);
        $this->stop ??= $broken;
        $this->ramps = $this->ramps->changed($broken->at);
    }

    public function read(TakenReading $reading): void
    {
        $this->readings[$reading->key()] = self::kept([...$this->readings[$reading->key()] ?? [], $reading]);
    }

    /** @param \Closure(TakenReading): TakenReading $change */
    public function eachReading(\Closure $change): void
    {
        $this->readings = array_map(static fn (array $readings): array => array_map($change, $readings), $this->readings);
    }

    /**
     * @param non-empty-list<TakenReading> $readings
     *
     * @return list<TakenReading>
     */
    private static function kept(array $readings): array
    {
        if (\count($readings) <= self::KEPT) {
            return $readings;
        }
        $severity = static fn (TakenReading $r): int => \is_string($r->then['verdict'] ?? null) ? Verdict::tryFrom($r->then['verdict'])?->severity() ?? 0 : 0;
        $oldest = $readings[0];
        // The oldest goes; where it is the worst, the one after it.
        unset($readings[$severity($oldest) > max(array_map($severity, \array_slice($readings, 1))) ? 1 : 0]);

        return array_values($readings);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        // Many readings share the conditions they were taken under: each set stands here once, in an order that depends on nothing else.
        $stated = $said = [];
        foreach (array_merge(...array_values($this->readings)) as $reading) {
            $said[spl_object_id($reading->conditions)] ??= CanonicalJson::encode($reading->conditions->toArray());
            $stated[$said[spl_object_id($reading->conditions)]] ??= $reading->conditions->toArray();
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
            'readings' => array_map(static fn (array $readings): array => array_map(static fn (TakenReading $r): array => $r->toArray($places[$said[spl_object_id($r->conditions)]]), $readings), $this->readings),
            'fitted' => array_map(static fn (FittedChange $c): array => $c->toArray(), $this->fitted->all),
            'record' => $this->record->toArray(),
            'work' => $this->work->toArray(),
            'closeOut' => $this->closeOut,
            'meters' => array_map(static fn (MeterSetting $m): array => $m->toArray(), array_values($this->meters)),
            'ramps' => $this->ramps->toArray(),
            'biasTargets' => array_map(static fn (string $stage, BiasTarget $t): array => ['stage' => $stage, ...$t->toArray()], array_map(strval(...), array_keys($this->biasTargets)), array_values($this->biasTargets)),
            'unchecked' => $this->unchecked,
            'stop' => $this->stop?->toArray(),
            'broken' => array_map(static fn (BrokenStop $b): array => $b->toArray(), $this->broken),
            'overrides' => array_map(static fn (PowerOverride $o): array => $o->toArray(), $this->overrides),
        ];
    }

    /**
     * @param array<string, mixed> $data as toArray() gave it
     *
     * @throws BadData when another version wrote it; then the tape is folded anew
     */
    public static function fromArray(array $data, TestCatalogue $catalogue): self
    {
        $fields = Fields::of($data);
        $state = new self($fields->number('bookedIn'));
        $state->chassis = Chassis::decode($fields->object('chassis'));
        $state->conditions = Conditions::decode($data['conditions'] ?? []);
        $state->conditionsId = $fields->optionalString('conditionsId');
        $state->warmSince = $fields->optionalNumber('warmSince');
        $state->lastObserved = $fields->number('lastObserved');
        $stated = array_map(Conditions::decode(...), array_values(Fields::named($data['stated'] ?? [])));
        foreach (Fields::named($data['readings'] ?? []) as $key => $readings) {
            foreach (\is_array($readings) ? array_values($readings) : [] as $reading) {
                $state->readings[$key][] = TakenReading::fromFields(Fields::of($reading), $stated);
            }
        }
        $state->fitted = new FittedChanges(array_map(FittedChange::fromFields(...), $fields->objects('fitted', \PHP_INT_MAX)));
        $state->record = BenchRecord::fromFields($fields->object('record'), $catalogue);
        $state->work = WorkRecord::fromFields($fields->object('work'));
        $state->closeOut = null === ($data['closeOut'] ?? null) ? null : Fields::named($data['closeOut']);
        foreach ($fields->objects('meters', \PHP_INT_MAX) as $meter) {
            $setting = MeterSetting::fromFields($meter);
            $state->meters[$setting->meterId] = $setting;
        }
        $state->ramps = Ramps::fromFields($fields->object('ramps'));
        foreach ($fields->objects('biasTargets', \PHP_INT_MAX) as $target) {
            $state->biasTargets[$target->string('stage')] = BiasTarget::decode($target);
        }
        $state->unchecked = $fields->strings('unchecked');
        $state->stop = $fields->has('stop') ? Stop::decode($fields->object('stop')) : null;
        $state->broken = array_map(BrokenStop::fromFields(...), $fields->objects('broken', \PHP_INT_MAX));
        $state->overrides = array_map(PowerOverride::fromFields(...), $fields->objects('overrides', \PHP_INT_MAX));

        return $state;
    }
}
