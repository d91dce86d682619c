<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Tube;

use Yew\Core\Tube\TubeCatalogue;

/** The tube data that ships with the application. */
final class ShippedTubes
{
    private static ?TubeCatalogue $catalogue = null;

    public static function catalogue(): TubeCatalogue
    {
        $data = json_decode((string) file_get_contents(__DIR__.'/../../data/tubes.json'), true);

        return self::$catalogue ??= TubeCatalogue::decode(\is_array($data) ? $data : []);
    }
}
