<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A stopgap, a temporary fixing, something deferred or promised: close-out asks about it until it is closed (REC-4a). */
final readonly class OpenEndLeft extends UnitRemark
{
    public function __construct(public OpenEnd $end)
    {
    }

    public function toArray(): array
    {
        return array_filter(['sort' => $this->end->sort, 'text' => $this->end->text, 'part' => $this->end->part], static fn (string $v): bool => '' !== $v);
    }

    public function refusal(Bench $then): ?Refusal
    {
        return null;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->work = $state->work->withOpenEnd(new OpenEnd($this->end->sort, $this->end->text, $this->end->part, $entry->id, $entry->at));
    }
}
