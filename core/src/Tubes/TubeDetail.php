<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Sheet\FittedTube;
use Yew\Core\Station\ItemDetail;

/** What stands in a socket, and with which instrument it was read. */
final readonly class TubeDetail implements ItemDetail
{
    /**
     * @param string|null        $drawn     type on the sheet
     * @param list<string>       $partners  positions with which it may change places: the same type, and nothing forbids it
     * @param list<string>       $set       positions of the output tubes that work together with it, itself among them
     * @param list<TubeStrength> $strengths what a tester read of it, newest of each kind and half
     */
    public function __construct(private FittedTube $fitted, private ?string $drawn, private array $partners, private array $set, private array $strengths)
    {
    }

    public function kind(): string
    {
        return 'tube';
    }

    public function toArray(): array
    {
        return ['type' => $this->fitted->type, 'drawn' => $this->drawn, 'how' => $this->fitted->how, 'label' => $this->fitted->label, 'partners' => $this->partners, 'set' => $this->set, 'strengths' => array_map(static fn (TubeStrength $s): array => $s->toArray(), $this->strengths)];
    }
}
