<?php

declare(strict_types=1);

namespace Yew\Server\Sheet;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Sheet\Sheet as CoreSheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Server\Http\Refused;
use Yew\Server\Sheet\Entity\Sheet;
use Yew\Server\Sheet\Entity\SheetVersion;

/** The shop's circuit sheets: import, new versions, and the decoded form that core works with. */
final class SheetShelf
{
    /** @var array<string, CoreSheet> by version id; versions never change */
    private array $decoded = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly SheetCodec $codec, private readonly ClockInterface $clock)
    {
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
        $same = $this->em->getRepository(SheetVersion::class)->findOneBy(['sheet' => $sheet, 'hash' => CanonicalJson::hash($document)]);
        if (null !== $same) {
            return $same;
        }
        $sheet->rename($core->name);

        return $this->store($sheet, $this->latest($sheet)->number + 1, $document, $personId);
    }

    public function latest(Sheet $sheet): SheetVersion
    {
        return $this->em->getRepository(SheetVersion::class)->findOneBy(['sheet' => $sheet], ['number' => 'DESC']) ?? throw new \LogicException('a sheet has at least one version');
    }

    /** @return list<SheetVersion> the latest version of each sheet, by the sheets' names, in one query */
    public function latestOfAll(): array
    {
        $found = $this->em->createQuery('SELECT v, s FROM '.SheetVersion::class.' v JOIN v.sheet s WHERE v.number = (SELECT MAX(w.number) FROM '.SheetVersion::class.' w WHERE w.sheet = s) ORDER BY s.name, s.id')->getResult();

        return \is_array($found) ? array_values(array_filter($found, static fn (mixed $v): bool => $v instanceof SheetVersion)) : [];
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
