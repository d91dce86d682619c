<?php

declare(strict_types=1);

namespace Yew\Core\Job;

/** As much of an entry on the tape as another needs that points at it. */
final readonly class EntryTrace
{
    public function __construct(public string $kind, public string $jobId, public ?string $unitId, public bool $isRefused)
    {
    }

    /** Whether it counts on this job of this unit, or of the job as a whole, so that a later entry may point at it. */
    public function countsFor(UnitKnowledge $unit): bool
    {
        return !$this->isRefused && $this->jobId === $unit->jobId() && (null === $this->unitId || $this->unitId === $unit->unitId());
    }
}
