<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Look\LookTestKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Fuse;
use Yew\Core\Station\Item;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;

/** The gates between the wall and the transformer: fuses, earth and insulation, wiring, isolation (SAFE-4, SAFE-4a, SAFE-4b, FUSE-1). */
final class MainsGates
{
    /** Mains further off than this is another mains, as a share (our choice; as the look at the cold amplifier has it). */
    private const OTHER_MAINS_SHARE = 0.12;
    /** What is no fuse at all. */
    private const NO_FUSE = ['fuse-missing', 'fuse-bridged', 'fuse-blown'];
    /** Grounds of the mains that other gates ask about. */
    private const OF_OTHER_GATES = ['transformerless', 'wired-for-', 'conversion-'];

    /** The mains fuse is fitted, whole and of a plausible value; nobody goes through without one. */
    public static function fuse(GateFacts $facts): Gate
    {
        $mains = array_map(static fn (Fuse $f): string => $f->id, array_filter($facts->bench->sheet->fuses ?? [], static fn (Fuse $f): bool => 'mains' === $f->place));
        $items = array_values(array_filter($facts->items('look', 'look-fuse'), static fn (Item $i): bool => [] === $mains || \in_array($i->part, $mains, true)));
        $worst = self::worst($items);
        foreach ($items as $item) {
            if (null === $item->steps[0]->done) {
                return Gate::unknown('fuse', 'gate-fuse-not-looked-at', Authority::Nobody, ['part' => $item->part])->at('look', $item->part);
            }
        }
        [$item, $reason] = $worst ?? [null, null];
        if (null === $item || null === $reason) {
            return Gate::unknown('fuse', 'gate-fuse-not-looked-at', Authority::Nobody, ['part' => 'F1'])->at('look', 'F1');
        }
        $figures = ['part' => $item->part, ...$reason->figures];
        $entries = self::entries($item->steps);

        return match (true) {
            \in_array($reason->code, self::NO_FUSE, true) => Gate::notMet('fuse', $reason->code, Authority::Nobody, $figures, $entries)->at('look', $item->part),
            Verdict::Danger === $reason->verdict => Gate::notMet('fuse', $reason->code, Authority::Owner, $figures, $entries)->at('look', $item->part),
            Verdict::Out === $reason->verdict => Gate::notMet('fuse', $reason->code, Authority::Technician, $figures, $entries)->at('look', $item->part),
            default => Gate::met('fuse', 'gate-fuse-fitted', $figures, $entries),
        };
    }

    /** Earth to chassis, insulation, cord, what stands in the live conductor: what fails here is unsafe without (SAFE-4a). */
    public static function earth(GateFacts $facts): Gate
    {
        $item = $facts->item('look', 'mains');
        foreach ($item->judged->reasons ?? [] as $reason) {
            $other = [] !== array_filter(self::OF_OTHER_GATES, static fn (string $code): bool => str_starts_with($reason->code, $code));
            if (!$other && $reason->counts() && \in_array($reason->verdict, [Verdict::Danger, Verdict::Out], true)) {
                return Gate::notMet('earth', $reason->code, Authority::Owner, $reason->figures, self::entries($item->steps ?? []))->at('look', 'mains');
            }
        }
        $open = array_values(array_filter($item->steps ?? [], static fn (Step $s): bool => $s->isOpen()));
        if (null === $item || [] !== $open) {
            return Gate::unknown('earth', 'gate-mains-not-tested', figures: ['tests' => array_map(static fn (Step $s): string => $s->kind->name(), $open)])->at('look', 'mains');
        }
        $unsure = array_values(array_filter($item->judged->reasons, static fn (Reason $r): bool => $r->counts() && Verdict::CannotSay === $r->verdict && !str_starts_with($r->code, 'conversion-')));

        return [] === $unsure ? Gate::met('earth', 'gate-mains-safe', [], self::entries($item->steps)) : Gate::unknown('earth', $unsure[0]->code, Authority::Technician, $unsure[0]->figures)->at('look', 'mains');
    }

    /** Wired for the mains that will feed it. */
    public static function wiring(GateFacts $facts): Gate
    {
        $wired = $facts->wiredForVolts;
        // What feeds it by its own word, a step-down transformer say; else the mains of the place.
        $source = $facts->conditions->toArray()['source']['value'] ?? null;
        $said = \is_array($source) && 'wall' === ($source['kind'] ?? null) ? $facts->conditions->sourceVolts() : null;
        $feeds = $said ?? $facts->bench->practice->mainsVolts;
        $figures = ['wiredForVolts' => $wired, 'mainsVolts' => $feeds];
        if (null === $wired) {
            return Gate::unknown('wiring', 'gate-wiring-unknown', Authority::Technician, $figures);
        }
        if (abs($wired / $feeds - 1.0) <= self::OTHER_MAINS_SHARE) {
            return Gate::met('wiring', 'gate-wiring-fits', $figures);
        }

        // A variac gives what it is wired for, and is stopped there by the plan.
        return $facts->choice->method->hasVariac() ? Gate::met('wiring', 'gate-wiring-by-variac', $figures) : Gate::notMet('wiring', 'gate-wiring-other', Authority::Owner, $figures)->at('look', 'mains');
    }

    /** Without a transformer of its own the chassis is one side of the mains (SAFE-4b). */
    public static function isolation(GateFacts $facts): Gate
    {
        $primary = $facts->bench->tests->of('mains')->latest(LookTestKind::Primary);
        if ($facts->bench->drawn->isTransformerless) {
            return 'isolation-transformer' === ($facts->conditions->toArray()['supplyEarthing']['value'] ?? null)
                ? Gate::met('isolation', 'gate-isolated')
                : Gate::notMet('isolation', 'gate-not-isolated', Authority::Nobody);
        }
        if ($facts->bench->drawn->hasCircuit) {
            return Gate::doesNotApply('isolation', 'gate-has-transformer');
        }

        return null === $primary ? Gate::unknown('isolation', 'gate-transformer-not-seen')->at('look', 'mains') : Gate::met('isolation', 'gate-transformer-seen', [], [$primary->id]);
    }

    /**
     * @param list<Item> $items
     *
     * @return array{Item, Reason}|null the worst ground that counts, with what it is of
     */
    private static function worst(array $items): ?array
    {
        $worst = null;
        foreach ($items as $item) {
            foreach ($item->judged->reasons as $reason) {
                $missing = \in_array($reason->code, self::NO_FUSE, true);
                $severity = [$missing, $reason->verdict->severity()];
                if ($reason->counts() && (null === $worst || $severity > [\in_array($worst[1]->code, self::NO_FUSE, true), $worst[1]->verdict->severity()])) {
                    $worst = [$item, $reason];
                }
            }
        }

        return $worst;
    }

    /**
     * @param list<Step> $steps
     *
     * @return list<string>
     */
    private static function entries(array $steps): array
    {
        return array_values(array_filter(array_map(static fn (Step $s): ?string => $s->done?->id, $steps), is_string(...)));
    }
}
