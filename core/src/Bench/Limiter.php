<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** What is stated to be in series with the mains, with what is known of it. */
final readonly class Limiter
{
    /**
     * @param string     $kind       lamp | electronic; empty where nobody said
     * @param float|null $watts      of a lamp
     * @param float|null $ratedVolts for which a lamp is made
     * @param float|null $amperes    of an electronic one
     */
    public function __construct(public string $kind, public ?float $watts = null, public ?float $ratedVolts = null, public ?float $amperes = null)
    {
    }

    /** Whether a model can reckon with it. */
    public function isKnown(): bool
    {
        return 'lamp' === $this->kind ? null !== $this->watts && null !== $this->ratedVolts : null !== $this->amperes;
    }
}
