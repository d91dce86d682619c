<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

/** Thrown into a work that is not to go on: somebody cancelled it, or the worker is stopped. */
final class Ended extends \RuntimeException
{
    public function __construct(public readonly bool $byCancel)
    {
        parent::__construct($byCancel ? 'cancelled' : 'the worker is stopped');
    }
}
