<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** The tube types that this installation knows, decoded from core/data/tubes.json; passed in, never read here. */
final readonly class TubeCatalogue
{
    /**
     * @param array<string, TubeType> $types by exact designation, suffix included
     * @param array<string, int>      $bases pin count by base name
     */
    private function __construct(public string $version, private array $types, private array $bases)
    {
    }

    /**
     * @param array<mixed> $data the decoded tube data file
     *
     * @throws BadData
     */
    public static function decode(array $data): self
    {
        $fields = Fields::of($data, 'tubes');
        if ('tubes/1' !== $fields->string('format')) {
            throw $fields->fault('format', 'tubes/1 belongs here');
        }
        $version = $fields->string('version');
        $bases = [];
        $baseFields = $fields->object('bases');
        foreach ($baseFields->names() as $name) {
            $bases[$name] = (int) $baseFields->number($name, 2, 14);
        }
        $types = [];
        foreach ($fields->objects('types') as $item) {
            $type = TubeTypeCodec::decode($item, $bases);
            foreach ([$type->name, ...$item->strings('alsoKnownAs')] as $name) {
                $types[$name] = $type;
            }
        }
        $fields->done();

        return new self($version, $types, $bases);
    }

    public function find(string $name): ?TubeType
    {
        return $this->types[$name] ?? null;
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->types));
    }

    public function pinCount(string $base): int
    {
        return $this->bases[$base] ?? 8;
    }
}
