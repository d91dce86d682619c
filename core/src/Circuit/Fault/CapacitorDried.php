<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\PartExchange;
use Yew\Core\Tube\TubeCatalogue;

/** A dried electrolytic: series resistance, and half of its capacitance gone with it (our choice). */
final readonly class CapacitorDried implements FaultKind
{
    private const CAPACITANCE_LEFT = 0.5;
    /** A smaller one is no electrolytic, farads (our choice). */
    private const LEAST_FARADS = 1e-6;

    public function id(): string
    {
        return 'capacitor-dried';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        // In series with a doubler's winding it has no place in the DC circuit.
        return array_map(strval(...), array_keys(array_filter($fitted->netlist->all(Capacitor::class), static fn (Capacitor $c): bool => $c->farads >= self::LEAST_FARADS && $c->plus !== $c->minus)));
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 0.1, 1e5, [10.0, 200.0]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $capacitor = $fitted->netlist->find($subject);
        if (!$capacitor instanceof Capacitor) {
            throw new \LogicException($subject.' is no capacitor');
        }
        $inside = $subject.'~esr';

        return $fitted->with($subject, PartExchange::moved(PartExchange::times($capacitor, self::CAPACITANCE_LEFT), $inside))->with($inside, new Resistor($inside, $capacitor->plus, $inside, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }
}
