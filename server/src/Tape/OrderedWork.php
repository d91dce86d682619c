<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Station\Order;
use Yew\Server\Job\Entity\JobUnit;

/** What the owner said yes to. */
interface OrderedWork
{
    /** @return list<Order> on one unit of a job, in the order of the estimate */
    public function of(JobUnit $unit): array;
}
