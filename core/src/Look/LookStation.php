<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Bench\FuseMark;
use Yew\Core\Codec\BadData;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Fuse;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The walk round the cold amplifier. */
final class LookStation implements Station
{
    public function id(): string
    {
        return 'look';
    }

    public function order(): int
    {
        return 10;
    }

    public function tests(): array
    {
        return LookTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board($this->id(), self::items($facts));
    }

    /** Mains further off than this is another mains, as a share (our choice; 110 to 120 V and 220 to 240 V are one each). */
    private const OTHER_MAINS_SHARE = 0.12;

    /** Of the public mains; a transformer made for it carries a fifth more flux at 50 Hz (LOOK-3). */
    private const HIGHEST_MAINS_HERTZ = 60.0;

    /** Tests whose worst answer counts until the part is said to be repaired or new. */
    private const LASTING = [LookTestKind::EarthBond, LookTestKind::MainsInsulation, LookTestKind::TubeLook, LookTestKind::CanLook];

    /** @return list<Item> */
    private static function items(BenchFacts $facts): array
    {
        $iron = array_map(static fn (DrawnTransformer $t): string => $t->id, $facts->drawn->iron);

        return array_map(static fn (LookItem $item): Item => self::item($facts, $item), LookPlan::items($facts->sheet, $facts->drawn->cans(), $iron, $facts->tests));
    }

    private static function item(BenchFacts $facts, LookItem $item): Item
    {
        $reasons = [];
        $open = false;
        foreach ($item->steps as $step) {
            $open = $open || $step->isOpen();
            array_push($reasons, ...self::stepReasons($facts, $step));
        }
        foreach ($facts->findingsAt($item->part) as $finding) {
            $reasons[] = $finding->reason();
        }
        if ('mains' === $item->part) {
            array_push($reasons, ...self::mains($facts));
        }
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        $outcome = match (true) {
            Verdict::Danger === $worst, Verdict::Out === $worst => Outcome::Unsafe,
            $open, [] === $reasons => Outcome::Open,
            Verdict::Watch === $worst, Verdict::CannotSay === $worst => Outcome::Watch,
            default => Outcome::Seen,
        };

        return new Item($item->part, 'look-'.$item->group, 'look-'.('area' === $item->group ? $item->part : $item->group), $item->detail, new PartVerdict($outcome, Outcome::Open === $outcome ? Verdict::CannotSay : $worst ?? Verdict::Within, $reasons), $item->steps);
    }

    /** @return list<Reason> what is known of its mains before anything is looked at (LOOK-3, SAFE-4b) */
    private static function mains(BenchFacts $facts): array
    {
        $reasons = [];
        if (abs($facts->wiredForVolts / $facts->practice->mainsVolts - 1) > self::OTHER_MAINS_SHARE) {
            $reasons[] = new Reason('wired-for-other-mains', Verdict::Watch, ['wiredForVolts' => $facts->wiredForVolts, 'mainsVolts' => $facts->practice->mainsVolts]);
            array_push($reasons, ...self::conversion($facts));
        }
        if ($facts->drawn->isTransformerless) {
            $reasons[] = new Reason('transformerless', Verdict::Danger);
        }

        return $reasons;
    }

