<?php

declare(strict_types=1);

namespace Yew\Core\Codec;

/** Data from outside that cannot be read: carries the path of the fault and a sentence a technician understands. */
final class BadData extends \DomainException
{
    private function __construct(public readonly string $path, public readonly string $sentence)
    {
        parent::__construct(('' === $path ? '' : $path.': ').$sentence);
    }

    public static function at(string $path, string $sentence): self
    {
        return new self($path, $sentence);
    }
}
