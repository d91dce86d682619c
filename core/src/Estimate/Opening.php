<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/** What must be opened to reach parts, a board or a side of the chassis, with the minutes that opening and closing take once (REC-2). */
final readonly class Opening
{
    public function __construct(public string $id, public int $minutes)
    {
    }
}
