<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** How far apart the tubes of one stage idle, and which side of the primary carries more (BIAS-5). */
final class BiasSpread
{
    /** Good under either of these (BIAS-5): amperes, and as a share of the mean. */
    public const GOOD_AMPERES = 0.005;
    public const GOOD_SHARE = 0.1;

    /** @param list<BiasTube> $tubes of the stage, in the order of the drawing */
    public static function judge(array $tubes): ?Reason
    {
        if (\count($tubes) < 2) {
            return null;
        }
        $known = array_filter($tubes, static fn (BiasTube $t): bool => null !== $t->current() && !$t->current()->isMean());
        if (\count($known) < \count($tubes)) {
            return new Reason('bias-spread-unknown', Verdict::CannotSay, ['unread' => implode(', ', array_map(static fn (BiasTube $t): string => $t->drawn->position, array_diff_key($tubes, $known)))]);
        }
        $amperes = array_map(static fn (BiasTube $t): Figure => $t->currents[0]->cathode, $tubes);
        $values = array_map(static fn (Figure $f): float => $f->value, $amperes);
        [$most, $least] = [(int) array_search(max($values), $values, true), (int) array_search(min($values), $values, true)];
        $apart = $amperes[$most]->minus($amperes[$least]);
        $mean = array_sum($values) / \count($values);
        $good = max(self::GOOD_AMPERES, self::GOOD_SHARE * $mean);
        $figures = ['spreadAmperes' => $apart->value, 'bandAmperes' => $apart->halfWidth95(), 'spreadPercent' => $mean > 0.0 ? 100 * $apart->value / $mean : 0.0, 'most' => $tubes[$most]->drawn->position, 'least' => $tubes[$least]->drawn->position, ...self::heavy($tubes)];

        return match (true) {
            $apart->value + $apart->halfWidth95() <= $good => new Reason('bias-spread-good', Verdict::Within, $figures),
            $apart->value - $apart->halfWidth95() > $good => new Reason('bias-spread-wide', Verdict::Watch, $figures),
            default => new Reason('bias-spread-straddles', Verdict::CannotSay, $figures),
        };
    }

    /**
     * @param list<BiasTube> $tubes
     *
     * @return array{heavySide?: string, heavyAmperes?: float} the side of a push-pull stage that carries more, and by how much
     */
    private static function heavy(array $tubes): array
    {
        $sides = [];
        foreach ($tubes as $tube) {
            $sides[$tube->drawn->side] = ($sides[$tube->drawn->side] ?? 0.0) + ($tube->current()?->cathode->value ?? 0.0);
        }
        if (\count($sides) < 2) {
            return [];
        }
        arsort($sides);
        $names = array_keys($sides);
        $on = array_map(static fn (BiasTube $t): string => $t->drawn->position, array_values(array_filter($tubes, static fn (BiasTube $t): bool => $t->drawn->side === $names[0])));

        return ['heavySide' => implode(', ', $on), 'heavyAmperes' => $sides[$names[0]] - $sides[$names[1]]];
    }
}
