<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** Ids of places (contract §2): `V3.5`, `C12/b`, `R7`, `T1/sec2` or a node id. */
final class Place
{
    public const PATTERN = '/^[A-Za-z][A-Za-z0-9]*(?:[.\/+-][A-Za-z0-9]+)*$/';

    public static function isValid(string $place): bool
    {
        return \strlen($place) <= 40 && 1 === preg_match(self::PATTERN, $place);
    }

    /** The socket pin that a place names; null for other places. */
    public static function pin(string $place): ?SocketPin
    {
        return 1 === preg_match('/^(V\d+[A-Za-z]?)\.(\d{1,2})$/', $place, $m) ? new SocketPin($m[1], (int) $m[2]) : null;
    }

    /** @return string the place of a socket pin: `V3.5` */
    public static function ofPin(string $position, int $pin): string
    {
        return $position.'.'.$pin;
    }
}
