<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

/** What one tap of an output transformer tells. */
final readonly class TapRatio
{
    /**
     * @param string $tap           as it is called: `8`
     * @param float  $ohms          nominal load
     * @param float  $ratio         turns of the whole primary over the tap’s
     * @param float  $impedanceOhms that the nominal load reflects to the primary
     * @param float  $bandOhms      half of its 95 % band
     */
    public function __construct(public string $tap, public float $ohms, public float $ratio, public float $impedanceOhms, public float $bandOhms)
    {
    }

    /** @return array{tap: string, ohms: float, ratio: float, impedanceOhms: float, bandOhms: float} */
    public function toArray(): array
    {
        return ['tap' => $this->tap, 'ohms' => $this->ohms, 'ratio' => $this->ratio, 'impedanceOhms' => $this->impedanceOhms, 'bandOhms' => $this->bandOhms];
    }
}
