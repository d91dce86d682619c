<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A feedback loop from the secondary of an output transformer. */
final readonly class DrawnLoop
{
    /**
     * @param string     $id            block in which it is drawn
     * @param string     $transformer   whose secondary it comes from
     * @param float|null $decibels      that it takes off the gain at 1 kHz, at work; null where the circuit does not say
     * @param bool       $hasScreenTaps the screens of the output tubes hang on taps of that transformer
     */
    public function __construct(public string $id, public string $transformer, public ?float $decibels, public bool $hasScreenTaps)
    {
    }
}
