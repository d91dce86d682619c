<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestRecord;

/** Judges a choke by its wire, its inductance and its insulation (IRON-6, IRON-10). */
final class Choke
{
    /** Iron with little or no DC in it measures 20 to 40 % off its mark: within this it is as drawn, percent (our choice). */
    private const HENRIES_PERCENT = [-30.0, 60.0];

    public static function judge(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): TransformerVerdict
    {
        $inductance = self::inductance($drawn, $tests, $context);
        $reasons = [...WindingOhms::judge($drawn, $tests), ...(null === $inductance ? [] : [$inductance]), ...Insulation::judge($tests, $context)];
        $henries = $inductance->figures['henries'] ?? null;

        return TransformerVerdict::among($drawn, $tests, $reasons, new IronMeasured(henries: \is_float($henries) ? $henries : null), null !== $inductance, null !== $drawn->henries);
    }

    private static function inductance(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): ?Reason
    {
        $test = $tests->latest(IronTestKind::ChokeInductance);
        [$volts, $amperes] = [$test?->value('volts'), $test?->value('amperes')];
        if (null === $test || null === $volts || null === $amperes || $amperes <= 0.0) {
            return null;
        }
        $wire = $tests->latest(IronTestKind::WindingOhms)?->value('ohms') ?? $drawn->ohms('winding') ?? 0.0;
        $henries = Winding::henries($volts, $amperes, $test->value('hertz') ?? $context->mainsHertz, $wire);
        $figures = ['henries' => $henries, 'drawnHenries' => $drawn->henries];
        $off = null === $drawn->henries ? 0.0 : 100 * ($henries / $drawn->henries - 1);

        return match (true) {
            null === $drawn->henries => new Reason('choke-measured', Verdict::Within, $figures),
            $off >= self::HENRIES_PERCENT[0] && $off <= self::HENRIES_PERCENT[1] => new Reason('choke-as-drawn', Verdict::Within, $figures),
            // A shorted capacitor behind it halved the reading of a good choke: only out of circuit does it condemn (JUDGE-8).
            !$test->lifted => new Reason('choke-lift-first', Verdict::CannotSay, $figures),
            $off < 0.0 => new Reason('choke-low', Verdict::Out, $figures),
            default => new Reason('choke-high', Verdict::Watch, $figures),
        };
    }
}
