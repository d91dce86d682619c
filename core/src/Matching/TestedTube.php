<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** A tube of the drawer with the figures of its test. */
final readonly class TestedTube
{
    /**
     * @param float               $plateAmperes above zero
     * @param float|null          $siemens      transconductance; null where it was not taken
     * @param TubeConditions|null $conditions   null where the test does not say them
     */
    public function __construct(public string $id, public float $plateAmperes, public ?float $siemens, public ?TubeConditions $conditions)
    {
    }

    public function asRead(): Candidate
    {
        return new Candidate($this->id, $this->plateAmperes, $this->siemens);
    }
}
