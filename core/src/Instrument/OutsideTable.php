<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

/** A dial stands where nobody measured what it gives (COND-1): nothing is said of it. */
final class OutsideTable extends \DomainException
{
    public function __construct(public readonly float $dial, public readonly float $least, public readonly float $most)
    {
        parent::__construct(\sprintf('The dial’s table goes from %g to %g; what it gives at %g is not known. Measure it there, or at the inlet', $least, $most, $dial));
    }
}
