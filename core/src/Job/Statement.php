<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Safety\Refusal;

/**
 * What one entry of the tape says, with its payload in types.
 *
 * Every question is answered by every statement: there is no default that admits.
 */
interface Statement
{
    /** @return array<string, mixed> the payload as the tape keeps it: what was typed, and what was understood by it */
    public function toArray(): array;

    /** Why it does not fit the unit as it was when this was observed; null when it does. */
    public function refusal(Bench $then): ?Refusal;

    /** Whether it is taken while a broken stop rule locks the unit (SAFE-6). */
    public function isTakenDuringStop(): bool;

    /** Whether it speaks against every discharge proof even where it was refused: a step up, or volts on what was thought dead (contract §4). */
    public function speaksAgainstProofs(): bool;

    /**
     * Changes the state by what it says.
     *
     * @param UnitState    $state   the caller’s own copy
     * @param list<string> $islands ids of the unit’s charge islands
     */
    public function fold(UnitState $state, Entry $entry, array $islands): void;

    /**
     * What is said of it when it is taken.
     *
     * @param Entry $entry  of this statement, not yet judged
     * @param Bench $before without it
     * @param Bench $after  with it folded in
     *
     * @return array<string, mixed>|null docs/formats/judgement.schema.json; null where there is nothing to judge
     */
    public function judge(Entry $entry, Bench $before, Bench $after): ?array;
}
