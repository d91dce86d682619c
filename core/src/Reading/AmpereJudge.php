<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** A current against what the circuit lets flow: nothing is printed of it, no rating but the tube's own watts holds it. */
final class AmpereJudge
{
    public static function judge(Judgement $base, float $amperes, Expected $expected): Judgement
    {
        $window = $expected->window;
        $belongs = $expected->volts;
        if (null !== $expected->obstacle || null === $window || null === $belongs) {
            return $base->because(Verdict::CannotSay, $expected->obstacle ?? 'nothing-printed');
        }
        $figures = ['deviationPercent' => abs($belongs) > 0.0 ? 100 * ($amperes / $belongs - 1) : null, 'expectedAmperes' => $belongs];
        $reach = $base->halfWidth95Volts ?? 0.0;
        if ($amperes - $reach <= $window->high && $amperes + $reach >= $window->low && 2 * $reach > ($window->high - $window->low) / 2) {
            return $base->because(Verdict::CannotSay, 'meter-too-coarse', $figures);
        }
        if (!$window->holds($amperes)) {
            return $base->because(Verdict::Out, $amperes < $window->low ? 'low' : 'high', $figures);
        }
        $judgement = $base->because(Verdict::Within, 'within', $figures);

        return $window->holds($amperes - $reach) && $window->holds($amperes + $reach) ? $judgement : $judgement->marked(Mark::Edge);
    }
}
