<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Codec\BadData;
use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnRail;
use Yew\Core\Look\DateCode;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\TestRecord;

/** Every capacitor and can section with its verdict, keyed by its lug, and the ripple of every rail. */
final class CapacitorStation implements Station
{
    public function id(): string
    {
        return 'capacitors';
    }

    public function order(): int
    {
        return 30;
    }

    public function tests(): array
    {
        return CapacitorTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board($this->id(), self::items($facts));
    }

    /** @return list<Item> */
    private static function items(BenchFacts $facts): array
    {
        $drawn = $facts->drawn->capacitors;
        $known = array_map(static fn (DrawnCapacitor $c): string => $c->id, $drawn);
        // What the technician measured that no sheet lists: there is nothing to judge it by but itself.
        foreach ($facts->tests->kind(CapacitorTestKind::Capacitor)->parts() as $part) {
            if (!\in_array($part, $known, true)) {
                $drawn[] = new DrawnCapacitor($part, self::firstFarads($facts->tests->of($part)), null);
            }
        }
        $context = new CapacitorContext($facts->practice->school, self::builtYear($facts), $facts->year, $facts->practice->leakage);

        return [...array_map(static fn (DrawnCapacitor $c): Item => self::item($facts, $c, $context), $drawn), ...array_values(array_map(static fn (DrawnRail $r): Item => self::ripple($facts, $r), $facts->drawn->rails))];
    }

    private static function item(BenchFacts $facts, DrawnCapacitor $drawn, CapacitorContext $context): Item
    {
        $tests = $facts->tests->of($drawn->id);
        $judged = CapacitorJudge::judge($drawn, $tests, $context);
        $electrolytic = CapacitorKind::Electrolytic === $drawn->kind();
        $checks = CapacitorJudge::checks($drawn);
        $steps = [Step::of($facts->tests, CapacitorTestKind::Capacitor, $drawn->id, checks: $checks), Step::of($facts->tests, CapacitorTestKind::CapacitorMark, $drawn->id, '', true, \array_slice($checks, 0, 1))];
        if ($electrolytic) {
            array_push($steps, Step::of($facts->tests, CapacitorTestKind::Polarity, $drawn->id), Step::of($facts->tests, CapacitorTestKind::Reform, $drawn->id, '', true));
        }
        $reform = $electrolytic && null !== $drawn->ratedVolts && $drawn->ratedVolts >= Reform::LEAST_RATED_VOLTS ? Reform::plan($drawn->farads, $drawn->ratedVolts, $facts->practice->leakage) : null;
        $progress = $reform?->progress($tests);

        return new Item(
            $drawn->id, 'capacitor-'.$drawn->does, 'capacitor-'.$drawn->does, self::detail($drawn), $judged, $steps, self::gauges($judged),
            new CapacitorDetail($drawn->does, $drawn->can(), Replacement::propose($drawn), $reform, $progress), null === $progress ? [] : [CapacitorTestKind::Reform->value => $progress->run()],
        );
    }

    /** Ripple at a rail, measured beside what the circuit makes of it (CAP-9b). */
    private static function ripple(BenchFacts $facts, DrawnRail $rail): Item
    {
        $rms = $rail->rippleVolts;
        $taken = $facts->tests->of($rail->id)->kind(CapacitorTestKind::Ripple)->all;
        $judged = RippleJudge::judge($taken, $rms);
        $gauges = [] === $taken ? [] : [new Gauge('ripple', $taken[\count($taken) - 1]->value('volts'), 'V', $rms, $rms / RippleJudge::ALIKE_TIMES, $rms * RippleJudge::ALIKE_TIMES, $judged->of('ripple-high', 'ripple-low', 'ripple-as-expected') ?? Verdict::CannotSay)];

        return new Item($rail->id, 'ripple', 'ripple', $rail->name.', '.Engineering::text($rms, 'V', Engineering::twoDigits(max(1e-6, $rms))).' expected', $judged, [Step::of($facts->tests, CapacitorTestKind::Ripple, $rail->id, '', true)], $gauges);
    }

    private static function detail(DrawnCapacitor $drawn): string
    {
        return Engineering::text($drawn->farads, 'F', Engineering::twoDigits($drawn->farads)).(null === $drawn->ratedVolts ? '' : \sprintf(' %g V', $drawn->ratedVolts));
    }

    /** @return list<Gauge> each with the verdict of the ground that was made of the same figure */
    private static function gauges(CapacitorVerdict $judged): array
    {
        $gauges = [];
        $farads = ($judged->figures['farads'] ?? null)?->figure;
        if (null !== $farads) {
            $gauges[] = new Gauge('capacitance', $farads->plain(), 'F', $judged->nominalFarads, $judged->lowFarads, $judged->highFarads, $judged->of('capacitance-') ?? Verdict::CannotSay, null === $farads->plain() ? $farads->understood() : null);
        }
        $esr = ($judged->figures['esrOhms'] ?? null)?->figure;
        if (null !== $esr) {
            $gauges[] = new Gauge('esr', $esr->plain(), 'Ω', null, null, null, $judged->of('esr-') ?? Verdict::CannotSay, ReadingKind::Overload === $esr->kind ? 'none' : $esr->understood());
        }
        $leak = ($judged->figures['leakAmperes'] ?? null)?->figure;
        if (null !== $leak) {
            $volts = ($judged->figures['leakVolts'] ?? null)?->figure;
            $gauges[] = new Gauge('leakage', $leak->plain(), 'A', null, null, null, $judged->of('leakage-', 'film-', 'coupling-') ?? Verdict::CannotSay, $leak->understood().(null === $volts ? '' : ' at '.$volts->understood()));
        }

        return $gauges;
    }

    private static function firstFarads(TestRecord $tests): float
    {
        foreach ($tests->kind(CapacitorTestKind::Capacitor)->all as $test) {
            $farads = $test->value('farads') ?? 0.0;
            if ($farads > 0.0) {
                return $farads;
            }
        }

        return 1e-6;
    }

    /** From the date codes found: the newest original part gives the earliest year (LOOK-2). */
    private static function builtYear(BenchFacts $facts): ?int
    {
        $codes = [];
        foreach ($facts->tests->kind(LookTestKind::DateCode)->all as $test) {
            try {
                $codes[] = DateCode::read($test->text, $facts->year);
            } catch (BadData) {
                continue;
            }
        }

        return DateCode::builtNotBefore(...$codes)?->year;
    }
}
