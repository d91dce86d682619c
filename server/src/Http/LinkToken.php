<?php

declare(strict_types=1);

namespace Yew\Server\Http;

/** The secret in a link that lets somebody in without a sign-in: told once, and kept nowhere but as what it hashes to. */
final class LinkToken
{
    private const BYTES = 32;

    /** @return string 43 characters that an address takes as they are */
    public static function make(): string
    {
        return rtrim(strtr(base64_encode(random_bytes(self::BYTES)), '+/', '-_'), '=');
    }

    /** @return string what is kept of it, 64 hexadecimal digits */
    public static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}
