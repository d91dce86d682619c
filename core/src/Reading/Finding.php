<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** Several readings that are one finding, under the node that they have in common (JUDGE-4). */
final readonly class Finding
{
    /**
     * @param string             $code    low-together | high-together
     * @param string             $node    the common ancestor in the supply tree
     * @param list<string>       $nodes   supply nodes that lean the same way, in the order the current flows
     * @param list<string>       $places  places read there
     * @param BranchCurrent|null $current through the part that feeds the ancestor
     */
    public function __construct(public string $code, public string $node, public array $nodes, public array $places, public ?BranchCurrent $current)
    {
    }

    /**
     * Where to look, by the current through the part that feeds the ancestor.
     *
     * @return string source | load | unload | dropper: before that part; what draws too much; what draws too little; the part itself
     */
    public function suspect(): string
    {
        return match (true) {
            null === $this->current || null === $this->current->expectedAmperes => 'source',
            'current-high' === $this->current->reasonCode => 'load',
            \in_array($this->current->reasonCode, ['current-low', 'no-drop'], true) => 'unload',
            'current-within' === $this->current->reasonCode => 'dropper',
            default => 'source',
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['code' => $this->code, 'node' => $this->node, 'nodes' => $this->nodes, 'places' => $this->places, 'current' => $this->current?->toArray()];
    }
}
