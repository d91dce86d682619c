<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/** What a line costs, minor units net. */
final readonly class PricedLine
{
    /**
     * @param int          $labour   of its own
     * @param list<string> $pays     openings that it pays for, as the first wanted line that needs them
     * @param int          $openings what those come to
     * @param int          $alone    were it the only one
     * @param int          $marginal what it adds to the other wanted lines, or saves if it is left out
     */
    public function __construct(public EstimateLine $line, public int $labour, public array $pays, public int $openings, public int $alone, public int $marginal)
    {
    }

    /** What stands on the bill for it; nothing where the owner does not want it. */
    public function net(): int
    {
        return $this->line->wanted ? $this->labour + $this->line->parts + $this->openings : 0;
    }
}