    /** @return list<Reason> whether its primary can be wired for the mains here, how, and with which fuse (LOOK-3, FUSE-1) */
    private static function conversion(BenchFacts $facts): array
    {
        $primary = $facts->tests->of('mains')->latest(LookTestKind::Primary)?->choice();
        $printed = $facts->sheet->printedMains ?? [$facts->wiredForVolts];
        $fuse = array_values(array_filter($facts->sheet->fuses ?? [], static fn (Fuse $f): bool => 'mains' === $f->place))[0] ?? null;
        $made = $facts->sheet?->mainsHertz;
        $hertz = $made ?? $facts->practice->mainsHertz;
        $plan = match ($primary) {
            'single' => MainsConversion::plan('single', [$facts->wiredForVolts], $facts->practice->mainsVolts, $hertz, $facts->practice->mainsHertz, null, null),
            'two-equal' => MainsConversion::plan('two-equal', [min([$facts->wiredForVolts, ...$printed])], $facts->practice->mainsVolts, $hertz, $facts->practice->mainsHertz, null === $fuse ? null : self::mark($fuse), $printed[0]),
            'tapped' => MainsConversion::plan('tapped', $printed, $facts->practice->mainsVolts, $hertz, $facts->practice->mainsHertz, null === $fuse ? null : self::mark($fuse), $printed[0]),
            default => null,
        };
        if (null === $plan) {
            return [];
        }
        $figures = ['wiring' => $plan->wiring, 'mainsVolts' => $facts->practice->mainsVolts, 'fuseAmperes' => $plan->fuseAmperes, 'highestVolts' => $plan->highestVolts, 'heaterPercent' => $plan->heaterPercent, 'stepDownVolts' => $plan->stepDownVolts, 'madeForHertz' => $made, 'mainsHertz' => $facts->practice->mainsHertz];

        $reasons = [new Reason(match (true) {
            $plan->isPossible => null === $plan->fuseAmperes ? 'conversion-possible' : 'conversion-with-fuse',
            null !== $plan->stepDownVolts => 'conversion-step-down',
            \in_array('another-transformer-flux', $plan->steps, true) => 'conversion-flux',
            default => 'conversion-none',
        }, $plan->isPossible || null !== $plan->stepDownVolts ? Verdict::Watch : Verdict::Out, $figures)];
        if (null === $made && $facts->practice->mainsHertz < self::HIGHEST_MAINS_HERTZ) {
            $reasons[] = new Reason('conversion-frequency-unknown', Verdict::CannotSay, $figures);
        }

        return $reasons;
    }

    /** @return list<Reason> what is measured, and what does not heal: the worst decides; what an answer says of today: the newest */
    private static function stepReasons(BenchFacts $facts, Step $step): array
    {
        if (null === $step->done) {
            return [];
        }
        if (!\in_array($step->kind, self::LASTING, true)) {
            return self::reasons($facts, $step, $step->done);
        }

        return $facts->tests->of($step->part)->kind($step->kind)->about($step->subject)->deciding(static fn (TakenTest $t): Reason => LookJudge::judge($t)[0]);
    }

    /** @return list<Reason> */
    private static function reasons(BenchFacts $facts, Step $step, TakenTest $test): array
    {
        if (LookTestKind::DateCode === $test->kind) {
            return self::dated($test, $facts->year);
        }
        $fuse = null;
        foreach ($facts->sheet->fuses ?? [] as $candidate) {
            $fuse = $candidate->id === $step->part ? $candidate : $fuse;
        }

        return LookJudge::judge($test, null === $fuse ? null : self::mark($fuse), $facts->sheet->printedMains[0] ?? $facts->wiredForVolts, $facts->wiredForVolts, null === $fuse || 'mains' === $fuse->place, self::runningAmperes($facts));
    }

    private static function mark(Fuse $fuse): FuseMark
    {
        return new FuseMark($fuse->printedAmperes, $fuse->characteristic, $fuse->ratedVolts);
    }

    /** Mains current by the circuit, at the unit's own mains: the same power as at the drawing's. */
    private static function runningAmperes(BenchFacts $facts): ?float
    {
        return null === $facts->drawn->primaryAmperes ? null : $facts->drawn->primaryAmperes / $facts->mainsRatio();
    }

    /** @return list<Reason> */
    private static function dated(TakenTest $test, int $year): array
    {
        try {
            $read = DateCode::read($test->text, $year);
        } catch (BadData) {
            return [new Reason('date-code-unread', Verdict::CannotSay, ['mark' => $test->text])];
        }
        $years = array_values(array_unique(array_map(static fn (DateCandidate $c): int => $c->year, $read->candidates)));

        return [new Reason(\count($years) > 1 ? 'date-code-candidates' : 'date-code', Verdict::Within, ['mark' => $test->text, 'maker' => $read->candidates[0]->maker, 'years' => array_map(strval(...), $years), 'week' => (string) $read->candidates[0]->week])];
    }
}
