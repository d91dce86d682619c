<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Test\TestKind;

/**
 * A place of the bench with its own work: which tests it brings, and what it makes of what is known.
 *
 * Path, summary, entry line, close-out and report follow from this; docs/stations.md says how one is added.
 */
interface Station
{
    /** Name under which record and address know it: lower case, with hyphens. */
    public function id(): string;

    /** Its place in the order of the work, from the cold look to the last play: lower comes first. */
    public function order(): int;

    /** @return list<TestKind> the tests that belong here and nowhere else */
    public function tests(): array;

    public function board(BenchFacts $facts): Board;
}
