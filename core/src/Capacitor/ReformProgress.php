<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Run;

/** How far a reforming run is, from what was written down (CAP-7). */
final readonly class ReformProgress
{
    /**
     * @param int                 $step       that is worked on, from 0
     * @param string              $reasonCode of the wording
     * @param float|null          $since      when the step was begun, seconds since the epoch; null before the first reading
     * @param list<ReformReading> $log        oldest first
     */
    public function __construct(public ReformState $state, public int $step, public string $reasonCode, public ?float $since, public array $log)
    {
    }

    public function run(): Run
    {
        return new Run('reform-'.$this->state->value, $this->reasonCode, ReformState::Abandon === $this->state ? Verdict::Out : Verdict::Within);
    }

    /** @return array{state: string, step: int, reason: string, since: float|null, log: list<array<string, float|null>>} */
    public function toArray(): array
    {
        return ['state' => $this->state->value, 'step' => $this->step, 'reason' => $this->reasonCode, 'since' => $this->since, 'log' => array_map(static fn (ReformReading $r): array => $r->toArray(), $this->log)];
    }
}
