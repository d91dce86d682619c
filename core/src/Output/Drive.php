<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Numeric\AndersonMixing;

/**
 * A stage under a steady sine: supplies sagged, cathodes risen, core magnetised as that drive makes them.
 *
 * What a period’s means ask for is mixed with what was tried, again and again, until nothing moves.
 */
final readonly class Drive
{
    private const MOST_ROUNDS = 80;
    private const NEAR_VOLTS = 0.02;
    /** Times that the supplies are asked anew where a straight line’s guess was off by more than … volts. */
    private const MOST_LOOKS = 4;
    private const GUESS_VOLTS = 0.2;

    /**
     * @param float                     $volts   peak at each grid
     * @param list<array{float, float}> $amperes mean of plate and screen, of one tube of each set
     */
    private function __construct(public OutputStage $stage, public StageSupply $supply, public Standing $standing, public Period $period, public float $volts, public array $amperes)
    {
    }

    /**
     * @param Standing $near  of another drive, or without one, to begin from
     * @param float    $volts peak at each grid
     *
     * @throws NoSwing
     */
    public static function at(OutputStage $stage, StageSupply $supply, Standing $near, float $volts): self
    {
        return self::settled($stage, $supply, $near, $volts, false);
    }

    /**
     * The largest drive at which no grid comes above its cathode: beyond it grids draw current, and the driver decides.
     *
     * @throws NoSwing
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function toGridCurrent(OutputStage $stage, StageSupply $supply, Standing $idle): self
    {
        $still = Period::of($stage, $idle, 0.0);
        $volts = max(0.0, -$still->highestGrid());
        $standing = $idle;
        for ($look = 0;; ++$look) {
            $drive = self::settled($stage, $supply, $standing, $volts, true);
            $supply = $supply->from($drive->amperes);
            $there = $supply->at($drive->amperes, $drive->standing->held, $drive->standing->core);
            if ($look >= self::MOST_LOOKS || $there->distance($drive->standing) < self::GUESS_VOLTS) {
                return new self($stage, $supply, $drive->standing, $drive->period, $drive->volts, $drive->amperes);
            }
            [$standing, $volts] = [$drive->standing, $drive->volts];
        }
    }

    /** @throws NoSwing */
    private static function settled(OutputStage $stage, StageSupply $supply, Standing $standing, float $volts, bool $toGridCurrent): self
    {
        $mixing = new AndersonMixing();
        for ($round = 0; $round < self::MOST_ROUNDS; ++$round) {
            $period = Period::of($stage, $standing, $volts);
            $amperes = array_map(self::means(...), $period->tubes);
            $offset = Period::mean($period->swing);
            $asked = $supply->at($amperes, self::held($stage, $amperes), $standing->core - $offset / $period->byCore);
            $over = $toGridCurrent ? $period->highestGrid() : 0.0;
            if (max($asked->distance($standing), abs($offset), abs($over)) < self::NEAR_VOLTS) {
                return new self($stage, $supply, $standing, $period, $volts, $amperes);
            }
            $next = $mixing->next([$volts, ...$standing->toVolts($stage)], [$volts - $over, ...$asked->toVolts($stage)]);
            $volts = max(0.0, $next[0]);
            $standing = Standing::fromVolts($stage, \array_slice($next, 1));
        }
        throw NoSwing::at($volts);
    }

    /**
     * @param list<array{plate: float, screen: float, grid: float, amperes: float, screens: float}> $set
     *
     * @return array{float, float} of plate and screen
     */
    private static function means(array $set): array
    {
        return [Period::mean(array_column($set, 'amperes')), Period::mean(array_column($set, 'screens'))];
    }

    /**
     * What capacitors hold under the cathodes while the tubes draw these.
     *
     * @param list<array{float, float}> $amperes
     *
     * @return list<float> by set
     */
    public static function held(OutputStage $stage, array $amperes): array
    {
        return array_map(static function (DrivenTubes $set, array $own) use ($stage, $amperes): float {
            $shared = 0.0;
            foreach ($stage->tubes as $s => $other) {
                $shared += \count(array_intersect($other->positions, $set->sharing)) * array_sum($amperes[$s]);
            }

            return ($set->isOwnHeld ? $set->cathodeOhms * array_sum($own) : 0.0) + ($set->isSharedHeld ? $set->sharedOhms * $shared : 0.0);
        }, $stage->tubes, $amperes);
    }

    /** W in the load. */
    public function watts(): float
    {
        $square = Period::mean(array_map(static fn (float $x): float => $x * $x, $this->period->swing));

        return $this->stage->loadShare * $square / $this->stage->swingOhms();
    }

    /** W in the load if the swing were a sine that goes no further than its shorter peak does now: what feedback makes of it. */
    public function sineWatts(): float
    {
        return $this->stage->loadShare * min($this->peaks()) ** 2 / 2.0 / $this->stage->swingOhms();
    }

    /** @return array{a: float, b: float} how far each side pulls, V of half the swing; single-ended: down, and up */
    public function peaks(): array
    {
        return ['a' => max(0.0, $this->period->swing[Period::STEPS]), 'b' => max(0.0, -$this->period->swing[0])];
    }

    /** @return list<array{plate: float, screen: float}> W in the mean, of one tube of each set */
    public function dissipation(): array
    {
        return array_map(static fn (array $set): array => [
            'plate' => Period::mean(array_map(static fn (array $at): float => $at['plate'] * $at['amperes'], $set)),
            'screen' => Period::mean(array_map(static fn (array $at): float => $at['screen'] * $at['screens'], $set)),
        ], $this->period->tubes);
    }

    /** The highest volts from plate to cathode. */
    public function peakPlateVolts(): float
    {
        return $this->period->highestPlate();
    }
}
