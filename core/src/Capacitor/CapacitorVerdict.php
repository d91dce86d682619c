<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;

/** What is said of a capacitor, with the farads between which it is as drawn or marked, and the figures that count of several. */
final readonly class CapacitorVerdict extends PartVerdict
{
    /**
     * @param list<Reason>                  $reasons       worst first
     * @param float                         $nominalFarads by its mark, else as drawn
     * @param array<string, CountingFigure> $figures       farads, esrOhms, leakAmperes, leakVolts, leakMinutes as far as taken
     */
    public function __construct(Outcome $outcome, Verdict $verdict, array $reasons, public float $nominalFarads, public float $lowFarads, public float $highFarads, public array $figures)
    {
        parent::__construct($outcome, $verdict, $reasons);
    }
}
