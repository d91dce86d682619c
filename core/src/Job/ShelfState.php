<?php

declare(strict_types=1);

namespace Yew\Core\Job;

/** How a job stands in the shop (REC-3). */
enum ShelfState: string
{
    case OnTheBench = 'on-the-bench';
    case OwnersWord = 'owners-word';
    case Parts = 'parts';
    case Soaking = 'soaking';
    case Ready = 'ready';
    case Collected = 'collected';
}
