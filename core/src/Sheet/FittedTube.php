<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** The tube that stands in a socket, as far as somebody said. */
final readonly class FittedTube
{
    /**
     * @param string|null              $type  designation as said or drawn; null where nobody said and nothing is drawn
     * @param 'drawn'|'found'|'fitted' $how   drawn: nobody has read the glass
     * @param string|null              $label of the physical tube; null where it has none
     */
    public function __construct(public ?string $type, public string $how, public ?string $label = null)
    {
    }
}
