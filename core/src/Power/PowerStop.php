<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Ramp\RampSample;

/** One stop on the way up: the mains that the source is set to, what is in the lead, and what must be read there before the next. */
final readonly class PowerStop
{
    /** Mains within this share of a stop’s is that stop (our choice: half of the way between the nearest two). */
    private const SAME_SHARE = 0.04;
    /** Full mains is what the wall gives that day: up to so much more, as a share. */
    private const WALL_SHARE = 0.1;

    /**
     * @param string                            $id         no-tubes-50
     * @param float                             $share      of full mains
     * @param float                             $volts      of the source, before any limiter; RMS
     * @param list<array<string, string|float>> $limiters   in the mains lead, as conditions state them
     * @param list<array{string, string}>       $required   places and functions that must be read, each with what it is: `rail`, `bias`, `cathode`
     * @param float                             $dwell      seconds to stay before reading
     * @param bool                              $bPlusComes whether B+ is expected to be there
     * @param list<string>                      $tapped     places that are read while their socket is tapped (SAFE-5)
     */
    public function __construct(public string $id, public float $share, public float $volts, public array $limiters, public array $required, public float $dwell, public bool $bPlusComes, public array $tapped = [])
    {
    }

    public function isLimited(): bool
    {
        return [] !== $this->limiters;
    }

    /** Whether the conditions stand at this stop. */
    public function isAt(Conditions $conditions): bool
    {
        $limited = $conditions->limited();

        return $this->fits($conditions->sourceVolts() ?? ($this->isLimited() ? null : $conditions->inletVolts()), $limited);
    }

    public function took(RampSample $sample): bool
    {
        return $this->fits($sample->sourceVolts ?? ($this->isLimited() ? null : $sample->inletVolts), $sample->isLimited);
    }

    /** Mains above this are above this stop, V. */
    public function mostVolts(): float
    {
        return (1.0 + ($this->share >= 1.0 ? self::WALL_SHARE : self::SAME_SHARE)) * $this->volts;
    }

    private function fits(?float $volts, ?bool $limited): bool
    {
        return null !== $volts && $limited === $this->isLimited() && $volts >= (1.0 - self::SAME_SHARE) * $this->volts && $volts <= $this->mostVolts();
    }
}
