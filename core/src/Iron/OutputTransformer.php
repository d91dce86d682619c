<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Judges an output transformer by its four questions: open, shorted turn, leaking, breaks down at work (IRON-1 to IRON-6, IRON-9, IRON-13). */
final class OutputTransformer
{
    /** Magnetising current at 5 V on the 8 Ω tap of an interleaved push-pull transformer of 20 to 50 W, amperes: healthy below the first (common practice), far too much above the second (our choice). */
    private const MAGNETISING_AMPERES = [0.1, 0.3];
    private const MAGNETISING_VOLTS = 5.0;
    private const MAGNETISING_TAP_OHMS = 8.0;
    /** Highest DC resistance at the output terminals: as a rule, and for high-impedance taps (IRON-9). */
    private const OUTPUT_OHMS = [1.0, 3.0];
    /** A sister transformer's inductance scatters with the core: half to double is alike (our choice). */
    private const INDUCTANCE_FACTOR = 2.0;

    public static function judge(DrawnTransformer $drawn, Trials $trials, IronContext $context): TransformerVerdict
    {
        $ratio = RatioTest::of($trials, $drawn->tapOhms);
        $measured = ['impedanceOhms' => $ratio->impedanceOhms(), 'impedanceBandOhms' => $ratio->bandOhms(), 'taps' => $ratio->taps];
        $magnetising = self::magnetising($drawn, $trials, $ratio, $context, $measured);
        $ohms = WindingOhms::judge($drawn, $trials);
        $insulation = Insulation::judge($trials, $context->bPlusVolts);
        $reasons = [...$ratio->faults, ...$ratio->compared($drawn, $context), ...self::halves($trials), ...$magnetising, ...$ohms, ...self::output($trials), ...$insulation, ...OverStress::judge($trials)];
        $notAsked = array_keys(array_filter([
            'open' => [] === $ohms,
            'shorted-turn' => [] === $ratio->taps || [] === $magnetising,
            'leaking' => [] === $trials->kind(TrialKind::Insulation)->all,
            'breaks-down' => [] === $trials->kind(TrialKind::OverStress)->all,
        ]));

        return TransformerVerdict::of($reasons, $measured, $notAsked);
    }

    /** @return list<Reason> */
    private static function halves(Trials $trials): array
    {
        $trial = $trials->latest(TrialKind::Halves);

        return Halves::judge($trial?->value('firstVolts'), $trial?->value('secondVolts'));
    }

    /**
     * Reported as reactance and primary inductance; the bare current means nothing without the tap.
     *
     * @param array<string, mixed> $measured gets what was found
     *
     * @return list<Reason>
     */
    private static function magnetising(DrawnTransformer $drawn, Trials $trials, RatioTest $ratio, IronContext $context, array &$measured): array
    {
        $trial = $trials->latest(TrialKind::Magnetising);
        [$volts, $amperes] = [$trial?->value('volts'), $trial?->value('amperes')];
        $tap = null !== $trial && is_numeric($trial->subject) ? (float) $trial->subject : $drawn->tapOhms;
        if (null === $trial || null === $volts || null === $amperes || $amperes <= 0.0 || null === $tap) {
            return [];
        }
        $hertz = $trial->value('hertz') ?? $context->mainsHertz;
        $reactance = Winding::reactance($volts, $amperes, $drawn->ohms('secondary') ?? 0.0);
        $figures = ['reactanceOhms' => $reactance, 'tapOhms' => $tap, 'hertz' => $hertz, 'volts' => $volts, 'amperes' => $amperes];
        $n = null;
        foreach ($ratio->taps as $told) {
            $n = $told['ohms'] === $tap ? $told['ratio'] : $n;
        }
        $n ??= null === $drawn->primaryOhms ? null : sqrt($drawn->primaryOhms / $tap);
        $henries = null === $n || $hertz <= 0.0 ? null : $n ** 2 * $reactance / (2 * \M_PI * $hertz);
        $measured['primaryHenries'] = $figures['primaryHenries'] = $henries;
        if ($drawn->singleEnded) {
            // A gapped core draws up to an ampere when healthy: only what is known of it can judge (IRON-5).
            return [match (true) {
                null === $henries || null === $drawn->henries => new Reason('magnetising-gapped', Verdict::CannotSay, $figures),
                $henries >= $drawn->henries / self::INDUCTANCE_FACTOR => new Reason('magnetising-as-drawn', Verdict::Within, $figures + ['drawnHenries' => $drawn->henries]),
                default => new Reason('magnetising-below-drawn', Verdict::Out, $figures + ['drawnHenries' => $drawn->henries]),
            }];
        }
        // As if 5 V at mains frequency stood on the 8 Ω tap: reactance goes with the tap's ohms and with frequency.
        $reactanceAt8 = $reactance * self::MAGNETISING_TAP_OHMS / $tap * $context->mainsHertz / max(1e-9, $hertz);
        $equivalent = self::MAGNETISING_VOLTS / max(1e-9, $reactanceAt8);
        $figures['equivalentAmperes'] = $equivalent;

        return [match (true) {
            $equivalent <= self::MAGNETISING_AMPERES[0] => new Reason('magnetising-healthy', Verdict::Within, $figures),
            $equivalent <= self::MAGNETISING_AMPERES[1] => new Reason('magnetising-high', Verdict::Watch, $figures),
            default => new Reason('magnetising-shorted', Verdict::Out, $figures),
        }];
    }

    /** @return list<Reason> continuity of every output, the speaker unplugged (IRON-9) */
    private static function output(Trials $trials): array
    {
        return array_values(array_map(static function (Trial $trial): Reason {
            $ohms = $trial->value('ohms');
            $figures = ['output' => '' === $trial->subject ? 'output' : $trial->subject, 'ohms' => $ohms];

            return match (true) {
                $trial->isOpen('ohms') || null === $ohms => new Reason('output-open', Verdict::Out, $figures),
                $ohms <= self::OUTPUT_OHMS[0] => new Reason('output-continuous', Verdict::Within, $figures),
                $ohms <= self::OUTPUT_OHMS[1] => new Reason('output-ohms-high', Verdict::Watch, $figures),
                default => new Reason('output-ohms-too-high', Verdict::CannotSay, $figures + ['nominalOhms' => Winding::speakerNominal($ohms)[0]]),
            };
        }, $trials->latestBySubject(TrialKind::OutputOhms)));
    }
}
