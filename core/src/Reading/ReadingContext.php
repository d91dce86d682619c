<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Sheet\Sheet;

/** Under which circumstances a point is read: everything a judgement may look at besides the reading itself. */
final readonly class ReadingContext
{
    /** Common practice: judge voltages after 10 to 15 minutes (COND-3). */
    public const WARM_MINUTES = 10.0;

    /**
     * @param float|null    $warmMinutes since power-up, or since mains or limiter were moved; null when not known
     * @param float|null    $wiredFor    mains volts the unit is wired for
     * @param Forecast|null $forecast    what the circuit makes of these conditions, where the sheet holds one
     * @param Meter|null    $inletMeter  the meter in hand when the conditions were stated
     */
    public function __construct(
        public ?Sheet $sheet,
        public Conditions $conditions,
        public ?Meter $meter,
        public ChassisState $state,
        public ?float $warmMinutes,
        public ?float $wiredFor,
        public ?Forecast $forecast = null,
        private ?Meter $inletMeter = null,
    ) {
    }

    /** The same circumstances, with what the circuit would make of them if something in it were otherwise. */
    public function foretelling(Forecast $forecast): self
    {
        return new self($this->sheet, $this->conditions, $this->meter, $this->state, $this->warmMinutes, $this->wiredFor, $forecast, $this->inletMeter);
    }

    /** Why AC volts at a point, or the mains that it is judged by, mean nothing as they were measured (COND-5b); null where they do. */
    public function acObstacle(MeterFunction $function): ?string
    {
        $behindLamp = $this->conditions->behindLamp();
        $own = MeterFunction::AcVolts === $function ? $this->meter?->mainsObstacle($behindLamp) : null;

        return $own ?? ($behindLamp && $this->conditions->inletIsMeasured() && null !== $this->inletMeter?->mainsObstacle(true) ? 'inlet-misread' : null);
    }

    /** On the mains, at its full volts or on the way there. */
    public function isLive(): bool
    {
        return $this->state->isOnMains();
    }

    public function isWarming(): bool
    {
        return ChassisState::Energised === $this->state && null !== $this->warmMinutes && $this->warmMinutes < self::WARM_MINUTES;
    }
}
