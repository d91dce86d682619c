<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Quantity\Figure;

/** What one way of measuring says of a tube’s cathode current. */
final readonly class BiasCurrent
{
    /**
     * @param Figure       $cathode    amperes of this tube’s cathode; the mean of $tubes where it is not of this one alone
     * @param int          $tubes      whose current was measured together
     * @param list<string> $places     where it was read
     * @param list<string> $unmeasured parts and windings whose ohms are as drawn
     */
    public function __construct(public BiasMethod $method, public Figure $cathode, public int $tubes, public array $places, public array $unmeasured)
    {
    }

    public function isMean(): bool
    {
        return $this->tubes > 1;
    }

    /** Half of its 95 % band as a share of itself. */
    public function uncertainty(): float
    {
        return 0.0 === $this->cathode->value ? \INF : $this->cathode->halfWidth95() / abs($this->cathode->value);
    }
}
