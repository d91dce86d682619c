<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

/** Where a physical tube stands in its life (TUBE-2). */
enum TubeState: string
{
    case New = 'new';
    case PulledGood = 'pulled-good';
    /** Taken out of an amplifier, and nobody has said since how it is. */
    case Pulled = 'pulled';
    /** In a socket: nobody says so, the amplifier's own record does. */
    case Fitted = 'fitted';
    /** Worn but safe: a suspect amplifier is tried with it (TUBE-6). */
    case Worn = 'worn';
    case Scrapped = 'scrapped';

    /** Whether a person may say so: fitted and pulled follow from the sockets. */
    public function mayBeSaid(): bool
    {
        return self::Fitted !== $this && self::Pulled !== $this;
    }

    /** Whether it may go into a socket. */
    public function mayBeFitted(): bool
    {
        return self::Scrapped !== $this && self::Fitted !== $this;
    }

    /** Whether it is chosen from when a set is matched. */
    public function isStock(): bool
    {
        return self::New === $this || self::PulledGood === $this;
    }
}
