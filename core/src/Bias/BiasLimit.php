<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

/** What one source allows one type, with its rating system (BIAS-2): a design-centre limit contains the mains’ spread, a design-maximum one does not. */
final readonly class BiasLimit
{
    public function __construct(public string $type, public string $system, public string $source, public float $plateWatts, public ?float $screenWatts, public ?float $plateVolts, public ?float $screenVolts)
    {
    }

    /** Whether it must hold at the highest mains of the place, too. */
    public function holdsAtHighestMains(): bool
    {
        return 'design-centre' !== $this->system;
    }
}
