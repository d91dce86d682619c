<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Whether heaters of another type get their volts, and what they take from their winding (TUBE-4). What a winding can give stands on no drawing: more than before is not known to be there. */
final class HeaterFit
{
    /** Rated volts that are the same heater, share: 6.3 and 6.0 V types are not. */
    private const SAME_VOLTS = 0.02;
    /** Amperes that make no difference to a winding, A: a third of a small triode's (our choice). */
    private const SAME_AMPERES = 0.1;

    /**
     * @param array<string, TubeType> $fitted by position
     *
     * @return list<Reason>
     */
    public static function judge(array $fitted, TubeType $other, Netlist $netlist, TubeCatalogue $tubes): array
    {
        $reasons = $more = [];
        foreach ($fitted as $position => $was) {
            [$volts, $otherVolts] = [$was->heaterVolts ?? 0.0, $other->heaterVolts ?? 0.0];
            if (abs($volts - $otherVolts) > self::SAME_VOLTS * max($volts, $otherVolts)) {
                $reasons[] = new Reason('heater-of-other-volts', Verdict::Out, ['tube' => $position, 'volts' => $volts, 'otherVolts' => $otherVolts]);
            }
            $winding = self::winding($netlist, $position);
            $id = $winding->id ?? $position;
            $more[$id] = ['winding' => $winding, 'amperes' => ($more[$id]['amperes'] ?? 0.0) + $other->heaterAmperes - $was->heaterAmperes];
        }
        foreach ($more as $id => ['winding' => $winding, 'amperes' => $amperes]) {
            if ($amperes > self::SAME_AMPERES - 1e-9) {
                $sum = $winding?->ratedAmperes($netlist, $tubes);
                $reasons[] = null === $sum ? new Reason('heater-takes-more', Verdict::CannotSay, ['tube' => $id, 'moreAmperes' => $amperes]) : new Reason('winding-gives-more', Verdict::CannotSay, ['moreAmperes' => $amperes, 'beforeAmperes' => $sum, 'afterAmperes' => $sum + $amperes]);
            }
        }

        return $reasons;
    }

    /** The heaters that hang together with a tube's; null where the circuit does not say. */
    private static function winding(Netlist $netlist, string $position): ?Heaters
    {
        foreach ($netlist->all(Heaters::class) as $heaters) {
            if (\in_array($position, $heaters->positions, true)) {
                return $heaters;
            }
        }

        return null;
    }
}
