<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Station\Step;

/** One stop of the walk round the amplifier. */
final readonly class LookItem
{
    /**
     * @param 'mains'|'fuse'|'tube'|'can'|'area'|'date' $group
     * @param list<Step>                                $steps
     */
    public function __construct(public string $part, public string $group, public string $detail, public array $steps)
    {
    }
}
