<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Bench\ChassisState;

/** A test as data: what is typed for it, in which state of the chassis it belongs (SAFE-1, SAFE-1a), and what it is of. */
final readonly class TestDefinition
{
    /**
     * @param non-empty-list<ChassisState> $states
     * @param array<string, TestFigure>    $figures         in the order in which they are typed
     * @param int                          $optionalFigures how many of them may be left out, from the end
     * @param list<string>                 $choices         answers of a question by eye, the good one first
     * @param bool                         $ofSocket        another tube in the socket changes nothing
     * @param bool                         $mayBeLifted     it can be taken with one lead off, or out of the amplifier
     * @param bool                         $isChange        it is no test, but said as a change of the unit (contract §1)
     * @param bool                         $isDone          of a change: it was made, not found
     * @param bool                         $ofExchange      it is of the exchange of a part, and outlasts the part that goes out
     */
    private function __construct(
        public Grammar $grammar,
        public array $states,
        public array $figures = [],
        public int $optionalFigures = 0,
        public array $choices = [],
        public bool $ofSocket = false,
        public bool $mayBeLifted = false,
        public bool $isChange = false,
        public bool $isDone = false,
        public bool $ofExchange = false,
    ) {
    }

    /**
     * Figures with slashes between.
     *
     * @param array<string, TestFigure> $figures
     */
    public static function figures(array $figures, ChassisState $state, ChassisState ...$others): self
    {
        return new self(Grammar::Figures, [$state, ...array_values($others)], $figures);
    }

    /**
     * A question with so many answers.
     *
     * @param list<string> $choices the good one first
     */
    public static function question(array $choices, ChassisState $state, ChassisState ...$others): self
    {
        return new self(Grammar::Choice, [$state, ...array_values($others)], choices: $choices);
    }

    /**
     * What has a way of writing of its own.
     *
     * @param array<string, TestFigure> $figures
     */
    public static function written(Grammar $grammar, array $figures, ChassisState $state, ChassisState ...$others): self
    {
        return new self($grammar, [$state, ...array_values($others)], $figures);
    }

    public function withOptional(int $figures): self
    {
        return new self($this->grammar, $this->states, $this->figures, $figures, $this->choices, $this->ofSocket, $this->mayBeLifted, ofExchange: $this->ofExchange);
    }

    public function ofSocket(): self
    {
        return new self($this->grammar, $this->states, $this->figures, $this->optionalFigures, $this->choices, true, $this->mayBeLifted, ofExchange: $this->ofExchange);
    }

    /** What is in the unit, answered by an as-fitted entry. */
    public static function change(Grammar $grammar, ChassisState $state, ChassisState ...$others): self
    {
        return new self($grammar, [$state, ...array_values($others)], isChange: true);
    }

    /** A change that was made here, not one that was found. */
    public function asDone(): self
    {
        return new self($this->grammar, $this->states, isChange: true, isDone: true);
    }

    /** Of the new part before it goes in, or of the old one once it is out. */
    public function ofExchange(): self
    {
        return new self($this->grammar, $this->states, $this->figures, $this->optionalFigures, $this->choices, $this->ofSocket, $this->mayBeLifted, ofExchange: true);
    }

    public function liftable(): self
    {
        return new self($this->grammar, $this->states, $this->figures, $this->optionalFigures, $this->choices, $this->ofSocket, true, ofExchange: $this->ofExchange);
    }

    /** What a figure is, by the name it is kept under; a leak is kept as leakOhms or leakAmperes, as it was typed; one of several as leak1Ohms. */
    public function figure(string $name): TestFigure
    {
        return $this->figures[$name] ?? (1 === preg_match('/^leak\d*(?:Ohms|Amperes)$/', $name) ? $this->figures['leak'] ?? null : null) ?? TestFigure::of(null);
    }

    public function takesIn(ChassisState $state): bool
    {
        return \in_array($state, $this->states, true);
    }
}
