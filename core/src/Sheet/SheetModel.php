<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Calibration\Calibrator;
use Yew\Core\Circuit\Calibration\PrintedValue;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** The circuit of a sheet at work: calibrated to its prints, and asked what today's conditions make of it. */
final readonly class SheetModel
{
    /** Besides its rounding, a print is as good as the instrument of its day and the sample it was taken from (our choice). */
    private const PRINT_SHARE = 0.01;

    public function __construct(private Sheet $sheet, private DrawnCircuit $circuit, private TubeCatalogue $tubes)
    {
    }

    public static function of(Sheet $sheet, TubeCatalogue $tubes): ?self
    {
        return null === $sheet->circuit ? null : new self($sheet, $sheet->circuit, $tubes);
    }

    /**
     * Fits the model to the printed values at the printed conditions.
     *
     * @throws DidNotConverge
     */
    public function calibrated(): Calibration
    {
        $prints = [];
        foreach ($this->sheet->points as $point) {
            if (MeterFunction::DcVolts === $point->function && null !== $point->printedVolts && 0.0 !== $point->printedVolts) {
                $prints[] = new PrintedValue($point->place, $point->printedVolts, PrintedValue::rounding($point->printedVolts, self::resolution($point->printedVolts), self::PRINT_SHARE), $this->sheet->printedMeterOhms($point), $point->against);
            }
        }

        return Calibrator::fit($this->circuit->netlist, $this->tubes, new SolveConditions($this->sheet->printedMains[0]), $prints);
    }

    /**
     * What each test point should read under these conditions, tubes of another type counted.
     *
     * @param float|null    $wiredFor mains volts that the unit is wired for
     * @param FittedChanges $fitted   how the unit differs from the drawing
     * @param list<string>  $asked    further places
     *
     * @throws DidNotConverge
     * @throws BadCircuit     when a tube is where it cannot work
     */
    public function forecast(Conditions $conditions, ?float $wiredFor, Calibration $calibration, FittedChanges $fitted = new FittedChanges(), array $asked = []): Forecast
    {
        $places = array_values(array_unique([...array_map(static fn (TestPoint $p): string => $p->place, $this->sheet->points), ...$asked]));

        return Forecast::of($this->unit($conditions, $calibration, $fitted), $this->tubes, $this->solveConditions($conditions, $wiredFor), $calibration, $places);
    }

    /**
     * How a place falls when the mains is cut under these conditions.
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public function fall(Conditions $conditions, ?float $wiredFor, Calibration $calibration, FittedChanges $fitted, FallAsked $asked): ?Fall
    {
        return Fall::of($this->unit($conditions, $calibration, $fitted), $this->tubes, $this->solveConditions($conditions, $wiredFor), $asked);
    }

    /**
     * How places come up when it is switched on, cold, under these conditions.
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public function rise(Conditions $conditions, ?float $wiredFor, Calibration $calibration, FittedChanges $fitted, RiseAsked $asked): Rise
    {
        return Rise::of($this->unit($conditions, $calibration, $fitted), $this->tubes, $this->solveConditions($conditions, $wiredFor), $asked);
    }

    /**
     * Reads a change as typed, and tries it on the circuit as drawn.
     *
     * @throws BadData when it is no change, or the circuit has no place for it
     */
    public function read(string $text): FittedChange
    {
        $change = FittedChange::read($text, $this->circuit->netlist, $this->tubes);
        if (\in_array($change->kind(), ['drawn', 'renewed'], true)) {
            return $change;
        }
        $fitted = AsFitted::of($this->circuit->netlist, new Factors(), [Fields::of($change->change)], $this->tubes);
        try {
            Compiler::compile($fitted->netlist, $this->tubes, new SolveConditions($this->sheet->printedMains[0]), $fitted->factors);
        } catch (BadCircuit $e) {
            throw BadData::at('text', $e->getMessage());
        }

        return $change;
    }

    /** @return list<FittedChange> changes that the circuit of this sheet has no place for */
    public function foreign(FittedChanges $fitted): array
    {
        return $fitted->foreignTo($this->circuit->netlist, $this->tubes);
    }

    public function solveConditions(Conditions $conditions, ?float $wiredFor): SolveConditions
    {
        return SolveConditions::from($conditions, $this->sheet->printedMainsFor($wiredFor), $this->sheet->printedMains[0]);
    }

    /** What is fitted, with the tubes that the conditions state. */
    public function unit(Conditions $conditions, Calibration $calibration, FittedChanges $fitted): AsFitted
    {
        $unit = $fitted->on($this->circuit->netlist, $calibration->factors, $this->tubes);
        $changes = [];
        foreach ($conditions->tubesFitted() as $position => $type) {
            $drawn = $this->sheet->tubes[$position]->type ?? null;
            if (null !== $drawn && $type !== $drawn && null !== $this->tubes->find($type)) {
                $changes[] = Fields::of(['kind' => 'tube', 'position' => $position, 'type' => $type]);
            }
        }

        return AsFitted::of($unit->netlist, $unit->factors, $changes, $this->tubes);
    }

    /** Worth of the last digit of a print: 437 → 1, 1.28 → 0.01, 450 → 1. */
    private static function resolution(float $volts): float
    {
        $text = rtrim(\sprintf('%.6F', abs($volts)), '0');
        $point = strpos($text, '.');

        return false === $point || str_ends_with($text, '.') ? 1.0 : 10.0 ** -(\strlen($text) - $point - 1);
    }
}
