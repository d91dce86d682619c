<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Drawn\DrawnPath;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Station\ItemDetail;

/** The paths through a socket, the pins that must not meet, and what is wrong with its contacts. */
final readonly class SocketDetail implements ItemDetail
{
    /**
     * @param list<DrawnPath>                $paths
     * @param list<DrawnPinPair>             $forbidden
     * @param array<int|string, string>|null $faults    of its contacts by pin; null while nobody gauged them
     */
    public function __construct(public bool $output, public array $paths, public array $forbidden, public ?array $faults)
    {
    }

    public function kind(): string
    {
        return 'socket';
    }

    public function toArray(): array
    {
        return [
            'output' => $this->output, 'paths' => array_map(static fn (DrawnPath $p): array => $p->toArray(), $this->paths), 'forbidden' => array_map(static fn (DrawnPinPair $p): array => $p->toArray(), $this->forbidden),
            'faults' => null === $this->faults ? null : (object) $this->faults,
        ];
    }
}
