<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** The figures of a window mark: where the tick stands and which shape it has. Drawn from docs/formats/marks.json. */
final readonly class WindowMark
{
    /**
     * @param float|null $position −1 and 1 are the window's edges, 0 the expected value; beyond ± 2 it is held there
     * @param string     $shape    tick | diamond | arrow-low | arrow-high | danger-low | danger-high | query
     */
    private function __construct(public ?float $position, public string $shape)
    {
    }

    public static function of(Verdict $verdict, ?float $volts, ?float $expected, ?Bounds $window): self
    {
        // Where a window says what is good without naming the best, its middle stands for it.
        $expected ??= null === $window ? null : ($window->low + $window->high) / 2;
        if (null === $volts || null === $expected || null === $window) {
            return new self(null, Verdict::Danger === $verdict ? 'danger-high' : 'query');
        }
        $half = $volts < $expected ? $expected - $window->low : $window->high - $expected;
        $position = $half > 0.0 ? max(-2.0, min(2.0, ($volts - $expected) / $half)) : ($volts <=> $expected) * 2.0;
        $side = $position < 0 ? 'low' : 'high';

        return new self(round($position, 3), match ($verdict) {
            Verdict::Within => 'tick',
            Verdict::Watch => 'diamond',
            Verdict::Out => 'arrow-'.$side,
            Verdict::Danger => 'danger-'.$side,
            Verdict::CannotSay => 'query',
        });
    }

    /** @return array{position: ?float, shape: string} */
    public function toArray(): array
    {
        return ['position' => $this->position, 'shape' => $this->shape];
    }
}
