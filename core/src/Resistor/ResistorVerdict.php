<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;

/** What is said of a resistor, with the ohms between which it should have read as it was measured: in place or lifted. */
final readonly class ResistorVerdict extends PartVerdict
{
    /**
     * @param list<Reason> $reasons worst first
     * @param float|null   $ownOhms of the part itself, worked back from a reading in place; null where the rest of the circuit hides it
     */
    public function __construct(Outcome $outcome, Verdict $verdict, array $reasons, public float $expectedOhms, public float $lowOhms, public float $highOhms, public ?float $ownOhms)
    {
        parent::__construct($outcome, $verdict, $reasons);
    }
}
