<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

/** A tube of the drawer as somebody asks for it by its label, with the socket that it stands in. */
final readonly class LabelledTube
{
    /**
     * @param string|null $unitId   of the amplifier that it stands in; null where it lies in the drawer
     * @param string      $unitName for the sentence: “Lantern 30 L30-0412”
     */
    public function __construct(public string $label, public string $type, public TubeState $state, public ?string $unitId = null, public ?string $position = null, public string $unitName = '')
    {
    }

    public function standsAt(string $unitId, string $position): bool
    {
        return $this->unitId === $unitId && $this->position === $position;
    }
}
