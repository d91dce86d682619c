<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Bounds;
use Yew\Core\Reading\Verdict;
use Yew\Core\Reading\WindowMark;

/** A measured figure beside what it should be, drawn as a window mark; its verdict is that of the ground that rests on the figure. */
final readonly class Gauge
{
    /**
     * @param string      $label code of the wording, or text
     * @param float|null  $value in SI units; null for a bound or an overload, which is shown as it was understood
     * @param string      $unit  of the figures: V, A, Ω, F, H
     * @param string|null $shown where the figure is written otherwise than by itself
     */
    public function __construct(public string $label, public ?float $value, public string $unit, public ?float $expected, public ?float $low, public ?float $high, public Verdict $verdict, public ?string $shown = null)
    {
    }

    /** @return array{label: string, shown: string, expected: string|null, window: string|null, mark: array<string, mixed>, verdict: string} */
    public function toArray(string $label): array
    {
        $window = null === $this->low || null === $this->high ? null : new Bounds($this->low, $this->high, 'default');

        return [
            'label' => $label,
            'shown' => $this->shown ?? (null === $this->value ? '–' : Engineering::text($this->value, $this->unit)),
            'expected' => null === $this->expected ? null : Engineering::text($this->expected, $this->unit),
            'window' => null === $window ? null : Engineering::text($window->low, $this->unit).' to '.Engineering::text($window->high, $this->unit),
            'mark' => WindowMark::of($this->verdict, $this->value, $this->expected, $window)->toArray(),
            'verdict' => $this->verdict->value,
        ];
    }
}
