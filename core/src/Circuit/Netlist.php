<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Tube;

/** The parts of a circuit by id, in the order they were drawn. */
final readonly class Netlist
{
    public const CHASSIS = 'chassis';

    /** More elements than any amplifier has; keeps every run bounded. */
    public const MOST = 3000;

    /** @param array<string, Element> $elements by id */
    private function __construct(public array $elements)
    {
    }

    /**
     * @param iterable<Element> $elements
     *
     * @throws BadCircuit when an id is there twice, or there are too many
     */
    public static function of(iterable $elements): self
    {
        $byId = [];
        foreach ($elements as $element) {
            if (isset($byId[$element->id()])) {
                throw BadCircuit::at($element->id(), 'this id is there twice');
            }
            $byId[$element->id()] = $element;
            if (\count($byId) > self::MOST) {
                throw BadCircuit::at($element->id(), \sprintf('more than %d parts', self::MOST));
            }
        }

        return new self($byId);
    }

    public function find(string $id): ?Element
    {
        return $this->elements[$id] ?? null;
    }

    /** Whether elements of a block or can stand under an id: `T2` for `T2/sec`. */
    public function holdsUnder(string $id): bool
    {
        foreach ($this->elements as $key => $_) {
            if (str_starts_with($key, $id.'/')) {
                return true;
            }
        }

        return false;
    }

    /** The same circuit with one part exchanged, taken out or added. */
    public function with(string $id, ?Element $element): self
    {
        $elements = $this->elements;
        if (null === $element) {
            unset($elements[$id]);
        } else {
            $elements[$id] = $element;
        }

        return new self($elements);
    }

    /**
     * @template T of Element
     *
     * @param class-string<T> $class
     *
     * @return array<string, T> by id
     */
    public function all(string $class): array
    {
        return array_filter($this->elements, static fn (Element $e): bool => $e instanceof $class);
    }

    public function tube(string $position): ?Tube
    {
        $element = $this->find($position);

        return $element instanceof Tube ? $element : null;
    }
}
