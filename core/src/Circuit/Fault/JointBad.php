<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\PartExchange;
use Yew\Core\Tube\TubeCatalogue;

/** A joint that has resistance, at one end of a part; it moves when tapped. */
final readonly class JointBad implements FaultKind
{
    public function id(): string
    {
        return 'joint-bad';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return array_map(strval(...), array_keys(array_filter($fitted->netlist->elements, self::befalls(...))));
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 0.1, 1e10, [10e3]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $part = $fitted->netlist->find($subject) ?? throw new \LogicException('no '.$subject);
        $lug = $subject.'~lug';
        [$end] = PartExchange::ends($part) ?? throw new \LogicException($subject.' has no ends');

        return $fitted->with($subject, PartExchange::moved($part, $lug))->with($subject.'~joint', new Resistor($subject.'~joint', $end, $lug, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [];
    }

    private static function befalls(Element $element): bool
    {
        return ($element instanceof Resistor || $element instanceof Inductor || ($element instanceof Capacitor && $element->plus !== $element->minus)) && !OutputDisconnected::isLoad($element);
    }
}
