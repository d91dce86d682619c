<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
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
     */
    public function __construct(
        public ?Sheet $sheet,
        public Conditions $conditions,
        public ?Meter $meter,
        public ChassisState $state,
        public ?float $warmMinutes,
        public ?float $wiredFor,
        public ?Forecast $forecast = null,
    ) {
    }

    /** On the mains, at its full volts or on the way there. */
    public function isLive(): bool
    {
        return ChassisState::Energised === $this->state || ChassisState::Ramping === $this->state;
    }

    public function isWarming(): bool
    {
        return ChassisState::Energised === $this->state && null !== $this->warmMinutes && $this->warmMinutes < self::WARM_MINUTES;
    }
}
