<?php

declare(strict_types=1);

namespace Yew\Core\Work;

/** How long was worked on a job, from the turns of its clocks: one a person, kept on the tape, so that it runs on through a reload. */
final readonly class Clock
{
    /** A clock that ran longer was forgotten: its time counts only once somebody says what it was, minutes (our choice). */
    public const MOST_MINUTES = 600;

    /**
     * @param float                $minutes   that count
     * @param array<string, float> $running   since when, by person, seconds since the epoch
     * @param array<string, float> $forgotten minutes that a clock ran without counting, by person
     */
    private function __construct(public float $minutes, public array $running, public array $forgotten)
    {
    }

    /**
     * @param list<array{person: string, at: float, run: bool, minutes: int|null}> $turns in the order they happened; minutes of a stop where somebody says what it was
     * @param float                                                                $now   seconds since the epoch
     */
    public static function of(array $turns, float $now): self
    {
        $minutes = 0.0;
        $running = $forgotten = [];
        foreach ($turns as $turn) {
            $person = $turn['person'];
            if ($turn['run']) {
                $running[$person] ??= $turn['at'];
                continue;
            }
            if (!isset($running[$person])) {
                continue;
            }
            $ran = max(0.0, ($turn['at'] - $running[$person]) / 60);
            unset($running[$person]);
            if (null !== $turn['minutes'] || $ran <= self::MOST_MINUTES) {
                $minutes += $turn['minutes'] ?? $ran;
            } else {
                $forgotten[$person] = ($forgotten[$person] ?? 0.0) + $ran;
            }
        }
        foreach ($running as $person => $since) {
            $ran = max(0.0, ($now - $since) / 60);
            $minutes += $ran <= self::MOST_MINUTES ? $ran : 0.0;
            $forgotten += $ran > self::MOST_MINUTES ? [$person => $ran] : [];
        }

        return new self($minutes, $running, $forgotten);
    }
}
