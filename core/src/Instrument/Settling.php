<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

/**
 * Whether a live value has settled (COND-3a): seen for ten seconds, in which it moved by less than a thousandth of itself (our choice);
 * what its meter cannot show does not count as movement.
 */
final class Settling
{
    public const SECONDS = 10.0;
    public const SHARE = 0.001;
    /** Of the last digit. */
    private const DIGITS = 2.0;
    /** Between two samples: longer, and nobody knows what it did meanwhile. */
    private const MOST_GAP = 2.0;
    /** Samples that are looked at: ten seconds of a quick meter. */
    private const MOST_SAMPLES = 400;

    /** @var list<array{float, float}> seconds, value */
    private array $samples = [];

    /** @param float $timeFactor seconds of the samples in one of the instrument's */
    public function __construct(private readonly float $timeFactor = 1.0)
    {
    }

    /** @param float|null $value null for overload */
    public function sample(float $at, ?float $value): void
    {
        $last = [] === $this->samples ? null : $this->samples[\count($this->samples) - 1];
        // A gap, or a clock that was set back: what was seen before says nothing of now.
        if (null === $value || (null !== $last && ($at - $last[0] > self::MOST_GAP * $this->timeFactor || $at < $last[0]))) {
            $this->samples = [];
        }
        if (null !== $value) {
            $this->samples[] = [$at, $value];
            $first = 0;
            // One that lies ten seconds back or more is kept, to know that it is ten seconds.
            while (isset($this->samples[$first + 1]) && ($this->samples[$first + 1][0] <= $at - self::SECONDS || \count($this->samples) - $first > self::MOST_SAMPLES)) {
                ++$first;
            }
            $this->samples = \array_slice($this->samples, $first);
        }
    }

    /** The variac was moved, the limiter bypassed, another place touched: it begins anew. */
    public function restart(): void
    {
        $this->samples = [];
    }

    /** @param float $digit worth of the last digit that the meter shows */
    public function isSettled(float $digit = 0.0): bool
    {
        $count = \count($this->samples);
        if (0 === $count || $this->samples[$count - 1][0] - $this->samples[0][0] < self::SECONDS) {
            return false;
        }
        $values = array_column($this->samples, 1);

        return max($values) - min($values) <= max(self::SHARE * abs($values[$count - 1]), self::DIGITS * $digit);
    }
}
