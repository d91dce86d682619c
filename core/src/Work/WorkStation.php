<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Circuit\Netlist;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Drawn\DrawnRail;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Lead;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Every exchange that was ordered or made, what of the area is checked after it, and the leads that are off (WORK-1 to WORK-3). */
final class WorkStation implements Station
{
    public const ID = 'work';
    /** What is checked once something was soldered. */
    public const JOINTS = 'joints';
    public const SUPPLY = 'supply';

    public function id(): string
    {
        return self::ID;
    }

    public function order(): int
    {
        return 55;
    }

    public function tests(): array
    {
        return WorkTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        $items = array_map(static fn (string $part): Item => Exchange::of($facts, $part)->item(), self::parts($facts));
        // What one opening reaches stands together (REC-2).
        usort($items, static fn (Item $a, Item $b): int => ['work' === $a->group, $a->group] <=> ['work' === $b->group, $b->group]);
        $since = $facts->work->lastSoldered();

        return new Board(self::ID, [...$items, ...(null === $since ? [] : [self::joints($facts, $since), ...self::supply($facts, $since)]), ...array_map(static fn (Lead $l): Item => self::lead($facts, $l), $facts->work->leads)]);
    }

    /** @return list<string> parts that were ordered or exchanged, each once; a can by its sections */
    private static function parts(BenchFacts $facts): array
    {
        $parts = [];
        foreach ($facts->work->orders as $order) {
            $parts = [...$parts, ...('' === $order->part ? [] : self::sections($facts, $order->part))];
        }
        foreach ($facts->work->renewals as $renewal) {
            $parts = [...$parts, ...self::sections($facts, $renewal->part())];
        }

        return array_values(array_unique($parts));
    }

    /** @return non-empty-list<string> */
    private static function sections(BenchFacts $facts, string $part): array
    {
        $sections = array_values(array_filter(array_map(static fn (DrawnCapacitor $c): string => $c->id, $facts->drawn->capacitors), static fn (string $id): bool => str_starts_with($id, $part.'/')));

        return [] === $sections ? [$part] : $sections;
    }

    /** Melted insulation, wires put back, tails, hot parts raised; once more after cleaning (WORK-2). */
    private static function joints(BenchFacts $facts, float $since): Item
    {
        $said = self::after($facts->tests->of(self::JOINTS)->latest(WorkTestKind::Joints), $since);
        $verdict = match ($said?->choice()) {
            null => PartVerdict::open(),
            'sound-after-cleaning' => new PartVerdict(Outcome::Good, Verdict::Within, [new Reason('joints-sound', Verdict::Within)]),
            default => new PartVerdict(Outcome::Retest, Verdict::Out, [new Reason('joints-trouble', Verdict::Out)]),
        };

        return new Item(self::JOINTS, 'work-area', 'work-joints', '', $verdict, [new Step(WorkTestKind::Joints, self::JOINTS, '', $said)]);
    }

    /**
     * From the first rail to the chassis, before any power (WORK-1).
     *
     * @return list<Item> none where no circuit says what belongs there
     */
    private static function supply(BenchFacts $facts, float $since): array
    {
        $across = self::firstRail($facts);
        if (null === $across) {
            return [];
        }
        $said = self::after($facts->tests->of(self::SUPPLY)->about($across->subject())->latest(WorkTestKind::ReadBack), $since);
        $reason = null === $said ? new Reason('supply-not-read', Verdict::Watch, ['place' => $across->from]) : ReadBackJudge::judge($across, $said);
        $outcome = match (true) {
            null === $said => new PartVerdict(Outcome::Open, Verdict::CannotSay, [$reason]),
            Verdict::Danger === $reason->verdict => new PartVerdict(Outcome::Retest, Verdict::Danger, [$reason]),
            Verdict::CannotSay === $reason->verdict => new PartVerdict(Outcome::CannotSay, Verdict::CannotSay, [$reason]),
            default => new PartVerdict(Outcome::Good, Verdict::Within, [$reason]),
        };
        $window = ReadBackJudge::window($across);

        return [new Item(
            self::SUPPLY, 'work-area', 'work-supply', $across->from.' to chassis', $outcome, [new Step(WorkTestKind::ReadBack, self::SUPPLY, $across->subject(), $said, expects: ReadBackJudge::expects($across))],
            null === $said ? [] : [new Gauge(str_replace('→', ' → ', $across->subject()), $said->value('ohms'), 'Ω', $across->ohms, $window->low, null, $reason->verdict, $said->shown('ohms'))],
        )];
    }

    private static function firstRail(BenchFacts $facts): ?DrawnLead
    {
        $rail = array_values(array_map(static fn (DrawnRail $r): string => $r->id, $facts->drawn->rails))[0] ?? null;
        foreach (null === $rail ? [] : $facts->drawn->leads as $leads) {
            foreach ($leads as $lead) {
                if ('across' === $lead->purpose && $lead->from === $rail && Netlist::CHASSIS === $lead->to) {
                    return new DrawnLead($lead->from, $lead->to, 'apart', $lead->ohms);
                }
            }
        }

        return null;
    }

    private static function lead(BenchFacts $facts, Lead $lead): Item
    {
        $back = self::after($facts->tests->of($lead->part())->latest(WorkTestKind::LeadBack), $lead->at);
        $reasons = Reason::worstFirst(array_values(array_filter([LeadJudge::back($lead, $back), LeadJudge::way($lead), LeadJudge::colour($lead)])));
        $worst = Reason::worst($reasons);
        $outcome = match (true) {
            null === $back => new PartVerdict(Outcome::Open, Verdict::CannotSay, $reasons),
            Verdict::Watch === $worst => new PartVerdict(Outcome::Watch, Verdict::Watch, $reasons),
            default => new PartVerdict(Outcome::Good, Verdict::Within, $reasons),
        };

        return new Item($lead->part(), 'work-leads', 'work-lead', $lead->colour.': '.$lead->from.' to '.$lead->to.('' === $lead->ohms ? '' : ', '.$lead->ohms), $outcome, [new Step(WorkTestKind::LeadBack, $lead->part(), '', $back)], more: new LeadDetail($lead));
    }

    /** What was said after a moment; what was said before says nothing of what was done since. */
    private static function after(?TakenTest $test, float $since): ?TakenTest
    {
        return null !== $test && $test->at >= $since ? $test : null;
    }
}
