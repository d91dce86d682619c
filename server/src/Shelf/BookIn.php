<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Station\Practice;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\AmplifierOwner;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Job\Jobs;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tape\TapeDoor;

/** Books a job in: owner and units found or new (an amplifier, a pair of them, one with a supply of its own), complaint, what came with it, a tag. */
final readonly class BookIn
{
    /** More chassis than anybody brings in as one job. */
    private const MOST_UNITS = 8;

    /** Letters that cannot be mistaken for one another over the phone. */
    private const TAG_LETTERS = 'KALRHWJMUXY';

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock, private TapeDoor $door, private SheetShelf $sheets, private Jobs $jobs)
    {
    }

    /**
     * @param array<mixed> $body {id, owner: {id} | {name, phone, email}, units: list of {id, sheetVersionId?} | {maker, model, serial, wiredForVolts, sheetVersionId?}, complaint, cameWith, conditionNotes, hoursAWeek?}
     *
     * @throws BadData with the path of the fault
     */
    public function book(array $body, string $personId, ?\DateTimeImmutable $at = null): Job
    {
        $fields = Fields::of($body);
        $id = strtolower($fields->string('id', 36));
        if (!Uuid::isValid($id)) {
            throw $fields->fault('id', 'a UUID belongs here');
        }
        $ownerFields = $fields->object('owner');
        $asked = array_map(static fn (Fields $unit): AskedUnit => new AskedUnit($unit), $fields->objects('units', self::MOST_UNITS));
        if ([] === $asked) {
            throw $fields->fault('units', 'at least one amplifier belongs here');
        }
        $seen = array_values(array_filter(array_map(static fn (AskedUnit $u): ?string => $u->id, $asked), is_string(...)));
        if (\count($seen) !== \count(array_unique($seen))) {
            throw $fields->fault('units', 'one amplifier is there twice');
        }
        $complaint = self::words($fields, 'complaint');
        $cameWith = self::words($fields, 'cameWith', 1000);
        $notes = self::words($fields, 'conditionNotes');
        $hours = $fields->optionalNumber('hoursAWeek', 0, 168);
        $fields->done();
        $known = $this->em->find(Job::class, $id);
        if (null !== $known) {
            return $known;
        }
        foreach ($asked as $one) {
            if (null !== $one->sheetVersionId) {
                $this->sheets->version($one->sheetVersionId);
            }
        }

        return $this->em->wrapInTransaction(function () use ($id, $ownerFields, $asked, $seen, $complaint, $cameWith, $notes, $hours, $personId, $at): Job {
            // Sent twice at once, the second waits for the first and finds it.
            $this->em->getConnection()->executeStatement('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', [$id]);
            $known = $this->em->find(Job::class, $id);
            if (null !== $known) {
                return $known;
            }
            $owner = $this->owner($ownerFields);
            $this->openNowhere($seen);
            $units = array_map(fn (AskedUnit $one): Unit => $this->unit($one, $owner), $asked);
            $tag = $this->nextTag();
            $search = mb_strtolower(implode(' ', [$tag, str_replace('-', '', $tag), $owner->name, ...array_merge(...array_map(static fn (Unit $u): array => [$u->maker, $u->model, $u->serial], $units))]));
            $job = new Job($id, $tag, $owner, $complaint, $cameWith, $notes, $at ?? $this->clock->now(), $search, $hours);
            foreach ($units as $i => $unit) {
                $job->cover($unit, $asked[$i]->sheetVersionId);
            }
            $this->em->persist($job);
            $this->em->flush();
            $this->door->write($job, $personId, 'book-in', ['ownerId' => $owner->id, 'unitIds' => array_map(static fn (Unit $u): string => $u->id, $units), 'complaint' => $complaint, 'cameWith' => $cameWith, 'conditionNotes' => $notes, ...(null === $hours ? [] : ['hoursAWeek' => $hours])], $job->bookedInAt);

            return $job;
        });
    }

    private function owner(Fields $fields): AmplifierOwner
    {
        $id = $fields->optionalString('id', 36);
        if (null !== $id) {
            $fields->done();

            return (Uuid::isValid($id) ? $this->em->find(AmplifierOwner::class, $id) : null) ?? throw Refused::notFound('owner');
        }
        $owner = new AmplifierOwner(Uuid::v7()->toRfc4122(), trim($fields->string('name', 120)), $fields->optionalString('phone', 60) ?? '', $fields->optionalString('email', 160) ?? '');
        $fields->done();
        $this->em->persist($owner);

        return $owner;
    }

    private function unit(AskedUnit $asked, AmplifierOwner $owner): Unit
    {
        [$fields, $id] = [$asked->fields, $asked->id];
        if (null !== $id) {
            $fields->done();

            return (Uuid::isValid($id) ? $this->em->find(Unit::class, $id) : null) ?? throw Refused::notFound('amplifier');
        }
        $unit = new Unit(Uuid::v7()->toRfc4122(), $owner, trim($fields->string('maker', 80)), trim($fields->string('model', 80)), trim($fields->optionalString('serial', 80) ?? ''), $fields->optionalNumber('wiredForVolts', Practice::LEAST_MAINS_VOLTS, Practice::MOST_MAINS_VOLTS));
        $fields->done();
        $this->em->persist($unit);

        return $unit;
    }

    /**
     * A chassis has one state, so it stands on one open job: two would each think it dead while the other powers it (contract §3, §8).
     *
     * @param list<string> $unitIds as somebody sent them
     */
    private function openNowhere(array $unitIds): void
    {
        sort($unitIds); // two bookings of the same pair wait for one another in one order
        foreach (array_filter($unitIds, Uuid::isValid(...)) as $unitId) {
            $this->em->getConnection()->fetchOne('SELECT 1 FROM unit WHERE id = ? FOR UPDATE', [$unitId]);
            $tag = $this->jobs->openTagOf($unitId);
            if (null !== $tag) {
                throw Refused::conflict(\sprintf('This amplifier is on the shelf already, as %s: open that job.', $tag));
            }
        }
    }

    private function nextTag(): string
    {
        $number = $this->em->getConnection()->fetchOne("SELECT nextval('job_tag')");
        $n = is_numeric($number) ? (int) $number : 0;

        return \sprintf('%s-%d', self::TAG_LETTERS[intdiv($n, 900) % \strlen(self::TAG_LETTERS)], 100 + $n % 900);
    }

    /** Text that may be empty. */
    private static function words(Fields $fields, string $name, int $max = 4000): string
    {
        $value = $fields->raw($name) ?? '';
        if (!\is_string($value) || mb_strlen($value) > $max) {
            throw $fields->fault($name, \sprintf('text of up to %d characters belongs here', $max));
        }

        return trim($value);
    }
}
