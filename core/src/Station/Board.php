<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Reading\Verdict;

/** What a station shows of one unit: its items, each judged. */
final readonly class Board
{
    /** @param list<Item> $items in the order in which they are worked on */
    public function __construct(public string $station, public array $items)
    {
    }

    public function find(string $part): ?Item
    {
        foreach ($this->items as $item) {
            if ($item->part === $part) {
                return $item;
            }
        }

        return null;
    }

    /** @param array<string, list<string>> $asked parts whose fault asks for a part of this board, by that part */
    public function asking(array $asked): self
    {
        return [] === $asked ? $this : new self($this->station, array_map(static fn (Item $i): Item => isset($asked[$i->part]) ? $i->askedFor($asked[$i->part]) : $i, $this->items));
    }

    public function summary(BenchFacts $facts): StationSummary
    {
        $asked = array_filter($this->items, static fn (Item $i): bool => $i->isAsked());

        return new StationSummary(
            $this->station,
            \count($asked),
            \count(array_filter($asked, static fn (Item $i): bool => $i->isDone())),
            array_values(array_map(static fn (Item $i): string => $i->part, array_filter($this->items, static fn (Item $i): bool => Verdict::Out === $i->judged->verdict || Verdict::Danger === $i->judged->verdict))),
            \count(array_filter($asked, fn (Item $i): bool => !$i->isDone() && null !== $facts->leftAlone($this->station, $i->part))),
        );
    }
}
