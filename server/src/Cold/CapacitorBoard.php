<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorKind;
use Yew\Core\Capacitor\DrawnCapacitor;
use Yew\Core\Capacitor\DrawnCapacitors;
use Yew\Core\Capacitor\Reform;
use Yew\Core\Capacitor\Replacement;
use Yew\Core\Capacitor\RippleJudge;
use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Codec\BadData;
use Yew\Core\Look\DateCode;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Step;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

/** Every capacitor and can section with its verdict, keyed by its lug. */
final class CapacitorBoard
{
    /** @return list<ColdItem> */
    public static function items(ColdBench $bench): array
    {
        $drawn = self::drawn($bench);
        $known = array_map(static fn (DrawnCapacitor $c): string => $c->id, $drawn);
        // What the technician measured that no sheet lists: there is nothing to judge it by but itself.
        foreach ($bench->tests()->kind(TrialKind::Capacitor)->parts() as $part) {
            if (!\in_array($part, $known, true)) {
                $drawn[] = new DrawnCapacitor($part, self::firstFarads($bench->tests()->of($part)), null);
            }
        }
        $context = new CapacitorContext($bench->practice->school, self::builtYear($bench), $bench->year, $bench->practice->leakage);

        return [...array_map(static fn (DrawnCapacitor $c): ColdItem => self::item($bench, $c, $context), $drawn), ...self::ripple($bench)];
    }

    /** @return list<DrawnCapacitor> */
    public static function drawn(ColdBench $bench): array
    {
        return null !== $bench->circuit ? DrawnCapacitors::of($bench->circuit) : (null === $bench->sheet ? [] : DrawnCapacitors::ofList($bench->sheet));
    }

    private static function item(ColdBench $bench, DrawnCapacitor $drawn, CapacitorContext $context): ColdItem
    {
        $tests = $bench->tests()->of($drawn->id);
        $case = CapacitorJudge::judge($drawn, $tests, $context);
        $electrolytic = CapacitorKind::Electrolytic === $drawn->kind();
        $checks = CapacitorJudge::checks($drawn);
        $steps = [Step::of($bench->tests(), TrialKind::Capacitor, $drawn->id, checks: $checks), Step::of($bench->tests(), TrialKind::CapacitorMark, $drawn->id, '', true, \array_slice($checks, 0, 1))];
        if ($electrolytic) {
            array_push($steps, Step::of($bench->tests(), TrialKind::Polarity, $drawn->id), Step::of($bench->tests(), TrialKind::Reform, $drawn->id, '', true));
        }
        $progress = null;
        $more = ['does' => $drawn->does, 'replacement' => self::replacement($drawn), 'can' => $drawn->can()];
        if ($electrolytic && null !== $drawn->ratedVolts && $drawn->ratedVolts >= 100.0) {
            $plan = Reform::plan($drawn->farads, $drawn->ratedVolts, $bench->practice->leakage);
            $progress = $plan->progress($tests);
            $more['reform'] = ['seriesOhms' => $plan->ohms, 'seriesWatts' => $plan->watts, 'steps' => $plan->steps, 'patienceMinutes' => Reform::PATIENCE_MINUTES, 'progress' => $progress];
        }

        return new ColdItem($drawn->id, 'capacitor-'.$drawn->does, 'capacitor-'.$drawn->does, self::detail($drawn), $case['word'], $case['verdict'], $case['reasons'], $steps, self::gauges($drawn, $tests, $case['window']), $more, $progress);
    }

