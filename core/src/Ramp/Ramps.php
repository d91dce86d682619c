<?php

declare(strict_types=1);

namespace Yew\Core\Ramp;

use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\Fields;

/**
 * All that was done with one unit under power on one job: which way was chosen, each time that it was on, and when something changed
 * since which older proofs say nothing.
 */
final readonly class Ramps
{
    /** Times under power that are kept; the oldest go first. */
    private const MOST = 60;

    /**
     * @param PowerChoice|null $choice    null where nobody chose: the shop’s usual way
     * @param float            $changedAt seconds since the epoch: a part was exchanged, or a stop rule was broken; 0 for never
     * @param list<Ramp>       $all       oldest first
     */
    public function __construct(public ?PowerChoice $choice = null, public float $changedAt = 0.0, public array $all = [])
    {
    }

    public function chosen(PowerChoice $choice): self
    {
        return new self($choice, $this->changedAt, $this->all);
    }

    public function changed(float $at): self
    {
        return new self($this->choice, max($at, $this->changedAt), $this->all);
    }

    public function current(): ?Ramp
    {
        $last = $this->all[\count($this->all) - 1] ?? null;

        return true === $last?->isOn() ? $last : null;
    }

    /** When the mains was last off or went off; null while it is on, and where it never was on. */
    public function offSince(): ?float
    {
        $last = $this->all[\count($this->all) - 1] ?? null;

        return $last?->endedAt;
    }

    /** @param list<string>|null $out */
    public function begun(float $at, ?array $out, ?Conditions $conditions = null): self
    {
        return new self($this->choice, $this->changedAt, \array_slice([...$this->ended($at)->all, new Ramp($at, null, null, $out, [], $conditions)], -self::MOST));
    }

    public function ended(float $at): self
    {
        return $this->onCurrent(static fn (Ramp $r): Ramp => $r->ended($at));
    }

    /** @param \Closure(Ramp): Ramp $change of the one that is on, where one is */
    public function onCurrent(\Closure $change): self
    {
        $current = $this->current();

        return null === $current ? $this : new self($this->choice, $this->changedAt, [...\array_slice($this->all, 0, -1), $change($current)]);
    }

    /** @param \Closure(RampSample): RampSample $change */
    public function eachSample(\Closure $change): self
    {
        return new self($this->choice, $this->changedAt, array_map(static fn (Ramp $r): Ramp => $r->with(array_map($change, $r->samples)), $this->all));
    }

    /**
     * @param list<string> $tubesOut positions
     *
     * @return list<RampSample> what was read since the last change with just these tubes out, oldest first
     */
    public function samplesSince(array $tubesOut): array
    {
        sort($tubesOut);
        $found = [];
        foreach ($this->all as $ramp) {
            $out = $ramp->tubesOut;
            if (null === $out) {
                continue;
            }
            sort($out);
            array_push($found, ...($out === $tubesOut ? array_values(array_filter($ramp->samples, fn (RampSample $s): bool => $s->at > $this->changedAt)) : []));
        }

        return $found;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['choice' => $this->choice?->toArray(), 'changedAt' => $this->changedAt, 'all' => array_map(static fn (Ramp $r): array => $r->toArray(), $this->all)];
    }

    public static function fromFields(Fields $fields): self
    {
        $choice = $fields->optionalObject('choice');

        return new self(null === $choice ? null : PowerChoice::decode($choice), $fields->number('changedAt'), array_map(Ramp::fromFields(...), $fields->objects('all')));
    }
}
