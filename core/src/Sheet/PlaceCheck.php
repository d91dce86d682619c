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
        if ($this->isNode($place) || true === $this->circuit?->has($place)) {
            return;
        }
        if (!Place::isValid($place)) {
            throw $item->fault($name, \sprintf('“%s” is no place: V3.5, a node id or T1/sec2 is', $place));
        }
        if (null !== Place::pin($place)) {
            $this->pin($item, $name, $place);
        } elseif (!str_contains($place, '/')) {
            throw $item->fault($name, \sprintf('there is no node “%s”', $place));
        }
    }

    private function pin(Fields $item, string $name, string $place): void
    {
        $pin = Place::pin($place);
        if (null === $pin) {
            throw $item->fault($name, \sprintf('there is no node “%s”', $place));
        }
        $tube = $this->fitted[$pin['tube']] ?? throw $item->fault($name, \sprintf('there is no tube “%s”', $pin['tube']));
        $base = $this->catalogue->find($tube->type)->base ?? '';
        if ($pin['pin'] < 1 || $pin['pin'] > $this->catalogue->pinCount($base)) {
            throw $item->fault($name, \sprintf('a %s has no pin %d', $tube->type, $pin['pin']));
        }
    }
}
