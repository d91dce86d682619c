<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

/** Where a work says how far it is, and learns that it is not to go on. */
interface Progress
{
    /**
     * Called between two steps, as often as the work likes: a step of the same stage is kept five times a second at most.
     *
     * @param float $share of the work that is done, 0 to 1
     *
     * @throws Ended
     */
    public function reach(string $stage, float $share): void;
}
