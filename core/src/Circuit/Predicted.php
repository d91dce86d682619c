<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

/** What the model says of one place. */
final readonly class Predicted
{
    /**
     * @param float|null $volts      against chassis; null where nothing but leakage decides
     * @param float      $sourceOhms what a meter's own resistance forms a divider with (COND-4)
     * @param float      $deviation  standard deviation over healthy units, volts
     */
    public function __construct(public ?float $volts, public float $sourceOhms, public float $deviation)
    {
    }
}
