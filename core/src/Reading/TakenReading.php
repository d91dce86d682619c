<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\TestPoint;

/** One reading as it counts now: what was typed, under which conditions, and what was said of it then. */
final readonly class TakenReading
{
    /**
     * @param list<float>               $tapped
     * @param array<string, mixed>|null $then       judgement as given then
     * @param string|null               $accepted   reason, when the deviation was let stand
     * @param int                       $fittedThen how many changes of the unit this job had recorded by then
     */
    public function __construct(
        public string $entryId,
        public string $place,
        public MeterFunction $function,
        public string $text,
        public ReadingKind $kind,
        public float $value,
        public float $resolution,
        public array $tapped,
        public ?string $meterId,
        public Conditions $conditions,
        public ChassisState $state,
        public ?float $warmMinutes,
        public float $observedAt,
        public string $personId,
        public ?array $then,
        public ?string $accepted,
        public int $fittedThen,
    ) {
    }

    public function key(): string
    {
        return TestPoint::keyOf($this->place, $this->function);
    }

    public function typed(): TypedReading
    {
        return new TypedReading($this->entryId, $this->kind, $this->value, $this->resolution, $this->tapped);
    }

    public function accept(?string $reason): self
    {
        return $this->copy($this->conditions, $reason);
    }

    public function under(Conditions $conditions): self
    {
        return $this->copy($conditions, $this->accepted);
    }

    /**
     * @param int $stated place of its conditions among those of all readings
     *
     * @return array<string, mixed>
     */
    public function toArray(int $stated): array
    {
        return [
            'entryId' => $this->entryId, 'place' => $this->place, 'function' => $this->function->value, 'text' => $this->text, 'kind' => $this->kind->value,
            'value' => $this->value, 'resolution' => $this->resolution, 'tapped' => $this->tapped, 'meterId' => $this->meterId,
            'stated' => $stated, 'state' => $this->state->value, 'warmMinutes' => $this->warmMinutes,
            'observedAt' => $this->observedAt, 'personId' => $this->personId, 'then' => $this->then, 'accepted' => $this->accepted, 'fittedThen' => $this->fittedThen,
        ];
    }

    /** @param list<Conditions> $stated conditions of all readings */
    public static function fromFields(Fields $f, array $stated): self
    {
        $then = $f->raw('then');

        return new self(
            $f->string('entryId'), $f->string('place'), $f->oneOf('function', MeterFunction::class), $f->string('text'), $f->oneOf('kind', ReadingKind::class),
            $f->number('value'), $f->number('resolution'), $f->numbers('tapped'), $f->optionalString('meterId'),
            $stated[(int) $f->number('stated')] ?? throw $f->fault('stated', 'no such conditions'), $f->oneOf('state', ChassisState::class), $f->optionalNumber('warmMinutes'),
            $f->number('observedAt'), $f->string('personId'), null === $then ? null : Fields::named($then), $f->optionalString('accepted', 1000), (int) ($f->optionalNumber('fittedThen') ?? 0),
        );
    }

    private function copy(Conditions $conditions, ?string $accepted): self
    {
        return new self(
            $this->entryId, $this->place, $this->function, $this->text, $this->kind, $this->value, $this->resolution, $this->tapped, $this->meterId,
            $conditions, $this->state, $this->warmMinutes, $this->observedAt, $this->personId, $this->then, $accepted, $this->fittedThen,
        );
    }
}
