<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Reading\OutputTube;
use Yew\Core\Tube\TubeLimits;
use Yew\Core\Tube\TubeType;

/** What one source allows one type, with its rating system (BIAS-2): a design-centre limit contains the mains’ spread, a design-maximum one does not. */
final readonly class BiasLimit
{
    public function __construct(public string $type, public string $system, public string $source, public float $plateWatts, public ?float $screenWatts, public ?float $plateVolts, public ?float $screenVolts)
    {
    }

    /** @return list<self> of every source, the one to judge by first */
    public static function ofType(TubeType $type): array
    {
        $section = OutputTube::powerSection($type)?->name;
        $own = array_filter($type->limits, static fn (TubeLimits $l): bool => null !== $l->plateWatts && (null === $l->section || $l->section === $section));

        return array_map(static fn (TubeLimits $l): self => new self($type->name, $l->system, $l->source, (float) $l->plateWatts, $l->screenWatts, $l->plateVolts, $l->screenVolts), array_values($own));
    }

    /** Whether it must hold at the highest mains of the place, too. */
    public function holdsAtHighestMains(): bool
    {
        return 'design-centre' !== $this->system;
    }
}
