<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Bench\FuseMark;
use Yew\Core\Capacitor\CapacitorKind;
use Yew\Core\Capacitor\DrawnCapacitor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Codec\BadData;
use Yew\Core\Iron\DrawnTransformer;
use Yew\Core\Look\DateCode;
use Yew\Core\Look\LookItem;
use Yew\Core\Look\LookJudge;
use Yew\Core\Look\LookPlan;
use Yew\Core\Look\MainsConversion;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Fuse;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Step;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TrialKind;

/** The walk round the cold amplifier. */
final class LookBoard
{
    /** Mains further off than this is another mains, as a share (our choice; 110 to 120 V and 220 to 240 V are one each). */
    private const OTHER_MAINS = 0.12;

    /** Tests whose worst answer counts until the part is said to be repaired or new. */
    private const LASTING = [TrialKind::EarthBond, TrialKind::MainsInsulation, TrialKind::TubeLook, TrialKind::CanLook];

    /** @return list<ColdItem> */
    public static function items(ColdBench $bench): array
    {
        $iron = array_map(static fn (DrawnTransformer $t): string => $t->id, $bench->iron);

        return array_map(static fn (LookItem $item): ColdItem => self::item($bench, $item), LookPlan::items($bench->sheet, self::cans($bench), $iron, $bench->tests()));
    }

    /** @return list<string> electrolytics, one entry per can */
    private static function cans(ColdBench $bench): array
    {
        $electrolytics = array_filter(CapacitorBoard::drawn($bench), static fn (DrawnCapacitor $c): bool => CapacitorKind::Electrolytic === $c->kind());

        return array_values(array_unique(array_map(static fn (DrawnCapacitor $c): string => $c->can(), $electrolytics)));
    }

    private static function item(ColdBench $bench, LookItem $item): ColdItem
    {
        $reasons = [];
        $open = false;
        foreach ($item->steps as $step) {
            $open = $open || $step->isOpen();
            array_push($reasons, ...self::stepReasons($bench, $step));
        }
        foreach ($bench->record->findings() as $finding) {
            if (!isset($finding['formerSince']) && ($finding['place'] ?? null) === $item->part) {
                $reasons[] = self::found($finding);
            }
        }
        if ('mains' === $item->part) {
            array_push($reasons, ...self::mains($bench));
        }
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        $word = match (true) {
            Verdict::Danger === $worst, Verdict::Out === $worst => 'unsafe',
            $open, [] === $reasons => 'open',
            Verdict::Watch === $worst, Verdict::CannotSay === $worst => 'watch',
            default => 'seen',
        };

        return new ColdItem($item->part, 'look-'.$item->group, 'look-'.('area' === $item->group ? $item->part : $item->group), $item->detail, $word, 'open' === $word ? Verdict::CannotSay : $worst ?? Verdict::Within, $reasons, $item->steps);
    }

    /** @return list<Reason> what is known of its mains before anything is looked at (LOOK-3, SAFE-4b) */
    private static function mains(ColdBench $bench): array
    {
        $reasons = [];
        if (abs($bench->wiredFor / $bench->practice->mainsVolts - 1) > self::OTHER_MAINS) {
            $reasons[] = new Reason('wired-for-other-mains', Verdict::Watch, ['wiredForVolts' => $bench->wiredFor, 'mainsVolts' => $bench->practice->mainsVolts]);
            array_push($reasons, ...self::conversion($bench));
        }
        if (null !== $bench->circuit && [] === $bench->circuit->fitted->netlist->all(MainsTransformer::class)) {
            $reasons[] = new Reason('transformerless', Verdict::Danger);
        }

        return $reasons;
    }

