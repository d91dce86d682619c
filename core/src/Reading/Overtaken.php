<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\Conditions;
use Yew\Core\Sheet\FittedChange;

/** What changed since a reading was taken, so that it says nothing of now and is asked for again (JUDGE-7a). */
final readonly class Overtaken
{
    /**
     * @param list<string>       $conditions fields that are otherwise stated now: tubes, limiters, standby, load, inletVolts
     * @param list<FittedChange> $made       what was fitted, turned or exchanged since
     */
    private function __construct(private Conditions $then, private Conditions $now, public array $conditions, public array $made)
    {
    }

    /** Null where the reading still holds. */
    public static function of(TakenReading $reading, ReadingLog $log): ?self
    {
        $conditions = $reading->conditions->movedBy($log->conditions);
        $made = $log->fitted->madeSince($reading->fittedThen);

        return [] === $conditions && [] === $made ? null : new self($reading->conditions, $log->conditions, $conditions, $made);
    }

    /**
     * Each thing that moved, as a code with its figures; what was made comes first, for it is what the hands remember.
     *
     * @return list<array{string, array<string, mixed>}>
     */
    public function told(): array
    {
        $told = array_map(static fn (FittedChange $c): array => ['moved-part', ['change' => $c->text]], $this->made);
        foreach ($this->conditions as $field) {
            $told[] = match ($field) {
                'inletVolts' => ['moved-mains', ['fromVolts' => $this->then->mainsVolts(), 'toVolts' => $this->now->mainsVolts()]],
                'tubes' => ['moved-tubes', ['positions' => implode(', ', $this->then->tubesMoved($this->now))]],
                default => ['moved-'.$field, []],
            };
        }

        return $told;
    }
}
