<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Bench\LeadsZero;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Quantity\Unit;

/** One test of the cold bench as it was taken down. */
final readonly class TakenTest
{
    /**
     * @param string                  $part    part of the sheet, tube position, or a place that the technician named
     * @param string                  $subject what of the part: a tap, a winding, a pin; empty for the whole
     * @param array<string, Quantity> $figures by name
     * @param array<string, mixed>    $said    what is no figure: choice, characteristic, candidates
     * @param bool                    $lifted  one lead off, or out of the amplifier
     * @param float                   $at      seconds since the epoch
     */
    public function __construct(
        public TestKind $kind,
        public string $part,
        public string $subject,
        public string $text,
        public array $figures,
        public array $said,
        public bool $lifted,
        public float $at,
        public string $id = '',
    ) {
    }

    /**
     * As it was typed, read anew.
     *
     * @throws CannotRead
     * @throws BadData
     */
    public static function typed(TestKind $kind, string $part, string $subject, string $text, bool $lifted = false, float $at = 0.0, string $id = ''): self
    {
        $answer = TestText::read($kind, $text);
        $tap = $answer->said['tap'] ?? null;

        return new self($kind, $part, \is_string($tap) ? $tap : $subject, $text, $answer->figures, $answer->said, $lifted, $at, $id);
    }

    /**
     * As the record keeps it: with the figures that were read when it was typed, whatever the grammar of today makes of the text.
     *
     * @param Fields $fields {text, part, subject?, lifted?, figures, said?, at?, entryId?}
     *
     * @throws BadData
     */
    public static function kept(TestKind $kind, Fields $fields): self
    {
        $figures = [];
        foreach ($fields->object('figures')->children() as $name => $figure) {
            $figures[$name] = new Quantity($fields->string('text'), $figure->oneOf('kind', ReadingKind::class), $figure->number('value'), null === $figure->raw('unit') ? null : $figure->oneOf('unit', Unit::class), $figure->number('resolution'));
        }
        $said = $fields->raw('said');

        return new self(
            $kind, $fields->string('part'), $fields->optionalString('subject') ?? '', $fields->string('text'), $figures, Fields::named($said),
            true === $fields->raw('lifted'), $fields->optionalNumber('at') ?? 0.0, $fields->optionalString('entryId') ?? '',
        );
    }

    /** @return array<string, mixed> as kept() reads it */
    public function toArray(): array
    {
        return ['test' => $this->kind->name(), 'part' => $this->part, 'subject' => $this->subject, 'text' => $this->text, 'lifted' => $this->lifted, 'at' => $this->at, 'entryId' => $this->id, ...$this->understood()];
    }

    /** @return array{figures: object, said: object} what was understood by the text */
    public function understood(): array
    {
        return [
            'figures' => (object) array_map(static fn (Quantity $q): array => ['kind' => $q->kind->value, 'value' => $q->value, 'unit' => $q->unit?->value, 'resolution' => $q->resolution], $this->figures),
            'said' => (object) $this->said,
        ];
    }

    /** The same, as the entry of the tape that it came with. */
    public function of(string $entryId, float $at): self
    {
        return new self($this->kind, $this->part, $this->subject, $this->text, $this->figures, $this->said, $this->lifted, $at, $entryId);
    }

    /**
     * The same with the leads' own ohms taken off every figure under ten (COND-5b). A zero that is not of today is not taken off; either
     * way the test carries what it was and how old.
     */
    public function lessLeads(LeadsZero $zero, float $at): self
    {
        $small = array_filter($this->figures, static fn (Quantity $q): bool => Unit::Ohms === $q->unit && null !== $q->plain() && $q->value < LeadsZero::BELOW_OHMS);
        if ([] === $small) {
            return $this;
        }
        $off = $zero->isFresh($at) ? $zero->ohms : 0.0;
        $figures = $this->figures;
        foreach ($small as $name => $q) {
            $figures[$name] = new Quantity($q->text, $q->kind, max(0.0, $q->value - $off), $q->unit, $q->resolution);
        }

        return new self($this->kind, $this->part, $this->subject, $this->text, $figures, [...$this->said, 'leads' => ['ohms' => $zero->ohms, 'days' => max(0, $zero->ageDays($at)), 'takenOff' => $zero->isFresh($at)]], $this->lifted, $this->at, $this->id);
    }

    /** The same of the tube that stands at another position now (JUDGE-6). */
    public function at(string $part): self
    {
        return new self($this->kind, $part, $this->subject, $this->text, $this->figures, $this->said, $this->lifted, $this->at, $this->id);
    }

    /** A figure in its SI unit; null when it was left out, or is a bound or an overload. */
    public function value(string $name): ?float
    {
        return ($this->figures[$name] ?? null)?->plain();
    }

    /** The highest that a figure can be; null where nothing bounds it above. */
    public function most(string $name): ?float
    {
        return ($this->figures[$name] ?? null)?->most();
    }

    /** The lowest that a figure can be; null where nothing bounds it below. */
    public function least(string $name): ?float
    {
        return ($this->figures[$name] ?? null)?->least();
    }

    /** The meter showed overload: more than it reaches, and nobody said how far that is. */
    public function isOverload(string $name): bool
    {
        return ReadingKind::Overload === ($this->figures[$name]->kind ?? null);
    }

    /** Overload, or a bound that lies beyond: whatever it is, it is more than so much. */
    public function isBeyond(string $name, float $amount): bool
    {
        return $this->isOverload($name) || (ReadingKind::Above === ($this->figures[$name]->kind ?? null) && $this->figures[$name]->value >= $amount);
    }

    /** How a figure was understood, with its bound: “> 20 MΩ”, “overload”. */
    public function shown(string $name): string
    {
        return isset($this->figures[$name]) ? $this->figures[$name]->understood() : '';
    }

    /** Its answer as it was understood: every figure with its unit, “22 µF · 1.8 Ω”; a choice, a mark, and what names its figures itself, as it was typed. */
    public function answer(): string
    {
        return $this->figuresAnswer().$this->leadsAnswer();
    }

    private function leadsAnswer(): string
    {
        $leads = Fields::named($this->said['leads'] ?? []);

        return match (true) {
            !is_numeric($leads['ohms'] ?? null), !is_numeric($leads['days'] ?? null) => '',
            true === ($leads['takenOff'] ?? null) => \sprintf(' (less %g Ω of leads)', $leads['ohms']),
            default => \sprintf(' (leads read %g Ω, %d days before: not taken off)', $leads['ohms'], $leads['days']),
        };
    }

    private function figuresAnswer(): string
    {
        return [] === $this->figures || \in_array($this->kind->definition()->grammar, [Grammar::Shorts, Grammar::TubeFigures, Grammar::Tester], true) ? $this->text : implode(' · ', array_map(static fn (Quantity $q, string $name): string => $q->understood().(str_ends_with($name, 'Minutes') ? ' min' : ''), $this->figures, array_keys($this->figures)));
    }

    /**
     * Why its figures cannot be judged: a bound or an overload where the test needs the figure itself. Null when they can.
     */
    public function objection(): ?CannotRead
    {
        foreach ($this->figures as $name => $figure) {
            if (!\in_array($figure->kind, $this->kind->definition()->figure($name)->readings, true)) {
                return CannotRead::noValue($figure, TestText::words($name));
            }
        }

        return null;
    }

    public function choice(): ?string
    {
        $choice = $this->said['choice'] ?? null;

        return \is_string($choice) ? $choice : null;
    }
}
