<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** A limit that holds under any conditions, and is passed. */
final readonly class Danger
{
    /** @param array<string, mixed> $figures */
    public function __construct(public string $reasonCode, public array $figures = [])
    {
    }
}
