<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Circuit\TubeStress;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\OutputClass;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\OutputTube;
use Yew\Core\Station\BiasTarget;
use Yew\Core\Station\Practice;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** One output tube as it idles now: its volts, its currents, what plate and screen dissipate (BIAS-2), and what its type allows. */
final readonly class BiasTube
{
    /** Under this a curve tells nothing of a tube’s strength, A (our choice). */
    private const LEAST_AMPERES = 0.002;

    /**
     * @param list<TubeType>    $types        what may stand in the socket: several where its suffix is not known
     * @param list<BiasCurrent> $currents     best known first
     * @param Figure|null       $plate        volts of the plate against the cathode, likewise $screen
     * @param Figure|null       $cathode      volts of the cathode against the chassis
     * @param Figure|null       $grid         volts of the grid against the chassis
     * @param Figure|null       $plateAmperes null where no current was measured
     * @param list<string>      $wanted       places that were not read yet and without which nothing can be said
     * @param bool              $lacksMeter   what was read was read by no known meter
     * @param bool              $isTypeSaid   somebody said what stands in the socket
     * @param float|null        $highRatio    times what its plate dissipates at the highest mains of the place, by the circuit; null where none tells
     * @param GridCurrent|null  $gridCurrent  null where it cannot be told
     * @param float|null        $printedGrid  volts that the drawing prints at its grid, at the mains as it is
     */
    public function __construct(
        public DrawnOutput $drawn,
        public array $types,
        public array $currents,
        public ?Figure $plate,
        public ?Figure $screen,
        public ?Figure $cathode,
        public ?Figure $grid,
        public ?Figure $plateAmperes,
        public ?Figure $screenAmperes,
        public array $wanted,
        public bool $lacksMeter,
        public bool $isTypeSaid,
        public ?float $highRatio = null,
        private Practice $practice = new Practice(),
        private ?BiasTarget $jobTarget = null,
        public ?GridCurrent $gridCurrent = null,
        public ?float $printedGrid = null,
    ) {
    }

    public function current(): ?BiasCurrent
    {
        return $this->currents[0] ?? null;
    }

    public function plateWatts(): ?Figure
    {
        return null === $this->plate || null === $this->plateAmperes ? null : $this->plate->times($this->plateAmperes);
    }

    public function screenWatts(): ?Figure
    {
        return null === $this->screen || null === $this->screenAmperes ? null : $this->screen->times($this->screenAmperes);
    }

    /** Whether nobody knows which of several types it is. */
    public function isOfUnknownSuffix(): bool
    {
        return \count($this->types) > 1;
    }

    /** @return list<BiasLimit> of every candidate and source, the one to judge by first */
    public function limits(): array
    {
        return array_merge(...array_map(fn (TubeType $t): array => BiasLimit::ofType($t, $this->practice), $this->types));
    }

    public function section(): ?TubeSection
    {
        return [] === $this->types ? null : OutputTube::powerSection($this->types[0]);
    }

    /**
     * Where it goes by what the circuit says of the way, from where it was measured to be: a strong or a worn tube stays one.
     *
     * @return TubeStress|null null where its current was not measured
     */
    public function moved(TubeStress $from, TubeStress $to): ?TubeStress
    {
        if (null === $this->plate || null === $this->plateAmperes || $from->plateAmperes <= 0.0) {
            return null;
        }

        return new TubeStress($to->position, $to->section, null, null, $to->gridVolts, $this->plate->value + $to->plateVolts - $from->plateVolts, $to->screenVolts, $this->plateAmperes->value * $to->plateAmperes / $from->plateAmperes, $to->screenAmperes);
    }

    /**
     * Times what its curves give at the volts that it was measured to have: 1 of an average tube.
     *
     * @return float|null null where the grid, or anything else of it, was not read
     */
    public function strength(): ?float
    {
        $section = $this->section();
        if (null === $section || $this->isOfUnknownSuffix() || null === $this->grid || null === $this->cathode || null === $this->plate || null === $this->plateAmperes) {
            return null;
        }
        $drawn = TubeCurves::amperes($section, $this->plate->value, $this->screen->value ?? 0.0, $this->grid->value - $this->cathode->value);

        return $drawn < self::LEAST_AMPERES ? null : $this->plateAmperes->value / $drawn;
    }

    /** What a trim has to reach: the target, where it is a band; else what the shop or the school goes by. */
    public function range(): BiasTarget
    {
        return $this->target()->school->isBand() ? $this->target() : $this->practice->biasTarget(OutputClass::of($this->drawn));
    }

    /** Where it is to idle: by the word of this job, else the shop’s, else the school’s. */
    public function target(): BiasTarget
    {
        return $this->jobTarget ?? $this->practice->biasTarget(OutputClass::of($this->drawn));
    }
}
