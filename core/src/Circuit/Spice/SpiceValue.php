<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

/** Numbers as SPICE writes them: `4.7k`, `22uF`, `1meg`; letters behind the scale are units and say nothing. */
final class SpiceValue
{
    private const SCALES = ['t' => 1e12, 'g' => 1e9, 'meg' => 1e6, 'k' => 1e3, 'mil' => 25.4e-6, 'm' => 1e-3, 'u' => 1e-6, 'n' => 1e-9, 'p' => 1e-12, 'f' => 1e-15];

    /** Null for what is no number: an expression, a parameter. */
    public static function parse(string $text): ?float
    {
        if (1 !== preg_match('/^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)([a-zµ]*)$/i', strtolower($text), $m)) {
            return null;
        }
        $value = (float) $m[1];
        foreach (self::SCALES as $letters => $scale) {
            if (str_starts_with(str_replace('µ', 'u', $m[2]), $letters)) {
                return is_finite($value * $scale) ? $value * $scale : null;
            }
        }

        return is_finite($value) ? $value : null;
    }
}
