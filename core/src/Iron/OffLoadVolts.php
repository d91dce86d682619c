<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

/** What one winding of a power transformer gives with nothing on it. */
final readonly class OffLoadVolts
{
    /**
     * @param float      $volts            RMS, of both halves together where it was measured so
     * @param float|null $expectedVolts    at that mains, as drawn; null where the drawing gives none
     * @param float|null $deviationPercent of what is expected
     */
    public function __construct(public string $winding, public float $volts, public float $mainsVolts, public ?float $expectedVolts, public ?float $deviationPercent)
    {
    }

    /** @return array{winding: string, volts: float, mainsVolts: float, expectedVolts: float|null, deviationPercent: float|null} */
    public function toArray(): array
    {
        return ['winding' => $this->winding, 'volts' => $this->volts, 'mainsVolts' => $this->mainsVolts, 'expectedVolts' => $this->expectedVolts, 'deviationPercent' => $this->deviationPercent];
    }
}
