<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** A thing of the shop's bench besides its meters: what it is good for, when it was calibrated, and what it may touch (SAFE-7). */
final readonly class Equipment
{
    public const KINDS = ['variac', 'lamp', 'limiter', 'load', 'probe', 'tester', 'other'];

    /** Figures that belong to a kind, with their bounds, in SI units. */
    private const FIGURES = [
        'variac' => ['amperes' => [0.1, 100.0]], 'lamp' => ['watts' => [5.0, 5000.0], 'ratedVolts' => [6.0, 500.0]], 'limiter' => ['amperes' => [0.01, 30.0]],
        'load' => ['ohms' => [0.5, 1e5], 'watts' => [0.1, 10000.0]], 'probe' => [], 'tester' => [], 'other' => [],
    ];

    /**
     * @param array<string, float> $figures
     * @param string|null          $calibratedOn day
     * @param float|null           $ratedVolts   highest direct volts that it may touch; null where nobody said
     * @param string               $note         what it may touch, in words
     * @param DialTable|null       $dial         of a variac
     */
    private function __construct(public string $id, public string $kind, public string $name, public array $figures, public ?string $calibratedOn, public ?float $ratedVolts, public string $note, public ?DialTable $dial)
    {
    }

    /**
     * @param mixed $data as docs/formats/equipment.schema.json
     *
     * @throws BadData
     */
    public static function decode(mixed $data, string $path = 'equipment'): self
    {
        $fields = Fields::of($data, $path);
        $id = $fields->string('id', 40);
        $kind = $fields->string('kind', 20);
        if (!\in_array($kind, self::KINDS, true)) {
            throw $fields->fault('kind', implode(', ', self::KINDS).' are known');
        }
        $name = trim($fields->string('name', 80));
        if ('' === $name) {
            throw $fields->fault('name', 'a name belongs here');
        }
        $figures = [];
        foreach (self::FIGURES[$kind] as $figure => $bounds) {
            $value = $fields->optionalNumber($figure, ...$bounds);
            $figures += null === $value ? [] : [$figure => $value];
        }
        $calibratedOn = $fields->optionalDay('calibratedOn', 20);
        $touches = $fields->optionalNumber('touchesVolts', 1.0, 20000.0);
        $note = $fields->optionalText('note', 200);
        $dial = $fields->optionalObject('dial');
        if (null !== $dial && 'variac' !== $kind) {
            throw $fields->fault('dial', 'only a variac has a dial');
        }
        $equipment = new self($id, $kind, $name, $figures, $calibratedOn, $touches, $note, null === $dial ? null : DialTable::decode($dial));
        $fields->done();

        return $equipment;
    }

    public function withDial(DialTable $dial): self
    {
        return new self($this->id, $this->kind, $this->name, $this->figures, $this->calibratedOn, $this->ratedVolts, $this->note, $dial);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'kind' => $this->kind, 'name' => $this->name, ...$this->figures, ...(null === $this->calibratedOn ? [] : ['calibratedOn' => $this->calibratedOn]),
            ...(null === $this->ratedVolts ? [] : ['touchesVolts' => $this->ratedVolts]), ...('' === $this->note ? [] : ['note' => $this->note]), ...(null === $this->dial ? [] : ['dial' => $this->dial->toArray()]),
        ];
    }
}
