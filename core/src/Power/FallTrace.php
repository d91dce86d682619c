<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** What a meter that hung on a bank kept of its fall: from where it bends down, whenever the hand said that it was off. */
final readonly class FallTrace
{
    /** So long before the word that it is off the trace is looked at, s: the hand at the switch and the hand at the key are not one (our choice). */
    public const BEFORE_SECONDS = 60.0;
    /** So many samples on either side tell how it bends (our choice: under a second of a meter that shows five values a second). */
    private const BEND_SAMPLES = 4;
    /** A bend of less than this share is noise: then nothing fell that anybody could see. */
    private const LEAST_BEND = 0.004;
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
        $last = self::knee(array_column($recorded, 1));
        if (null === $last || (null !== $startVolts && abs($recorded[$last][1] - $startVolts) > self::AGREES_SHARE * max($startVolts, 1.0))) {
            return null;
        }
        [$begun, $start] = $recorded[$last];
        $after = array_map(static fn (array $s): array => [$s[0] - $begun, $s[1]], \array_slice($recorded, $last + 1));

        return new self([[0.0, $start], ...$after], $after[0][0]);
    }

    /**
     * The last sample before it fell: where the line bends down most. It may have sagged before, as tubes warmed.
     *
     * @param list<float> $volts
     */
    private static function knee(array $volts): ?int
    {
        [$most, $at] = [0.0, null];
        $last = \count($volts) - 1;
        for ($n = self::BEND_SAMPLES; $n <= $last - self::LEAST_SAMPLES; ++$n) {
            $after = min($last, $n + self::BEND_SAMPLES);
            $bend = ($volts[$n] - $volts[$n - self::BEND_SAMPLES]) / self::BEND_SAMPLES - ($volts[$after] - $volts[$n]) / ($after - $n);
            [$most, $at] = $bend > $most ? [$bend, $n] : [$most, $at];
        }

        return null !== $at && $most * self::BEND_SAMPLES > self::LEAST_BEND * $volts[$at] ? $at : null;
    }

    /** @return list<array{seconds: float, volts: float}> as many of them as a picture needs */
    public function drawn(): array
    {
        $every = max(1, (int) ceil(\count($this->samples) / self::DRAWN));
        $kept = array_values(array_filter($this->samples, static fn (int $n): bool => 0 === $n % $every, \ARRAY_FILTER_USE_KEY));

        return array_map(static fn (array $s): array => ['seconds' => $s[0], 'volts' => $s[1]], $kept);
    }
}
