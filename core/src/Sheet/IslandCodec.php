<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Codec\Fields;

/** Decodes or derives the charge islands (SAFE-2a). */
final class IslandCodec
{
    /**
     * Islands as typed, or one per bank, split where standby opens it.
     *
     * @param list<Fields>              $items
     * @param array<string, SupplyNode> $nodes
     * @param list<Capacitor>           $capacitors
     * @param list<string>              $breaks
     *
     * @return list<Island>
     */
    public static function decode(array $items, array $nodes, array $capacitors, array $breaks): array
    {
        $islands = [];
        $covered = [];
        foreach ($items as $item) {
            $id = $item->string('id', 20);
            $members = $item->strings('nodes');
            foreach ($members as $i => $node) {
                if (!isset($nodes[$node]) || isset($covered[$node])) {
                    throw $item->fault('nodes['.$i.']', isset($nodes[$node]) ? \sprintf('“%s” is already in another island', $node) : \sprintf('there is no node “%s”', $node));
                }
                $covered[$node] = true;
            }
            $proofAt = $item->string('proofAt');
            if (!\in_array($proofAt, $members, true)) {
                throw $item->fault('proofAt', 'must be one of the island’s own nodes');
            }
            if (isset($islands[$id])) {
                throw $item->fault('id', \sprintf('“%s” is there twice', $id));
            }
            $islands[$id] = new Island($id, $item->string('name', 60), $members, $proofAt, $item->optionalString('cutOffBy'));
            $item->done();
        }
        $banks = [];
        foreach ($nodes as $node) {
            if (isset($covered[$node->id])) {
                continue;
            }
            $root = $node;
            while (null !== $root->fedFrom) {
                $root = $nodes[$root->fedFrom];
            }
            $cut = \in_array($node->id, $breaks, true);
            $banks[$root->id.($cut ? '-standby' : '')][] = $node;
        }
        foreach ($banks as $id => $members) {
            $ids = array_map(static fn (SupplyNode $n): string => $n->id, $members);
            $charged = array_values(array_filter($ids, static fn (string $n): bool => [] !== array_filter($capacitors, static fn (Capacitor $c): bool => $c->node === $n)));
            if ([] === $charged || isset($islands[$id])) {
                continue;
            }
            $cut = str_ends_with($id, '-standby');
            $islands[$id] = new Island($id, $nodes[$charged[0]]->name.($cut ? ' behind standby' : ''), $ids, $charged[0], $cut ? 'standby' : null);
        }

        return array_values($islands);
    }
}
