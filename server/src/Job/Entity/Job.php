<?php

declare(strict_types=1);

namespace Yew\Server\Job\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Job\ShelfState;

/** One repair, over one or more units. */
#[ORM\Entity]
#[ORM\Table(name: 'job')]
#[ORM\Index(name: 'job_on_the_shelf', columns: ['shelf_state', 'shelf_since'])]
class Job
{
    /** @var Collection<int, JobUnit> */
    #[ORM\OneToMany(targetEntity: JobUnit::class, mappedBy: 'job', cascade: ['persist'])]
    private Collection $units;

    #[ORM\Column(length: 20, enumType: ShelfState::class)]
    private ShelfState $shelfState = ShelfState::OnTheBench;

    #[ORM\Column(type: 'instant')]
    private \DateTimeImmutable $shelfSince;

    #[ORM\Column(length: 200)]
    private string $waitsFor = '';

    /** When what it waits for should be there; null where nobody knows. */
    #[ORM\Column(type: 'instant', nullable: true)]
    private ?\DateTimeImmutable $waitsUntil = null;

    /** The day on which it is promised, in the shop’s zone. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $promisedOn = null;

    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 8, unique: true)]
        public readonly string $tag,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly AmplifierOwner $owner,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $complaint,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $cameWith,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $conditionNotes,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $bookedInAt,
        /** Everything a job is found by, lower case: owner, maker, model, serial, tag. */
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $searchText,
        /** As its owner says; null where nobody asked. */
        #[ORM\Column(name: 'weekly_hours', nullable: true)]
        public readonly ?float $hoursAWeek = null,
    ) {
        $this->units = new ArrayCollection();
        $this->shelfSince = $bookedInAt;
    }

    public function cover(Unit $unit, ?string $sheetVersionId): void
    {
        $this->units->add(new JobUnit($this, $unit, $sheetVersionId));
    }

    /** @return list<JobUnit> in one order for good: as they were first booked in */
    public function units(): array
    {
        $units = array_values($this->units->toArray());
        usort($units, static fn (JobUnit $a, JobUnit $b): int => $a->unit->id <=> $b->unit->id);

        return $units;
    }

    public function unit(string $unitId): ?JobUnit
    {
        foreach ($this->units as $unit) {
            if ($unit->unit->id === $unitId) {
                return $unit;
            }
        }

        return null;
    }

    public function moveTo(ShelfState $state, string $waitsFor, \DateTimeImmutable $at, ?\DateTimeImmutable $until = null): void
    {
        $this->waitsUntil = $until;
        $this->shelfState = $state;
        $this->waitsFor = $waitsFor;
        $this->shelfSince = $at;
    }

    public function shelfState(): ShelfState
    {
        return $this->shelfState;
    }

    public function shelfSince(): \DateTimeImmutable
    {
        return $this->shelfSince;
    }

    public function waitsFor(): string
    {
        return $this->waitsFor;
    }

    public function waitsUntil(): ?\DateTimeImmutable
    {
        return $this->waitsUntil;
    }

    public function promise(?\DateTimeImmutable $on): void
    {
        $this->promisedOn = $on;
    }

    public function promisedOn(): ?\DateTimeImmutable
    {
        return $this->promisedOn;
    }
}
