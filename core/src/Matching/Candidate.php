<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** A tube that may be chosen, with its figures under the conditions that all are compared at. */
final readonly class Candidate
{
    /**
     * @param float      $plateAmperes above zero
     * @param float|null $siemens      transconductance; null where it was not taken
     * @param float      $bandPercent  that a conversion from other conditions brings
     */
    public function __construct(public string $id, public float $plateAmperes, public ?float $siemens = null, public float $bandPercent = 0.0)
    {
    }
}
