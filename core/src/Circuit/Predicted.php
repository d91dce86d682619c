<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

/** What the model says of one place. */
final readonly class Predicted
{
    /**
     * @param float|null $volts      against chassis; null where there is none to be said
     * @param float      $sourceOhms what a meter's own resistance forms a divider with (COND-4)
     * @param float      $deviation  standard deviation over healthy units, volts
     * @param string     $obstacle   why there are no volts: `floating`, where nothing but leakage decides, or `cannot-solve`
     */
    public function __construct(public ?float $volts, public float $sourceOhms, public float $deviation, public string $obstacle = 'floating')
    {
    }
}
