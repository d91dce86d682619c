<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Cause;
use Yew\Core\Job\Entry;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** The cause of the complaint. Proven is what was measured bad, or what the fault follows; everything else stays suspected (REC-4b). */
final readonly class CauseStated extends UnitRemark
{
    public function __construct(public Cause $cause)
    {
    }

    public function toArray(): array
    {
        return array_filter(array_diff_key($this->cause->toArray(), ['entryId' => true, 'at' => true]), static fn (mixed $v): bool => '' !== $v);
    }

    public function refusal(Bench $then): ?Refusal
    {
        if ('proven' !== $this->cause->certainty) {
            return null;
        }

        return '' !== $this->cause->part && null !== $then->proofAgainst($this->cause->part) ? null : new Refusal('cause-not-proven', ['part' => '' === $this->cause->part ? 'it' : $this->cause->part]);
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->work = $state->work->withCause(new Cause($this->cause->text, $this->cause->part, $this->cause->certainty, $this->cause->rests, $entry->id, $entry->at));
    }
}
