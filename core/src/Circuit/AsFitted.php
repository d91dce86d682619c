<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Compile\NodeMap;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Ordered changes on one physical unit (contract §1): part replaced or found different, tube fitted, wire lifted, control set.
 *
 * Forms: `{kind: part, id, ohms | farads | henries}`, `{kind: open, id}`, `{kind: short, id}`, `{kind: leak, id, ohms}`,
 * `{kind: bridge, id, between, ohms}`, `{kind: tube, position, type}`, `{kind: strength, position, strength}`,
 * `{kind: setting, id, setting}`. A short is 10 mΩ.
 */
final readonly class AsFitted
{
    private function __construct(public Netlist $netlist, public Factors $factors)
    {
    }

    public static function drawn(Netlist $netlist, Factors $factors = new Factors()): self
    {
        return new self($netlist, $factors);
    }

    /** The same with one part exchanged, taken out or added. */
    public function with(string $id, ?Element $element): self
    {
        return new self($this->netlist->with($id, $element), $this->factors);
    }

    /** The same with another capacitance; as it is where the circuit has no such capacitor. */
    public function withFarads(string $id, float $farads): self
    {
        $capacitor = $this->netlist->find($id);

        return $capacitor instanceof Capacitor ? $this->with($id, $capacitor->ofFarads($farads)) : $this;
    }

    /** The same with a tube of this strength. */
    public function withStrength(string $position, float $strength): self
    {
        return new self($this->netlist, $this->factors->withTube($position, $strength));
    }

    /**
     * Its operating point.
     *
     * @param Solution|null $start a neighbouring solution of the same topology, to begin from
     *
     * @throws DidNotConverge
     * @throws BadCircuit     when a part is where it cannot work
     */
    public function solved(SolveConditions $conditions, TubeCatalogue $tubes, ?Solution $start = null): Solution
    {
        return OperatingPoint::of(Compiler::compile($this->netlist, $tubes, $conditions, $this->factors), $conditions, $start);
    }

    /**
     * @param list<Fields> $changes
     *
     * @throws BadData when a change names what the circuit lacks
     */
    public static function of(Netlist $netlist, Factors $factors, array $changes, TubeCatalogue $tubes): self
    {
        $fitted = new self($netlist, $factors);
        foreach ($changes as $change) {
            $fitted = $fitted->changed($change, $tubes);
            $change->done();
        }

        return $fitted;
    }

    private function changed(Fields $change, TubeCatalogue $tubes): self
    {
        $kind = $change->string('kind', 12);
        switch ($kind) {
            case 'tube':
                return $this->tube($change, $tubes);
            case 'strength':
                return new self($this->netlist, $this->factors->withTube($this->position($change), $change->number('strength', 0, 3)));
            case 'bridge':
                $between = $change->strings('between', 2);
                if (2 !== \count($between)) {
                    throw $change->fault('between', 'two places belong here');
                }
                $known = NodeMap::withPins($this->netlist, $tubes);
                foreach ($between as $i => $place) {
                    if (!$known->has($place)) {
                        throw $change->fault('between['.$i.']', \sprintf('the circuit has no place “%s”', $place));
                    }
                }
                $id = $change->string('id', 40);

                return new self($this->netlist->with($id, new Resistor($id, $between[0], $between[1], max(Compiler::LEAST_OHMS, $change->number('ohms', 0, 1e9)))), $this->factors);
            default:
                $id = $change->string('id', 40);
                $element = $this->netlist->find($id) ?? $this->winding($id) ?? throw $change->fault('id', \sprintf('the circuit has no part “%s”', $id));
                $factors = 'part' === $kind ? $this->factors->withoutPart($id) : $this->factors;

                return new self($this->put($element, self::exchanged($element, $id, $kind, $change)), $factors);
        }
    }

    private function tube(Fields $change, TubeCatalogue $tubes): self
    {
        $position = $this->position($change);
        $type = $change->string('type', 20);
        $change->optionalString('tubeId'); // which of its kind it is: the circuit knows types only
        if (null === $tubes->find($type)) {
            throw $change->fault('type', \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $type));
        }

        return new self($this->netlist->with($position, new Tube($position, $type, $this->netlist->tube($position)->places ?? [])), $this->factors->withTube($position, 1.0));
    }

    private function position(Fields $change): string
    {
        $position = $change->string('position', 12);

        return null === $this->netlist->tube(explode('/', $position)[0]) ? throw $change->fault('position', \sprintf('the circuit has no tube “%s”', $position)) : $position;
    }

    /** A winding that belongs to a transformer can be opened, shorted or found different too. */
    private function winding(string $id): ?CoupledWindings
    {
        return array_values(array_filter($this->netlist->all(CoupledWindings::class), static fn (CoupledWindings $t): bool => null !== $t->winding($id)))[0] ?? null;
    }

    private function put(Element $before, ?Element $after): Netlist
    {
        return $this->netlist->with($before->id(), $after);
    }

    private static function exchanged(Element $element, string $id, string $kind, Fields $change): ?Element
    {
        return match ($kind) {
            'part' => self::other($element, $id, $change),
            'open' => PartExchange::opened($element, $id),
            'short' => PartExchange::shorted($element, $id) ?? throw $change->fault('id', \sprintf('“%s” has no two ends to short', $id)),
            'leak' => $element instanceof Capacitor ? new Capacitor($id, $element->plus, $element->minus, $element->farads, $element->ratedVolts, max(Compiler::LEAST_OHMS, $change->number('ohms', 0, 1e12))) : throw $change->fault('id', 'a capacitor belongs here'),
            'setting' => $element instanceof Potentiometer ? new Potentiometer($id, $element->top, $element->wiper, $element->bottom, $element->ohms, $change->number('setting', 0, 1)) : throw $change->fault('id', 'a control belongs here'),
            default => throw $change->fault('kind', 'part, open, short, leak, bridge, tube, strength or setting belongs here'),
        };
    }

    private static function other(Element $element, string $id, Fields $change): Element
    {
        return match (true) {
            $element instanceof Resistor => new Resistor($id, $element->a, $element->b, max(Compiler::LEAST_OHMS, $change->number('ohms', 0, 1e9)), $element->tolerancePercent, $element->watts),
            $element instanceof Potentiometer => new Potentiometer($id, $element->top, $element->wiper, $element->bottom, $change->number('ohms', 1, 1e9), $element->context),
            $element instanceof Capacitor => $element->ofFarads($change->number('farads', 1e-13, 1)),
            $element instanceof Inductor => new Inductor($id, $element->a, $element->b, $change->optionalPositive('henries') ?? $element->henries, $change->optionalPositive('ohms') ?? $element->ohms),
            $element instanceof CoupledWindings => PartExchange::rewound($element, $id, $change->positive('ohms')),
            default => throw $change->fault('id', \sprintf('“%s” has no value to change', $id)),
        };
    }
}
