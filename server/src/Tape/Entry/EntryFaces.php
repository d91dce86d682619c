<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The faces of all kinds of entry, by kind. */
final readonly class EntryFaces
{
    /** @var array<string, EntryFace> */
    private array $faces;

    /** @param iterable<EntryFace> $faces */
    public function __construct(#[AutowireIterator('yew.entry_face')] iterable $faces)
    {
        $all = [];
        foreach ($faces as $face) {
            $all[$face->kind()] = $face;
        }
        $this->faces = $all;
    }

    public function find(string $kind): ?EntryFace
    {
        return $this->faces[$kind] ?? null;
    }

    /** @return array<string, EntryFace> */
    public function all(): array
    {
        return $this->faces;
    }
}