    /** @return list<ColdItem> ripple at every positive rail, measured beside what the circuit makes of it (CAP-9b) */
    private static function ripple(ColdBench $bench): array
    {
        if (null === $bench->circuit) {
            return [];
        }
        $expected = Ripple::of($bench->circuit->working)['rms'];
        $items = [];
        foreach ($bench->circuit->drawn->rails() as $rail) {
            $rms = $expected[$bench->circuit->working->circuit->nodes->number($rail->id)];
            $taken = $bench->tests()->of($rail->id)->kind(TrialKind::Ripple)->all;
            $case = RippleJudge::judge($taken, $rms);
            $gauges = [] === $taken ? [] : [new Gauge('ripple', $taken[\count($taken) - 1]->value('volts'), 'V', $rms, $rms / RippleJudge::ALIKE, $rms * RippleJudge::ALIKE, $case['verdict'])];
            $items[] = new ColdItem($rail->id, 'ripple', 'ripple', $rail->name.', '.Engineering::text($rms, 'V', Engineering::twoDigits(max(1e-6, $rms))).' expected', $case['word'], $case['verdict'], $case['reasons'], [Step::of($bench->tests(), TrialKind::Ripple, $rail->id, '', true)], $gauges);
        }

        return $items;
    }

    private static function detail(DrawnCapacitor $drawn): string
    {
        return Engineering::text($drawn->farads, 'F', Engineering::twoDigits($drawn->farads)).(null === $drawn->ratedVolts ? '' : \sprintf(' %g V', $drawn->ratedVolts));
    }

    /**
     * @param array{lowFarads: float, highFarads: float} $window
     *
     * @return list<Gauge>
     */
    private static function gauges(DrawnCapacitor $drawn, TestRecord $tests, array $window): array
    {
        $figures = CapacitorJudge::countingFigures($drawn, $tests);
        $gauges = [];
        $farads = $figures['farads']['figure'] ?? null;
        if (null !== $farads) {
            $inside = $farads->value >= $window['lowFarads'] && $farads->value <= $window['highFarads'];
            $gauges[] = new Gauge('capacitance', $farads->plain(), 'F', $drawn->farads, $window['lowFarads'], $window['highFarads'], $inside ? Verdict::Within : Verdict::Out, null === $farads->plain() ? $farads->understood() : null);
        }
        if (isset($figures['esrOhms'])) {
            $gauges[] = new Gauge('esr', $figures['esrOhms']['figure']->plain(), 'Ω', null, null, null, Verdict::Within, ReadingKind::Overload === $figures['esrOhms']['figure']->kind ? 'none' : $figures['esrOhms']['figure']->understood());
        }
        if (isset($figures['leakAmperes'])) {
            $leak = $figures['leakAmperes']['figure'];
            $gauges[] = new Gauge('leakage', $leak->plain(), 'A', null, null, null, Verdict::Within, $leak->understood().(isset($figures['leakVolts']) ? ' at '.$figures['leakVolts']['figure']->understood() : ''));
        }

        return $gauges;
    }

    /** @return array<string, mixed> what to fit in its place, in words and figures */
    private static function replacement(DrawnCapacitor $drawn): array
    {
        $new = Replacement::propose($drawn);
        $volts = null === $new['ratedVolts'] ? '' : \sprintf(' %g V', $new['ratedVolts']);
        $stack = $new['stack'];
        $text = null === $stack
            ? Engineering::text($new['farads'], 'F', Engineering::twoDigits($new['farads'])).$volts
            : \sprintf('2 × %s %g V in series, %s %s across each', Engineering::text($stack['each'], 'F', Engineering::twoDigits($stack['each'])), $stack['ratedVolts'], Engineering::text($stack['balancingOhms'], 'Ω'), Engineering::text($stack['balancingWatts'], 'W'));

        return [...$new, 'text' => $text];
    }

    private static function firstFarads(TestRecord $tests): float
    {
        foreach ($tests->kind(TrialKind::Capacitor)->all as $test) {
            $farads = $test->value('farads') ?? 0.0;
            if ($farads > 0.0) {
                return $farads;
            }
        }

        return 1e-6;
    }

    /** From the date codes found: the newest original part gives the earliest year (LOOK-2). */
    private static function builtYear(ColdBench $bench): ?int
    {
        $codes = [];
        foreach ($bench->tests()->kind(TrialKind::DateCode)->all as $test) {
            try {
                $codes[] = DateCode::read($test->text, $bench->year);
            } catch (BadData) {
                continue;
            }
        }

        return DateCode::builtNotBefore($codes)['year'] ?? null;
    }
}
