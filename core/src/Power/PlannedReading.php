<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Reading\Expected;

/** What one place should read at a stop, and where it means off. */
final readonly class PlannedReading
{
    /**
     * @param string     $role       rail | bias | plate | screen | cathode | heater
     * @param bool       $isRequired before the next stop
     * @param float|null $abortAbove more than this is a stop; null where nothing says
     */
    public function __construct(public string $place, public string $function, public string $role, public bool $isRequired, public Expected $expected, public ?float $abortAbove)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $says = null === $this->expected->obstacle;

        return [
            'place' => $this->place, 'function' => $this->function, 'role' => $this->role, 'required' => $this->isRequired, 'volts' => $says ? $this->expected->volts : null, 'lowVolts' => $says ? $this->expected->window?->low : null,
            'highVolts' => $says ? $this->expected->window?->high : null, 'obstacle' => $this->expected->obstacle, 'abortAboveVolts' => $this->abortAbove,
        ];
    }
}
