<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** A stop with what the circuit makes of it. */
final readonly class PlannedStop
{
    /**
     * @param list<PlannedReading> $readings
     * @param float|null           $mainsAmperes RMS that the unit takes there; null where no circuit says
     * @param float|null           $abortAmperes more than this, once the charging is over, means off (SAFE-6)
     * @param float|null           $lampShare    share of its volts that the lamp is given; null without one
     */
    public function __construct(public PowerStop $stop, public array $readings, public ?float $mainsAmperes, public ?float $abortAmperes, public ?float $lampShare)
    {
    }

    public function reading(string $place): ?PlannedReading
    {
        foreach ($this->readings as $reading) {
            if ($reading->place === $place) {
                return $reading;
            }
        }

        return null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->stop->id, 'share' => $this->stop->share, 'volts' => $this->stop->volts, 'limiters' => $this->stop->limiters, 'dwellSeconds' => $this->stop->dwell, 'bPlusComes' => $this->stop->bPlusComes,
            'readings' => array_map(static fn (PlannedReading $r): array => $r->toArray(), $this->readings), 'mainsAmperes' => $this->mainsAmperes, 'abortAmperes' => $this->abortAmperes,
            'lamp' => null === $this->lampShare ? null : LampLight::of($this->lampShare)->value,
        ];
    }
}
