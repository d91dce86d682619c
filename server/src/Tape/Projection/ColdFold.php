<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Projection;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;
use Yew\Server\Tape\Entity\TapeEntry;

/** What the cold bench found on one unit: tests, findings, what was left alone, photos. Folded from the tape. */
final class ColdFold
{
    /** @var array<string, array<string, mixed>> payloads by entry id, oldest first */
    private array $tests = [];
    /** @var array<string, array<string, mixed>> likewise */
    private array $findings = [];
    /** @var array<string, array<string, mixed>> by station and part */
    private array $leftAlone = [];
    /** @var array<string, array<string, mixed>> by photo id */
    private array $photos = [];
    /** @var array<string, float> when a part was last replaced or repaired, by part */
    private array $renewed = [];
    private ?TestRecord $read = null;

    /** A part was replaced or repaired: what was tested and found on it before is of the old one. */
    public function renew(FittedChange $change, float $at): void
    {
        foreach ($this->tests as $id => $kept) {
            $kind = TrialKind::tryFrom(self::text($kept, 'test'));
            if (null !== $kind && $change->renews(self::text($kept, 'part'), $kind->isOfSocket())) {
                $this->tests[$id]['formerSince'] = $kept['formerSince'] ?? $at;
            }
        }
        foreach ($this->findings as $id => $kept) {
            if ($change->renews(self::text($kept, 'place'), false)) {
                $this->findings[$id]['formerSince'] = $kept['formerSince'] ?? $at;
            }
        }
        if ($change->renews($change->target(), false)) {
            $this->renewed[$change->target()] = $at;
        }
        $this->read = null;
    }

    /** Whether a part was replaced or repaired on this job. */
    public function isRenewed(string $part): bool
    {
        return isset($this->renewed[$part]) || isset($this->renewed[explode('/', $part)[0]]);
    }

    public function apply(TapeEntry $entry): void
    {
        $kept = [...$entry->payload, 'at' => $entry->observedSeconds(), 'personId' => $entry->personId, 'entryId' => $entry->id];
        $part = self::text($entry->payload, 'part');
        match ($entry->kind) {
            'trial' => $this->tests[$entry->id] = $kept,
            'finding' => $this->findings[$entry->id] = $kept,
            'left-alone' => $this->leftAlone[self::text($entry->payload, 'station').' '.$part] = $kept,
            'photo' => $this->photos[self::text($entry->payload, 'photoId')] = $kept,
            default => null,
        };
        if ('trial' === $entry->kind) {
            // What is tested after all is no longer left alone.
            foreach (array_keys($this->leftAlone) as $key) {
                if (str_ends_with($key, ' '.$part)) {
                    unset($this->leftAlone[$key]);
                }
            }
            $this->read = null;
        }
    }

    public function tests(): TestRecord
    {
        if (null === $this->read) {
            $now = $former = [];
            foreach ($this->tests as $kept) {
                try {
                    $test = self::trial($kept);
                } catch (BadData|CannotRead|\ValueError) {
                    continue; // taken by an earlier version, and no figure any more: it stays on the tape and counts nowhere
                }
                if (isset($kept['formerSince'])) {
                    $former[] = $test;
                } else {
                    $now[] = $test;
                }
            }
            $this->read = new TestRecord($now, $former);
        }

        return $this->read;
    }

    /** @return list<string> parts and places that were tested, or on which something was found */
    public function parts(): array
    {
        return array_values(array_unique([...array_map(static fn (array $t): string => self::text($t, 'part'), array_values($this->tests)), ...array_map(static fn (array $f): string => self::text($f, 'place'), array_values($this->findings))]));
    }

    /** @return list<array<string, mixed>> */
    public function findings(): array
    {
        return array_values($this->findings);
    }

    /** @return array<string, array<string, mixed>> by photo id */
    public function photos(): array
    {
        return $this->photos;
    }

    /** Why a part was not looked at or tested at a station; null when nobody said so. */
    public function leftAlone(string $station, string $part): ?string
    {
        $reason = $this->leftAlone[$station.' '.$part]['reason'] ?? null;

        return \is_string($reason) ? $reason : null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['trials' => $this->tests, 'findings' => $this->findings, 'leftAlone' => $this->leftAlone, 'photos' => $this->photos, 'renewed' => $this->renewed];
    }

    /** @param mixed $data as toArray() gave it */
    public static function fromArray(mixed $data): self
    {
        $all = BenchFold::named($data);
        $fold = new self();
        foreach (BenchFold::named($all['trials'] ?? []) as $id => $kept) {
            $fold->tests[$id] = BenchFold::named($kept);
        }
        foreach (BenchFold::named($all['findings'] ?? []) as $id => $kept) {
            $fold->findings[$id] = BenchFold::named($kept);
        }
        foreach (BenchFold::named($all['leftAlone'] ?? []) as $id => $kept) {
            $fold->leftAlone[$id] = BenchFold::named($kept);
        }
        foreach (BenchFold::named($all['photos'] ?? []) as $id => $kept) {
            $fold->photos[$id] = BenchFold::named($kept);
        }
        foreach (BenchFold::named($all['renewed'] ?? []) as $part => $at) {
            $fold->renewed[$part] = is_numeric($at) ? (float) $at : 0.0;
        }
        // The database keeps no order of names; tests are judged in the order they were taken.
        uasort($fold->tests, self::byTime(...));
        uasort($fold->findings, self::byTime(...));

        return $fold;
    }

    /** @param array<string, mixed> $payload as the tape keeps it */
    public static function trial(array $payload): TakenTest
    {
        $fields = Fields::of($payload);

        return TakenTest::typed(
            TrialKind::from($fields->string('test')), $fields->string('part'), $fields->optionalString('subject') ?? '', $fields->string('text'),
            true === $fields->raw('lifted'), $fields->optionalNumber('at') ?? 0.0, $fields->optionalString('entryId') ?? '',
        );
    }

    /**
     * @param array<string, mixed> $a
     * @param array<string, mixed> $b
     */
    private static function byTime(array $a, array $b): int
    {
        return [$a['at'] ?? 0, $a['entryId'] ?? ''] <=> [$b['at'] ?? 0, $b['entryId'] ?? ''];
    }

    /** @param array<string, mixed> $payload */
    private static function text(array $payload, string $name): string
    {
        $value = $payload[$name] ?? '';

        return \is_string($value) ? $value : '';
    }
}
