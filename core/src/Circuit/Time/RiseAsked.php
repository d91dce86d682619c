<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

/** Of which places the rise after switching on is asked, and of which tubes when they begin to draw. */
final readonly class RiseAsked
{
    /**
     * @param list<string>         $places
     * @param list<string>         $tubes  positions
     * @param array<string, float> $farads F that other capacitors are to have than the drawn ones, by id
     */
    public function __construct(public array $places, public array $tubes, public array $farads = [])
    {
    }

    /** @return list<mixed> by which a kept answer is found */
    public function key(): array
    {
        return [$this->places, $this->tubes, $this->farads];
    }
}
