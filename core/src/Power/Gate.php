<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Codec\Fields;

/** One gate before power: how it stands, on which entries of the record that rests, and where what is missing is done. */
final readonly class Gate
{
    /**
     * @param string               $code    of the sentence that says how it stands and what to do
     * @param array<string, mixed> $figures of that sentence
     * @param list<string>         $entries that prove it, or speak against it
     * @param string|null          $station where it is met; null where it is said when power is asked for, or under conditions
     * @param string               $reason  of who went through it all the same
     */
    private function __construct(
        public string $id,
        public GateState $state,
        public string $code,
        public array $figures = [],
        public array $entries = [],
        public Authority $authority = Authority::Technician,
        public ?string $station = null,
        public string $part = '',
        public string $reason = '',
    ) {
    }

    /**
     * @param array<string, mixed> $figures
     * @param list<string>         $entries
     */
    public static function met(string $id, string $code, array $figures = [], array $entries = []): self
    {
        return new self($id, GateState::Met, $code, $figures, $entries);
    }

    /** @param array<string, mixed> $figures */
    public static function doesNotApply(string $id, string $code, array $figures = []): self
    {
        return new self($id, GateState::DoesNotApply, $code, $figures);
    }

    /**
     * @param array<string, mixed> $figures
     * @param list<string>         $entries
     */
    public static function notMet(string $id, string $code, Authority $authority, array $figures = [], array $entries = []): self
    {
        return new self($id, GateState::NotMet, $code, $figures, $entries, $authority);
    }

    /** @param array<string, mixed> $figures */
    public static function unknown(string $id, string $code, Authority $authority = Authority::Technician, array $figures = []): self
    {
        return new self($id, GateState::Unknown, $code, $figures, [], $authority);
    }

    /** Where what is missing is done. */
    public function at(string $station, string $part = ''): self
    {
        return new self($this->id, $this->state, $this->code, $this->figures, $this->entries, $this->authority, $station, $part, $this->reason);
    }

    public function overridden(string $reason): self
    {
        return new self($this->id, GateState::Overridden, $this->code, $this->figures, $this->entries, $this->authority, $this->station, $this->part, $reason);
    }

    /** @return array<string, mixed> as an entry of the tape keeps it */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'state' => $this->state->value, 'code' => $this->code, 'figures' => [] === $this->figures ? new \stdClass() : $this->figures, 'entries' => $this->entries, 'authority' => $this->authority->value,
            'station' => $this->station, 'part' => $this->part, 'reason' => $this->reason,
        ];
    }

    /** @param Fields $fields as toArray() gave them */
    public static function fromFields(Fields $fields): self
    {
        return new self(
            $fields->string('id'), $fields->oneOf('state', GateState::class), $fields->string('code'), Fields::named($fields->raw('figures')), $fields->strings('entries'), $fields->oneOf('authority', Authority::class),
            $fields->optionalString('station'), $fields->optionalText('part'), $fields->optionalText('reason'),
        );
    }
}
