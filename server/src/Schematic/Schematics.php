<?php

declare(strict_types=1);

namespace Yew\Server\Schematic;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Place;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Room;
use Yew\Server\Photo\Picture;
use Yew\Server\Photo\Pictures;
use Yew\Server\Schematic\Entity\SchematicPage;
use Yew\Server\Sheet\Entity\Sheet;
use Yew\Server\Sheet\SheetShelf;

/** The schematic's pages of a sheet: pictures, with the sheet's places marked on them once. */
final readonly class Schematics
{
    private const MOST_PAGES = 40;
    private const MOST_MARKS = 600;

    public function __construct(private EntityManagerInterface $em, private SheetShelf $shelf, private ClockInterface $clock, private FilesystemOperator $files, private string $stateDir, private Room $room)
    {
    }

    /** @return list<SchematicPage> */
    public function of(Sheet $sheet): array
    {
        return $this->em->getRepository(SchematicPage::class)->findBy(['sheetId' => $sheet->id], ['number' => 'ASC']);
    }

    /** All of a file's pages or none. */
    public function add(Sheet $sheet, string $path, string $personId): void
    {
        $pictures = $this->pictures($path);
        $this->em->wrapInTransaction(function () use ($sheet, $pictures, $personId): void {
            $this->shelf->lock($sheet);
            $before = $this->of($sheet);
            if (\count($before) + \count($pictures) > self::MOST_PAGES) {
                throw Refused::badData('file', \sprintf('a sheet holds %d pages at most', self::MOST_PAGES));
            }
            $number = [] === $before ? 0 : $before[\count($before) - 1]->number;
            foreach ($pictures as $picture) {
                $page = new SchematicPage(Uuid::v7()->toRfc4122(), $sheet->id, ++$number, hash('sha256', $picture->full), $picture->width, $picture->height, $this->clock->now(), $personId);
                $this->files->write(self::path($page->id), $picture->full);
                $this->em->persist($page);
            }
        });
    }

    /** @param array<mixed> $body {marks: [{place, x, y}]} */
    public function mark(SchematicPage $page, array $body): void
    {
        $fields = Fields::of($body);
        $marks = [];
        foreach ($fields->objects('marks', self::MOST_MARKS) as $mark) {
            $place = $mark->string('place', 40);
            if (!Place::isValid($place)) {
                throw $mark->fault('place', 'a place such as V3.5, C12/b or R7 belongs here');
            }
            $marks[$place] = ['place' => $place, 'x' => $mark->number('x', 0, 1), 'y' => $mark->number('y', 0, 1)];
            $mark->done();
        }
        $fields->done();
        $page->mark(array_values($marks));
        $this->em->flush();
    }

    public function get(string $id): SchematicPage
    {
        return (Uuid::isValid($id) ? $this->em->find(SchematicPage::class, $id) : null) ?? throw Refused::notFound('page');
    }

    public function read(SchematicPage $page): string
    {
        try {
            return $this->files->read(self::path($page->id));
        } catch (FilesystemException) {
            throw Refused::gone('The picture of this page is missing.');
        }
    }

    public function remove(SchematicPage $page): void
    {
        $this->em->remove($page);
        $this->em->flush();
        $this->files->delete(self::path($page->id));
    }

    /** @return list<Picture> */
    private function pictures(string $path): array
    {
        if (!str_starts_with((string) file_get_contents($path, false, null, 0, 1024), '%PDF')) {
            return [Pictures::drawing($path)];
        }
        $this->room->need();
        $disk = new Filesystem();
        $folder = $this->stateDir.'/raster/'.bin2hex(random_bytes(8));
        $disk->mkdir($folder, 0o700);
        try {
            return Rasteriser::pages($path, $folder);
        } catch (Refused $e) {
            $this->room->need(); // half a page for want of room is not the PDF’s fault
            throw $e;
        } finally {
            $disk->remove($folder);
        }
    }

    private static function path(string $id): string
    {
        return \sprintf('schematics/%s.png', $id);
    }
}
