<?php

declare(strict_types=1);

namespace Yew\Stands\Amplifier;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;

/** One healthy unit out of a series: every part somewhere in its tolerance. The same seed draws the same unit. */
final class Sample
{
    /** Half-widths by which real parts lie off the drawing; resistors half of their marked tolerance, as makers select (our choice). */
    private const TUBE = 0.12;
    private const WINDING_VOLTS = 0.02;
    private const WINDING_OHMS = 0.05;
    private const COPPER = 0.05;
    private const CONTROL = 0.10;
    /** Electrolytics, which run high (their makers' −20 to +50 %, from memory, as most come out); films are closer. */
    private const ELECTROLYTIC_FARADS = 0.5e-6;
    private const ELECTROLYTIC = [-0.10, 0.30];
    private const FILM = 0.05;

    private readonly Randomizer $chance;

    private function __construct(int $seed)
    {
        $this->chance = self::chance($seed, 'sample');
    }

    public static function of(Netlist $netlist, int $seed): AsFitted
    {
        return AsFitted::drawn($netlist, (new self($seed))->factors($netlist));
    }

    /** Chance of its own for each purpose, so that one draw more here does not change what is drawn there. */
    public static function chance(int $seed, string $purpose): Randomizer
    {
        return new Randomizer(new Xoshiro256StarStar(hash('sha256', $seed.' '.$purpose, true)));
    }

    /** Evenly between the two. */
    public static function between(Randomizer $chance, float $least, float $most): float
    {
        return $least + ($most - $least) * $chance->getInt(0, 1_000_000) / 1e6;
    }

    private function factors(Netlist $netlist): Factors
    {
        $tubes = $volts = $ohms = $parts = [];
        foreach ($netlist->elements as $id => $element) {
            $half = match (true) {
                $element instanceof Resistor => $element->tolerancePercent / 200.0,
                $element instanceof Potentiometer => self::CONTROL,
                $element instanceof Inductor => self::COPPER,
                default => null,
            };
            if (null !== $half) {
                $parts[$id] = $this->around($half);
            } elseif ($element instanceof Capacitor) {
                $parts[$id] = 1.0 + ($element->farads >= self::ELECTROLYTIC_FARADS ? self::between($this->chance, ...self::ELECTROLYTIC) : self::between($this->chance, -self::FILM, self::FILM));
            } elseif ($element instanceof Tube) {
                $tubes[$id] = $this->around(self::TUBE);
            } elseif ($element instanceof MainsTransformer) {
                foreach (array_keys($element->windings) as $winding) {
                    $volts[$winding] = $this->around(self::WINDING_VOLTS);
                    $ohms[$winding] = $this->around(self::WINDING_OHMS);
                }
            }
        }

        return new Factors($tubes, $volts, $ohms, $parts);
    }

    private function around(float $half): float
    {
        return 1.0 + self::between($this->chance, -$half, $half);
    }
}
