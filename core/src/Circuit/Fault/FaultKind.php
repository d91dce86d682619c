<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Tube\TubeCatalogue;

/**
 * One way in which parts fail: which of a circuit's parts it can befall, how it changes the circuit, and what it cannot change.
 *
 * Faults are the universe of diagnosis and of the training stand alike; an exact short is 10 mΩ (contract §9).
 */
interface FaultKind
{
    /** `resistor-open`: its name in data, on the command line and in the wording. */
    public function id(): string;

    /** @return list<string> what it can befall: a part, a tube, a pin, or two pins that touch */
    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array;

    /** Null where it is so or not. */
    public function severity(): ?Severity;

    /** @param string $subject one of subjects() */
    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted;

    /** @return list<Observable> what it leaves as it was, whatever it befalls */
    public function cannotChange(): array;
}
