<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

use Yew\Core\Codec\BadData;

/**
 * Where an instrument answers: an address of the shop's own network or of this machine, never one of the world outside (RFC 1918, 4193,
 * 3927, 4291 §2.5.3 and §2.5.6). A name is resolved once, when it is entered; what counts from then on is the number.
 */
final readonly class NetworkAddress
{
    /** Ports below are the machine's own services. */
    private const LEAST_PORT = 1024;
    /** Instruments that speak below it (telnet of old ones). */
    private const OLD_PORTS = [23];

    private function __construct(public string $number, public int $port)
    {
    }

    /** @throws BadData */
    public static function of(string $number, int $port, string $path = 'address'): self
    {
        $packed = false !== filter_var($number, \FILTER_VALIDATE_IP) ? inet_pton($number) : false;
        if (false === $packed) {
            throw BadData::at($path, \sprintf('“%s” is no address', mb_substr($number, 0, 60)));
        }
        // An IPv4 address in IPv6's clothes is what it is inside.
        if (16 === \strlen($packed) && str_starts_with($packed, str_repeat("\0", 10)."\xff\xff")) {
            $packed = substr($packed, 12);
        }
        if (!self::isNear($packed)) {
            throw BadData::at($path, \sprintf('%s is not an address of this machine or of the shop’s own network', $number));
        }
        if (($port < self::LEAST_PORT && !\in_array($port, self::OLD_PORTS, true)) || $port > 65535) {
            throw BadData::at('port', \sprintf('%d is no port of an instrument', $port));
        }

        return new self((string) inet_ntop($packed), $port);
    }

    /** As a socket is opened: `[::1]:5025`. */
    public function text(): string
    {
        return (str_contains($this->number, ':') ? '['.$this->number.']' : $this->number).':'.$this->port;
    }

    private static function isNear(string $packed): bool
    {
        [$a, $b] = [\ord($packed[0]), \ord($packed[1])];
        if (4 === \strlen($packed)) {
            return 127 === $a || 10 === $a || (172 === $a && $b >= 16 && $b <= 31) || (192 === $a && 168 === $b) || (169 === $a && 254 === $b);
        }

        return str_repeat("\0", 15)."\1" === $packed || 0xFC === ($a & 0xFE) || (0xFE === $a && 0x80 === ($b & 0xC0));
    }
}
