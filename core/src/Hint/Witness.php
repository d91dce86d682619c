<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Circuit\Calibration\PredictionBand;
use Yew\Core\Circuit\Calibration\PrintedValue;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Reading\Bounds;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\Expected;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Sheet\TestPoint;

/** A place with what was read there, or what may be read there next: what it says for or against a cause. */
final readonly class Witness
{
    /** At a first look: a meter's load and a window's width together (our choice). */
    private const ROUGHLY = 0.15;
    private const LEAST_VOLTS = 1e-3;
    /** Besides its meter's band, a reading is as good as its conditions were kept: the mains wanders (our choice). */
    private const MEASURED_SHARE = 0.005;
    /** What a meter may still show where nothing is, V (our choice). */
    private const NOTHING_VOLTS = 0.5;

    /**
     * @param float|null $volts     as read; null where nothing was read yet
     * @param float      $halfWidth of the 95 % band that the meter leaves it, V
     */
    public function __construct(public TestPoint $point, private ReadingContext $context, public ?float $volts, private float $halfWidth = 0.0)
    {
    }

    /** The same place with another reading. */
    public function reading(float $volts): self
    {
        return new self($this->point, $this->context, $volts, $this->halfWidth);
    }

    /** What it would read, by the meter in hand, if a forecast were so; without volts where that cannot be said. */
    public function expected(Forecast $forecast): Expected
    {
        $expected = Expectation::at($this->point, $this->context->foretelling($forecast));

        // What nothing feeds is held at the chassis by the meter itself.
        $at = $forecast->at($this->point->place);
        $isFed = null === $at || null !== $at->volts || 'cannot-solve' === $at->obstacle || $at->sourceOhms <= Solution::LEAKAGE_OHMS;

        return !$isFed ? new Expected(0.0, new Bounds(-self::NOTHING_VOLTS, self::NOTHING_VOLTS, 'default'), 'model', null, []) : (null === $expected->obstacle ? $expected : new Expected(null, null, 'model', $expected->obstacle, []));
    }

    /**
     * How far the reading is from what it would be: 1 at the edge of the window with the meter's own band laid over it, above or below
     * zero as it reads more or less.
     *
     * @return float|null null where nothing was read, or the forecast has no figure here
     */
    public function misfit(Forecast $forecast): ?float
    {
        $expected = $this->expected($forecast);
        if (null === $this->volts || null === $expected->volts || null === $expected->window) {
            return null;
        }
        $over = $this->volts - $expected->volts;
        $room = ($over > 0.0 ? $expected->window->high - $expected->volts : $expected->volts - $expected->window->low) + $this->halfWidth;

        return $room > 0.0 ? $over / $room : null;
    }

    /** The reading as something that a model can be fitted to, by the meter that it was taken with. */
    public function asMeasured(): PrintedValue
    {
        $volts = $this->volts ?? throw new \LogicException('nothing was read here');

        return new PrintedValue($this->point->place, $volts, max(self::LEAST_VOLTS, hypot($this->halfWidth / PredictionBand::NINETY_FIVE, self::MEASURED_SHARE * $volts)), $this->context->meter?->inputResistanceOhms($this->point->function));
    }

    /** Half of its window in a forecast, with the meter's band, V; 0 where it has none. */
    public function room(Forecast $forecast): float
    {
        $window = $this->expected($forecast)->window;

        return (null === $window ? 0.0 : 0.5 * ($window->high - $window->low)) + $this->halfWidth;
    }

    /**
     * Much the same as misfit() at a first look, where only the volts of the circuit are known.
     *
     * @param float $room in a healthy unit
     */
    public function misfitNear(float $volts, float $room): float
    {
        return ((float) $this->volts - $volts) / max($room, self::ROUGHLY * abs($volts), self::LEAST_VOLTS);
    }
}
