<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** What only this sort of item has: the windings of a transformer, what to fit for a capacitor, the paths through a socket. */
interface ItemDetail
{
    /** Name of the sort; the page knows by it which picture to draw, and the API which schema holds. */
    public function kind(): string;

    /** @return array<string, mixed> its figures, as the API gives them beside the kind */
    public function toArray(): array;
}
