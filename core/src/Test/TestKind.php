<?php

declare(strict_types=1);

namespace Yew\Core\Test;

/** A test that a station brings with it: its case is what judges compare, its value the name under which the record keeps it. */
interface TestKind extends \BackedEnum
{
    /** @return string its value */
    public function name(): string;

    public function definition(): TestDefinition;
}