    /** @return list<Reason> whether its primary can be wired for the mains here, how, and with which fuse (LOOK-3, FUSE-1) */
    private static function conversion(ColdBench $bench): array
    {
        $primary = $bench->tests()->of('mains')->latest(TrialKind::Primary)?->choice();
        $printed = $bench->sheet->printedMains ?? [$bench->wiredFor];
        $fuse = array_values(array_filter($bench->sheet->fuses ?? [], static fn (Fuse $f): bool => 'mains' === $f->place))[0] ?? null;
        $hertz = $bench->sheet->mainsHertz ?? $bench->practice->mainsHertz;
        $plan = match ($primary) {
            'single' => MainsConversion::plan('single', [$bench->wiredFor], $bench->practice->mainsVolts, $hertz, $bench->practice->mainsHertz, null, null),
            'two-equal' => MainsConversion::plan('two-equal', [min([$bench->wiredFor, ...$printed])], $bench->practice->mainsVolts, $hertz, $bench->practice->mainsHertz, null === $fuse ? null : self::mark($fuse), $printed[0]),
            'tapped' => MainsConversion::plan('tapped', $printed, $bench->practice->mainsVolts, $hertz, $bench->practice->mainsHertz, null === $fuse ? null : self::mark($fuse), $printed[0]),
            default => null,
        };
        if (null === $plan) {
            return [];
        }
        $figures = ['wiring' => $plan['wiring'], 'mainsVolts' => $bench->practice->mainsVolts, 'fuseAmperes' => $plan['fuseAmperes'], 'highestVolts' => $plan['highestVolts'], 'heaterPercent' => $plan['heaterPercent'], 'stepDownVolts' => $plan['stepDownVolts'], 'madeForHertz' => $hertz, 'mainsHertz' => $bench->practice->mainsHertz];

        return [new Reason(match (true) {
            $plan['possible'] => null === $plan['fuseAmperes'] ? 'conversion-possible' : 'conversion-with-fuse',
            null !== $plan['stepDownVolts'] => 'conversion-step-down',
            \in_array('another-transformer-flux', $plan['steps'], true) => 'conversion-flux',
            default => 'conversion-none',
        }, $plan['possible'] || null !== $plan['stepDownVolts'] ? Verdict::Watch : Verdict::Out, $figures)];
    }

    /** @return list<Reason> what is measured, and what does not heal: the worst decides; what an answer says of today: the newest */
    private static function stepReasons(ColdBench $bench, Step $step): array
    {
        if (null === $step->done) {
            return [];
        }
        if (!\in_array($step->kind, self::LASTING, true)) {
            return self::reasons($bench, $step, $step->done);
        }

        return $bench->tests()->of($step->part)->kind($step->kind)->about($step->subject)->deciding(static fn (TakenTest $t): Reason => LookJudge::judge($t)[0]);
    }

    /** @return list<Reason> */
    private static function reasons(ColdBench $bench, Step $step, TakenTest $test): array
    {
        if (TrialKind::DateCode === $test->kind) {
            return self::dated($test, $bench->year);
        }
        $fuse = null;
        foreach ($bench->sheet->fuses ?? [] as $candidate) {
            $fuse = $candidate->id === $step->part ? $candidate : $fuse;
        }

        return LookJudge::judge($test, null === $fuse ? null : self::mark($fuse), $bench->sheet->printedMains[0] ?? $bench->wiredFor, $bench->wiredFor, null === $fuse || 'mains' === $fuse->place, self::runningAmperes($bench));
    }

    private static function mark(Fuse $fuse): FuseMark
    {
        return new FuseMark($fuse->printedAmperes, $fuse->characteristic, $fuse->ratedVolts);
    }

    /** Mains current by the circuit, at the unit's own mains: the same power as at the drawing's. */
    private static function runningAmperes(ColdBench $bench): ?float
    {
        $amperes = array_sum(array_map(static fn ($s): float => $s->primaryAmperes, $bench->circuit->working->supplies ?? []));

        return $amperes > 0.0 ? $amperes / $bench->mainsRatio() : null;
    }

    /** @return list<Reason> */
    private static function dated(TakenTest $test, int $year): array
    {
        try {
            $read = DateCode::read($test->text, $year);
        } catch (BadData) {
            return [new Reason('date-code-unread', Verdict::CannotSay, ['mark' => $test->text])];
        }
        $years = array_values(array_unique(array_column($read['candidates'], 'year')));

        return [new Reason(\count($years) > 1 ? 'date-code-candidates' : 'date-code', Verdict::Within, ['mark' => $test->text, 'maker' => $read['candidates'][0]['maker'], 'years' => array_map(strval(...), $years), 'week' => (string) $read['candidates'][0]['week']])];
    }

    /** @param array<string, mixed> $finding */
    private static function found(array $finding): Reason
    {
        $severity = \is_string($finding['severity'] ?? null) ? $finding['severity'] : 'note';

        return new Reason('finding', 'note' === $severity ? Verdict::Within : Verdict::from($severity), ['what' => $finding['what'] ?? 'other', 'text' => $finding['text'] ?? '']);
    }
}
