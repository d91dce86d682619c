<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Numeric\DenseLu;
use Yew\Core\Tube\Model\TubeLaw;

/**
 * One period of a sine at the grids, instant by instant.
 *
 * Nothing in the stage remembers, so each instant hangs on its own drive alone and half a period, from trough to crest, holds all. The
 * instants lie at d = −D·cos φ with φ in equal steps: means are a trapezoid over φ, and the swing’s harmonics the cosine series of it.
 */
final readonly class Period
{
    /** Steps of φ from trough to crest. */
    public const STEPS = 24;
    private const HARMONICS = 7;
    private const MOST_ROUNDS = 60;
    private const MOST_HALVINGS = 6;
    /** Of the supply, that the swing may move in one round. */
    private const STRIDE = 0.2;
    private const NEAR_VOLTS = 1e-4;
    private const NEAR_AMPERES = 1e-7;

    /**
     * @param list<float>                                                                                 $swing  V at each instant
     * @param list<list<array{plate: float, screen: float, grid: float, amperes: float, screens: float}>> $tubes  of each set at each instant: volts against the cathode, amperes of one tube
     * @param float                                                                                       $byCore V by which the mean swing moves for each ampere in the core
     */
    private function __construct(public array $swing, public array $tubes, public float $byCore)
    {
    }

    /**
     * @param float $drive peak volts at each grid
     *
     * @throws NoSwing when an instant has no answer
     */
    public static function of(OutputStage $stage, Standing $standing, float $drive): self
    {
        // From where nothing swings to the trough, and to the crest: each instant begins where the one before it ended.
        $middle = intdiv(self::STEPS, 2);
        $rest = self::newton($stage, $standing, 0.0, self::guess($stage, $standing)) ?? throw NoSwing::at(0.0);
        $instants = [$middle => $rest];
        foreach ([-1, 1] as $way) {
            [$unknowns, $from] = [$rest[0], 0.0];
            for ($n = $middle + $way; $n >= 0 && $n <= self::STEPS; $n += $way) {
                $at = -$drive * cos(\M_PI * $n / self::STEPS);
                $instants[$n] = self::instant($stage, $standing, $from, $at, $unknowns);
                [$unknowns, $from] = [$instants[$n][0], $at];
            }
        }
        ksort($instants);
        $swing = $tubes = $slopes = [];
        foreach ($instants as [$unknowns, $at, $slope]) {
            $swing[] = $unknowns[0];
            foreach ($at as $s => $volts) {
                $tubes[$s][] = $volts;
            }
            $slopes[] = $slope;
        }

        return new self($swing, array_values($tubes), self::mean($slopes));
    }

    /**
     * Mean over a period of what was found at each instant.
     *
     * @param list<float> $at
     */
    public static function mean(array $at): float
    {
        return (array_sum($at) - 0.5 * ($at[0] + $at[self::STEPS])) / self::STEPS;
    }

    /** The most that any grid comes towards its cathode and beyond, V. */
    public function highestGrid(): float
    {
        return max(-\INF, ...array_map(static fn (array $set): float => max(-\INF, ...array_column($set, 'grid')), $this->tubes));
    }

    /** The highest volts from a plate to its cathode. */
    public function highestPlate(): float
    {
        return max(-\INF, ...array_map(static fn (array $set): float => max(-\INF, ...array_column($set, 'plate')), $this->tubes));
    }

    /** @return list<float> amplitudes of the swing in V: the fundamental first */
    public function harmonics(): array
    {
        $amplitudes = [];
        for ($k = 1; $k <= self::HARMONICS; ++$k) {
            $amplitudes[] = abs(2.0 * self::mean(array_map(static fn (float $x, int $n): float => $x * cos($k * \M_PI * $n / self::STEPS), $this->swing, array_keys($this->swing))));
        }

        return $amplitudes;
    }

    /** Harmonics by fundamental (IEC 60268-3 has them by the whole, which differs by less than half a percent up to 10 %); 0 without a signal. */
    public function distortion(): float
    {
        $amplitudes = $this->harmonics();
        $first = array_shift($amplitudes);

        return $first < self::NEAR_VOLTS ? 0.0 : sqrt(array_sum(array_map(static fn (float $a): float => $a * $a, $amplitudes))) / $first;
    }

    /** @return list<float> unknowns where nothing swings, with what drops in copper and stoppers left out */
    private static function guess(OutputStage $stage, Standing $standing): array
    {
        $unknowns = [0.0];
        foreach ($stage->tubes as $s => $set) {
            $held = $standing->held[$s];
            $currents = TubeLaw::at($set->model, $set->strength, $standing->supply - $held, $standing->screenSupply($stage) - $held, $standing->grids[$s] - $held);
            array_push($unknowns, $currents[0], $currents[4]);
        }

        return $unknowns;
    }

    /**
     * At one drive, from where another was; by way of what lies between them where that is too far.
     *
     * @param list<float> $unknowns at $from
     *
     * @return array{list<float>, list<array{plate: float, screen: float, grid: float, amperes: float, screens: float}>, float} unknowns, what each set does, V that the swing moves for each ampere in the core
     *
     * @throws NoSwing
     */
    private static function instant(OutputStage $stage, Standing $standing, float $from, float $drive, array $unknowns, int $halvings = 0): array
    {
        $there = self::newton($stage, $standing, $drive, $unknowns);
        if (null !== $there || $halvings >= self::MOST_HALVINGS) {
            return $there ?? throw NoSwing::at($drive);
        }
        $middle = 0.5 * ($from + $drive);
        [$between] = self::instant($stage, $standing, $from, $middle, $unknowns, $halvings + 1);

        return self::instant($stage, $standing, $middle, $drive, $between, $halvings + 1);
    }

    /**
     * @param list<float> $unknowns to begin from
     *
     * @return array{list<float>, list<array{plate: float, screen: float, grid: float, amperes: float, screens: float}>, float}|null null where it comes to no rest
     */
    private static function newton(OutputStage $stage, Standing $standing, float $drive, array $unknowns): ?array
    {
        $size = \count($unknowns);
        for ($round = 0; $round < self::MOST_ROUNDS; ++$round) {
            $jacobian = [$stage->pull];
            $jacobian[0][0] = -1.0 / $stage->swingOhms();
            $rest = [-self::dot($stage->pull, $unknowns) + $unknowns[0] / $stage->swingOhms() + $standing->core];
            $tubes = [];
            foreach ($stage->tubes as $s => $set) {
                $slopes = $stage->slopes[$s];
                $cathode = $standing->held[$s] + self::dot($slopes['cathode'], $unknowns);
                $plate = $standing->supply + self::dot($slopes['plate'], $unknowns) - $cathode;
                $screen = $standing->screenSupply($stage) + self::dot($slopes['screen'], $unknowns) - $cathode;
                $grid = $standing->grids[$s] + OutputStage::sign($set->side) * $drive - $cathode;
                [$ip, $pp, $ps, $pg, $is, $sp, $ss, $sg] = TubeLaw::at($set->model, $set->strength, $plate, $screen, $grid);
                $byPlate = $byScreen = [];
                for ($j = 0; $j < $size; ++$j) {
                    $k = $slopes['cathode'][$j];
                    [$p, $q] = [$slopes['plate'][$j] - $k, $slopes['screen'][$j] - $k];
                    $byPlate[] = -$pp * $p - $ps * $q + $pg * $k;
                    $byScreen[] = -$sp * $p - $ss * $q + $sg * $k;
                }
                $byPlate[2 * $s + 1] += 1.0;
                $byScreen[2 * $s + 2] += 1.0;
                array_push($jacobian, $byPlate, $byScreen);
                array_push($rest, $ip - $unknowns[2 * $s + 1], $is - $unknowns[2 * $s + 2]);
                $tubes[] = ['plate' => $plate, 'screen' => $screen, 'grid' => $grid, 'amperes' => $ip, 'screens' => $is];
            }
            $step = DenseLu::solve($jacobian, $rest);
            if (null === $step) {
                return null;
            }
            if (abs($step[0]) < self::NEAR_VOLTS && max(0.0, ...array_map(abs(...), \array_slice($step, 1))) < self::NEAR_AMPERES) {
                $core = DenseLu::solve($jacobian, [1.0, ...array_fill(0, $size - 1, 0.0)]);

                return [array_values($unknowns), $tubes, $core[0] ?? 0.0];
            }
            // Where it goes to and fro across a bend, half a step finds the middle.
            $share = min($round < 20 ? 1.0 : 0.5, self::STRIDE * $standing->supply / max(1e-9, abs($step[0])));
            foreach ($step as $j => $by) {
                $unknowns[$j] += $share * $by;
            }
        }

        return null;
    }

    /**
     * @param list<float>       $a
     * @param array<int, float> $b
     */
    private static function dot(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $i => $x) {
            $sum += $x * $b[$i];
        }

        return $sum;
    }
}
