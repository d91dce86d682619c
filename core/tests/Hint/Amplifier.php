<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Hint;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Hint\Cause;
use Yew\Core\Hint\Explanation;
use Yew\Core\Hint\Explanations;
use Yew\Core\Hint\TriedCircuit;
use Yew\Core\Hint\Witness;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Tube\ShippedTubes;

/** An amplifier of the demo with something wrong in it, read place by place, and the circuit that is asked what it may be. */
final class Amplifier
{
    /** @var array<string, Calibration> by sheet */
    private static array $calibrations = [];
    private readonly Sheet $sheet;
    private readonly Conditions $conditions;
    private readonly SolveConditions $solved;
    private readonly Calibration $calibration;
    private readonly AsFitted $unit;

    /** @param list<string> $out positions of tubes that are out */
    public function __construct(string $name, array $out = [])
    {
        $unit = FakeUnit::demo($name);
        $this->sheet = $unit->sheet() ?? throw new \LogicException('a demo amplifier has a sheet');
        $model = SheetModel::of($this->sheet, ShippedTubes::catalogue()) ?? throw new \LogicException('with a circuit');
        $this->calibration = self::$calibrations[$name] ??= $model->calibrated();
        $tubes = [];
        foreach ($this->sheet->tubes as $position => $tube) {
            $tubes[$position] = \in_array($position, $out, true) ? 'out' : ['type' => $tube->type, 'tubeId' => null];
        }
        $said = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured', 'at' => null];
        $this->conditions = Conditions::decode(['inletVolts' => $said($this->sheet->printedMains[0]), 'limiters' => $said([]), 'tubes' => $said($tubes)]);
        $this->solved = $model->solveConditions($this->conditions, $this->sheet->printedMains[0]);
        $this->unit = $model->unit($this->conditions, $this->calibration, new FittedChanges());
    }

    public function unit(): AsFitted
    {
        return $this->unit;
    }

    public function circuit(): TriedCircuit
    {
        return new TriedCircuit($this->unit, ShippedTubes::catalogue(), $this->solved, $this->calibration);
    }

    /**
     * Every place as it would read with a fault, by a meter of half a percent and a millivolt.
     *
     * @param Cause|string         $wrong   `capacitor-leaking:C10:1e6`
     * @param float                $apart   how far this sample's resistors lie from their colours, in shares of their tolerance
     * @param array<string, float> $instead what a place read otherwise
     *
     * @return list<Witness>
     */
    public function read(Cause|string $wrong, float $apart = 0.0, array $instead = []): array
    {
        $unit = $this->unit;
        foreach ($unit->netlist->all(Resistor::class) as $id => $r) {
            // Every other one to the other side: the same sample each time.
            $side = 0 === crc32($id) % 2 ? 1.0 : -1.0;
            $unit = $unit->with($id, new Resistor($r->id, $r->a, $r->b, $r->ohms * (1.0 + $side * $apart * $r->tolerancePercent / 100.0), $r->tolerancePercent, $r->watts));
        }
        $cause = \is_string($wrong) ? Cause::fault(FaultCatalogue::read($wrong, $unit, ShippedTubes::catalogue())) : $wrong;
        $sample = new TriedCircuit($unit, ShippedTubes::catalogue(), $this->solved, $this->calibration);
        $forecast = $sample->forecast($cause, $this->places()) ?? throw new \LogicException('it has an answer');
        $read = [];
        foreach ($this->unread() as $witness) {
            $volts = $instead[$witness->point->place] ?? $witness->expected($forecast)->volts;
            if (null !== $volts) {
                $read[] = new Witness($witness->point, $this->context(), $volts, 0.005 * abs($volts) + 0.001);
            }
        }

        return $read;
    }

    /**
     * What the circuit makes of some of these readings; the others are still to come.
     *
     * @param list<Witness>     $read
     * @param list<string>|null $only places; null for all
     */
    public function explained(array $read, ?array $only = null): Explanations
    {
        $taken = array_values(array_filter($read, static fn (Witness $w): bool => null === $only || \in_array($w->point->place, $only, true)));
        $unread = null === $only ? [] : array_values(array_filter($this->unread(), static fn (Witness $w): bool => !\in_array($w->point->place, $only, true)));

        return Explanations::of($this->circuit(), $taken, $unread) ?? throw new \LogicException('it has an answer');
    }

    /** @return list<string> all that is named, the likeliest first: each with those that no voltage tells from it */
    public static function named(Explanations $found): array
    {
        return array_merge(...array_map(static fn (Explanation $e): array => array_map(static fn (Cause $c): string => $c->key(), [$e->cause, ...$e->alike]), $found->list));
    }

    /** @return list<string> */
    private function places(): array
    {
        return array_map(static fn (Witness $w): string => $w->point->place, $this->unread());
    }

    /** @return list<Witness> */
    private function unread(): array
    {
        $points = array_filter($this->sheet->points, static fn ($p): bool => MeterFunction::DcVolts === $p->function && 'chassis' === $p->against);

        return array_map(fn ($p): Witness => new Witness($p, $this->context(), null), array_values($points));
    }

    private function context(): ReadingContext
    {
        return new ReadingContext($this->sheet, $this->conditions, null, ChassisState::Energised, 20.0, $this->sheet->printedMains[0]);
    }
}
