<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Entry\ShelfMove;
use Yew\Core\Safety\Refusal;

/** What a whole job does not take (REC-3): one that was collected is shut, and nothing leaves the bench live. */
final class ShelfRules
{
    /** What may still be written on a job that was collected. */
    private const ON_A_SHUT_JOB = ['shelf-move', 'note', 'report-issued'];

    /**
     * @param list<ChassisState>        $chassis       of all its units
     * @param \Closure(): (string|null) $openElsewhere tag of another open job that one of its units is on
     */
    public static function refusal(string $kind, ?Statement $said, ShelfState $shelf, string $tag, array $chassis, \Closure $openElsewhere): ?Refusal
    {
        if ($said instanceof ShelfMove) {
            $live = array_values(array_filter($chassis, static fn (ChassisState $s): bool => $s->appliesPower()));
            if ([] !== $live && \in_array($said->to, [ShelfState::Collected, ShelfState::Ready], true)) {
                return new Refusal('live-on-leaving', ['state' => $live[0]->value]);
            }
            $elsewhere = ShelfState::Collected === $shelf && ShelfState::Collected !== $said->to ? $openElsewhere() : null;
            if (null !== $elsewhere) {
                return new Refusal('open-elsewhere', ['tag' => $elsewhere]);
            }
        }

        return ShelfState::Collected === $shelf && !\in_array($kind, self::ON_A_SHUT_JOB, true) ? new Refusal('job-closed', ['tag' => $tag]) : null;
    }
}
