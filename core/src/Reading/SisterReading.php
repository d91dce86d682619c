<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** What another unit read at the same place. */
final readonly class SisterReading
{
    /**
     * @param float|null          $volts    as it would be at this unit's mains, V (A of a current); null where it cannot be compared
     * @param SisterObstacle|null $obstacle why not
     */
    public function __construct(public string $unitName, public TakenReading $reading, public ?float $volts, public ?SisterObstacle $obstacle = null)
    {
    }

    /** Whether it was right itself when it was read: what is out of its own window is no measure for another. */
    public function isSound(): bool
    {
        return \in_array($this->reading->then['verdict'] ?? null, [Verdict::Within->value, Verdict::Watch->value], true);
    }

    /** Whether it may stand in for a print that is missing: nothing spoke against it, even if nothing was there to judge it by. */
    public function isReference(): bool
    {
        return $this->isSound() || 'nothing-to-compare' === ($this->reading->then['reasonCode'] ?? null);
    }
}
