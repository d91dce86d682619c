<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;
use Yew\Core\Station\Order;

/** Work that begins without the owner’s yes on the estimate, with why that is right: said on the telephone, on the shop’s account (REC-1). */
final readonly class WorkOrdered extends UnitRemark
{
    public function __construct(public Order $order)
    {
    }

    public function toArray(): array
    {
        return array_filter(['part' => $this->order->part, 'station' => $this->order->station, 'text' => $this->order->text, 'why' => $this->order->why], static fn (string $v): bool => '' !== $v);
    }

    public function refusal(Bench $then): ?Refusal
    {
        $sheet = $then->unit->sheet();
        $part = explode('/socket', $this->order->part)[0];
        $isKnown = null === $sheet || $sheet->names($part) || \in_array($part, $then->state->record->parts(), true);

        return $isKnown ? null : new Refusal('no-such-part', ['part' => $part]);
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->work = $state->work->withOrder($this->order);
    }
}
