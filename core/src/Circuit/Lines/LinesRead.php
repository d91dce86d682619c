<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

/** Lines turned into the circuit of a sheet, as far as they could be read. */
final readonly class LinesRead
{
    /**
     * @param list<array<string, mixed>> $blocks
     * @param list<array<string, mixed>> $elements
     * @param array<string, string>      $tubes    type by position
     * @param list<int>                  $lineOf   line of each block, counted from 0; those of the elements follow
     * @param array<int, string>         $faults   sentence by line
     */
    public function __construct(public array $blocks, public array $elements, public array $tubes, public array $lineOf, public array $faults)
    {
    }
}
