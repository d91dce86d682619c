<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

final readonly class SupplyNode
{
    /**
     * @param string|null $fedFrom node above it in the supply tree; null for the first of a bank
     * @param string|null $through part that joins the two
     */
    public function __construct(
        public string $id,
        public string $name,
        public ?string $fedFrom,
        public ?string $through,
        public bool $regulated,
        public ?string $channel,
    ) {
    }
}
