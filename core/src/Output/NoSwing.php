<?php

declare(strict_types=1);

namespace Yew\Core\Output;

/** An output stage that comes to no rest at some drive. */
final class NoSwing extends \RuntimeException
{
    public static function at(float $drive): self
    {
        return new self(\sprintf('the output stage has no answer at %.1f V of drive', $drive));
    }
}
