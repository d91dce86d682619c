<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** What the work on a unit rests on: what was ordered, what was exchanged, which leads are off. */
final readonly class WorkFacts
{
    /**
     * @param list<Order>           $orders
     * @param list<Renewal>         $renewals      oldest first
     * @param list<Lead>            $leads         likewise
     * @param array<string, string> $modifications why a part is another than drawn, by part
     */
    public function __construct(public array $orders = [], public array $renewals = [], public array $leads = [], public array $modifications = [])
    {
    }

    public function orderOf(string $part): ?Order
    {
        foreach ($this->orders as $order) {
            if ($order->part === $part || (!str_ends_with($part, '/socket') && str_starts_with($part, $order->part.'/'))) {
                return $order;
            }
        }

        return null;
    }

    /** When something was soldered last, seconds since the epoch; null where nothing was. */
    public function lastSoldered(): ?float
    {
        $times = array_map(static fn (Renewal $r): float => $r->at, array_filter($this->renewals, static fn (Renewal $r): bool => !$r->ofTube));

        return [] === $times ? null : max($times);
    }
}
