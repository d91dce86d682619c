<?php

declare(strict_types=1);

namespace Yew\Core\Job;

/** Every kind of entry that this version knows; an unknown one is refused, and counts nowhere where the tape holds it. */
final readonly class EntryKinds
{
    /** @var array<string, EntryKind> by name */
    private array $kinds;

    /** @param iterable<EntryKind> $kinds */
    public function __construct(iterable $kinds)
    {
        $all = [];
        foreach ($kinds as $kind) {
            $all[$kind->name()] = isset($all[$kind->name()]) ? throw new \LogicException(\sprintf('two kinds of entry are called %s', $kind->name())) : $kind;
        }
        $this->kinds = $all;
    }

    public function find(string $name): ?EntryKind
    {
        return $this->kinds[$name] ?? null;
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_keys($this->kinds);
    }
}
