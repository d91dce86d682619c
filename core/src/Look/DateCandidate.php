<?php

declare(strict_types=1);

namespace Yew\Core\Look;

/** One reading of the digits of a date code. */
final readonly class DateCandidate
{
    /**
     * @param string $maker       its digits
     * @param int    $week        of the year, 1 to 53
     * @param bool   $decadeKnown false where one digit was all for the year
     */
    public function __construct(public string $maker, public int $year, public int $week, public bool $decadeKnown)
    {
    }

    public function isBefore(self $other): bool
    {
        return [$this->year, $this->week] < [$other->year, $other->week];
    }

    /** @return array{maker: string, year: int, week: int, decadeKnown: bool} */
    public function toArray(): array
    {
        return ['maker' => $this->maker, 'year' => $this->year, 'week' => $this->week, 'decadeKnown' => $this->decadeKnown];
    }
}
