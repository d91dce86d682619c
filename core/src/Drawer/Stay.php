<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\FittedTube;

/** A labelled tube in a socket, from when until when. */
final readonly class Stay
{
    /**
     * @param float      $from seconds since the epoch
     * @param float|null $to   likewise; null where it is there still
     */
    private function __construct(public string $label, public string $position, public float $from, public ?float $to)
    {
    }

    /**
     * Every stay of a labelled tube in one unit, in the order in which they began.
     *
     * @param list<array{float, FittedChange}> $changes of the unit with when each was made, oldest first
     *
     * @return list<self>
     */
    public static function all(array $changes): array
    {
        $stays = $standing = [];
        $held = new FittedChanges();
        foreach ($changes as [$at, $change]) {
            $held = $held->with($change);
            $now = array_filter(array_map(static fn (FittedTube $t): ?string => $t->label, $held->tubes([])), static fn (?string $label): bool => null !== $label);
            foreach ($standing as $position => $i) {
                if (($now[$position] ?? null) !== $stays[$i]->label) {
                    $stays[$i] = new self($stays[$i]->label, $stays[$i]->position, $stays[$i]->from, $at);
                    unset($standing[$position]);
                }
            }
            foreach ($now as $position => $label) {
                if (!isset($standing[$position])) {
                    $standing[$position] = \count($stays);
                    $stays[] = new self($label, $position, $at, null);
                }
            }
        }

        return array_values($stays);
    }
}
