<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** The tube types that this installation knows, from core/data/tubes.json; passed in, never read here. A type is decoded when asked for. */
final class TubeCatalogue
{
    /** @var array<int, TubeType> decoded so far, by index */
    private array $types = [];

    /**
     * @param array<string, int> $items index among the types by exact designation, suffix included
     * @param list<Fields>       $raw
     * @param array<string, int> $bases pin count by base name
     */
    private function __construct(public readonly string $version, private readonly array $items, private readonly array $raw, private readonly array $bases)
    {
    }

    /**
     * Decodes and checks every type.
     *
     * @param array<mixed> $data the tube data file
     *
     * @throws BadData
     */
    public static function decode(array $data): self
    {
        $catalogue = self::open($data);
        foreach ($catalogue->names() as $name) {
            $catalogue->find($name);
        }

        return $catalogue;
    }

    /**
     * For data that was checked before: a request asks for a few types of many.
     *
     * @param array<mixed> $data the tube data file
     *
     * @throws BadData where its frame is at fault
     */
    public static function open(array $data): self
    {
        $fields = Fields::of($data, 'tubes');
        if ('tubes/1' !== $fields->string('format')) {
            throw $fields->fault('format', 'tubes/1 belongs here');
        }
        $version = $fields->string('version');
        $bases = $items = [];
        $baseFields = $fields->object('bases');
        foreach ($baseFields->names() as $name) {
            $bases[$name] = (int) $baseFields->number($name, 2, 14);
        }
        $raw = $fields->objects('types');
        foreach ($raw as $i => $item) {
            foreach ([$item->string('type'), ...$item->strings('alsoKnownAs')] as $name) {
                $items[$name] = $i;
            }
        }
        $fields->done();

        return new self($version, $items, $raw, $bases);
    }

    /** @throws BadData when the data of this type is at fault */
    public function find(string $name): ?TubeType
    {
        $item = $this->items[$name] ?? null;

        return null === $item ? null : $this->types[$item] ??= TubeTypeCodec::decode($this->raw[$item], $this->bases);
    }

    /**
     * What a name may mean: the type that is called exactly so, else every one that has it before its suffix (BIAS-2).
     *
     * @return list<TubeType>
     */
    public function candidates(string $name): array
    {
        $exact = $this->find($name);
        if (null !== $exact || '' === $name) {
            return null === $exact ? [] : [$exact];
        }
        $types = [];
        foreach ($this->names() as $known) {
            if (1 === preg_match('/^'.preg_quote($name, '/').'[A-Z-]/', $known)) {
                $types[$this->items[$known]] ??= $this->find($known);
            }
        }

        return array_values(array_filter($types, static fn (?TubeType $t): bool => null !== $t));
    }

    /** @return list<TubeType> each once, whatever else it is called */
    public function types(): array
    {
        return array_map(fn (int $item): TubeType => $this->types[$item] ??= TubeTypeCodec::decode($this->raw[$item], $this->bases), array_keys($this->raw));
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->items));
    }

    public function pinCount(string $base): int
    {
        return $this->bases[$base] ?? 8;
    }
}
