<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** ln(1 + eᶻ), the smooth knee that all tube equations here share; straight beyond ± 50 so that nothing overflows. */
final class Softplus
{
    /** @return array{float, float} its value and its slope, eᶻ/(1 + eᶻ) */
    public static function at(float $z): array
    {
        if ($z > 50.0) {
            return [$z, 1.0];
        }
        $e = exp($z > -50.0 ? $z : -50.0);

        return [log1p($e), $e / (1.0 + $e)];
    }
}
