<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

/** One simulated instrument, with the language that it speaks. */
interface Instrument
{
    /** `dmm1`: its name on the stand, in the log and on the panel. */
    public function name(): string;

    public function scpi(): Scpi;

    /** How long it takes to answer a line, seconds. */
    public function answersAfter(string $line): float;

    /** @return array<string, mixed> what it shows on its front */
    public function shown(): array;
}
