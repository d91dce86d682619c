<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

/** A computation that takes longer than a page may wait for its answer, as it stood when it was looked at. */
final readonly class Computation
{
    /**
     * @param string $kind  which work it is
     * @param string $jobId the job that it is about
     * @param string $stage what the work is at, in its own word; empty before it began
     * @param float  $share of the work that is done, 0 to 1
     */
    public function __construct(public string $id, public string $kind, public string $jobId, public \DateTimeImmutable $askedAt, public string $askedBy, public ComputationState $state, public string $stage, public float $share, public int $tries, public bool $isToEnd)
    {
    }
}
