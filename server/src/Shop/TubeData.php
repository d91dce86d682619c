<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Yew\Core\Tube\TubeCatalogue;

/** Reads the tube data file for core, which reads no files. */
final readonly class TubeData
{
    public function __construct(private string $root)
    {
    }

    public function catalogue(): TubeCatalogue
    {
        $data = json_decode((string) file_get_contents($this->root.'/core/data/tubes.json'), true, 16, \JSON_THROW_ON_ERROR);

        return TubeCatalogue::open(\is_array($data) ? $data : []);
    }
}
