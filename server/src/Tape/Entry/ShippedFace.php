<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A kind whose schemas stand in docs/formats/tape. */
abstract class ShippedFace implements EntryFace
{
    public function __construct(private readonly string $root)
    {
    }

    public function schemas(): array
    {
        return [1 => $this->schema(1)];
    }

    public function isFromClients(): bool
    {
        return true;
    }

    public function serverFields(): array
    {
        return [];
    }

    final protected function schema(int $version): string
    {
        return \sprintf('%s/docs/formats/tape/%s.%d.json', $this->root, $this->kind(), $version);
    }

    /** A field of the payload as text; empty where it is none. */
    final protected static function text(TapeEntry $entry, string $name): string
    {
        $value = $entry->payload[$name] ?? null;

        return \is_scalar($value) ? (string) $value : '';
    }
}
