<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\Fields;
use Yew\Core\Power\Gate;
use Yew\Core\Safety\Hazard;

/** Power that was given against what the record knew, or through gates that were not met, with the reasons of who gave it (SAFE-4). */
final readonly class PowerOverride
{
    /**
     * @param float        $at      seconds since the epoch
     * @param string       $reason  of tapes of earlier versions: one for all
     * @param list<Hazard> $hazards likewise
     * @param list<Gate>   $gates   that were gone through, each with its reason
     * @param string       $role    of the person then
     */
    public function __construct(public float $at, public string $personId, public string $reason, public array $hazards, public array $gates = [], public string $role = '')
    {
    }

    public static function fromFields(Fields $fields): self
    {
        $hazards = $fields->raw('hazards');

        return new self(
            $fields->number('at'), $fields->string('personId'), $fields->optionalText('reason'), array_map(static fn (mixed $h): Hazard => Hazard::fromArray(Fields::named($h)), \is_array($hazards) ? array_values($hazards) : []),
            array_map(Gate::fromFields(...), $fields->objects('gates', 100)), $fields->optionalText('role'),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'at' => $this->at, 'personId' => $this->personId, 'reason' => $this->reason, 'hazards' => array_map(static fn (Hazard $h): array => $h->toArray(), $this->hazards),
            'gates' => array_map(static fn (Gate $g): array => $g->toArray(), $this->gates), 'role' => $this->role,
        ];
    }
}
