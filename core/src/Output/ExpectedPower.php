<?php

declare(strict_types=1);

namespace Yew\Core\Output;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Drawn\DrawnLoop;
use Yew\Core\Tube\TubeCatalogue;

/**
 * The power that an output stage should give into a load (BIAS-7), from nothing up to where its grids begin to draw current.
 *
 * Counted: the tubes’ laws, supplies and screens that sag, cathodes that rise, the copper of both windings, unequal tubes. Not counted:
 * what the driver can swing, the core’s losses and its limits at low frequencies, leakage inductance; so it is a little less when measured.
 */
final readonly class ExpectedPower
{
    /** Where no feedback makes it a sine again, power is clean up to this distortion (common practice of the handbooks). */
    public const CLEAN_DISTORTION = 0.1;
    /** With a loop of less than this no tone is made a sine again, dB (our choice). */
    public const FEEDBACK_DECIBELS = 6.0;
    /** A side that pulls so much less than the other clips first (our choice). */
    public const ALIKE_SHARE = 0.03;
    /** A stage that amplifies small tones less than this share of large ones idles too cold to take over cleanly (our choice). */
    public const CROSSOVER_SHARE = 0.9;
    /** A load further from the drawn one than this share is another (our choice). */
    public const LOAD_SHARE = 0.15;
    /** Shares of the drive to grid current that are worked out. */
    private const SHARES = [0.0, 0.1, 0.3, 0.45, 0.6, 0.75, 0.9];
    private const BISECTIONS = 6;

    /**
     * @param list<PowerPoint>                                                 $points in rising order of drive, the last where grid current begins
     * @param PowerPoint                                                       $clean  the last that is clean
     * @param array<string, list<array{float, float}>>                         $paths  plate volts against the cathode and amperes over half a period at grid current, by position
     * @param array<string, string>                                            $sides  by position
     * @param list<array{gridVolts: float, points: list<array{float, float}>}> $curves plate volts and amperes of one tube of the first set
     */
    public function __construct(public string $stage, public float $loadOhms, public ?float $drawnLoadOhms, public float $primaryOhms, public bool $isSingleEnded, public bool $hasFeedback, public array $points, public PowerPoint $clean, public array $paths, public array $sides, public array $curves)
    {
    }

    /**
     * @param Solution $working the circuit at the conditions asked for
     *
     * @return self|null null where a side has no tube in
     *
     * @throws NoSwing
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function asked(PowerAsked $asked, AsFitted $fitted, Solution $working, TubeCatalogue $tubes): ?self
    {
        $drawn = DrawnStage::of($asked->outputs, $fitted, $working, $tubes, $asked->loadOhms);

        return null === $drawn ? null : self::of($asked->stage(), $drawn, $asked->hasFeedback);
    }

    /**
     * @param string $stage       named as its transformer
     * @param bool   $hasFeedback from its secondary
     *
     * @throws NoSwing
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function of(string $stage, DrawnStage $drawn, bool $hasFeedback): self
    {
        $full = Drive::toGridCurrent($drawn->stage, $drawn->supply, $drawn->idle);
        $between = $drawn->supply->through($full->supply);
        $drives = [];
        $near = $drawn->idle;
        foreach (self::SHARES as $share) {
            $drives[] = $drive = Drive::at($drawn->stage, $between, $near, $share * $full->volts);
            $near = $drive->standing;
        }
        $drives[] = $full;
        $clean = $hasFeedback ? $full : self::clean($between, $drives);
        $paths = $sides = [];
        foreach ($drawn->stage->tubes as $s => $set) {
            foreach ($set->positions as $position) {
                $paths[$position] = array_map(static fn (array $at): array => [$at['plate'], $at['amperes']], $full->period->tubes[$s]);
                $sides[$position] = $set->side;
            }
        }

        return new self($stage, $drawn->loadOhms, $drawn->drawnLoadOhms, $drawn->stage->primaryOhms, $drawn->stage->isSingleEnded, $hasFeedback, array_map(PowerPoint::of(...), $drives), PowerPoint::of($clean), $paths, $sides, self::curves($full));
    }

    /**
     * The largest drive whose output is clean without feedback.
     *
     * @param non-empty-list<Drive> $drives in rising order
     *
     * @throws NoSwing
     */
    private static function clean(StageSupply $supply, array $drives): Drive
    {
        $full = $drives[\count($drives) - 1];
        if ($full->period->distortion() <= self::CLEAN_DISTORTION) {
            return $full;
        }
        $clean = $drives[0];
        $beyond = $full;
        foreach ($drives as $drive) {
            if ($drive->period->distortion() > self::CLEAN_DISTORTION) {
                $beyond = $drive;
                break;
            }
            $clean = $drive;
        }
        for ($i = 0; $i < self::BISECTIONS; ++$i) {
            $middle = Drive::at($full->stage, $supply, $clean->standing, 0.5 * ($clean->volts + $beyond->volts));
            if ($middle->period->distortion() > self::CLEAN_DISTORTION) {
                $beyond = $middle;
            } else {
                $clean = $middle;
            }
        }

        return $clean;
    }

    /** Whether it works into about what it was drawn for; so where nothing is drawn. */
    public function isDrawnLoad(): bool
    {
        return null === $this->drawnLoadOhms || abs($this->loadOhms / $this->drawnLoadOhms - 1) <= self::LOAD_SHARE;
    }

    /** @return list<array{gridVolts: float, points: list<array{float, float}>}> */
    private static function curves(Drive $full): array
    {
        $held = $full->standing->held[0];

        return PlateCurves::of($full->stage, $full->stage->tubes[0], $full->standing, $held, $full->peakPlateVolts(), 1.2 * min(-1.0, $full->standing->grids[0] - $held));
    }

    /**
     * Whether enough is fed back from the secondary of a stage.
     *
     * @param list<DrawnLoop> $loops of the circuit
     */
    public static function feedsBack(array $loops, string $stage): bool
    {
        return [] !== array_filter($loops, static fn (DrawnLoop $l): bool => $l->transformer === $stage && ($l->decibels ?? 0.0) >= self::FEEDBACK_DECIBELS);
    }

    /** W into the load before it clips. */
    public function cleanWatts(): float
    {
        return $this->hasFeedback ? $this->clean->sineWatts : $this->clean->watts;
    }

    /** What ends it: `grid` where grid current does; before that the tone is bent too much, by `crossover` where small tones are amplified less than large ones, else by `clipping`. */
    public function limit(): string
    {
        if ($this->clean->driveVolts >= $this->full()->driveVolts) {
            return 'grid';
        }
        $gain = static fn (PowerPoint $p): float => ($p->peaks['a'] + $p->peaks['b']) / $p->driveVolts;

        return $gain($this->points[1]) < self::CROSSOVER_SHARE * $gain($this->clean) ? 'crossover' : 'clipping';
    }

    /** Where grid current begins. */
    public function full(): PowerPoint
    {
        return $this->points[\count($this->points) - 1];
    }

    /** The side that clips first; single-ended `a` for the swing down, into the knee, and `b` for the swing up, into cut-off. Null where both go as far. */
    public function clipsFirst(): ?string
    {
        ['a' => $a, 'b' => $b] = $this->full()->peaks;

        return abs($a - $b) <= self::ALIKE_SHARE * max($a, $b) ? null : ($a < $b ? 'a' : 'b');
    }

    /**
     * The most that any plate, or any screen, dissipates at any drive.
     *
     * @param 'plate'|'screen' $electrode
     *
     * @return array{string, PowerPoint, float}|null position, the drive, W
     */
    public function most(string $electrode): ?array
    {
        $most = null;
        foreach ($this->points as $point) {
            foreach ($point->tubes as $position => $tube) {
                $watts = 'screen' === $electrode ? $tube['screenWatts'] : $tube['plateWatts'];
                $most = null === $most || $watts > $most[2] ? [$position, $point, $watts] : $most;
            }
        }

        return $most;
    }
}
