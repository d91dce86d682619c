<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Element\Wire;

/** What stands in the place of a part that is open, shorted or of another value. */
final class PartExchange
{
    /** Nothing; of coupled windings the others. */
    public static function opened(Element $element, string $id): ?Element
    {
        return $element instanceof CoupledWindings ? new CoupledWindings($element->id, array_values(array_filter($element->windings, static fn (Winding $w): bool => $w->id !== $id)), $element->coupling) : null;
    }

    /** A short of 10 mΩ; null for what has no two ends. */
    public static function shorted(Element $element, string $id): ?Element
    {
        return match (true) {
            $element instanceof Capacitor => self::leaking($element, Compiler::LEAST_OHMS),
            $element instanceof Diode => new Resistor($id, $element->anode, $element->cathode, Compiler::LEAST_OHMS, 0.0),
            $element instanceof CoupledWindings => self::rewound($element, $id, Compiler::LEAST_OHMS),
            default => null === ($ends = self::ends($element)) ? null : new Resistor($id, $ends[0], $ends[1], Compiler::LEAST_OHMS, 0.0),
        };
    }

    public static function leaking(Capacitor $capacitor, float $ohms): Capacitor
    {
        return new Capacitor($capacitor->id, $capacitor->plus, $capacitor->minus, $capacitor->farads, $capacitor->ratedVolts, $ohms);
    }

    public static function rewound(CoupledWindings $transformer, string $id, float $ohms): CoupledWindings
    {
        return new CoupledWindings($transformer->id, array_map(static fn (Winding $w): Winding => $w->id === $id ? new Winding($w->id, $w->start, $w->end, $w->henries, $ohms) : $w, $transformer->windings), $transformer->coupling);
    }

    /** A resistor, control or capacitor of so many times its value. */
    public static function times(Element $element, float $times): Element
    {
        return match (true) {
            $element instanceof Resistor => new Resistor($element->id, $element->a, $element->b, max(Compiler::LEAST_OHMS, $times * $element->ohms), $element->tolerancePercent, $element->watts),
            $element instanceof Potentiometer => new Potentiometer($element->id, $element->top, $element->wiper, $element->bottom, $times * $element->ohms, $element->context),
            $element instanceof Capacitor => new Capacitor($element->id, $element->plus, $element->minus, $times * $element->farads, $element->ratedVolts, $element->leakOhms),
            default => throw new \LogicException($element->id().' has no value'),
        };
    }

    /** The same part with its first end at another place. */
    public static function moved(Element $element, string $place): Element
    {
        return match (true) {
            $element instanceof Resistor => new Resistor($element->id, $place, $element->b, $element->ohms, $element->tolerancePercent, $element->watts),
            $element instanceof Inductor => new Inductor($element->id, $place, $element->b, $element->henries, $element->ohms),
            $element instanceof Capacitor => new Capacitor($element->id, $place, $element->minus, $element->farads, $element->ratedVolts, $element->leakOhms),
            default => throw new \LogicException($element->id().' has no two ends to move'),
        };
    }

    /** The same part with every end that was at one place at another. */
    public static function rewired(Element $element, string $from, string $to): Element
    {
        $at = static fn (string $place): string => $place === $from ? $to : $place;

        return match (true) {
            $element instanceof Resistor => new Resistor($element->id, $at($element->a), $at($element->b), $element->ohms, $element->tolerancePercent, $element->watts),
            $element instanceof Potentiometer => new Potentiometer($element->id, $at($element->top), $at($element->wiper), $at($element->bottom), $element->ohms, $element->context),
            $element instanceof Capacitor => new Capacitor($element->id, $at($element->plus), $at($element->minus), $element->farads, $element->ratedVolts, $element->leakOhms),
            $element instanceof Inductor => new Inductor($element->id, $at($element->a), $at($element->b), $element->henries, $element->ohms),
            $element instanceof Wire => new Wire($element->id, $at($element->a), $at($element->b)),
            $element instanceof StandbySwitch => new StandbySwitch($element->id, $at($element->a), $at($element->b)),
            $element instanceof Diode => new Diode($element->id, $at($element->anode), $at($element->cathode), $element->saturationAmperes, $element->emission),
            $element instanceof CoupledWindings => new CoupledWindings($element->id, array_map(static fn (Winding $w): Winding => new Winding($w->id, $at($w->start), $at($w->end), $w->henries, $w->ohms), $element->windings), $element->coupling),
            default => $element,
        };
    }

    /** @return array{string, string}|null where a part with two ends is joined */
    public static function ends(Element $element): ?array
    {
        return match (true) {
            $element instanceof Capacitor => [$element->plus, $element->minus],
            $element instanceof Resistor, $element instanceof Inductor, $element instanceof Wire, $element instanceof StandbySwitch => [$element->a, $element->b],
            default => null,
        };
    }
}
