<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\Entry\EntryFace;
use Yew\Server\Tape\Entry\EntryWords;

final class SmellFace implements EntryFace
{
    public function kind(): string
    {
        return 'smell';
    }

    public function schemas(): array
    {
        return [1 => __DIR__.'/smell.1.json'];
    }

    public function isFromClients(): bool
    {
        return true;
    }

    public function serverFields(): array
    {
        return [];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $of = $entry->payload['of'] ?? '';

        return new EntryWords('A smell', 'of '.(\is_string($of) ? $of : ''));
    }
}
