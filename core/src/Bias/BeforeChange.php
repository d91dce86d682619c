<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;

/** What is to be known before a part of an output stage is changed for its bias, in the order in which it is found out (BIAS-4a). */
final class BeforeChange
{
    /**
     * @param non-empty-list<BiasTube> $tubes of one stage
     *
     * @return list<Reason> in that order: within where it is known and right, cannot-say where it is open
     */
    public static function of(BenchFacts $facts, array $tubes): array
    {
        $stage = $tubes[0]->drawn->stage;
        $conditions = $facts->readings?->contextNow()->conditions;
        $unread = self::positions($tubes, static fn (BiasTube $t): bool => null === $t->grid);
        $typeless = self::positions($tubes, static fn (BiasTube $t): bool => !$t->isTypeSaid || $t->isOfUnknownSuffix() || [] === $t->limits());
        $looked = Oscillation::judge($facts, $stage);

        return [
            true === $conditions?->inletIsMeasured() ? new Reason('before-mains', Verdict::Within, ['inletVolts' => $conditions->inletVolts()]) : new Reason('before-mains-open', Verdict::CannotSay),
            [] === $unread ? new Reason('before-grids', Verdict::Within) : new Reason('before-grids-open', Verdict::CannotSay, ['unread' => implode(', ', $unread)]),
            self::coupling($facts, $tubes),
            [] === $typeless ? new Reason('before-type', Verdict::Within, ['type' => implode(', ', array_unique(array_map(static fn (BiasTube $t): string => $t->types[0]->name, $tubes)))]) : new Reason('before-type-open', Verdict::CannotSay, ['unread' => implode(', ', $typeless)]),
            ...$looked,
            // A probe that changes nothing tells too little: the output itself is to be seen.
            ...(Oscillation::isClean($facts, $stage) || Verdict::Out === Reason::worst($looked) ? [] : [new Reason('before-look-open', Verdict::CannotSay)]),
            ...self::hot($tubes),
        ];
    }

    /** @param non-empty-list<BiasTube> $tubes */
    private static function coupling(BenchFacts $facts, array $tubes): Reason
    {
        $leaking = $untested = [];
        foreach ($tubes as $tube) {
            $position = $tube->drawn->position;
            $judged = $tube->gridCurrent?->judge();
            if (null !== $judged && Verdict::Within !== $judged->verdict) {
                $leaking[] = $position;
                continue;
            }
            $capacitors = array_filter($facts->drawn->tubes[$position]->at('grid'), static fn (string $id): bool => $facts->sheet?->circuit?->netlist->find($id) instanceof Capacitor);
            $tested = array_filter($capacitors, static fn (string $id): bool => null !== $facts->tests->of($id)->latest(CapacitorTestKind::Capacitor)?->value('leakAmperes'));
            $untested = [] === $capacitors || $tested === $capacitors || null !== $tube->gridCurrent ? $untested : [...$untested, ...$capacitors];
        }

        return match (true) {
            [] !== $leaking => new Reason('before-coupling-leaks', Verdict::Out, ['leaking' => implode(', ', $leaking)]),
            [] !== $untested => new Reason('before-coupling-open', Verdict::CannotSay, ['parts' => implode(', ', array_unique($untested))]),
            default => new Reason('before-coupling', Verdict::Within),
        };
    }

    /**
     * Both hot: mains or bias supply. One hot: its contact, its coupling capacitor, or the tube.
     *
     * @param non-empty-list<BiasTube> $tubes
     *
     * @return list<Reason>
     */
    private static function hot(array $tubes): array
    {
        $hot = self::positions($tubes, static fn (BiasTube $t): bool => [] !== array_filter(BiasJudge::judge($t), static fn (Reason $r): bool => \in_array($r->code, ['bias-over-limit', 'bias-hot', 'bias-hotter-than-printed'], true)));
        $figures = ['hot' => implode(', ', $hot)];

        return match (true) {
            [] === $hot => [],
            \count($hot) === \count($tubes) && \count($hot) > 1 => [new Reason('before-all-hot', Verdict::Watch, $figures)],
            default => [new Reason('before-one-hot', Verdict::Watch, $figures)],
        };
    }

    /**
     * @param non-empty-list<BiasTube> $tubes
     * @param \Closure(BiasTube): bool $are
     *
     * @return list<string>
     */
    private static function positions(array $tubes, \Closure $are): array
    {
        return array_map(static fn (BiasTube $t): string => $t->drawn->position, array_values(array_filter($tubes, $are)));
    }
}
