<?php

declare(strict_types=1);

namespace Yew\Core\Ramp;

use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\Fields;

/** One time under power: from going on the mains to going off, with what was read meanwhile. */
final readonly class Ramp
{
    /** Readings kept of one time under power; what is more stands on the tape. */
    private const MOST_SAMPLES = 240;

    /**
     * @param float             $beganAt     seconds since the epoch
     * @param float|null        $energisedAt when it was said to stand on full mains
     * @param float|null        $endedAt     null while it is on
     * @param list<string>|null $tubesOut    positions; null where nobody said
     * @param list<RampSample>  $samples     oldest first
     * @param Conditions|null   $conditions  as they were said last while it was on; null where nothing was said
     */
    public function __construct(public float $beganAt, public ?float $energisedAt, public ?float $endedAt, public ?array $tubesOut, public array $samples, public ?Conditions $conditions = null)
    {
    }

    public function isOn(): bool
    {
        return null === $this->endedAt;
    }

    public function under(Conditions $conditions): self
    {
        return new self($this->beganAt, $this->energisedAt, $this->endedAt, $conditions->tubesOut(), $this->samples, $conditions);
    }

    public function energised(float $at): self
    {
        return new self($this->beganAt, $at, $this->endedAt, $this->tubesOut, $this->samples, $this->conditions);
    }

    public function ended(float $at): self
    {
        return new self($this->beganAt, $this->energisedAt, $at, $this->tubesOut, $this->samples, $this->conditions);
    }

    public function read(RampSample $sample): self
    {
        return $this->with(\array_slice([...$this->samples, $sample], -self::MOST_SAMPLES));
    }

    /** @param list<RampSample> $samples */
    public function with(array $samples): self
    {
        return new self($this->beganAt, $this->energisedAt, $this->endedAt, $this->tubesOut, $samples, $this->conditions);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['beganAt' => $this->beganAt, 'energisedAt' => $this->energisedAt, 'endedAt' => $this->endedAt, 'tubesOut' => $this->tubesOut, 'samples' => array_map(static fn (RampSample $s): array => $s->toArray(), $this->samples), 'conditions' => $this->conditions?->toArray()];
    }

    public static function fromFields(Fields $fields): self
    {
        return new self($fields->number('beganAt'), $fields->optionalNumber('energisedAt'), $fields->optionalNumber('endedAt'), null === $fields->raw('tubesOut') ? null : $fields->strings('tubesOut'), array_map(RampSample::fromFields(...), $fields->objects('samples')), null === $fields->raw('conditions') ? null : Conditions::decode($fields->raw('conditions')));
    }
}
