<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** How far a reading may be from the expected value, in percent, each side on its own (JUDGE-1a). */
final readonly class Window
{
    public function __construct(public float $lowPercent, public float $highPercent)
    {
    }
}
