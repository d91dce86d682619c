<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Drawn\DrawnOutput;

/** Of which output stage the power is asked, and into what. */
final readonly class PowerAsked
{
    /**
     * @param non-empty-array<string, DrawnOutput> $outputs     of one stage, by position
     * @param bool                                 $hasFeedback from its secondary
     * @param float|null                           $loadOhms    on its secondary; null for the drawn load
     */
    public function __construct(public array $outputs, public bool $hasFeedback, public ?float $loadOhms = null)
    {
    }

    public function stage(): string
    {
        return $this->outputs[array_key_first($this->outputs)]->stage;
    }

    /** @return list<mixed> by which a kept answer is found; the outputs follow from sheet and changes */
    public function key(): array
    {
        return [$this->stage(), $this->hasFeedback, $this->loadOhms];
    }
}
