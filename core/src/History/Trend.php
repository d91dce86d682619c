<?php

declare(strict_types=1);

namespace Yew\Core\History;

use Yew\Core\Reading\Verdict;

/** What was read at one point from visit to visit, each beside what belonged there under the conditions of its day (REC-6). */
final readonly class Trend
{
    /** So much between the first and the last is on the move (our choice: half the window of a rail, JUDGE-2). */
    public const MOVES_PERCENT = 5.0;

    /**
     * @param float|null $changePercent from the first to the last, against what belonged there where both say so, else against the first
     * @param bool       $isCorrected   mains and meter of each day are taken out
     */
    private function __construct(public ?float $changePercent, public bool $isCorrected, public Verdict $verdict)
    {
    }

    /** @param list<array{value: float, expected: float|null}> $read oldest first */
    public static function of(array $read): self
    {
        if (\count($read) < 2) {
            return new self(null, false, Verdict::CannotSay);
        }
        [$first, $last] = [$read[0], $read[\count($read) - 1]];
        $corrected = null !== $first['expected'] && null !== $last['expected'] && 0.0 !== $first['expected'] && 0.0 !== $last['expected'];
        [$from, $to] = $corrected ? [$first['value'] / $first['expected'], $last['value'] / $last['expected']] : [$first['value'], $last['value']];
        if (0.0 === $from) {
            return new self(null, $corrected, Verdict::CannotSay);
        }
        $change = 100 * ($to / $from - 1);

        return new self($change, $corrected, abs($change) <= self::MOVES_PERCENT + 1e-9 ? Verdict::Within : Verdict::Watch);
    }
}
