<?php

declare(strict_types=1);

namespace Yew\Core\Job;

/** One entry of the tape as the job's state is folded from it. */
final readonly class Entry
{
    /**
     * @param Statement|null            $said       null for a kind or a payload that this version cannot read: it counts nowhere
     * @param float                     $at         observed, seconds since the epoch
     * @param float                     $receivedAt by the server's clock
     * @param array<string, mixed>|null $judgement  as given then
     * @param bool                      $isRefused  it counts nowhere, but may speak against the proofs
     */
    public function __construct(public string $id, public ?Statement $said, public float $at, public float $receivedAt, public string $personId, public ?array $judgement = null, public bool $isRefused = false)
    {
    }

    /** @param array<string, mixed>|null $judgement */
    public function judged(?array $judgement): self
    {
        return new self($this->id, $this->said, $this->at, $this->receivedAt, $this->personId, $judgement, $this->isRefused);
    }
}
