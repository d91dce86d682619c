<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** One pin of a socket. */
final readonly class SocketPin
{
    /**
     * @param string      $tube      position of the socket
     * @param string|null $electrode what the tube in it has there, its halves not told apart; null where that was not asked
     */
    public function __construct(public string $tube, public int $pin, public ?string $electrode = null)
    {
    }
}
