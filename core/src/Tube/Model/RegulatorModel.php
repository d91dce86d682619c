<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** A voltage-regulator tube that glows: its burning volts plus a small slope, nothing below (soft over a tenth of a volt). */
final readonly class RegulatorModel
{
    public const KNEE_VOLTS = 0.1;

    public function __construct(public float $burningVolts, public float $slopeOhms)
    {
    }

    /** @return array{float, float} amperes from anode to cathode and its slope, siemens */
    public function at(float $volts): array
    {
        $z = ($volts - $this->burningVolts) / self::KNEE_VOLTS;
        [$soft, $slope] = Softplus::at($z);

        return [self::KNEE_VOLTS * $soft / $this->slopeOhms, $slope / $this->slopeOhms];
    }
}
