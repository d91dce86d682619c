<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Quantity\Quantity;

/** What a typed answer means: its figures by name, and what of it is no figure. */
final readonly class TypedAnswer
{
    /**
     * @param array<string, Quantity> $figures
     * @param array<string, mixed>    $said    a choice, a tap, a mark, faults by pin
     */
    public function __construct(public array $figures, public array $said = [])
    {
    }
}
