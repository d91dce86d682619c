<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Bench\FuseMark;
use Yew\Core\Reading\Ratings;

/** Whether and how an amplifier can be wired for another mains, and what goes with it (LOOK-3, LOOK-3a). */
final readonly class MainsConversion
{
    /** A winding serves mains within this share of its volts (common practice; heaters allow 10 %). */
    private const REACH_SHARE = 0.07;

    /**
     * @param string       $wiring        parallel | series | as-it-is | tap and its volts; none where it cannot be wired for it
     * @param float|null   $windingVolts  of that wiring
     * @param float        $fluxRatio     against what the core is made for
     * @param float        $highestVolts  that the core stands at this frequency
     * @param float        $heaterPercent what heaters gain or lose at the most that it stands
     * @param float|null   $stepDownVolts what a step-down would have to give; null where none is needed or none cures it
     * @param float|null   $fuseAmperes   that belongs in at this mains; null where nothing says
     * @param list<string> $steps         codes of what goes with it
     */
    private function __construct(
        public bool $isPossible,
        public string $wiring,
        public ?float $windingVolts,
        public float $fluxRatio,
        public float $highestVolts,
        public float $heaterPercent,
        public ?float $stepDownVolts,
        public ?float $fuseAmperes,
        public array $steps,
    ) {
    }

    /**
     * @param 'single'|'two-equal'|'tapped' $primary
     * @param list<float>                   $volts   of the winding, of each of the two, or of every tap
     * @param float                         $target  mains volts of the place
     * @param float                         $hertz   of the place
     * @param FuseMark|null                 $fuse    drawn for $fuseVolts
     */
    public static function plan(string $primary, array $volts, float $target, float $madeForHertz, float $hertz, ?FuseMark $fuse, ?float $fuseVolts): self
    {
        $ways = match ($primary) {
            'two-equal' => ['parallel' => $volts[0], 'series' => 2 * $volts[0]],
            'tapped' => array_combine(array_map(static fn (float $v): string => \sprintf('tap %g', $v), $volts), $volts),
            default => ['as-it-is' => $volts[0]],
        };
        $best = array_key_first($ways) ?? throw new \InvalidArgumentException('a primary has at least one winding');
        foreach ($ways as $way => $winding) {
            if (abs(log($winding / $target)) < abs(log($ways[$best] / $target))) {
                $best = $way;
            }
        }
        $winding = $ways[$best];
        // Flux goes with volts per hertz: a 60 Hz transformer on 50 Hz stands five sixths of its volts (LOOK-3).
        $flux = $target / $winding * max(1.0, $madeForHertz / $hertz);
        $highest = $winding * min(1.0, $hertz / $madeForHertz);
        $possible = abs($target / $winding - 1) <= self::REACH_SHARE && $flux <= 1 + self::REACH_SHARE;
        // A step-down brings the volts down, not the flux: at its rated volts the core carries what its own frequency asks, and at the volts that it stands the heaters starve.
        $heaters = $highest / $winding - 1;
        $stepDown = match (true) {
            $possible || $target <= $winding => null,
            $madeForHertz / $hertz <= 1 + self::REACH_SHARE => $winding,
            100 * abs($heaters) <= Ratings::HEATER_PERCENT => $highest,
            default => null,
        };
        $steps = [];
        if (!$possible) {
            $steps[] = match (true) {
                null !== $stepDown => 'step-down',
                $madeForHertz / $hertz > 1 + self::REACH_SHARE => 'another-transformer-flux',
                default => 'another-transformer',
            };
        } elseif ('two-equal' === $primary) {
            array_push($steps, 'parallel' === $best ? 'wire-parallel' : 'wire-series', 'prove-phase');
        } elseif ('tapped' === $primary) {
            $steps[] = 'move-tap';
        }
        if ($possible) {
            array_push($steps, 'count-leads', 'plug-cord-switch', 'lamp-suppressors', 'mark-panel');
        }

        $fuseAmperes = null === $fuse || null === $fuseVolts || !$possible ? null : FuseCheck::scaled($fuse->amperes, $fuseVolts, $target, $fuse->family);

        return new self($possible, $possible ? $best : 'none', $possible ? $winding : null, $flux, $highest, 100 * $heaters, $stepDown, $fuseAmperes, $steps);
    }

    /** @return array{possible: bool, wiring: string, windingVolts: float|null, fluxRatio: float, highestVolts: float, heaterPercent: float, stepDownVolts: float|null, fuseAmperes: float|null, steps: list<string>} */
    public function toArray(): array
    {
        return [
            'possible' => $this->isPossible, 'wiring' => $this->wiring, 'windingVolts' => $this->windingVolts, 'fluxRatio' => $this->fluxRatio, 'highestVolts' => $this->highestVolts,
            'heaterPercent' => $this->heaterPercent, 'stepDownVolts' => $this->stepDownVolts, 'fuseAmperes' => $this->fuseAmperes, 'steps' => $this->steps,
        ];
    }
}
