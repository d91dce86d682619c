<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\TakenTest;

/** How far the way up is: which stops are done, what the one in hand still asks for, and how high the mains may go (SAFE-4, SAFE-6). */
final readonly class PowerWalk
{
    /** What was seen at a stop and lets it go on. */
    private const GOES_ON = ['quiet', 'hum', 'smell'];
    /** Below this share of full mains nothing is limited by a lamp that is dark (our choice). */
    private const SAFELY_BARE_SHARE = 0.02;

    /**
     * @param list<PowerStop>  $stops
     * @param list<RampSample> $samples since the last change, with just these tubes out
     */
    private function __construct(public array $stops, private array $samples, private BenchFacts $facts)
    {
    }

    /**
     * @param list<PowerStop>   $stops of StopPlan, for these tubes
     * @param list<string>|null $out
     */
    public static function of(BenchFacts $facts, array $stops, ?array $out): self
    {
        return new self($stops, null === $out ? [] : $facts->ramps->samplesSince($out), $facts);
    }

    /** The newest reading of a point at a stop. */
    public function at(PowerStop $stop, string $place, string $function): ?RampSample
    {
        $found = null;
        foreach ($this->samples as $sample) {
            $found = $sample->place === $place && $sample->function->value === $function && $stop->took($sample) ? $sample : $found;
        }

        return $found;
    }

    private function isTapped(PowerStop $stop, string $place, string $function): bool
    {
        return [] !== array_filter($this->readAt($stop), static fn (RampSample $s): bool => $s->isTapped && $s->place === $place && $s->function->value === $function);
    }

    /** @return list<RampSample> everything that was read at a stop, oldest first */
    public function readAt(PowerStop $stop): array
    {
        return array_values(array_filter($this->samples, $stop->took(...)));
    }

    public function seen(PowerStop $stop): ?TakenTest
    {
        return $this->facts->sinceChange($this->facts->tests->of($stop->id)->latest(PowerTestKind::StopSeen));
    }

    /** @return list<string> what a stop still asks for: keys of points, and `stop-seen` */
    public function missing(PowerStop $stop): array
    {
        $missing = [];
        foreach ($stop->required as [$place, $function]) {
            $isRead = \in_array($place, $stop->tapped, true) ? $this->isTapped($stop, $place, $function) : null !== $this->at($stop, $place, $function);
            $missing = [...$missing, ...($isRead ? [] : [TestPoint::keyOf($place, MeterFunction::from($function))])];
        }

        return null === $this->seen($stop) ? [...$missing, PowerTestKind::StopSeen->value] : $missing;
    }

    /** @return list<RampSample> newest readings of a stop that keep it from going on */
    public function against(PowerStop $stop): array
    {
        return array_values(array_filter($this->newestAt($stop), static fn (RampSample $s): bool => !$s->letsGoOn()));
    }

    /** @return list<RampSample> newest reading of every point at a stop, in the order in which they were first read */
    public function newestAt(PowerStop $stop): array
    {
        $newest = [];
        foreach ($this->readAt($stop) as $sample) {
            $newest[$sample->key()] = $sample;
        }

        return array_values($newest);
    }

    public function isDone(PowerStop $stop): bool
    {
        return [] === $this->missing($stop) && [] === $this->against($stop) && \in_array($this->seen($stop)?->choice(), self::GOES_ON, true);
    }

    /** The first that is not done; null where all are. */
    public function next(): ?PowerStop
    {
        foreach ($this->stops as $stop) {
            if (!$this->isDone($stop)) {
                return $stop;
            }
        }

        return null;
    }

    /** The stop that the conditions stand at; null between them. */
    public function current(Conditions $conditions): ?PowerStop
    {
        foreach ($this->stops as $stop) {
            if ($stop->isAt($conditions)) {
                return $stop;
            }
        }

        return null;
    }

    /**
     * The stop that must be done before the conditions may be these; null where nothing keeps them. Mains above the first stop that is
     * not done, and a limiter that is out before its time, are ahead of the plan.
     */
    public function ahead(Conditions $conditions): ?PowerStop
    {
        $next = $this->next();
        $volts = $conditions->mainsVolts();
        if (null === $next || null === $volts) {
            return null;
        }
        $source = $conditions->sourceVolts() ?? $volts;
        $isAbove = max($source, $volts) > $next->mostVolts();
        $isBare = $next->isLimited() && false === $conditions->limited() && $source > self::SAFELY_BARE_SHARE * StopPlan::fullVolts($this->facts);

        return $isAbove || $isBare ? $next : null;
    }
}
