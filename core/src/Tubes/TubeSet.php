<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Matching\Spread;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Whether triodes of one bottle, or tubes that work together, read alike: (max − min)/mean of figures of one kind, taken at one setting (TUBE-3). */
final class TubeSet
{
    /** Up to this spread tubes that work together are matched, percent (BIAS-5). */
    public const MATCHED_PERCENT = 10.0;

    private const KINDS = ['plateAmperes', 'siemens', 'percent'];

    /**
     * @param string                       $code     of the reasons: set, or halves
     * @param array<int|string, TakenTest> $read     by member, its newest figures
     * @param array<string, TesterSetting> $testers  by entry
     * @param bool                         $together they work against each other: apart is a remark; else nothing is said
     */
    public static function judge(string $code, array $read, array $testers, bool $together): ?Reason
    {
        if (!$together || 2 > \count($read)) {
            return null;
        }
        foreach (self::KINDS as $kind) {
            $values = array_filter(array_map(static fn (TakenTest $t): ?float => $t->value($kind), $read), static fn (?float $v): bool => null !== $v && $v > 0.0);
            if ([] === $values || \count($values) < \count($read)) {
                continue;
            }
            $figures = ['members' => array_map(strval(...), array_keys($values)), 'lowest' => (string) array_search(min($values), $values, true), 'highest' => (string) array_search(max($values), $values, true)];
            if (!self::areComparable(array_values($read), $testers)) {
                return new Reason($code.'-not-comparable', Verdict::CannotSay, $figures);
            }
            $percent = Spread::percent(array_values($values));
            $figures['spreadPercent'] = $percent;

            return $percent <= self::MATCHED_PERCENT ? new Reason($code.'-matched', Verdict::Within, $figures) : new Reason($code.'-apart', Verdict::Watch, $figures);
        }

        return null;
    }

    /**
     * @param list<TakenTest>              $read
     * @param array<string, TesterSetting> $testers
     */
    private static function areComparable(array $read, array $testers): bool
    {
        $first = $testers[$read[0]->id] ?? null;
        foreach ($read as $test) {
            $setting = $testers[$test->id] ?? null;
            $alike = null !== $first && null !== $setting && $first->instrument === $setting->instrument && match (true) {
                null !== $first->conditions && null !== $setting->conditions => null === $setting->conditions->differenceFrom($first->conditions),
                // The scale of a tester is set for the type: with nothing said of either, both were set alike.
                default => null === $first->conditions && null === $setting->conditions,
            };
            if (!$alike) {
                return false;
            }
        }

        return true;
    }
}
