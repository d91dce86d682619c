<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

/** Where a walk is broken off: volts at a place, or amperes from the mains, above or below a figure (SAFE-6's abort limits). */
final readonly class Limit
{
    /** @param string|null $place null for the amperes that the unit takes from the mains */
    public function __construct(public ?string $place, public bool $above, public float $value)
    {
    }

    public function isBroken(Instant $instant): bool
    {
        $now = null === $this->place ? $instant->mainsAmperes() : $instant->volts($this->place);

        return null !== $now && ($this->above ? $now > $this->value : $now < $this->value);
    }
}
