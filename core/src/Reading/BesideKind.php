<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

enum BesideKind: string
{
    /** The other channel, the other tube of the pair: another place of the same unit. */
    case Sister = 'sister';
    /** The same place of another unit on the job. */
    case OtherUnit = 'other-unit';
    case LastVisit = 'last-visit';
}
