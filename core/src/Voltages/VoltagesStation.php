<?php

declare(strict_types=1);

namespace Yew\Core\Voltages;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Test\Reason;

/**
 * The points of the sheet under power, each with what it should read today and what was read there (JUDGE).
 *
 * Its readings are entries of their own, not tests; the page has a panel of its own for them. The board says the same of each point
 * as that panel, for path, close-out and the hazards before power.
 */
final class VoltagesStation implements Station
{
    public function id(): string
    {
        return 'voltages';
    }

    public function order(): int
    {
        return 60;
    }

    public function tests(): array
    {
        return [];
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board($this->id(), array_values(array_map(self::item(...), $facts->readings?->points() ?? [])));
    }

    private static function item(JudgedPoint $judged): Item
    {
        return new Item($judged->point->place, 'voltages', 'point', $judged->point->function->value, self::verdict($judged), [], states: [ChassisState::Ramping, ChassisState::Energised], asked: true);
    }

    private static function verdict(JudgedPoint $judged): PartVerdict
    {
        $judgement = $judged->judgement;
        if (null === $judgement) {
            return PartVerdict::open();
        }
        $reason = new Reason($judgement->reasonCode, $judgement->verdict, $judgement->figures);
        // What no longer holds is on the record, and speaks neither for the point nor against power.
        if ($judgement->has(Mark::Stale)) {
            return new PartVerdict(Outcome::Open, Verdict::CannotSay, [$reason->superseded()]);
        }

        return new PartVerdict(match (true) {
            $judgement->has(Mark::Accepted) => Outcome::Watch,
            Verdict::Within === $judgement->verdict => Outcome::Good,
            Verdict::Watch === $judgement->verdict => Outcome::Watch,
            Verdict::Out === $judgement->verdict => Outcome::Bad,
            Verdict::Danger === $judgement->verdict => Outcome::Danger,
            Verdict::CannotSay === $judgement->verdict => Outcome::CannotSay,
        }, $judgement->verdict, [$reason]);
    }
}
