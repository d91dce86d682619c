<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Sheet\SocketPin;

/** A resistor of a circuit with what an ohmmeter finds across it in place, and what it carries. */
final readonly class DrawnResistor
{
    /** A resistor at a grid of less than this is a stopper (our choice). */
    private const LEAST_GRID_LEAK_OHMS = 47e3;

    /**
     * @param float|null      $inCircuitOhms across it, everything else in place and cold; null where nothing is known of the rest
     * @param string          $does          plate | screen | grid | cathode | sense | bias | bleeder | dropper | other
     * @param list<SocketPin> $pins          that it stands at
     * @param string|null     $mate          id of the part whose value must match this one's (JUDGE-9)
     * @param float|null      $watts         dissipated at work
     */
    public function __construct(
        public string $id,
        public float $ohms,
        public string $a,
        public string $b,
        public float $tolerancePercent = 10.0,
        public ?float $ratedWatts = null,
        public ?float $inCircuitOhms = null,
        public string $does = 'other',
        public array $pins = [],
        public ?string $mate = null,
        public ?float $watts = null,
    ) {
    }

    /** Plate loads and grid leaks of a pair: their difference matters more than their value (JUDGE-9). Stoppers need no match. */
    public function isBalanced(): bool
    {
        return 'plate' === $this->does || ('grid' === $this->does && $this->ohms >= self::LEAST_GRID_LEAK_OHMS);
    }

    /** Safety resistors have no grace beyond their marked tolerance. */
    public function isSafety(): bool
    {
        return \in_array($this->does, ['screen', 'sense', 'bias', 'bleeder'], true);
    }
}
