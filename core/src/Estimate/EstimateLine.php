<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/** One piece of work that the owner may want or not. */
final readonly class EstimateLine
{
    /**
     * @param int          $minutes        of its own, once it can be reached
     * @param int          $parts          net, minor units
     * @param list<string> $openings       ids of what must be open for it
     * @param int          $taxBasisPoints hundredths of a percent
     * @param bool         $wanted         the owner said yes
     */
    public function __construct(public string $id, public int $minutes, public int $parts, public array $openings, public int $taxBasisPoints, public bool $wanted)
    {
    }
}
