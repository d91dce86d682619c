<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

/** How bad a fault is: one figure with what it is of, its bounds, and the values that suspects are tried with. */
final readonly class Severity
{
    /**
     * @param 'ohms'|'times'|'share' $figure ohms; a multiple of the part's value; a share between 0 and 1
     * @param non-empty-list<float>  $usual  our choice
     */
    public function __construct(public string $figure, public float $least, public float $most, public array $usual)
    {
    }
}
