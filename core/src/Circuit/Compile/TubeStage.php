<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Numeric\Pattern;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\Model\TubeLaw;

/** One electrode system of a fitted tube, with its nodes and where its slopes go in the matrix. */
final readonly class TubeStage
{
    /** Leakage from cathode to heater, ohms: far below what a handbook allows (our choice). */
    public const HEATER_LEAK_OHMS = 1e9;

    /** Leakage from each other electrode to the cathode, ohms (our choice). */
    public const ELECTRODE_LEAK_OHMS = 1e10;

    /** @var array{list<int>, list<int>, list<int>, list<int>} slots of the rows of plate, screen, grid and cathode, columns in that order */
    public array $slots;

    public function __construct(
        public string $position,
        public string $section,
        public TriodeModel|PentodeModel|RegulatorModel $model,
        public float $strength,
        public int $plate,
        public int $screen,
        public int $grid,
        public int $cathode,
        Pattern $pattern,
        public bool $directlyHeated = false,
        public float $gas = 0.0,
    ) {
        $this->slots = [self::row($pattern, $plate, $this), self::row($pattern, $screen, $this), self::row($pattern, $grid, $this), self::row($pattern, $cathode, $this)];
    }

    /** @return list<int> */
    private static function row(Pattern $pattern, int $row, self $stage): array
    {
        return [$pattern->slot($row, $stage->plate), $pattern->slot($row, $stage->screen), $pattern->slot($row, $stage->grid), $pattern->slot($row, $stage->cathode)];
    }

    /** The same with a cathode that gives this share of its emission, and this much gas. */
    public function warmed(float $share, float $gas, Pattern $pattern): self
    {
        return new self($this->position, $this->section, $this->model, $share * $this->strength, $this->plate, $this->screen, $this->grid, $this->cathode, $pattern, $this->directlyHeated, $gas);
    }

    public function id(): string
    {
        return $this->position.'/'.$this->section;
    }

    /**
     * @param array<int, float> $v volts by node
     *
     * @return array{float, float, float} volts of plate, screen and grid against the cathode
     */
    public function volts(array $v): array
    {
        $k = $v[$this->cathode];

        return [$v[$this->plate] - $k, $v[$this->screen] - $k, $v[$this->grid] - $k];
    }

    /**
     * Currents and slopes at volts against the cathode, strength included.
     *
     * @return array{float, float, float, float, float, float, float, float, float, float, float, float} plate current and its slopes by plate, screen
     *                                                                                                   and grid; screen current likewise; grid current and its slopes by
     *                                                                                                   grid, plate and screen
     */
    public function at(float $plate, float $screen, float $grid): array
    {
        $clean = TubeLaw::at($this->model, $this->strength, $plate, $screen, $grid);
        if (0.0 === $this->gas) {
            return $clean;
        }
        // Ions follow the electrons that make them (our choice): a share of the plate current, against the sense of grid current.
        [$i, $byPlate, $byScreen, $byGrid] = $clean;
        $clean[8] -= $this->gas * $i;
        $clean[9] -= $this->gas * $byGrid;
        $clean[10] -= $this->gas * $byPlate;
        $clean[11] -= $this->gas * $byScreen;

        return $clean;
    }
}
