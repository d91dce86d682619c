<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Quantity\Quantity;

/** Of several tests of a capacitor the figure that counts. */
final readonly class CountingFigure
{
    /** @param bool $lifted taken on the isolated part */
    public function __construct(public Quantity $figure, public bool $lifted)
    {
    }
}
