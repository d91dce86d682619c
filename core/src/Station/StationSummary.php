<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** How far a station is, for the path and for close-out. */
final readonly class StationSummary
{
    /**
     * @param int          $total     items that are asked for
     * @param int          $done      of them answered
     * @param list<string> $bad       parts that are out or a danger
     * @param int          $leftAlone of them without an answer that somebody left alone, with a reason
     */
    public function __construct(public string $station, public int $total, public int $done, public array $bad, public int $leftAlone)
    {
    }

    public function isDone(): bool
    {
        return $this->total > 0 && $this->done + $this->leftAlone >= $this->total;
    }

    /** @return array{station: string, total: int, done: int, bad: list<string>, leftAlone: int, isDone: bool} */
    public function toArray(): array
    {
        return ['station' => $this->station, 'total' => $this->total, 'done' => $this->done, 'bad' => $this->bad, 'leftAlone' => $this->leftAlone, 'isDone' => $this->isDone()];
    }
}
