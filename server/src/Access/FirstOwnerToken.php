<?php

declare(strict_types=1);

namespace Yew\Server\Access;

/** The one-time token that lets someone become the first owner of an empty shop. */
final class FirstOwnerToken
{
    public static function file(string $stateDir): string
    {
        return $stateDir.'/first-owner-token';
    }
}
