<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\Fields;
use Yew\Core\Safety\Hazard;

/** Power that was given against what the record knew, with the reason of who gave it (SAFE-4). */
final readonly class PowerOverride
{
    /**
     * @param float        $at      seconds since the epoch
     * @param list<Hazard> $hazards
     */
    public function __construct(public float $at, public string $personId, public string $reason, public array $hazards)
    {
    }

    public static function fromFields(Fields $fields): self
    {
        $hazards = $fields->raw('hazards');

        return new self($fields->number('at'), $fields->string('personId'), $fields->optionalText('reason'), array_map(static fn (mixed $h): Hazard => Hazard::fromArray(Fields::named($h)), \is_array($hazards) ? array_values($hazards) : []));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['at' => $this->at, 'personId' => $this->personId, 'reason' => $this->reason, 'hazards' => array_map(static fn (Hazard $h): array => $h->toArray(), $this->hazards)];
    }
}
