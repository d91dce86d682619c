<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Netlist;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Island;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Work\WorkStation;
use Yew\Core\Work\WorkTestKind;

/** From a bank of B+ to the chassis, everything cold: whether power would find a short (SAFE-4). */
final class SupplyOhms
{
    /** Less than this at a few hundred volts is a fire, Ω (our choice: 400 V over it are 160 W). */
    public const SHORT_OHMS = 1000.0;
    /** Where nothing is drawn to lead to the chassis, or no circuit is known, so much is no short, Ω (our choice: electrolytics still forming). */
    public const OPEN_OHMS = 50e3;
    /** Less than this share of what the circuit puts there is a leak or a bridge (our choice; parallel paths and tolerances take less). */
    private const LOW_SHARE = 0.5;
    /** A bank of B+ stands at least so high, V: less is a bias supply (our choice). */
    private const LEAST_VOLTS = 20.0;
    /** The name where no sheet tells of banks. */
    public const UNDRAWN = 'reservoir';

    /** @return non-empty-list<DrawnLead> from the first rail of each bank of B+ to the chassis, with the ohms that belong there; null ohms where nothing leads there or nobody knows */
    public static function banks(BenchFacts $facts): array
    {
        $banks = [];
        foreach ($facts->sheet->islands ?? [] as $island) {
            $rail = self::railOf($facts, $island);
            $banks = [...$banks, ...(null === $rail ? [] : [new DrawnLead($rail, Netlist::CHASSIS, 'apart', self::drawnOhms($facts, $rail))])];
        }

        return [] === $banks ? [new DrawnLead(self::UNDRAWN, Netlist::CHASSIS, 'apart', null)] : $banks;
    }

    /** The first rail of a bank; null where it is no bank of B+. */
    private static function railOf(BenchFacts $facts, Island $island): ?string
    {
        foreach ($facts->drawn->rails as $rail) {
            if (\in_array($rail->id, $island->nodes, true) && $rail->volts > self::LEAST_VOLTS) {
                return $rail->id;
            }
        }

        return $facts->drawn->hasCircuit ? null : $island->proofAt;
    }

    private static function drawnOhms(BenchFacts $facts, string $rail): ?float
    {
        foreach ($facts->drawn->leads as $leads) {
            foreach ($leads as $lead) {
                if ('across' === $lead->purpose && $lead->from === $rail && Netlist::CHASSIS === $lead->to) {
                    return $lead->ohms;
                }
            }
        }

        return null;
    }

    /** The newest since anything was changed in there; of the first bank, what was read back after the work counts as well. */
    public static function latest(BenchFacts $facts, DrawnLead $bank): ?TakenTest
    {
        $own = $facts->tests->of($bank->from)->latest(PowerTestKind::SupplyOhms);
        $work = $facts->tests->of(WorkStation::SUPPLY)->about($bank->subject())->latest(WorkTestKind::ReadBack);
        $newest = null === $own || (null !== $work && $work->at > $own->at) ? $work : $own;

        return $facts->sinceChange($newest);
    }

    /** What a bank reads at least where nothing is wrong with it, Ω. */
    public static function leastOhms(DrawnLead $bank): float
    {
        return null === $bank->ohms ? self::OPEN_OHMS : max(self::SHORT_OHMS, self::LOW_SHARE * $bank->ohms);
    }

    public static function judge(DrawnLead $bank, TakenTest $test): Reason
    {
        [$least, $most] = [$test->isOverload('ohms') ? self::OPEN_OHMS : $test->least('ohms') ?? 0.0, $test->most('ohms') ?? \INF];
        $belongs = self::leastOhms($bank);
        $figures = ['place' => $bank->from, 'read' => $test->shown('ohms'), 'ohms' => $test->value('ohms'), 'expectedOhms' => $bank->ohms, 'leastOhms' => $belongs];

        return match (true) {
            $most < self::SHORT_OHMS => new Reason('supply-shorted', Verdict::Danger, $figures),
            $least >= $belongs => new Reason('supply-no-short', Verdict::Within, $figures),
            $most < $belongs => new Reason('supply-low', Verdict::Watch, $figures),
            default => new Reason('supply-bound', Verdict::CannotSay, $figures),
        };
    }
}
