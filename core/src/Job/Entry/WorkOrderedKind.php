<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Station\Order;

/** The shop orders work on a part on its own account. */
final class WorkOrderedKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'work-order';
    }

    public function kept(array $payload): WorkOrdered
    {
        return new WorkOrdered(Order::on(Fields::of($payload)->string('part', 40), Fields::of($payload)->optionalText('station', 40), Fields::of($payload)->optionalText('text', 200), '', Fields::of($payload)->string('why', 400)));
    }
}
