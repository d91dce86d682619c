<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Iron\IronTestKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Item;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The gates at the output: never an output stage without its load, nor behind an open winding (SAFE-4, SAFE-7, IRON-9). */
final class OutputGates
{
    public static function load(GateFacts $facts): Gate
    {
        if ($facts->outputTubesAreOut()) {
            return Gate::doesNotApply('load', 'gate-no-output-tube-in');
        }
        $load = $facts->conditions->toArray()['load']['value'] ?? null;
        $kind = \is_array($load) ? $load['kind'] ?? null : null;

        return match (true) {
            !\is_string($kind) => Gate::unknown('load', 'gate-load-not-said', Authority::Nobody),
            'none' === $kind => Gate::notMet('load', 'gate-load-none', Authority::Nobody),
            default => Gate::met('load', 'gate-load-on', ['load' => $kind]),
        };
    }

    /** From the output terminals through the winding: an open one leaves the tubes without load, whatever is plugged in. */
    public static function continuity(GateFacts $facts): Gate
    {
        if ($facts->outputTubesAreOut()) {
            return Gate::doesNotApply('output-continuity', 'gate-no-output-tube-in');
        }
        $entries = [];
        foreach ($facts->items('iron', 'iron-output') as $item) {
            $tests = $facts->bench->tests->of($item->part)->kind(IronTestKind::OutputOhms);
            if ([] === $tests->all) {
                return Gate::unknown('output-continuity', 'gate-output-not-measured', figures: ['part' => $item->part])->at('iron', $item->part);
            }
            $reason = self::ground($item);
            if ('output-open' === $reason?->code) {
                return Gate::notMet('output-continuity', $reason->code, Authority::Nobody, ['part' => $item->part, ...$reason->figures], self::ids($tests->all))->at('iron', $item->part);
            }
            if (null === $reason || Verdict::CannotSay === $reason->verdict) {
                return Gate::unknown('output-continuity', $reason->code ?? 'gate-output-not-measured', Authority::Technician, ['part' => $item->part, ...($reason->figures ?? [])])->at('iron', $item->part);
            }
            array_push($entries, ...self::ids($tests->all));
        }

        return [] === $entries ? Gate::unknown('output-continuity', 'gate-output-not-measured', figures: ['part' => 'T2'])->at('iron') : Gate::met('output-continuity', 'gate-output-continuous', [], $entries);
    }

    private static function ground(Item $item): ?Reason
    {
        $grounds = array_values(array_filter($item->judged->reasons, static fn (Reason $r): bool => $r->counts() && str_starts_with($r->code, 'output-')));

        return Reason::worstFirst($grounds)[0] ?? null;
    }

    /**
     * @param list<TakenTest> $tests
     *
     * @return list<string>
     */
    private static function ids(array $tests): array
    {
        return array_map(static fn (TakenTest $t): string => $t->id, $tests);
    }
}
