<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;

/** A kind of entry on the tape. Its schema and its words are the server's; docs/stations.md says how one is added. */
interface EntryKind
{
    /** The name that the tape keeps; never changed, whatever the thing is called later. */
    public function name(): string;

    /** Whether it says something of one unit, and nothing without it. */
    public function ofOneUnit(): bool;

    /** Whether a correction may take it back as a whole; then it counts nowhere. */
    public function canBeTakenBack(): bool;

    /**
     * What a person sent, understood on the bench as it was then.
     *
     * @param array<string, mixed> $payload that fits the schema
     *
     * @throws CannotRead when a text cannot be read as a figure
     * @throws BadData    when it does not fit otherwise
     */
    public function read(array $payload, Bench $then): Statement;

    /**
     * What the tape holds, as it was understood when it was taken: never read anew by a later grammar.
     *
     * @param array<string, mixed> $payload as toArray() of the statement gave it, by this version or an earlier one
     *
     * @throws BadData
     */
    public function kept(array $payload): Statement;
}
