<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** What another type changes in a circuit, by the model: rails, currents, dissipation, gain, and what is asked of other parts (TUBE-4). */
final readonly class Effects
{
    /**
     * @param list<Change> $rails        volts
     * @param list<Change> $plateAmperes by stage
     * @param list<Change> $plateShares  of the type's own limit of dissipation, by stage
     * @param list<Change> $gains        dB, by stage
     * @param list<Change> $peaks        peak amperes through the rectifiers, by rectifier
     * @param list<Remark> $remarks      that the circuit did not draw before
     */
    private function __construct(public Solution $with, public array $rails, public array $plateAmperes, public array $plateShares, public array $gains, public array $peaks, public array $remarks)
    {
    }

    /**
     * @param list<string> $positions of the tubes that are changed
     * @param list<string> $rails     places
     *
     * @throws \Yew\Core\Circuit\Solve\DidNotConverge
     * @throws \Yew\Core\Circuit\BadCircuit           where the other type cannot work there
     */
    public static function between(AsFitted $fitted, AsFitted $other, SolveConditions $conditions, TubeCatalogue $tubes, array $positions, array $rails): self
    {
        [$before, $after] = [$fitted->solved($conditions, $tubes), $other->solved($conditions, $tubes)];
        [$was, $is] = [self::stages($before, $tubes, $positions), self::stages($after, $tubes, $positions)];
        $said = array_map(self::key(...), Remarks::of($before, $tubes));

        return new self(
            $after,
            array_map(static fn (string $place): Change => new Change($place, PlaceVolts::at($before, $place)->volts, PlaceVolts::at($after, $place)->volts), $rails),
            Change::between($was[0], $is[0]),
            Change::between($was[1], $is[1]),
            Change::between(StageGain::decibels($fitted, $before, $tubes, $positions), StageGain::decibels($other, $after, $tubes, $positions)),
            Change::between(self::peaks($before), self::peaks($after)),
            array_values(array_filter(Remarks::of($after, $tubes), static fn (Remark $r): bool => !\in_array(self::key($r), $said, true))),
        );
    }

    /**
     * @param list<string> $positions
     *
     * @return array{array<string, float>, array<string, float>} plate amperes, and dissipation as a share of its limit where there is one, by stage
     */
    private static function stages(Solution $solution, TubeCatalogue $tubes, array $positions): array
    {
        $amperes = $shares = [];
        foreach (Stresses::of($solution, $tubes)->tubes as $tube) {
            if (\in_array($tube['position'], $positions, true)) {
                $stage = $tube['position'].'/'.$tube['section'];
                $amperes[$stage] = $tube['plateAmperes'];
                $shares[$stage] = $tube['plateShare'];
            }
        }

        return [$amperes, array_filter($shares, static fn (?float $share): bool => null !== $share)];
    }

    /** @return array<string, float> peak amperes by rectifier */
    private static function peaks(Solution $solution): array
    {
        $peaks = [];
        foreach ($solution->supplies as $supply) {
            foreach ($supply->ports as $k => $port) {
                $peaks[$port->rectifier] = $supply->cycle->peak[$k];
            }
        }

        return $peaks;
    }

    private static function key(Remark $remark): string
    {
        return $remark->code.' '.$remark->subject;
    }
}
