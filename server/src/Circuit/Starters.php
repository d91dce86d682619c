<?php

declare(strict_types=1);

namespace Yew\Server\Circuit;

use Yew\Core\Codec\Fields;

/** Textbook circuits to begin a sheet from, where nobody has a drawing of the amplifier. */
final readonly class Starters
{
    /** More than anybody looks through. */
    private const MOST = 50;

    public function __construct(private string $root)
    {
    }

    /** @return list<array{id: string, name: string, says: string, lines: string}> */
    public function all(): array
    {
        $data = Fields::of(json_decode((string) file_get_contents($this->root.'/core/data/starters.json'), true, 8, \JSON_THROW_ON_ERROR));

        return array_map(static fn (Fields $s): array => ['id' => $s->string('id', 60), 'name' => $s->string('name', 80), 'says' => $s->string('says', 300), 'lines' => $s->string('lines', 4000)], $data->objects('starters', self::MOST));
    }
}
