<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\AmplifierOwner;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Job\Jobs;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tape\TapeDoor;

/** Books an amplifier in: owner and unit found or new, complaint, what came with it, a tag for the chassis. */
final readonly class BookIn
{
    /** Letters that cannot be mistaken for one another over the phone. */
    private const TAG_LETTERS = 'KALRHWJMUXY';

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock, private TapeDoor $door, private SheetShelf $sheets, private Jobs $jobs)
    {
    }

    /**
     * @param array<mixed> $body {id, owner: {id} | {name, phone, email}, unit: {id} | {maker, model, serial, wiredForVolts}, complaint, cameWith, conditionNotes, sheetVersionId?}
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
        $unitFields = $fields->object('unit');
        $complaint = self::words($fields, 'complaint');
        $cameWith = self::words($fields, 'cameWith', 1000);
        $notes = self::words($fields, 'conditionNotes');
        $sheetVersionId = $fields->optionalString('sheetVersionId', 36);
        $fields->done();
        $known = $this->em->find(Job::class, $id);
        if (null !== $known) {
            return $known;
        }
        if (null !== $sheetVersionId) {
            $this->sheets->version($sheetVersionId);
        }

        return $this->em->wrapInTransaction(function () use ($id, $ownerFields, $unitFields, $complaint, $cameWith, $notes, $sheetVersionId, $personId, $at): Job {
            // Sent twice at once, the second waits for the first and finds it.
            $this->em->getConnection()->executeStatement('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', [$id]);
            $known = $this->em->find(Job::class, $id);
            if (null !== $known) {
                return $known;
            }
            $owner = $this->owner($ownerFields);
            $unit = $this->unit($unitFields, $owner);
            $tag = $this->nextTag();
            $search = mb_strtolower(implode(' ', [$tag, str_replace('-', '', $tag), $owner->name, $unit->maker, $unit->model, $unit->serial]));
            $job = new Job($id, $tag, $owner, $complaint, $cameWith, $notes, $at ?? $this->clock->now(), $search);
            $job->cover($unit, $sheetVersionId);
            $this->em->persist($job);
            $this->em->flush();
            $this->door->write($job, $personId, 'book-in', ['ownerId' => $owner->id, 'unitIds' => [$unit->id], 'complaint' => $complaint, 'cameWith' => $cameWith, 'conditionNotes' => $notes], $job->bookedInAt);

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

    private function unit(Fields $fields, AmplifierOwner $owner): Unit
    {
        $id = $fields->optionalString('id', 36);
        if (null !== $id) {
            $fields->done();

            $unit = (Uuid::isValid($id) ? $this->em->find(Unit::class, $id) : null) ?? throw Refused::notFound('amplifier');
            $this->openNowhere($unit);

            return $unit;
        }
        $unit = new Unit(Uuid::v7()->toRfc4122(), $owner, trim($fields->string('maker', 80)), trim($fields->string('model', 80)), trim($fields->optionalString('serial', 80) ?? ''), $fields->optionalNumber('wiredForVolts', 90, 260));
        $fields->done();
        $this->em->persist($unit);

        return $unit;
    }

    /** A chassis has one state, so it stands on one open job: two would each think it dead while the other powers it (contract §3, §8). */
    private function openNowhere(Unit $unit): void
    {
        $this->em->getConnection()->fetchOne('SELECT 1 FROM unit WHERE id = ? FOR UPDATE', [$unit->id]);
        $tag = $this->jobs->openTagOf($unit->id);
        if (null !== $tag) {
            throw Refused::conflict(\sprintf('This amplifier is on the shelf already, as %s: open that job.', $tag));
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
