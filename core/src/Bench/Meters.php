<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** The shop’s meters. */
final readonly class Meters
{
    /** @param array<string, Meter> $all by id */
    public function __construct(public array $all = [])
    {
    }

    /** The meter that was stated; null where none was, or it is no longer the shop’s. */
    public function find(?string $id): ?Meter
    {
        return null === $id ? null : $this->all[$id] ?? null;
    }
}
