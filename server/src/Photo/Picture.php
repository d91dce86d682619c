<?php

declare(strict_types=1);

namespace Yew\Server\Photo;

/** A picture made anew from what was sent: nothing of the sender's file but what can be seen. */
final readonly class Picture
{
    public function __construct(public string $full, public string $thumb, public int $width, public int $height, public ?string $said)
    {
    }
}
