<?php

declare(strict_types=1);

namespace Yew\Core\History;

use Yew\Core\Job\Cause;
use Yew\Core\Job\OpenEnd;

/** One earlier job of an amplifier, as far as it speaks to the next one (REC-6). */
final readonly class Visit
{
    /**
     * @param float                                   $at       booked in, seconds since the epoch
     * @param float|null                              $left     when it was collected; null where it was not
     * @param Cause|null                              $cause    as it was said last
     * @param list<OpenEnd>                           $openEnds that nobody closed
     * @param list<array{text: string, says: string}> $declined lines of the estimate to which the owner said no or later
     * @param list<string>                            $fuses    places where one was found blown, bridged or missing
     */
    public function __construct(
        public string $tag,
        public float $at,
        public ?float $left,
        public string $complaint,
        public ?Cause $cause = null,
        public array $openEnds = [],
        public array $declined = [],
        public array $fuses = [],
    ) {
    }
}
