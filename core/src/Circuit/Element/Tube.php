<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A tube in its socket; it joins the pins of that socket, `V3.1` and so on. */
final readonly class Tube implements Element
{
    /**
     * @param string                $type   exact designation with suffix
     * @param array<string, string> $places where pins are wired that are no socket of ours (a netlist read in): by `section/electrode`
     * @param float                 $gas    share of its plate current that gas in it sends out of the control grid: 0 for a good vacuum
     */
    public function __construct(public string $position, public string $type, public array $places = [], public float $gas = 0.0)
    {
    }

    public function id(): string
    {
        return $this->position;
    }

    public function places(): array
    {
        return array_values($this->places);
    }

    /** The place of one electrode. */
    public function place(string $section, string $electrode, int $pin): string
    {
        return $this->places[$section.'/'.$electrode] ?? $this->position.'.'.$pin;
    }

    /**
     * The places of one section.
     *
     * @param array<string, int> $pins by electrode
     *
     * @return list<string>
     */
    public function placesOf(string $section, array $pins): array
    {
        return array_values(array_unique(array_map(fn (string $electrode, int $pin): string => $this->place($section, $electrode, $pin), array_keys($pins), $pins)));
    }
}
