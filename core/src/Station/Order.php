<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** Work on one part that was ordered: by the owner’s yes, or by the shop on its own account with its reason. */
final readonly class Order
{
    /**
     * @param string $station that tests the part; empty for work of no part that a board has
     * @param string $text    what is done, in the estimate’s words
     * @param string $opening what must be open for it, in words; empty for nothing
     * @param string $why     of the shop’s own order; empty where the owner said yes
     */
    public function __construct(public string $part, public string $station, public string $text, public string $opening = '', public string $why = '')
    {
    }

    /** The same as the boards say it: what is to be done at a tube position by the station of the sockets is done to the socket. */
    public static function on(string $part, string $station, string $text, string $opening = '', string $why = ''): self
    {
        return new self('resistors' === $station && 1 === preg_match('/^V\d+[A-Za-z]?$/D', $part) ? Renewal::ofSocket($part) : $part, $station, $text, $opening, $why);
    }
}
