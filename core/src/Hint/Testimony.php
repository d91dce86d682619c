<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\TakenReading;

/** What was read on a unit under the conditions of now, and where there is still something to be read: DC volts against the chassis. */
final readonly class Testimony
{
    /**
     * @param list<Witness> $read
     * @param list<Witness> $unread     in probing order
     * @param Conditions    $conditions of the newest reading that counts: a unit that is off by now was read while it was on
     */
    private function __construct(public array $read, public array $unread, public Conditions $conditions)
    {
    }

    /** Readings that no longer hold, bounds, overloads and what moved when tapped say nothing of a steady cause. */
    public static function of(JudgedBench $bench): self
    {
        $points = array_filter($bench->points(), static fn (JudgedPoint $j): bool => MeterFunction::DcVolts === $j->point->function && Netlist::CHASSIS === $j->point->against);
        $held = [];
        foreach ($points as $key => $judged) {
            $record = true === $judged->judgement?->has(Mark::Stale) ? null : $bench->deciding($key);
            $held += null === $record ? [] : [$key => $record];
        }
        $counting = array_filter($held, static fn (TakenReading $r): bool => ReadingKind::Value === $r->kind && $r->state->isOnMains());
        $newest = array_reduce($counting, static fn (?TakenReading $last, TakenReading $r): TakenReading => null === $last || $r->observedAt > $last->observedAt ? $r : $last);
        $context = null === $newest ? $bench->contextNow() : $bench->contextOf($newest);

        return new self(
            array_map(static fn (TakenReading $r): Witness => new Witness($points[$r->key()]->point, $bench->contextOf($r), $r->value, $bench->figureOf($r)?->halfWidth95() ?? 0.0), array_values($counting)),
            array_map(static fn (JudgedPoint $j): Witness => new Witness($j->point, $context, null), array_values(array_diff_key($points, $held))),
            $context->conditions,
        );
    }

    /** @return list<array{string, float}> what it rests on, as far as it makes a difference */
    public function signature(): array
    {
        return array_map(static fn (Witness $w): array => [$w->point->key(), $w->volts ?? 0.0], $this->read);
    }
}
