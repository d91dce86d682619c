<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\CircuitDerivation;
use Yew\Core\Sheet\Place;

/** Ohms from where a pin is fed to the pin itself, and between pins that must never meet: generated from the circuit. */
final readonly class DrawnPaths
{
    /** Pairs of electrodes of one socket that must not be joined. */
    private const FORBIDDEN = [['plate', 'screen'], ['grid', 'screen'], ['plate', 'grid'], ['heater', 'cathode']];

    /**
     * Through-paths of one socket: supply node to plate and screen, bias node or chassis to grid, cathode to chassis.
     *
     * @return list<DrawnPath>
     */
    public static function through(CircuitAtWork $circuit, string $position): array
    {
        $derivation = new CircuitDerivation($circuit->drawn);
        $paths = [];
        foreach (self::electrodes($circuit, $position) as $pin => $electrode) {
            $place = Place::ofPin($position, $pin);
            if (!\in_array($electrode, ['plate', 'screen', 'grid', 'cathode'], true) || !$circuit->working->circuit->nodes->has($place)) {
                continue;
            }
            $fed = 'cathode' === $electrode ? null : $derivation->fedBy($place);
            $from = match (true) {
                'grid' === $electrode && null !== $fed && $circuit->working->at($fed) > 1.0 => Netlist::CHASSIS, // a grid leads to chassis or to bias, never to B+
                default => $fed ?? Netlist::CHASSIS,
            };
            if ('plate' === $electrode && Netlist::CHASSIS === $from) {
                continue;
            }
            $paths[] = new DrawnPath($from, $place, $electrode, $circuit->cold->ohms($place, $from));
        }

        return $paths;
    }

    /**
     * Pins of a socket that must not be joined, with the ohms that the circuit puts between them.
     *
     * @return list<DrawnPinPair>
     */
    public static function forbidden(CircuitAtWork $circuit, string $position): array
    {
        $electrodes = self::electrodes($circuit, $position);
        $pairs = [];
        foreach (self::FORBIDDEN as [$one, $other]) {
            foreach ($electrodes as $a => $first) {
                foreach ($electrodes as $b => $second) {
                    [$here, $there] = [Place::ofPin($position, $a), Place::ofPin($position, $b)];
                    $drawn = 'heater' === $one || ($circuit->working->circuit->nodes->has($here) && $circuit->working->circuit->nodes->has($there));
                    if ($first === $one && $second === $other && $drawn && self::sameSection($circuit, $position, $a, $b)) {
                        $pairs[$one.'-'.$other.' '.$a] ??= new DrawnPinPair($a.'-'.$b, $one.'–'.$other, 'heater' === $one ? null : $circuit->cold->ohms($here, $there));
                    }
                }
            }
        }

        return array_values($pairs);
    }

    /** @return array<int, string> electrode by pin, sections' numbers cut off */
    public static function electrodes(CircuitAtWork $circuit, string $position): array
    {
        $element = $circuit->fitted->netlist->find($position);
        $pins = $element instanceof Tube ? $circuit->tubes->find($element->type)->pins ?? [] : [];

        return array_map(static fn (string $e): string => (string) preg_replace('/\s*\d+$/', '', $e), array_filter($pins, static fn (string $e): bool => 'none' !== $e));
    }

    private static function sameSection(CircuitAtWork $circuit, string $position, int $a, int $b): bool
    {
        $element = $circuit->fitted->netlist->find($position);
        foreach ($element instanceof Tube ? $circuit->tubes->find($element->type)->sections ?? [] : [] as $section) {
            $pins = array_values($section->pins);
            if (\in_array($b, $pins, true) && (\in_array($a, $pins, true) || 'heater' === (self::electrodes($circuit, $position)[$a] ?? ''))) {
                return true;
            }
        }

        return false;
    }
}
