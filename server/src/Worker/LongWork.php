<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

/** A kind of computation that the worker knows. It may be begun anew after a crash: what it keeps, it keeps in one transaction, at its end. */
interface LongWork
{
    public function kind(): string;

    /** @throws Ended */
    public function run(Computation $asked, Progress $progress): void;
}
