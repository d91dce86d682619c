<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Circuit\TubeStress;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\OutputTube;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** One output tube as it idles now: its volts, its currents, what plate and screen dissipate (BIAS-2), and what its type allows. */
final readonly class BiasTube
{
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
        return array_merge(...array_map(BiasLimit::ofType(...), $this->types));
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

    public function target(): BiasTarget
    {
        return BiasTarget::of($this->drawn);
    }
}
