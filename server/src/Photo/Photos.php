<?php

declare(strict_types=1);

namespace Yew\Server\Photo;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Photo\Entity\Photo;
use Yew\Server\Tape\TapeDoor;

/** Keeps photos outside the web root and puts their entry on the tape; nothing half stored. */
final readonly class Photos
{
    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock, private FilesystemOperator $files, private TapeDoor $door)
    {
    }

    public function add(Job $job, JobUnit $unit, string $personId, Picture $picture, string $caption, string $place): Photo
    {
        $photo = new Photo(Uuid::v7()->toRfc4122(), $job->id, $unit->unit->id, hash('sha256', $picture->full), $picture->width, $picture->height, $this->clock->now(), $personId);
        $this->files->write(self::path($photo->id, 'full'), $picture->full);
        $this->files->write(self::path($photo->id, 'thumb'), $picture->thumb);
        try {
            $this->em->wrapInTransaction(function () use ($job, $unit, $personId, $photo, $caption, $place): void {
                $this->em->persist($photo);
                $this->door->write($job, $personId, 'photo', ['photoId' => $photo->id, ...('' === $caption ? [] : ['caption' => $caption]), ...('' === $place ? [] : ['place' => $place])], unit: $unit);
            });
        } catch (\Throwable $e) {
            $this->drop($photo->id);
            throw $e;
        }

        return $photo;
    }

    /** @param 'full'|'thumb' $size */
    public function read(Photo $photo, string $size): string
    {
        if ($photo->isRemoved()) {
            throw Refused::gone('This photo was taken away.');
        }
        try {
            return $this->files->read(self::path($photo->id, $size));
        } catch (FilesystemException) {
            throw Refused::gone('The file of this photo is missing.');
        }
    }

    public function remove(Photo $photo): void
    {
        $photo->remove($this->clock->now());
        $this->em->flush();
        $this->drop($photo->id);
    }

    public function get(string $id): Photo
    {
        return (Uuid::isValid($id) ? $this->em->find(Photo::class, $id) : null) ?? throw Refused::notFound('photo');
    }

    private function drop(string $id): void
    {
        foreach (['full', 'thumb'] as $size) {
            $this->files->delete(self::path($id, $size));
        }
    }

    private static function path(string $id, string $size): string
    {
        return \sprintf('photos/%s-%s.jpg', $id, $size);
    }
}
