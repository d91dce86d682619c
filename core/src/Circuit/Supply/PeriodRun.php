<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** What one pass through a period gathers: means, and how end and means follow the start and a direct current into each output. */
final class PeriodRun
{
    /** @var array<int, float> states at the end */
    public array $end;

    /** @var array<int, array<int, float>> how the end follows each state at the start, then a direct current into each output */
    public array $follows;

    /** @var array<int, float> mean states */
    public array $mean;

    /** @var array<int, array<int, float>> how they follow, likewise */
    public array $meanFollows;

    /** @var array<int, float> mean current into each output */
    public array $amperes;

    /** @var array<int, array<int, float>> how it follows, by output first */
    public array $amperesFollow;

    /** @var array<int, array<int, float>> current into each output at the end of each step */
    public array $samples;

    /** @var list<array<int, float>> at the end of each step */
    public array $states = [];

    /** @var array<int, float> mean square of each path's current */
    public array $square;

    /** @var array<int, float> highest current of each path */
    public array $peak;

    /** @var array<int, float> lowest volts at each output */
    public array $low;

    /** @var array<int, float> */
    public array $high;

    public float $primarySquare = 0.0;
    public float $coreSquare = 0.0;

    /** @param bool $following whether it is found how end and means follow */
    public function __construct(int $order, int $outputs, int $paths, public readonly bool $following)
    {
        $none = array_fill(0, $order, 0.0);
        $this->end = $this->mean = $none;
        $this->follows = $this->meanFollows = $following ? array_fill(0, $order + $outputs, $none) : [];
        $this->amperes = array_fill(0, $outputs, 0.0);
        $this->square = $this->peak = array_fill(0, $paths, 0.0);
        $this->amperesFollow = array_fill(0, $outputs, array_fill(0, $order + $outputs, 0.0));
        $this->samples = array_fill(0, $outputs, []);
        $this->low = array_fill(0, $outputs, \INF);
        $this->high = array_fill(0, $outputs, -\INF);
    }
}
