<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** How a kind of entry looks from outside: which schema holds for it, and which words it gets. What it means is core’s. */
interface EntryFace
{
    /** Name of the kind in core. */
    public function kind(): string;

    /** @return non-empty-array<int, string> file of the JSON Schema by version, the newest last */
    public function schemas(): array;

    /** Whether a client may write it; else only the server does, with an act of its own. */
    public function isFromClients(): bool;

    /** @return list<string> fields of the payload that only the server writes */
    public function serverFields(): array;

    public function words(TapeEntry $entry): EntryWords;
}
