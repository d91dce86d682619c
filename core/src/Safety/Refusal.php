<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

/** Why something that was said does not count: a code for the wording, and the figures of its sentence. */
final readonly class Refusal
{
    /** @param array<string, mixed> $figures */
    public function __construct(public string $code, public array $figures = [])
    {
    }

    /** @return array{code: string, figures: array<string, mixed>} as the tape keeps it */
    public function toArray(): array
    {
        return ['code' => $this->code, 'figures' => $this->figures];
    }
}
