<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Renewal;
use Yew\Core\Test\Reason;
use Yew\Core\Work\WorkStation;

/** The gates of what was seen and measured inside: B+ to chassis, iron, findings, polarity, the bias supply (SAFE-4, CAP-6, JUDGE-7g). */
final class SupplyGates
{
    /** Grounds of a part that speak against power but are answered by gates of their own. */
    private const PARTS_OF_OTHER_GATES = ['mains', WorkStation::SUPPLY];

    private const GROUNDS_OF_OTHER_GATES = ['supply-', 'decay-', 'fall-', 'polarity'];

    /** From every bank of B+ to the chassis, since anything in there was changed: not a short. */
    public static function short(GateFacts $facts): Gate
    {
        $entries = [];
        foreach (SupplyOhms::banks($facts->bench) as $bank) {
            $test = SupplyOhms::latest($facts->bench, $bank);
            if (null === $test) {
                return Gate::unknown('short', 'gate-supply-not-measured', figures: ['place' => $bank->from])->at(PowerStation::ID, $bank->from);
            }
            $reason = SupplyOhms::judge($bank, $test);
            if (Verdict::Danger === $reason->verdict) {
                return Gate::notMet('short', $reason->code, Authority::Owner, $reason->figures, [$test->id])->at(PowerStation::ID, $bank->from);
            }
            if (Verdict::Within !== $reason->verdict) {
                return Gate::unknown('short', $reason->code, Authority::Technician, $reason->figures)->at(PowerStation::ID, $bank->from);
            }
            $entries[] = $test->id;
        }

        return Gate::met('short', 'gate-supply-no-short', [], $entries);
    }

    /** Power and output transformers are not condemned. */
    public static function iron(GateFacts $facts): Gate
    {
        $items = [...$facts->items('iron', 'iron-power'), ...$facts->items('iron', 'iron-output')];
        foreach ($items as $item) {
            if ($item->judged->outcome->isUnsafe() || Verdict::Danger === $item->judged->verdict) {
                return Gate::notMet('iron', $item->judged->reasons[0]->code ?? 'gate-iron-condemned', Authority::Owner, ['part' => $item->part, ...($item->judged->reasons[0]->figures ?? [])])->at('iron', $item->part);
            }
        }
        foreach ($items as $item) {
            if (Outcome::Open === $item->judged->outcome) {
                return Gate::unknown('iron', 'gate-iron-not-tested', figures: ['part' => $item->part])->at('iron', $item->part);
            }
        }

        return [] === $items ? Gate::unknown('iron', 'gate-iron-not-tested', figures: ['part' => 'iron'])->at('iron') : Gate::met('iron', 'gate-iron-sound', ['parts' => array_map(static fn (Item $i): string => $i->part, $items)]);
    }

    /** Every burn, cut or loose lead has an entry, and none of them speaks against power. */
    public static function findings(GateFacts $facts): Gate
    {
        $elsewhere = [...self::PARTS_OF_OTHER_GATES, ...array_map(static fn (Item $i): string => $i->part, [...$facts->items('iron', 'iron-'), ...$facts->items('look', 'look-fuse')])];
        $own = static fn (Hazard $h): bool => [] === array_filter(self::GROUNDS_OF_OTHER_GATES, static fn (string $code): bool => str_starts_with($h->code, $code));
        $hazards = array_values(array_filter($facts->hazards, static fn (Hazard $h): bool => !\in_array($h->part, $elsewhere, true) && $own($h)));
        if ([] !== $hazards) {
            return Gate::notMet('findings', 'gate-findings-open', Authority::Technician, ['parts' => array_values(array_unique(array_map(static fn (Hazard $h): string => $h->part, $hazards)))]);
        }
        $open = array_values(array_filter($facts->items('look', 'look-area'), static fn (Item $i): bool => Outcome::Open === $i->judged->outcome && null === $facts->bench->leftAlone('look', $i->part)));

        return [] === $open ? Gate::met('findings', 'gate-looked-over') : Gate::unknown('findings', 'gate-not-looked-over', figures: ['parts' => array_map(static fn (Item $i): string => $i->part, $open)])->at('look', $open[0]->part);
    }

