<?php

declare(strict_types=1);

namespace Yew\Server\Sheet;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Cache\CacheItemInterface;
use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Sheet as CoreSheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\TubePosition;
use Yew\Server\Http\Refused;
use Yew\Server\Sheet\Entity\Sheet;
use Yew\Server\Sheet\Entity\SheetVersion;

/** The shop's circuit sheets: import, new versions, and the decoded form that core works with. */
final class SheetShelf implements ResetInterface
{
    /** Before a version's id, in the cache; another number where a line says something else. */
    private const LINE = 'sheet-line.1.';

    /** @var array<string, CoreSheet> by version id; versions never change */
    private array $decoded = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly SheetCodec $codec, private readonly ClockInterface $clock, private readonly CacheItemPoolInterface $circuitPool)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->decoded = [];
    }

    public function decoded(string $versionId): CoreSheet
    {
        return $this->decoded[$versionId] ??= $this->codec->decode($this->version($versionId)->data());
    }

    public function version(string $versionId): SheetVersion
    {
        return $this->em->find(SheetVersion::class, $versionId) ?? throw Refused::notFound('sheet version');
    }

    /**
     * A new sheet from a document.
     *
     * @param array<mixed> $document
     *
     * @throws BadData with the path of the fault
     */
    public function import(array $document, ?string $personId): SheetVersion
    {
        $core = $this->codec->decode($document);
        $sheet = new Sheet(Uuid::v7()->toRfc4122(), $core->name);
        $this->em->persist($sheet);

        return $this->store($sheet, 1, $document, $personId);
    }

    /**
     * The next version of a sheet; the same document again is the version it already is.
     *
     * @param array<mixed> $document
     *
     * @throws BadData with the path of the fault
     */
    public function revise(Sheet $sheet, array $document, ?string $personId): SheetVersion
    {
        $core = $this->codec->decode($document);

        return $this->em->wrapInTransaction(function () use ($sheet, $core, $document, $personId): SheetVersion {
            $this->lock($sheet);
            $same = $this->em->getRepository(SheetVersion::class)->findOneBy(['sheet' => $sheet, 'hash' => CanonicalJson::hash($document)]);
            if (null !== $same) {
                return $same;
            }
            $sheet->rename($core->name);

            return $this->store($sheet, $this->latest($sheet)->number + 1, $document, $personId);
        });
    }

    /** Versions and pages of a sheet are numbered one after the other, whoever sends them at once. */
    public function lock(Sheet $sheet): void
    {
        $this->em->getConnection()->fetchOne('SELECT 1 FROM sheet WHERE id = ? FOR UPDATE', [$sheet->id]);
    }

    public function latest(Sheet $sheet): SheetVersion
    {
        return $this->em->getRepository(SheetVersion::class)->findOneBy(['sheet' => $sheet], ['number' => 'DESC']) ?? throw new \LogicException('a sheet has at least one version');
    }

    /**
     * One line for each sheet, by name: what its latest version is and holds.
     *
     * However many there are: one query, and one more for the documents of those that were never listed; what a version holds never changes.
     *
     * @return list<array<mixed>>
     */
    public function lines(): array
    {
        $found = $this->em->createQuery('SELECT s.id, s.name, v.id AS versionId, v.number FROM '.SheetVersion::class.' v JOIN v.sheet s WHERE v.number = (SELECT MAX(w.number) FROM '.SheetVersion::class.' w WHERE w.sheet = s) ORDER BY s.name, s.id')->getArrayResult();
        $items = [];
        foreach ($found as $row) {
            $versionId = Fields::of($row)->string('versionId');
            $items[$versionId] = $this->circuitPool->getItem(self::LINE.$versionId);
        }
        $new = array_keys(array_filter($items, static fn (CacheItemInterface $item): bool => !$item->isHit()));
        if ([] !== $new) {
            $this->em->getRepository(SheetVersion::class)->findBy(['id' => $new]); // all at once; each is asked for below
        }
        foreach ($new as $versionId) {
            $core = $this->decoded($versionId);
            $this->circuitPool->save($items[$versionId]->set([
                'trust' => $core->trust,
                'tubes' => array_values(array_map(static fn (TubePosition $t): string => $t->type, $core->tubes)),
                'pointCount' => \count($core->points),
                'printedMainsVolts' => $core->printedMains[0],
            ]));
        }
        $lines = [];
        foreach ($found as $row) {
            $fields = Fields::of($row);
            $holds = $items[$fields->string('versionId')]->get();
            $lines[] = ['id' => $fields->string('id'), 'name' => $fields->string('name'), 'versionId' => $fields->string('versionId'), 'number' => (int) $fields->number('number'), ...(\is_array($holds) ? $holds : [])];
        }

        return $lines;
    }

    /** @param array<mixed> $document */
    private function store(Sheet $sheet, int $number, array $document, ?string $personId): SheetVersion
    {
        $version = new SheetVersion(Uuid::v7()->toRfc4122(), $sheet, $number, CanonicalJson::hash($document), CanonicalJson::encode($document), $this->clock->now(), $personId);
        $this->em->persist($version);
        $this->em->flush();

        return $version;
    }
}
