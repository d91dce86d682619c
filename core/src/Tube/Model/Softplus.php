<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** ln(1 + eᶻ), the smooth knee that all tube equations here share; straight beyond ± 50 so that nothing overflows. */
final class Softplus
{
    public static function of(float $z): float
    {
        return $z > 50.0 ? $z : log(1.0 + exp(max($z, -50.0)));
    }

    /** Its slope, 1/(1 + e⁻ᶻ). */
    public static function slope(float $z): float
    {
        return $z > 50.0 ? 1.0 : 1.0 / (1.0 + exp(min(-$z, 50.0)));
    }
}
