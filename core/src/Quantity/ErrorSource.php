<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/**
 * One reason why a figure may be off, taken as equally likely anywhere within ± half width.
 *
 * Equal ids are the same error: one meter's gain error in two readings cancels in their ratio.
 */
final readonly class ErrorSource
{
    /**
     * @param float $halfWidth   of the rectangular distribution, in the source's own unit
     * @param float $sensitivity change of the figure per unit of the source
     */
    public function __construct(public string $id, public float $halfWidth, public float $sensitivity = 1.0)
    {
    }
}
