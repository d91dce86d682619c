<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Drawn\DrawnRail;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Place;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;

/**
 * What comes up when, switched on at full mains with every tube in and cold (PWR-9): bias must stand before the output tubes draw. A
 * bigger capacitor in the bias supply makes it later: drawn beside it, all of them doubled.
 */
final readonly class RisePlan
{
    /** From so much of its volts on B+ counts, and bias stands at so much of its own (SAFE-6). */
    private const SUPPLY_SHARE = 0.2;
    private const BIAS_SHARE = 0.75;
    private const DOUBLED = 2.0;

    /**
     * @param string      $rail    first rail of B+
     * @param string|null $grid    of the output tube whose bias is the last to come; null without fixed bias
     * @param Rise|null   $doubled with every capacitor of the bias supply doubled; null without one
     */
    private function __construct(public string $rail, public ?string $grid, public Rise $rise, public ?Rise $doubled)
    {
    }

    /** Null where no circuit tells. */
    public static function of(BenchFacts $facts): ?self
    {
        $rail = array_values(array_filter($facts->drawn->rails, static fn (DrawnRail $r): bool => $r->volts > 0.0))[0] ?? null;
        if (null === $rail) {
            return null;
        }
        $grids = self::grids($facts);
        $conditions = PlanConditions::at($facts, StopPlan::fullVolts($facts), [], []);
        $rise = $facts->rise($conditions, new RiseAsked([$rail->id, ...array_values($grids)], array_keys($grids)));
        if (null === $rise) {
            return null;
        }
        $last = null;
        foreach ($grids as $grid) {
            $last = null === $last || ($rise->secondsTo($grid, self::BIAS_SHARE) ?? \INF) > ($rise->secondsTo($last, self::BIAS_SHARE) ?? \INF) ? $grid : $last;
        }
        $farads = [];
        foreach ($facts->drawn->capacitors as $c) {
            $farads = 'bias' === $c->does ? [...$farads, $c->id => self::DOUBLED * $c->farads] : $farads;
        }

        return new self($rail->id, $last, $rise, null === $last || [] === $farads ? null : $facts->rise($conditions, new RiseAsked([$last], [], $farads)));
    }

    /** @return array<string, string> grid pins of output tubes whose bias comes from a supply, by position */
    private static function grids(BenchFacts $facts): array
    {
        $grids = [];
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            $pin = $facts->tubes->find($tube->type)?->section()->pins['grid'] ?? null;
            $isFixed = true === ($facts->drawn->tubes[$tube->position] ?? null)?->isFixedBiased;
            $grids = $tube->output && $isFixed && null !== $pin ? [...$grids, $tube->position => Place::ofPin($tube->position, $pin)] : $grids;
        }

        return $grids;
    }

    public function railSeconds(): ?float
    {
        return $this->rise->firstSecondsTo($this->rail, self::SUPPLY_SHARE);
    }

    public function biasSeconds(): ?float
    {
        return null === $this->grid ? null : $this->rise->secondsTo($this->grid, self::BIAS_SHARE);
    }

    public function doubledSeconds(): ?float
    {
        return null === $this->grid ? null : $this->doubled?->secondsTo($this->grid, self::BIAS_SHARE);
    }

    /** When the first output tube draws: it is hot and B+ is there. */
    public function drawsSeconds(): ?float
    {
        $rail = $this->railSeconds();

        return null === $rail || [] === $this->rise->draws ? null : max($rail, min($this->rise->draws));
    }

    public function reason(): Reason
    {
        // Nobody's stopwatch has more digits.
        $told = static fn (?float $seconds): ?float => null === $seconds ? null : max(0.01, round($seconds, $seconds < 1.0 ? 2 : 1));
        $figures = ['railSeconds' => $told($this->railSeconds()), 'biasSeconds' => $told($this->biasSeconds()), 'doubledSeconds' => $told($this->doubledSeconds()), 'drawsSeconds' => $told($this->drawsSeconds()), 'place' => $this->rail, 'grid' => $this->grid];

        return match (true) {
            null === $this->grid => new Reason('rise-no-fixed-bias', Verdict::Within, $figures),
            null === $figures['biasSeconds'] || null === $figures['drawsSeconds'] => new Reason('rise-not-told', Verdict::CannotSay, $figures),
            $figures['biasSeconds'] > $figures['drawsSeconds'] => new Reason('rise-bias-late', Verdict::Danger, $figures),
            null !== $figures['doubledSeconds'] && $figures['doubledSeconds'] > $figures['drawsSeconds'] => new Reason('rise-bias-late-doubled', Verdict::Watch, $figures),
            null === $figures['doubledSeconds'] => new Reason('rise-bias-in-time', Verdict::Within, $figures),
            default => new Reason('rise-bias-in-time-doubled', Verdict::Within, $figures),
        };
    }
}
