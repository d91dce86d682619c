<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Station\ItemDetail;

/** A transformer for its picture: its windings with what they read, and which questions nobody asked of it. */
final readonly class IronDetail implements ItemDetail
{
    /**
     * @param 'power'|'output'|'choke' $role
     * @param list<string>             $notAsked  of the four questions
     * @param list<string>             $notTested windings and pairs by name
     * @param list<WindingPicture>     $windings
     */
    public function __construct(public string $role, public ?string $channel, public array $notAsked, public array $notTested, public array $windings)
    {
    }

    public function kind(): string
    {
        return 'iron';
    }

    public function toArray(): array
    {
        return ['role' => $this->role, 'channel' => $this->channel, 'notAsked' => $this->notAsked, 'notTested' => $this->notTested, 'windings' => array_map(static fn (WindingPicture $w): array => $w->toArray(), $this->windings)];
    }
}
