<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Projection;

use Yew\Core\Codec\Fields;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;
use Yew\Server\Tape\Entity\TapeEntry;

/** What the cold bench found on one unit: tests, findings, what was left alone, photos. Folded from the tape. */
final class ColdFold
{
    /** @var array<string, array<string, mixed>> payloads by entry id, oldest first */
    private array $trials = [];
    /** @var array<string, array<string, mixed>> likewise */
    private array $findings = [];
    /** @var array<string, array<string, mixed>> by station and part */
    private array $leftAlone = [];
    /** @var array<string, array<string, mixed>> by photo id */
    private array $photos = [];
    private ?Trials $read = null;

    public function apply(TapeEntry $entry): void
    {
        $kept = [...$entry->payload, 'at' => $entry->observedSeconds(), 'personId' => $entry->personId, 'entryId' => $entry->id];
        $part = self::text($entry->payload, 'part');
        match ($entry->kind) {
            'trial' => $this->trials[$entry->id] = $kept,
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

    public function trials(): Trials
    {
        return $this->read ??= new Trials(array_values(array_map(self::trial(...), $this->trials)));
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
        return ['trials' => $this->trials, 'findings' => $this->findings, 'leftAlone' => $this->leftAlone, 'photos' => $this->photos];
    }

    /** @param mixed $data as toArray() gave it */
    public static function fromArray(mixed $data): self
    {
        $all = BenchFold::named($data);
        $fold = new self();
        foreach (BenchFold::named($all['trials'] ?? []) as $id => $kept) {
            $fold->trials[$id] = BenchFold::named($kept);
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
        // The database keeps no order of names; tests are judged in the order they were taken.
        uasort($fold->trials, self::byTime(...));
        uasort($fold->findings, self::byTime(...));

        return $fold;
    }

    /** @param array<string, mixed> $payload as the tape keeps it */
    public static function trial(array $payload): Trial
    {
        $fields = Fields::of($payload);

        return Trial::typed(
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
