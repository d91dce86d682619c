<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** A part that must be looked at because of what was found at another one (TUBE-5, CAP-4). */
final readonly class Consequence
{
    /**
     * @param string $part    as the boards name it
     * @param string $station where it is tested
     * @param string $because part whose fault asks for it
     */
    public function __construct(public string $part, public string $station, public string $because)
    {
    }
}
