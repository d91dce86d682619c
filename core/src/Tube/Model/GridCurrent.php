<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** Current into a control grid: the 3/2-power law of a diode with a soft start around zero volts. */
final readonly class GridCurrent
{
    /** Width of the soft start, volts: contact potential and initial velocities (our choice). */
    public const KNEE_VOLTS = 0.1;

    /** @param float $perveance amperes at one volt positive */
    public function __construct(public float $perveance)
    {
    }

    /** @return array{float, float} amperes into the grid and its slope, siemens */
    public function at(float $gridVolts): array
    {
        $z = $gridVolts / self::KNEE_VOLTS;
        if ($z < -20.0) {
            return [0.0, 0.0];
        }
        [$soft, $slope] = Softplus::at($z);
        $volts = self::KNEE_VOLTS * $soft;
        $root = sqrt($volts);

        return [$this->perveance * $volts * $root, $this->perveance * 1.5 * $root * $slope];
    }
}
