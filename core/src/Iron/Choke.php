<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Judges a choke by its wire, its inductance and its insulation (IRON-6, IRON-10). */
final class Choke
{
    /** Iron with little or no DC in it measures 20 to 40 % off its mark: within this it is as drawn, percent (our choice). */
    private const HENRIES_PERCENT = [-30.0, 60.0];

    public static function judge(DrawnTransformer $drawn, Trials $trials, IronContext $context): TransformerVerdict
    {
        $measured = [];
        $inductance = self::inductance($drawn, $trials, $context, $measured);
        $reasons = [...WindingOhms::judge($drawn, $trials), ...$inductance, ...Insulation::judge($trials, $context)];

        return TransformerVerdict::of($drawn, $trials, $reasons, $measured, [] !== $inductance, null !== $drawn->henries);
    }

    /**
     * @param array<string, mixed> $measured gets what was found
     *
     * @return list<Reason>
     */
    private static function inductance(DrawnTransformer $drawn, Trials $trials, IronContext $context, array &$measured): array
    {
        $trial = $trials->latest(TrialKind::ChokeInductance);
        [$volts, $amperes] = [$trial?->value('volts'), $trial?->value('amperes')];
        if (null === $trial || null === $volts || null === $amperes || $amperes <= 0.0) {
            return [];
        }
        $wire = $trials->latest(TrialKind::WindingOhms)?->value('ohms') ?? $drawn->ohms('winding') ?? 0.0;
        $henries = Winding::henries($volts, $amperes, $trial->value('hertz') ?? $context->mainsHertz, $wire);
        $measured['henries'] = $henries;
        $figures = ['henries' => $henries, 'drawnHenries' => $drawn->henries];
        $off = null === $drawn->henries ? 0.0 : 100 * ($henries / $drawn->henries - 1);

        return [match (true) {
            null === $drawn->henries => new Reason('choke-measured', Verdict::Within, $figures),
            $off >= self::HENRIES_PERCENT[0] && $off <= self::HENRIES_PERCENT[1] => new Reason('choke-as-drawn', Verdict::Within, $figures),
            // A shorted capacitor behind it halved the reading of a good choke: only out of circuit does it condemn (JUDGE-8).
            !$trial->lifted => new Reason('choke-lift-first', Verdict::CannotSay, $figures),
            $off < 0.0 => new Reason('choke-low', Verdict::Out, $figures),
            default => new Reason('choke-high', Verdict::Watch, $figures),
        }];
    }
}
