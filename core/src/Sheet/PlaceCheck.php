<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** Whether a sheet has the places that its parts and test points name. */
final readonly class PlaceCheck
{
    /**
     * @param array<string, TubePosition> $fitted  by position
     * @param array<string, SupplyNode>   $nodes   by id
     * @param CircuitDerivation|null      $circuit where the sheet has one
     */
    public function __construct(private TubeCatalogue $catalogue, private array $fitted, private array $nodes, private ?CircuitDerivation $circuit = null)
    {
    }

    public function isNode(string $place): bool
    {
        return isset($this->nodes[$place]);
    }

    /** The node that feeds a place, where a circuit tells it. */
    public function fedBy(string $place): ?string
    {
        return $this->circuit?->fedBy($place);
    }

    /**
     * One end of a part: the chassis, a node or a socket pin.
     *
     * @throws BadData when there is no such place
     */
    public function end(Fields $item, string $name, string $place): void
    {
        if (DischargeNetwork::CHASSIS !== $place && !$this->isNode($place)) {
            $this->pin($item, $name, $place);
        }
    }

    /** @throws BadData when there is no such place */
    public function place(Fields $item, string $name, string $place): void
    {
        $fault = $this->faultOf($place);
        if (null !== $fault) {
            throw $item->fault($name, $fault);
        }
    }

    /** Whether the sheet has the place: a node, a pin that the tube's base has, a place of its circuit, or something of a part. */
    public function has(string $place): bool
    {
        return null === $this->faultOf($place);
    }

    private function faultOf(string $place): ?string
    {
        return match (true) {
            $this->isNode($place), true === $this->circuit?->has($place) => null,
            !Place::isValid($place) => \sprintf('“%s” is no place: V3.5, a node id or T1/sec2 is', $place),
            null !== Place::pin($place) => $this->pinFault($place),
            str_contains($place, '/') => null,
            default => \sprintf('there is no node “%s”', $place),
        };
    }

    private function pin(Fields $item, string $name, string $place): void
    {
        $fault = $this->pinFault($place);
        if (null !== $fault) {
            throw $item->fault($name, $fault);
        }
    }

    private function pinFault(string $place): ?string
    {
        $pin = Place::pin($place);
        if (null === $pin) {
            return \sprintf('there is no node “%s”', $place);
        }
        $tube = $this->fitted[$pin->tube] ?? null;
        if (null === $tube) {
            return \sprintf('there is no tube “%s”', $pin->tube);
        }
        $base = $this->catalogue->find($tube->type)->base ?? '';

        return $pin->pin < 1 || $pin->pin > $this->catalogue->pinCount($base) ? \sprintf('a %s has no pin %d', $tube->type, $pin->pin) : null;
    }
}
