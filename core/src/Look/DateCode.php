<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Codec\BadData;

/**
 * Source-date codes as printed on transformers, pots and speakers (LOOK-2).
 *
 * EIA source-date code: the maker, usually three digits, then one or two digits for the year and two for the week (from memory).
 */
final readonly class DateCode
{
    /** Parts were marked so from then on (common practice). */
    private const FIRST_YEAR = 1945;
    private const LONGEST = 20;

    /** @param non-empty-list<DateCandidate> $candidates oldest first within one reading of the digits */
    private function __construct(public string $text, public array $candidates)
    {
    }

    /**
     * @param string $text `549-6122`, `606 9 24`, `137 8214`
     * @param int    $now  no part is younger than this year
     *
     * @throws BadData when there is no reading of it as a date
     */
    public static function read(string $text, int $now): self
    {
        $mark = trim($text);
        if ('' === $mark || mb_strlen($mark) > self::LONGEST || 1 !== preg_match('/^[A-Za-z]{0,3}[\s-]*(\d[\d\s-]*)$/', $mark, $m)) {
            throw BadData::at('text', 'a date code is six or seven digits, such as 549-6122: maker, year, week');
        }
        $groups = preg_split('/[\s-]+/', trim($m[1]), -1, \PREG_SPLIT_NO_EMPTY);
        $digits = implode('', false === $groups ? [] : $groups);
        $makerLengths = false !== $groups && \count($groups) > 1 && \strlen($groups[0]) <= 4 ? [\strlen($groups[0])] : [3, 4, 2];
        $candidates = [];
        foreach ($makerLengths as $length) {
            $date = substr($digits, $length);
            $found = self::dated(substr($digits, 0, $length), $date, $now);
            if ([] !== $found) {
                array_push($candidates, ...$found);
                break;
            }
        }

        return [] === $candidates ? throw BadData::at('text', \sprintf('“%s” holds no week from 01 to 53 after a maker and a year', $mark)) : new self($mark, $candidates);
    }

    /** The oldest that it may be. */
    public function oldest(): DateCandidate
    {
        $oldest = $this->candidates[0];
        foreach ($this->candidates as $candidate) {
            $oldest = $candidate->isBefore($oldest) ? $candidate : $oldest;
        }

        return $oldest;
    }

    /** The earliest year in which the amplifier can have been built, from its original parts: the newest of their oldest readings; null without a part. */
    public static function builtNotBefore(self ...$codes): ?DateCandidate
    {
        $newest = null;
        foreach ($codes as $code) {
            $oldest = $code->oldest();
            $newest = null === $newest || $newest->isBefore($oldest) ? $oldest : $newest;
        }

        return $newest;
    }

    /** @return array{text: string, candidates: list<array{maker: string, year: int, week: int, decadeKnown: bool}>} */
    public function toArray(): array
    {
        return ['text' => $this->text, 'candidates' => array_map(static fn (DateCandidate $c): array => $c->toArray(), $this->candidates)];
    }

    /** @return list<DateCandidate> */
    private static function dated(string $maker, string $date, int $now): array
    {
        $week = (int) substr($date, -2);
        if ('' === $maker || !\in_array(\strlen($date), [3, 4], true) || $week < 1 || $week > 53) {
            return [];
        }
        $year = (int) substr($date, 0, -2);
        if (4 === \strlen($date)) {
            $full = 1900 + $year < self::FIRST_YEAR ? 2000 + $year : 1900 + $year;

            return $full > $now ? [] : [new DateCandidate($maker, $full, $week, true)];
        }
        $candidates = [];
        for ($full = 1940 + $year; $full <= $now; $full += 10) {
            if ($full >= self::FIRST_YEAR) {
                $candidates[] = new DateCandidate($maker, $full, $week, false);
            }
        }

        return $candidates;
    }
}
