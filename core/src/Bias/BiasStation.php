<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;

/** How the output tubes idle: one item for each, and one for each stage that has several. Its readings are those of the voltages. */
final class BiasStation implements Station
{
    public const ID = 'bias';

    public function id(): string
    {
        return self::ID;
    }

    public function order(): int
    {
        return 65;
    }

    public function tests(): array
    {
        return BiasTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        $bench = new BiasBench($facts);
        $items = $stages = [];
        foreach ($bench->tubes() as $position => $tube) {
            $reasons = BiasJudge::judge($tube);
            $items[] = self::item($position, 'bias-tube', implode(' or ', array_map(static fn ($t): string => $t->name, $tube->types)), $reasons, self::gauges($tube, $reasons));
            $stages[$tube->drawn->stage][] = $tube;
        }
        foreach ($stages as $stage => $tubes) {
            $items[] = self::set($facts, $stage, $tubes);
        }

        return new Board($this->id(), $items);
    }

    /**
     * The tubes of a stage beside each other, and whether it oscillates: asked for where something hints at that.
     *
     * @param list<BiasTube> $tubes
     */
    private static function set(BenchFacts $facts, string $stage, array $tubes): Item
    {
        $hints = array_filter($tubes, static fn (BiasTube $t): bool => ($t->strength() ?? 0.0) > BiasJudge::STRONG_TIMES);
        $spread = BiasSpread::judge($tubes);
        $reasons = [...(null === $spread ? [] : [$spread]), ...Oscillation::judge($facts, $stage)];
        $step = static fn (BiasTestKind $kind, bool $optional): Step => new Step($kind, $stage, '', Oscillation::seen($facts, $stage, $kind), $optional);
        $steps = [$step(BiasTestKind::OutputLook, [] === $hints), $step(BiasTestKind::ProbeTouch, true)];

        return new Item($stage, 'bias', null === $spread ? 'bias-look' : 'bias-set', '', self::verdict($reasons), $steps, states: [ChassisState::Energised], asked: null !== $spread || [] !== $hints);
    }

    /**
     * @param list<Reason> $reasons
     * @param list<Gauge>  $gauges
     */
    private static function item(string $part, string $name, string $detail, array $reasons, array $gauges = []): Item
    {
        return new Item($part, 'bias', $name, $detail, self::verdict($reasons), [], $gauges, states: [ChassisState::Energised], asked: true);
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<Gauge>
     */
    private static function gauges(BiasTube $tube, array $reasons): array
    {
        $watts = $tube->plateWatts();
        $limit = $tube->limits()[0] ?? null;
        $verdict = Reason::worst($reasons) ?? Verdict::CannotSay;

        return null === $watts || null === $limit ? [] : [new Gauge('bias-plate-watts', $watts->value, 'W', null, $tube->target()->low * $limit->plateWatts, $tube->target()->high * $limit->plateWatts, $verdict)];
    }

    /** @param list<Reason> $reasons */
    private static function verdict(array $reasons): PartVerdict
    {
        $worst = Reason::worst($reasons);
        $isOpen = [] === $reasons || [] !== array_filter($reasons, static fn (Reason $r): bool => \in_array($r->code, ['bias-not-measured', 'bias-no-meter', 'bias-spread-unknown'], true));

        return $isOpen || null === $worst ? new PartVerdict(Outcome::Open, Verdict::CannotSay, $reasons) : new PartVerdict(match ($worst) {
            Verdict::Danger => Outcome::Danger,
            Verdict::Out => Outcome::Bad,
            Verdict::Watch => Outcome::Watch,
            Verdict::CannotSay => Outcome::CannotSay,
            Verdict::Within => Outcome::Good,
        }, $worst, $reasons);
    }
}
