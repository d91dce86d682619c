<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Station\ItemDetail;
use Yew\Core\Station\Order;
use Yew\Core\Station\Renewal;

/** What only an exchange has: its order, what went in, what to put in. */
final readonly class WorkDetail implements ItemDetail
{
    /**
     * @param list<Renewal>   $renewals oldest first
     * @param string          $proposal what to put in, in words; empty where nothing says so
     * @param list<DrawnLead> $leads
     */
    public function __construct(public ?Order $order, public array $renewals, public string $proposal, public array $leads, public ?string $explained)
    {
    }

    public function kind(): string
    {
        return 'work';
    }

    public function toArray(): array
    {
        return [
            'ordered' => null !== $this->order, 'order' => $this->order->text ?? '', 'orderWhy' => $this->order->why ?? '', 'proposal' => $this->proposal, 'explained' => $this->explained,
            'fitted' => array_map(static fn (Renewal $r): array => ['text' => $r->text, 'source' => $r->source, 'costMinor' => $r->costMinor], $this->renewals),
            'leads' => array_map(static fn (DrawnLead $l): array => $l->toArray(), $this->leads),
        ];
    }
}
