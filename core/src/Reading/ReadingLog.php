<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Sheet\FittedChanges;

/** What was read on one unit so far, and how it stands now. */
final readonly class ReadingLog
{
    /**
     * @param array<string, list<TakenReading>> $readings  by point key, oldest first
     * @param float|null                        $warmSince from when warm-up counts, seconds since the epoch; null while nothing is on
     * @param FittedChanges                     $fitted    what this job changed on the unit, or found in it
     * @param float                             $now       seconds since the epoch
     */
    public function __construct(public array $readings, public Conditions $conditions, public ChassisState $state, public ?float $warmSince, public FittedChanges $fitted, public float $now)
    {
    }

    public function latest(string $key): ?TakenReading
    {
        $readings = $this->readings[$key] ?? [];

        return [] === $readings ? null : $readings[\count($readings) - 1];
    }
}
