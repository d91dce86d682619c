<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** One step of fitting tubes, each on a dead chassis (PWR-6): the smallest set that the circuit can bear by itself. */
final readonly class TubeStep
{
    /**
     * @param string                                                  $what      rectifier | output | inverter | preamplifier | all
     * @param list<string>                                            $positions that go in
     * @param list<string>                                            $tubesOut  that stay out after it
     * @param string|null                                             $because   why these go in together: shared-cathode, over-limit-alone, less-bias-alone
     * @param float|null                                              $mostShare highest dissipation of a tube then, as a share of its limit; null where no circuit says
     * @param list<array{place: string, before: float, after: float}> $moves     rails that move by it, V
     * @param bool                                                    $isSound   nothing is over its limit then
     * @param list<string>                                            $reads     places to be read once they are in: plates and cathodes
     * @param list<string>                                            $signals   grids that a signal is sent to
     */
    public function __construct(public string $what, public array $positions, public array $tubesOut, public ?string $because, public ?float $mostShare, public array $moves, public bool $isSound, public array $reads = [], public array $signals = [])
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['what' => $this->what, 'positions' => $this->positions, 'tubesOut' => $this->tubesOut, 'because' => $this->because, 'mostShare' => $this->mostShare, 'moves' => $this->moves, 'sound' => $this->isSound, 'reads' => $this->reads, 'signals' => $this->signals];
    }
}
