<?php

declare(strict_types=1);

namespace Yew\Server\Access;

use Yew\Server\Http\Refused;

/** What a password must be: long, and nothing else (NIST SP 800-63B asks for no mixture of characters; ten is our choice above its eight). */
final class Password
{
    private const LEAST = 10;
    public const MOST = 200;

    public static function check(string $password): void
    {
        if (mb_strlen($password) < self::LEAST) {
            throw Refused::badData('password', 'at least ten characters');
        }
    }
}
