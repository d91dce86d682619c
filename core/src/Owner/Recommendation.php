<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

use Yew\Core\Test\Reason;

/** Something that should be done to one part, with the grounds that say so (REC-1). */
final readonly class Recommendation
{
    /**
     * @param string       $station that tests the part: its usual work is what it takes
     * @param string       $name    of the part’s job, as a code of the wording
     * @param string       $detail  as drawn
     * @param list<Reason> $reasons worst first
     */
    public function __construct(public string $station, public string $part, public string $name, public string $detail, public Tier $tier, public array $reasons)
    {
    }

    /** What it is called within its unit. */
    public function id(): string
    {
        return $this->station.' '.$this->part;
    }
}
