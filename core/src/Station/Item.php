<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Bench\ChassisState;

/** One thing on a station's board: a transformer, a capacitor, a resistor, a socket, a stop of the walk, a point to be read. */
final readonly class Item
{
    /**
     * @param string             $part         as the record names it
     * @param string             $group        code of the wording; items of a group stand together
     * @param string             $name         what it is, as a code of the wording or plain text
     * @param string             $detail       as drawn, in words
     * @param list<Step>         $steps        what to do with it, in order
     * @param list<Gauge>        $gauges       what was measured, beside what it should be
     * @param array<string, Run> $runs         by the name of the test whose takings are steps of one run
     * @param list<ChassisState> $states       in which it is answered, where it has no steps
     * @param bool|null          $asked        whether anybody asks for it; null where the steps say so
     * @param list<Consequence>  $consequences what its fault asks to be looked at besides
     * @param list<string>       $askedBy      parts whose fault asks for this one
     */
    public function __construct(
        public string $part,
        public string $group,
        public string $name,
        public string $detail,
        public PartVerdict $judged,
        public array $steps,
        public array $gauges = [],
        public ?ItemDetail $more = null,
        public array $runs = [],
        private array $states = [],
        private ?bool $asked = null,
        public array $consequences = [],
        public array $askedBy = [],
    ) {
    }

    /** @param list<string> $parts whose fault asks for it: from then on it is asked for, whatever it was before */
    public function askedFor(array $parts): self
    {
        return new self($this->part, $this->group, $this->name, $this->detail, $this->judged, $this->steps, $this->gauges, $this->more, $this->runs, $this->states, true, $this->consequences, $parts);
    }

    /** Whether anybody asks for it: ripple, date codes and the like are taken where there is reason to. */
    public function isAsked(): bool
    {
        return $this->asked ?? [] !== array_filter($this->steps, static fn (Step $s): bool => !$s->optional);
    }

    /** Whether something of it can be done in a state of the chassis. */
    public function isOpenIn(ChassisState $state): bool
    {
        if ([] === $this->steps) {
            return $this->isAsked() && !$this->isDone() && \in_array($state, $this->states, true);
        }

        return !$this->judged->outcome->isSettled() && [] !== array_filter($this->steps, static fn (Step $s): bool => $s->isOpen() && $s->kind->definition()->takesIn($state));
    }

    public function isDone(): bool
    {
        return Outcome::Open !== $this->judged->outcome;
    }

    /** The first step still to do; null when all are done, or the answer is clear already (IRON: a condemned part is not measured on). */
    public function next(): ?int
    {
        if ($this->judged->outcome->isSettled()) {
            return null;
        }
        foreach ($this->steps as $i => $step) {
            if ($step->isOpen()) {
                return $i;
            }
        }

        return null;
    }
}
