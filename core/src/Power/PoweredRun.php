<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\Verdict;

/** Every time that a unit stood on the mains with one set of tubes, since something was changed in it: stops, and what was read at them. */
final readonly class PoweredRun
{
    /**
     * @param string            $name     of the run, as its stops have it: no-tubes, with-V4-V5
     * @param list<string>      $tubesOut positions
     * @param float             $beganAt  seconds since the epoch, of the first time
     * @param float|null        $endedAt  of the last; null while it is on
     * @param PowerWalk         $walk     how far it is
     * @param list<PlannedStop> $stops
     * @param list<RampSample>  $samples  oldest first
     */
    public function __construct(public string $name, public array $tubesOut, public float $beganAt, public ?float $endedAt, private PowerWalk $walk, public array $stops, public array $samples)
    {
    }

    /** Every stop is done. */
    public function isWalked(): bool
    {
        return null === $this->walk->next();
    }

    /** @return list<RampSample> newest of each place, read at a stop; oldest first */
    public function readAt(PlannedStop $stop): array
    {
        $newest = $this->walk->newestAt($stop->stop);
        usort($newest, static fn (RampSample $a, RampSample $b): int => $a->at <=> $b->at);

        return $newest;
    }

    /** @return array{read: int, within: int, accepted: int, against: int} newest readings of its stops: how many, as they belong, let stand, and neither */
    public function count(): array
    {
        $read = array_merge(...array_map($this->readAt(...), $this->stops));
        $within = array_filter($read, static fn (RampSample $s): bool => \in_array($s->verdict, [Verdict::Within, Verdict::Watch], true));
        $accepted = array_filter($read, static fn (RampSample $s): bool => $s->isAccepted && !\in_array($s->verdict, [Verdict::Within, Verdict::Watch], true));
        $against = array_filter($read, static fn (RampSample $s): bool => !$s->letsGoOn());

        return ['read' => \count($read), 'within' => \count($within), 'accepted' => \count($accepted), 'against' => \count($against)];
    }
}
