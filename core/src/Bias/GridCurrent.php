<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;

/**
 * What flows out of a grid into its leak, by what the leak drops, the meter's own load counted (BIAS-4c): none of a good tube behind a good
 * coupling capacitor.
 *
 * A current that grows as the tube gets hot is gas or grid emission, and of the tube; one that was there cold is of the capacitor.
 */
final readonly class GridCurrent
{
    /** From so many minutes on a tube is as hot as it gets for this; up to so many it is still cold (BIAS-4c; the second is our choice). */
    public const HOT_MINUTES = 15.0;
    public const COLD_MINUTES = 5.0;
    /** What a leak may drop of the bias before it is remarked, and before it is a fault (our choice). */
    public const WATCH_SHARE = 0.02;
    public const OUT_SHARE = 0.05;
    /** A grid leak that nobody measured, as a share of its ohms (our choice). */
    private const LEAK_SHARE = 0.1;

    /**
     * @param Figure      $amperes out of the grid, as it is now
     * @param Figure|null $rise    since it was cold; null where nobody read it then
     * @param float|null  $minutes that it had been warm; null where nobody knows
     * @param float       $share   of the bias that the leak drops
     */
    private function __construct(public Figure $amperes, public ?Figure $rise, public ?float $minutes, public float $share, public string $returnsTo)
    {
    }

    /**
     * @param Figure|null $bias volts of the grid against the cathode
     *
     * @return self|null null where the grid, or where its leak ends, was not read since anything moved, or nothing tells the leak
     */
    public static function of(BenchFacts $facts, DrawnOutput $drawn, BiasReadings $read, ?Figure $bias): ?self
    {
        $readings = $facts->readings;
        $key = TestPoint::keyOf($drawn->places['grid'], MeterFunction::DcVolts);
        $grid = $read->volts($drawn->places['grid']);
        $now = $readings?->deciding($key);
        $return = Netlist::CHASSIS === $drawn->returnsTo ? Figure::exact(0.0) : $read->volts($drawn->returnsTo ?? '');
        if (null === $readings || null === $drawn->returnsTo || null === $drawn->leakOhms || null === $grid || null === $now || null === $return || null === $bias || abs($bias->value) <= 0.0) {
            return null;
        }
        $leak = Figure::with($drawn->leakOhms, new ErrorSource('leak:'.$drawn->position, self::LEAK_SHARE * $drawn->leakOhms));
        $meter = $readings->meterOhms($now->conditions);
        $through = static fn (Figure $volts): Figure => null === $meter ? $volts->dividedBy($leak) : $volts->dividedBy($leak)->plus($volts->dividedBy(Figure::exact($meter)));
        $amperes = $through($grid)->minus($return->dividedBy($leak));
        $cold = self::cold($readings, $key, $now);

        return new self($amperes, null === $cold ? null : $through($grid->minus($cold)), $now->warmMinutes, $amperes->value * $drawn->leakOhms / abs($bias->value), $drawn->returnsTo);
    }

    /** As it was read cold, with the same in it and under the same mains. */
    private static function cold(JudgedBench $readings, string $key, TakenReading $now): ?Figure
    {
        $same = array_filter($readings->history($key), static fn (array $h): bool => null !== $h[0]->warmMinutes && $h[0]->warmMinutes <= self::COLD_MINUTES && $h[0]->fittedThen === $now->fittedThen && $h[0]->observedAt < $now->observedAt && $h[0]->conditions->tubesOut() === $now->conditions->tubesOut() && $h[0]->conditions->mainsVolts() === $now->conditions->mainsVolts());

        return [] === $same ? null : $readings->figureOf(array_values($same)[0][0]);
    }

    /** Null where it is within what the meter and the leak can tell apart from nothing, and the tube is not hot yet: nothing is known then. */
    public function judge(): ?Reason
    {
        $least = $this->amperes->value - $this->amperes->halfWidth95();
        $figures = ['gridAmperes' => $this->amperes->value, 'bandAmperes' => $this->amperes->halfWidth95(), 'sharePercent' => 100 * $this->share, 'returnsTo' => $this->returnsTo, 'hotMinutes' => (string) (int) self::HOT_MINUTES];
        $isHot = null !== $this->minutes && $this->minutes >= self::HOT_MINUTES;
        if ($least <= 0.0 || $this->share < self::WATCH_SHARE) {
            return $isHot ? new Reason('bias-no-grid-current', Verdict::Within, [...$figures, 'limitAmperes' => abs($this->amperes->value) + $this->amperes->halfWidth95()]) : null;
        }
        $verdict = $this->share > self::OUT_SHARE ? Verdict::Out : Verdict::Watch;
        $rises = null !== $this->rise && $this->rise->value - $this->rise->halfWidth95() > 0.0 && $this->rise->value > 0.5 * $this->amperes->value;

        return match (true) {
            $rises => new Reason('bias-grid-current-of-tube', $verdict, [...$figures, 'riseAmperes' => $this->rise->value]),
            null !== $this->rise && $isHot => new Reason('bias-grid-current-of-capacitor', $verdict, $figures),
            default => new Reason('bias-grid-current', $verdict, $figures),
        };
    }
}
