<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Modification;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A part is another than drawn on purpose: why, how to undo it, who agreed (LOOK-5a). */
final readonly class ModificationExplained extends UnitRemark
{
    public function __construct(public Modification $modification)
    {
    }

    public function toArray(): array
    {
        return array_diff_key($this->modification->toArray(), ['entryId' => true]);
    }

    public function refusal(Bench $then): ?Refusal
    {
        $sheet = $then->unit->sheet();
        $isKnown = null === $sheet || $sheet->names($this->modification->part) || \in_array($this->modification->part, $then->state->record->renewed(), true);

        return $isKnown ? null : new Refusal('no-such-part', ['part' => $this->modification->part]);
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $m = $this->modification;
        $state->work = $state->work->withModification(new Modification($m->part, $m->why, $m->undo, $m->agreed, $entry->id));
    }
}
