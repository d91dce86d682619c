<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Codec\BadData;

/** Every test that the stations bring, by name: an unknown one is refused, never judged as another. */
final readonly class TestCatalogue
{
    /** @var array<string, TestKind> by name */
    private array $kinds;

    public function __construct(TestKind ...$kinds)
    {
        $all = [];
        foreach ($kinds as $kind) {
            $all[$kind->name()] = isset($all[$kind->name()]) ? throw new \LogicException(\sprintf('two tests are called %s', $kind->name())) : $kind;
        }
        $this->kinds = $all;
    }

    public function find(string $name): ?TestKind
    {
        return $this->kinds[$name] ?? null;
    }

    /** @throws BadData for a name that no station brings */
    public function get(string $name): TestKind
    {
        return $this->kinds[$name] ?? throw BadData::at('test', \sprintf('no station has a test called “%s”', mb_substr($name, 0, 40)));
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->kinds));
    }
}
