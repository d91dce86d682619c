<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Block;

/** A supply node that a block makes. */
final readonly class Rail
{
    /**
     * @param string|null $fedFrom   the rail above it; null for the first of a bank
     * @param string|null $through   part that joins the two
     * @param bool        $regulated a regulator holds it
     * @param string|null $behind    standby opens it: `ac` or `dc`
     */
    public function __construct(public string $id, public string $name, public ?string $fedFrom, public ?string $through, public bool $regulated = false, public ?string $channel = null, public ?string $behind = null)
    {
    }
}
