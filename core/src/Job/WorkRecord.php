<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Station\Lead;
use Yew\Core\Station\Order;
use Yew\Core\Station\Renewal;

/** What was done on one unit, and what was said of it: exchanges, leads, orders of the shop’s own, modifications, causes, open ends. */
final readonly class WorkRecord
{
    /**
     * @param list<Renewal>               $renewals      oldest first
     * @param list<Lead>                  $leads         likewise
     * @param list<Order>                 $orders        by the shop, on its own account
     * @param array<string, Modification> $modifications by part
     * @param list<Cause>                 $causes        oldest first
     * @param list<OpenEnd>               $openEnds      likewise, closed ones among them
     */
    public function __construct(public array $renewals = [], public array $leads = [], public array $orders = [], public array $modifications = [], public array $causes = [], public array $openEnds = [])
    {
    }

    public function withRenewal(Renewal $renewal): self
    {
        return new self([...$this->renewals, $renewal], $this->leads, $this->orders, $this->modifications, $this->causes, $this->openEnds);
    }

    public function withLead(Lead $lead): self
    {
        return new self($this->renewals, [...$this->leads, $lead], $this->orders, $this->modifications, $this->causes, $this->openEnds);
    }

    public function withOrder(Order $order): self
    {
        return new self($this->renewals, $this->leads, [...array_filter($this->orders, static fn (Order $o): bool => $o->part !== $order->part), $order], $this->modifications, $this->causes, $this->openEnds);
    }

    public function withModification(Modification $modification): self
    {
        return new self($this->renewals, $this->leads, $this->orders, [...$this->modifications, $modification->part => $modification], $this->causes, $this->openEnds);
    }

    public function withCause(Cause $cause): self
    {
        return new self($this->renewals, $this->leads, $this->orders, $this->modifications, [...$this->causes, $cause], $this->openEnds);
    }

    public function withOpenEnd(OpenEnd $end): self
    {
        return new self($this->renewals, $this->leads, $this->orders, $this->modifications, $this->causes, [...$this->openEnds, $end]);
    }

    public function closing(string $entryId, string $how): self
    {
        return new self($this->renewals, $this->leads, $this->orders, $this->modifications, $this->causes, array_map(static fn (OpenEnd $e): OpenEnd => $e->entryId === $entryId ? $e->closedBy($how) : $e, $this->openEnds));
    }

    public function lead(string $name): ?Lead
    {
        return array_values(array_filter($this->leads, static fn (Lead $l): bool => $l->name === $name))[0] ?? null;
    }

    /** @return list<OpenEnd> that nobody closed */
    public function standing(): array
    {
        return array_values(array_filter($this->openEnds, static fn (OpenEnd $e): bool => null === $e->closed));
    }

    /** The cause as it was said last; null where nobody said one. */
    public function cause(): ?Cause
    {
        return [] === $this->causes ? null : $this->causes[\count($this->causes) - 1];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'renewals' => array_map(static fn (Renewal $r): array => $r->toArray(), $this->renewals),
            'leads' => array_map(static fn (Lead $l): array => $l->toArray(), $this->leads),
            'orders' => array_map(static fn (Order $o): array => ['part' => $o->part, 'station' => $o->station, 'text' => $o->text, 'why' => $o->why], $this->orders),
            'modifications' => array_values(array_map(static fn (Modification $m): array => $m->toArray(), $this->modifications)),
            'causes' => array_map(static fn (Cause $c): array => $c->toArray(), $this->causes),
            'openEnds' => array_map(static fn (OpenEnd $e): array => $e->toArray(), $this->openEnds),
        ];
    }

    /** @throws BadData */
    public static function fromFields(Fields $fields): self
    {
        $record = new self(
            array_map(Renewal::fromFields(...), $fields->objects('renewals', \PHP_INT_MAX)), array_map(Lead::decode(...), $fields->objects('leads', \PHP_INT_MAX)),
            array_map(static fn (Fields $o): Order => new Order($o->string('part'), $o->optionalText('station'), $o->optionalText('text'), '', $o->optionalText('why')), $fields->objects('orders', \PHP_INT_MAX)), [],
            array_map(Cause::decode(...), $fields->objects('causes', \PHP_INT_MAX)), array_map(OpenEnd::decode(...), $fields->objects('openEnds', \PHP_INT_MAX)),
        );
        foreach ($fields->objects('modifications', \PHP_INT_MAX) as $modification) {
            $record = $record->withModification(Modification::decode($modification));
        }

        return $record;
    }
}