    /** Every electrolytic that was fitted here had a second look at its polarity; one that is reversed keeps power off (CAP-6). */
    public static function polarity(GateFacts $facts): Gate
    {
        $electrolytics = array_filter($facts->bench->drawn->capacitors, static fn (DrawnCapacitor $c): bool => CapacitorKind::Electrolytic === $c->kind());
        $unseen = $entries = [];
        foreach ($electrolytics as $capacitor) {
            $said = $facts->bench->tests->of($capacitor->id)->latest(CapacitorTestKind::Polarity);
            if ('reversed' === $said?->choice()) {
                return Gate::notMet('polarity', 'gate-polarity-reversed', Authority::Owner, ['part' => $capacitor->id], [$said->id])->at('capacitors', $capacitor->id);
            }
            $fitted = self::fittedAt($facts, $capacitor);
            if (null !== $fitted && (null === $said || $said->at < $fitted)) {
                $unseen[] = $capacitor->id;
            } elseif (null !== $said) {
                $entries[] = $said->id;
            }
        }

        return match (true) {
            [] !== $unseen => Gate::unknown('polarity', 'gate-polarity-not-seen', figures: ['parts' => $unseen])->at('capacitors', $unseen[0]),
            [] === array_filter($electrolytics, static fn (DrawnCapacitor $c): bool => null !== self::fittedAt($facts, $c)) => Gate::doesNotApply('polarity', 'gate-no-electrolytic-fitted'),
            default => Gate::met('polarity', 'gate-polarity-seen', [], $entries),
        };
    }

    /** When a capacitor was fitted on this job; null where it is as it came. */
    private static function fittedAt(GateFacts $facts, DrawnCapacitor $capacitor): ?float
    {
        $own = array_filter($facts->bench->work->renewals, static fn (Renewal $r): bool => !$r->ofTube && \in_array($r->part(), [$capacitor->id, $capacitor->can()], true));

        return [] === $own ? null : max(array_map(static fn (Renewal $r): float => $r->at, $own));
    }

    /** Fixed bias: the capacitors of its supply were tested, so that it will be there before B+ is. */
    public static function biasSupply(GateFacts $facts): Gate
    {
        if ([] === $facts->fixedBiased()) {
            return self::unlessUndrawn($facts, 'bias-supply');
        }
        $items = $facts->items('capacitors', 'capacitor-bias');
        foreach ($items as $item) {
            $worst = Reason::worst($item->judged->reasons);
            if (\in_array($worst, [Verdict::Out, Verdict::Danger], true)) {
                return Gate::notMet('bias-supply', 'gate-bias-part-bad', Authority::Technician, ['part' => $item->part])->at('capacitors', $item->part);
            }
        }
        $open = array_values(array_filter($items, static fn (Item $i): bool => Outcome::Open === $i->judged->outcome));

        return [] === $open ? Gate::met('bias-supply', 'gate-bias-parts-seen') : Gate::unknown('bias-supply', 'gate-bias-part-not-tested', figures: ['parts' => array_map(static fn (Item $i): string => $i->part, $open)])->at('capacitors', $open[0]->part);
    }

    /** Trims stand at their coldest end, until the bias was proved at every socket. */
    public static function trims(GateFacts $facts): Gate
    {
        $trims = $facts->biasTrims();
        if ([] === $trims) {
            return self::unlessUndrawn($facts, 'trims');
        }
        if ([] === SocketGates::unproved($facts, array_keys($facts->fixedBiased()))) {
            return Gate::met('trims', 'gate-bias-proved');
        }
        $entries = [];
        foreach ($trims as $trim) {
            $said = $facts->bench->sinceChange($facts->bench->tests->of($trim)->latest(PowerTestKind::TrimColdest));
            if (null === $said) {
                return Gate::unknown('trims', 'gate-trim-not-said', figures: ['part' => $trim])->at(PowerStation::ID, $trim);
            }
            if ('coldest' !== $said->choice()) {
                return Gate::notMet('trims', 'gate-trim-not-coldest', Authority::Technician, ['part' => $trim], [$said->id])->at(PowerStation::ID, $trim);
            }
            $entries[] = $said->id;
        }

        return Gate::met('trims', 'gate-trims-coldest', ['parts' => $trims], $entries);
    }

    /** Where no circuit says how the output tubes are biased, nobody knows. */
    private static function unlessUndrawn(GateFacts $facts, string $gate): Gate
    {
        return $facts->bench->drawn->hasCircuit ? Gate::doesNotApply($gate, 'gate-no-bias-supply') : Gate::unknown($gate, 'gate-bias-not-drawn');
    }
}
