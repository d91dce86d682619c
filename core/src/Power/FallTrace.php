<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** What a meter that hung on a bank kept of its fall: from the last moment that it stood, whenever the hand said that it was off. */
final readonly class FallTrace
{
    /** So long before the word that it is off the trace is looked at, s: the hand at the switch and the hand at the key are not one (our choice). */
    public const BEFORE_SECONDS = 60.0;
    /** It still stands while it has this share of what it stood at before. */
    private const STANDS_SHARE = 0.985;
    /** What was typed of its start may be off by so much, or the trace is of something else (our choice). */
    private const AGREES_SHARE = 0.1;
    /** It was still falling for so many samples, or there is nothing to see. */
    private const LEAST_SAMPLES = 3;
    /** Moments that are drawn of one. */
    private const DRAWN = 120;

    /** @param non-empty-list<array{float, float}> $samples seconds since it began to fall, and V */
    private function __construct(public array $samples, public float $secondsOff)
    {
    }

    /**
     * @param list<array{float, float}> $recorded   seconds in rising order, and V, from before it was off
     * @param float|null                $startVolts as it was typed; null where nothing was
     */
    public static function of(array $recorded, ?float $startVolts): ?self
    {
        $top = [] === $recorded ? 0.0 : max(array_column($recorded, 1));
        $last = null;
        foreach ($recorded as $n => [, $volts]) {
            $last = $volts >= self::STANDS_SHARE * $top ? $n : $last;
        }
        if (null === $last || \count($recorded) - $last < self::LEAST_SAMPLES || (null !== $startVolts && abs($recorded[$last][1] - $startVolts) > self::AGREES_SHARE * max($startVolts, 1.0))) {
            return null;
        }
        [$begun, $start] = $recorded[$last];
        $after = array_map(static fn (array $s): array => [$s[0] - $begun, $s[1]], \array_slice($recorded, $last + 1));

        return new self([[0.0, $start], ...$after], $after[0][0]);
    }

    /** @return list<array{seconds: float, volts: float}> as many of them as a picture needs */
    public function drawn(): array
    {
        $every = max(1, (int) ceil(\count($this->samples) / self::DRAWN));
        $kept = array_values(array_filter($this->samples, static fn (int $n): bool => 0 === $n % $every, \ARRAY_FILTER_USE_KEY));

        return array_map(static fn (array $s): array => ['seconds' => $s[0], 'volts' => $s[1]], $kept);
    }
}
