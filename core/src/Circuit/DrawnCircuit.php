<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Block\Rail;

/** A circuit as it is drawn: its blocks in the order of the document, and the netlist that they make. */
final readonly class DrawnCircuit
{
    /**
     * @param list<ExpandedBlock>   $blocks
     * @param array<string, string> $pathOf where a part was drawn, by id
     */
    public function __construct(public array $blocks, public Netlist $netlist, public array $pathOf)
    {
    }

    /** @return array<string, Rail> by id, each after the one that feeds it */
    public function rails(): array
    {
        $all = [];
        foreach ($this->blocks as $block) {
            foreach ($block->rails as $rail) {
                $all[$rail->id] = $rail;
            }
        }
        $ordered = [];
        while (\count($ordered) < \count($all)) {
            $before = \count($ordered);
            foreach ($all as $id => $rail) {
                if (null === $rail->fedFrom || isset($ordered[$rail->fedFrom])) {
                    $ordered[$id] = $rail;
                }
            }
            if (\count($ordered) === $before) {
                return $all; // a circle, which the codec refuses
            }
        }

        return $ordered;
    }

    /** @return list<string> ids of the rails that bias supplies make */
    public function biasRails(): array
    {
        return array_merge(...array_map(static fn (ExpandedBlock $b): array => 'bias' === $b->kind ? array_map(static fn (Rail $r): string => $r->id, $b->rails) : [], $this->blocks));
    }
}
