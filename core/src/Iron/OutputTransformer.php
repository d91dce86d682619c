<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Judges an output transformer by its four questions: open, shorted turn, leaking, breaks down at work (IRON-1 to IRON-6, IRON-9, IRON-13). */
final class OutputTransformer
{
    /** Magnetising current at 5 V on the 8 Ω tap of an interleaved push-pull transformer of 20 to 50 W, amperes: healthy below the first (common practice), far too much above the second (our choice). */
    private const MAGNETISING_AMPERES = [0.1, 0.3];
    private const MAGNETISING_VOLTS = 5.0;
    private const MAGNETISING_TAP_OHMS = 8.0;
    /** Highest DC resistance at the output terminals: as a rule, and for high-impedance taps (IRON-9). */
    private const OUTPUT_OHMS = [1.0, 3.0];
    /** A secondary reads as drawn within this share, and what leads add, ohms (our choice). */
    private const SECONDARY_SHARE = 0.25;
    private const LEAD_OHMS = 0.2;
    /** No output winding has so much: whatever the meter's range, more than this is open, ohms (our choice). */
    private const OPEN_OHMS = 100.0;
    /** A sister transformer's inductance scatters with the core: half to double is alike (our choice). */
    private const INDUCTANCE_FACTOR = 2.0;

    public static function judge(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): TransformerVerdict
    {
        $ratio = RatioTest::of($tests, $drawn->tapOhms);
        $judged = static fn (TakenTest $t): Reason => self::magnetising($drawn, $t, $ratio, $context);
        $magnetising = $tests->kind(IronTestKind::Magnetising)->deciding($judged);
        $newest = $tests->latest(IronTestKind::Magnetising);
        $henries = null === $newest ? null : $judged($newest)->figures['primaryHenries'] ?? null;
        $reasons = [...$ratio->faults, ...$ratio->compared($drawn, $context), ...self::halves($tests), ...$magnetising, ...WindingOhms::judge($drawn, $tests), ...self::output($drawn, $tests), ...Insulation::judge($tests, $context), ...OverStress::judge($tests)];
        $known = null !== ($drawn->primaryOhms ?? $context->sisterOhms ?? $context->lastVisitOhms) || [] !== $context->loads;

        return TransformerVerdict::among($drawn, $tests, $reasons, new IronMeasured($ratio->taps, $ratio->impedanceOhms(), $ratio->bandOhms(), \is_float($henries) ? $henries : null), [] !== $ratio->taps && [] !== $magnetising, $known);
    }

    /** @return list<Reason> */
    private static function halves(TestRecord $tests): array
    {
        return $tests->kind(IronTestKind::Halves)->deciding(static fn (TakenTest $t): Reason => Halves::judge($t->value('firstVolts'), $t->value('secondVolts'))[0] ?? new Reason('halves-unread', Verdict::CannotSay));
    }

    /** Reported as reactance and primary inductance; the bare current means nothing without the tap. */
    private static function magnetising(DrawnTransformer $drawn, TakenTest $test, RatioTest $ratio, IronContext $context): Reason
    {
        [$volts, $amperes] = [$test->value('volts'), $test->value('amperes')];
        $tap = is_numeric($test->subject) ? (float) $test->subject : $drawn->tapOhms;
        if (null === $volts || null === $amperes || $amperes <= 0.0 || null === $tap || $tap <= 0.0) {
            return new Reason('magnetising-unread', Verdict::CannotSay);
        }
        $hertz = $test->value('hertz') ?? $context->mainsHertz;
        $reactance = Winding::reactance($volts, $amperes, $drawn->ohms('secondary') ?? 0.0);
        $figures = ['reactanceOhms' => $reactance, 'tapOhms' => $tap, 'hertz' => $hertz, 'volts' => $volts, 'amperes' => $amperes];
        $n = null;
        foreach ($ratio->taps as $told) {
            $n = $told->ohms === $tap ? $told->ratio : $n;
        }
        $n ??= null === $drawn->primaryOhms ? null : sqrt($drawn->primaryOhms / $tap);
        $henries = null === $n || $hertz <= 0.0 ? null : $n ** 2 * $reactance / (2 * \M_PI * $hertz);
        $figures['primaryHenries'] = $henries;
        if ($drawn->singleEnded) {
            // A gapped core draws up to an ampere when healthy: only what is known of it can judge (IRON-5).
            return match (true) {
                null === $henries || null === $drawn->henries => new Reason('magnetising-gapped', Verdict::CannotSay, $figures),
                $henries >= $drawn->henries / self::INDUCTANCE_FACTOR => new Reason('magnetising-as-drawn', Verdict::Within, $figures + ['drawnHenries' => $drawn->henries]),
                default => new Reason('magnetising-below-drawn', Verdict::Out, $figures + ['drawnHenries' => $drawn->henries]),
            };
        }
        // As if 5 V at mains frequency stood on the 8 Ω tap: reactance goes with the tap's ohms and with frequency.
        $reactanceAt8 = $reactance * self::MAGNETISING_TAP_OHMS / $tap * $context->mainsHertz / max(1e-9, $hertz);
        $equivalent = self::MAGNETISING_VOLTS / max(1e-9, $reactanceAt8);
        $figures['equivalentAmperes'] = $equivalent;

        return match (true) {
            $equivalent <= self::MAGNETISING_AMPERES[0] => new Reason('magnetising-healthy', Verdict::Within, $figures),
            $equivalent <= self::MAGNETISING_AMPERES[1] => new Reason('magnetising-high', Verdict::Watch, $figures),
            default => new Reason('magnetising-shorted', Verdict::Out, $figures),
        };
    }

    /** @return list<Reason> continuity of every output, the speaker unplugged (IRON-9) */
    private static function output(DrawnTransformer $drawn, TestRecord $tests): array
    {
        $reasons = [];
        foreach ($tests->bySubject(IronTestKind::OutputOhms) as $taken) {
            array_push($reasons, ...$taken->deciding(static fn (TakenTest $t): Reason => self::continuity($t, '' === $t->subject ? $drawn->ohms('secondary') : null)));
        }

        return $reasons;
    }

    /** @param float|null $known DC resistance that the drawing gives the whole winding: it is judged first (IRON-9) */
    private static function continuity(TakenTest $test, ?float $known): Reason
    {
        [$most, $least] = [$test->most('ohms'), $test->least('ohms')];
        $figures = ['output' => '' === $test->subject ? 'output' : $test->subject, 'ohms' => $test->value('ohms'), 'shownOhms' => $test->shown('ohms')];

        return match (true) {
            $test->isBeyond('ohms', self::OPEN_OHMS) => new Reason('output-open', Verdict::Out, $figures),
            null !== $known && null !== $most && $most > self::OUTPUT_OHMS[0] && abs($most - $known) <= self::SECONDARY_SHARE * $known + self::LEAD_OHMS => new Reason('output-as-drawn', Verdict::Within, $figures + ['drawnOhms' => $known]),
            null !== $most && $most <= self::OUTPUT_OHMS[0] => new Reason('output-continuous', Verdict::Within, $figures),
            null !== $most && null !== $least && $most <= self::OUTPUT_OHMS[1] => new Reason('output-ohms-high', Verdict::Watch, $figures),
            null !== $most && null !== $least => new Reason('output-ohms-too-high', Verdict::CannotSay, $figures + ['nominalOhms' => Winding::speakerNominal($most)[0]]),
            default => new Reason('output-ohms-bound', Verdict::CannotSay, $figures),
        };
    }
}
