<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Codec\BadData;

/**
 * A computation that a person can ask for, in its one documented JSON form (contract §9).
 *
 * Schemas: docs/formats/compute/NAME.in.json and NAME.out.json.
 */
interface ComputeForm
{
    /** Name and version, e.g. `judge-reading/1`. */
    public function name(): string;

    /** One line for the listing. */
    public function summary(): string;

    /**
     * @param array<mixed> $in decoded input
     *
     * @return array<string, mixed>
     *
     * @throws BadData with the path of the fault
     */
    public function run(array $in): array;
}
