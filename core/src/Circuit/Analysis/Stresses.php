<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Compile\TubeStage;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Tube\TubeCatalogue;

/** What each part carries at an operating point, against its rating: watts, volts, amperes. */
final readonly class Stresses
{
    /**
     * @param list<array{id: string, volts: float, amperes: float, watts: float, ratedWatts: float|null, share: float|null}>                                                                                                                                                                                                                                                                                                           $resistors  chokes and windings too
     * @param list<array{id: string, volts: float, ratedVolts: float|null, share: float|null}>                                                                                                                                                                                                                                                                                                                                         $capacitors
     * @param list<array{position: string, section: string, plateVolts: float, screenVolts: float|null, gridVolts: float, plateAmperes: float, screenAmperes: float, gridAmperes: float, plateWatts: float, screenWatts: float, ratedPlateWatts: float|null, ratedScreenWatts: float|null, plateShare: float|null, screenShare: float|null, heaterCathodeVolts: float|null, ratedHeaterCathodeVolts: float|null, system: string|null}> $tubes
     */
    private function __construct(public array $resistors, public array $capacitors, public array $tubes)
    {
    }

    public static function of(Solution $solution, TubeCatalogue $catalogue): self
    {
        $factors = $solution->circuit->factors;
        $resistors = $capacitors = [];
        foreach ($solution->circuit->netlist->elements as $element) {
            if ([] !== array_filter($element->places(), $solution->cannotSolve(...))) {
                continue;
            }
            $factor = $factors->part($element->id());
            if ($element instanceof Resistor) {
                $resistors[] = self::carried($element->id, $solution->at($element->a, $element->b), $element->ohms * $factor, $element->watts);
            } elseif ($element instanceof Inductor) {
                $resistors[] = self::carried($element->id, $solution->at($element->a, $element->b), $element->ohms * $factor, null);
            } elseif ($element instanceof Potentiometer) {
                $resistors[] = self::carried($element->id, $solution->at($element->top, $element->bottom), $element->ohms * $factor, null);
            } elseif ($element instanceof CoupledWindings) {
                array_push($resistors, ...array_map(static fn (Winding $w): array => self::carried($w->id, $solution->at($w->start, $w->end), $w->ohms * $factors->windingOhms($w->id), null), $element->windings));
            } elseif ($element instanceof Capacitor) {
                $volts = self::pumped($solution, $element->id) ?? $solution->at($element->plus, $element->minus);
                $capacitors[] = ['id' => $element->id, 'volts' => $volts, 'ratedVolts' => $element->ratedVolts, 'share' => null === $element->ratedVolts ? null : abs($volts) / $element->ratedVolts];
            }
        }

        return new self($resistors, $capacitors, self::tubes($solution, $catalogue));
    }

    /** @return array{id: string, volts: float, amperes: float, watts: float, ratedWatts: float|null, share: float|null} */
    private static function carried(string $id, float $volts, float $ohms, ?float $rated): array
    {
        $amperes = $volts / max(Compiler::LEAST_OHMS, $ohms);
        $watts = $volts * $amperes;

        return ['id' => $id, 'volts' => $volts, 'amperes' => $amperes, 'watts' => $watts, 'ratedWatts' => $rated, 'share' => null === $rated ? null : $watts / $rated];
    }

    /** The capacitor in series with a half-wave doubler's winding stands at half of the output. */
    private static function pumped(Solution $solution, string $id): ?float
    {
        foreach ($solution->circuit->netlist->all(Rectifier::class) as $rectifier) {
            if (RectifierKind::HalfWaveDoubler === $rectifier->kind && $id === ($rectifier->reservoirs[0] ?? null)) {
                return 0.5 * $solution->at($rectifier->plus, $rectifier->minus);
            }
        }

        return null;
    }

    /** @return list<array{position: string, section: string, plateVolts: float, screenVolts: float|null, gridVolts: float, plateAmperes: float, screenAmperes: float, gridAmperes: float, plateWatts: float, screenWatts: float, ratedPlateWatts: float|null, ratedScreenWatts: float|null, plateShare: float|null, screenShare: float|null, heaterCathodeVolts: float|null, ratedHeaterCathodeVolts: float|null, system: string|null}> */
    private static function tubes(Solution $solution, TubeCatalogue $catalogue): array
    {
        $tubes = [];
        $v = $solution->volts;
        foreach ($solution->circuit->tubes as $number => $stage) {
            if (isset($solution->unsolved[$stage->cathode]) || isset($solution->unsolved[$stage->plate])) {
                continue;
            }
            [$plate, $screen, $grid] = $stage->volts($v);
            [$ip, , , , $is, , , , $ig] = $stage->at($plate, $screen, $grid);
            [$ip, $is] = [$ip + ($solution->excess[$number][0] ?? 0.0), $is + ($solution->excess[$number][1] ?? 0.0)];
            $limits = $catalogue->find($solution->circuit->netlist->tube($stage->position)->type ?? '')?->limitsOf($stage->section);
            $plateWatts = $plate * $ip;
            $screenWatts = $screen * $is;
            $tubes[] = [
                'position' => $stage->position, 'section' => $stage->section, 'plateVolts' => $plate, 'screenVolts' => $stage->screen === $stage->cathode ? null : $screen, 'gridVolts' => $grid,
                'plateAmperes' => $ip, 'screenAmperes' => $is, 'gridAmperes' => $ig, 'plateWatts' => $plateWatts, 'screenWatts' => $screenWatts,
                'ratedPlateWatts' => $limits?->plateWatts, 'ratedScreenWatts' => $limits?->screenWatts,
                'plateShare' => null === $limits?->plateWatts ? null : $plateWatts / $limits->plateWatts, 'screenShare' => null === $limits?->screenWatts ? null : $screenWatts / $limits->screenWatts,
                'heaterCathodeVolts' => self::overHeater($solution, $stage), 'ratedHeaterCathodeVolts' => $limits?->heaterCathodeVolts,
                'system' => $limits?->system,
            ];
        }

        return $tubes;
    }

    /** Volts of the cathode over what the heater is referred to (TUBE-7); null where nobody drew that, and where heater and cathode are one. */
    private static function overHeater(Solution $solution, TubeStage $stage): ?float
    {
        foreach ($solution->circuit->netlist->all(Heaters::class) as $heaters) {
            if (\in_array($stage->position, $heaters->positions, true) && null !== $heaters->reference && !$stage->directlyHeated) {
                return $solution->volts[$stage->cathode] - $solution->at($heaters->reference);
            }
        }

        return null;
    }
}
