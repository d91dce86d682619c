<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Tube\TubeCatalogue;

/** What every circuit form takes: `{sheet, asFitted[], factors, faults[], conditions, wiredForVolts}` (contract §9). */
final readonly class CircuitInput
{
    /** @param AsFitted $healthy without the faults */
    private function __construct(public Sheet $sheet, public AsFitted $fitted, public AsFitted $healthy, public SolveConditions $solveConditions, private TubeCatalogue $tubes, private ?float $wiredForVolts)
    {
    }

    /** @throws BadData with the path of the fault */
    public static function decode(Fields $fields, TubeCatalogue $tubes): self
    {
        $data = $fields->raw('sheet');
        $sheet = (new SheetCodec($tubes))->decode(\is_array($data) ? $data : throw $fields->fault('sheet', 'a sheet belongs here'));
        $circuit = $sheet->circuit ?? throw $fields->fault('sheet', 'this sheet holds no circuit');
        $fitted = AsFitted::of($circuit->netlist, Factors::decode($fields->optionalObject('factors')), $fields->objects('asFitted', 200), $tubes);
        $healthy = $fitted;
        foreach ($fields->strings('faults', FaultCatalogue::MOST_AT_ONCE) as $fault) {
            $fitted = FaultCatalogue::read($fault, $fitted, $tubes)->in($fitted, $tubes);
        }
        $wiredForVolts = $fields->optionalPositive('wiredForVolts');

        return new self($sheet, $fitted, $healthy, self::under($sheet, $fields->raw('conditions'), $wiredForVolts), $tubes, $wiredForVolts);
    }

    /** Other conditions of the same unit. */
    public function conditions(mixed $given): SolveConditions
    {
        return self::under($this->sheet, $given, $this->wiredForVolts);
    }

    private static function under(Sheet $sheet, mixed $given, ?float $wiredForVolts): SolveConditions
    {
        return SolveConditions::from(Conditions::decode($given ?? []), $sheet->printedMainsFor($wiredForVolts), $sheet->printedMains[0]);
    }

    /**
     * @throws BadData when a condition names a place that the circuit lacks
     */
    public function solved(): Solution
    {
        try {
            return $this->fitted->solved($this->solveConditions, $this->tubes);
        } catch (BadCircuit $e) {
            throw BadData::at('conditions', $e->getMessage());
        }
    }
}
