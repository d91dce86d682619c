<?php

declare(strict_types=1);

namespace Yew\Core\History;

/** Something of an amplifier’s past that is said before the work begins: a code of the wording, and its figures. */
final readonly class Told
{
    /** @param array<string, mixed> $figures */
    public function __construct(public string $code, public array $figures)
    {
    }
}
