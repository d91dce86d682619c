<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** One recorded voltage on a charge island, taken to prove it discharged. */
final readonly class Proof
{
    /**
     * @param float $volts      size of the reading, DC, or the most that it can be
     * @param float $at         seconds since the epoch, when it was read
     * @param bool  $confirms   follows a reading under 1 V taken at least ten minutes before
     * @param float $receivedAt seconds since the epoch, when it reached the server
     * @param bool  $clockSeen  whether the device's clock had been compared by then
     */
    public function __construct(public float $volts, public float $at, public bool $confirms, public float $receivedAt = 0.0, public bool $clockSeen = true)
    {
    }

    /** Ten minutes lie between the two: by the server's own clock, or by that of a device whose clock was seen. */
    public function isLongBefore(float $at, ProofReading $reading): bool
    {
        $byServer = $reading->receivedAt - $this->receivedAt >= SafetyFigures::PROOF_SECONDS;

        return $at - $this->at >= SafetyFigures::PROOF_SECONDS && ($byServer || ($this->clockSeen && $reading->clockSeen));
    }
}
