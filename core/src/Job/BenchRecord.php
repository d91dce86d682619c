<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Station\PartFinding;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestCatalogue;
use Yew\Core\Test\TestRecord;

/** What the bench found on one unit: tests, findings, what was left alone, photos. */
final class BenchRecord
{
    /** @var array<string, TakenTest> by entry, oldest first */
    private array $tests = [];
    /** @var array<string, PartFinding> likewise */
    private array $findings = [];
    /** @var array<string, true> entries of parts that were replaced or repaired since */
    private array $former = [];
    /** @var array<string, string> reason by station and part */
    private array $leftAlone = [];
    /** @var array<string, PhotoNote> by photo */
    private array $photos = [];
    /** @var array<string, true> parts that were replaced or repaired on this job */
    private array $renewed = [];

    public function test(TakenTest $test): void
    {
        $this->tests[$test->id] = $test;
        // What is tested after all is no longer left alone.
        $this->leftAlone = array_filter($this->leftAlone, static fn (string $key): bool => !str_ends_with($key, ' '.$test->part), \ARRAY_FILTER_USE_KEY);
    }

    public function find(PartFinding $finding): void
    {
        $this->findings[$finding->entryId] = $finding;
    }

    public function leaveAlone(string $station, string $part, string $reason): void
    {
        $this->leftAlone[$station.' '.$part] = $reason;
    }

    public function photo(PhotoNote $photo): void
    {
        $this->photos[$photo->photoId] = $photo;
    }

    /** A part was replaced or repaired: what was tested and found on it before is of the old one. Two tubes changed places: each takes its tests along. */
    public function renew(FittedChange $change): void
    {
        $pair = $change->swapped();
        if (null !== $pair) {
            $other = [$pair[0] => $pair[1], $pair[1] => $pair[0]];
            // What was tested on a tube goes with it to its new socket; the sockets stay.
            $this->tests = array_map(static fn (TakenTest $t): TakenTest => isset($other[$t->part]) && !$t->kind->definition()->ofSocket ? $t->at($other[$t->part]) : $t, $this->tests);

            return;
        }
        foreach ($this->tests as $id => $test) {
            if (!$test->kind->definition()->ofExchange && $change->renews($test->part, $test->kind->definition()->ofSocket)) {
                $this->former[$id] = true;
            }
        }
        foreach ($this->findings as $id => $finding) {
            if ($change->renews($finding->place, false)) {
                $this->former[$id] = true;
            }
        }
        if ($change->renews($change->target(), false)) {
            $this->renewed[$change->target()] = true;
        }
    }

    /** Whether a part was replaced or repaired on this job. */
    public function isRenewed(string $part): bool
    {
        return isset($this->renewed[$part]) || isset($this->renewed[explode('/', $part)[0]]);
    }

    /** @return list<string> parts that were replaced or repaired on this job */
    public function renewed(): array
    {
        return array_map(strval(...), array_keys($this->renewed));
    }

    public function tests(): TestRecord
    {
        return new TestRecord(array_values(array_diff_key($this->tests, $this->former)), array_values(array_intersect_key($this->tests, $this->former)));
    }

    /** @return list<string> parts and places that were tested, or on which something was found */
    public function parts(): array
    {
        return array_values(array_unique([...array_map(static fn (TakenTest $t): string => $t->part, array_values($this->tests)), ...array_map(static fn (PartFinding $f): string => $f->place, array_values($this->findings))]));
    }

    /** @return list<PartFinding> oldest first */
    public function findings(): array
    {
        return array_values(array_map(fn (PartFinding $f): PartFinding => isset($this->former[$f->entryId]) ? $f->asFormer() : $f, $this->findings));
    }

    /** @return list<PhotoNote> */
    public function photos(): array
    {
        return array_values($this->photos);
    }

    /** @return array<string, string> reasons by station and part: `iron T2` */
    public function leftAlone(): array
    {
        return $this->leftAlone;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'tests' => array_map(static fn (TakenTest $t): array => $t->toArray(), array_values($this->tests)),
            'findings' => array_map(static fn (PartFinding $f): array => $f->toArray(), array_values($this->findings)),
            'former' => array_keys($this->former),
            'leftAlone' => (object) $this->leftAlone,
            'photos' => array_map(static fn (PhotoNote $p): array => $p->toArray(), array_values($this->photos)),
            'renewed' => $this->renewed(),
        ];
    }

    /** @throws BadData for a test that no station brings any more */
    public static function fromFields(Fields $fields, TestCatalogue $catalogue): self
    {
        $record = new self();
        foreach ($fields->objects('tests', \PHP_INT_MAX) as $test) {
            $taken = TakenTest::kept($catalogue->get($test->string('test')), $test);
            $record->tests[$taken->id] = $taken;
        }
        foreach ($fields->objects('findings', \PHP_INT_MAX) as $finding) {
            $found = PartFinding::decode($finding, $finding->string('entryId'));
            $record->findings[$found->entryId] = $found;
        }
        $record->former = array_fill_keys($fields->strings('former', \PHP_INT_MAX), true);
        $record->leftAlone = array_filter(Fields::named($fields->raw('leftAlone')), is_string(...));
        foreach ($fields->objects('photos', \PHP_INT_MAX) as $photo) {
            $note = PhotoNote::fromFields($photo);
            $record->photos[$note->photoId] = $note;
        }
        $record->renewed = array_fill_keys($fields->strings('renewed', \PHP_INT_MAX), true);

        return $record;
    }
}
