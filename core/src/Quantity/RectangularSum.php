<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** The spread of a sum of independent, equally distributed errors: the convolution of their rectangles, in closed form. */
final class RectangularSum
{
    /** Beyond this many rectangles the closed form cancels too much; the narrowest are then added as one, which errs to the wide side. */
    private const MOST = 8;

    /** A rectangle this much narrower than the whole changes nothing that is shown. */
    private const NEGLIGIBLE = 2e-3;

    /**
     * Half width of the symmetric band that holds the given share of the sum's distribution.
     *
     * The distribution function of a sum of n rectangles of half widths a is
     * F(x) = Σ over signs s of Π s · max(0, x + Σ s·a)^n / (n! · 2^n · Π a), a spline of degree n; it is solved by bisection.
     *
     * @param list<float> $halfWidths of the rectangles, all in one unit, not negative
     * @param float       $share      between 0 and 1
     */
    public static function halfWidth(array $halfWidths, float $share): float
    {
        rsort($halfWidths);
        $total = array_sum($halfWidths);
        if ($total <= 0.0) {
            return 0.0;
        }
        $wide = array_values(array_filter($halfWidths, static fn (float $w): bool => $w > self::NEGLIGIBLE * $total));
        if (\count($wide) > self::MOST) {
            $wide = [...\array_slice($wide, 0, self::MOST - 1), array_sum(\array_slice($wide, self::MOST - 1))];
        }
        $spread = array_sum($wide);
        if (1 === \count($wide)) {
            return $share * $spread;
        }
        $corners = self::corners($wide);
        $scale = 1.0;
        foreach ($wide as $i => $width) {
            $scale *= 2 * $width * ($i + 1);
        }
        // By symmetry the upper tail beyond x is F(−x): only the corners left of −x count, and little cancels there.
        $tail = (1 - $share) / 2 * $scale;
        $degree = \count($wide);
        $low = 0.0;
        $high = $spread;
        for ($i = 0; $i < 40; ++$i) {
            $middle = ($low + $high) / 2;
            $sum = 0.0;
            foreach ($corners as [$sign, $reach]) {
                if ($reach > $middle) {
                    $sum += $sign * ($reach - $middle) ** $degree;
                }
            }
            if ($sum > $tail) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }

        return $high;
    }

    /**
     * @param list<float> $widths
     *
     * @return list<array{float, float}> the product of the signs and the signed sum, for every choice of signs
     */
    private static function corners(array $widths): array
    {
        $corners = [[1.0, 0.0]];
        foreach ($widths as $width) {
            $next = [];
            foreach ($corners as [$sign, $reach]) {
                $next[] = [$sign, $reach + $width];
                $next[] = [-$sign, $reach - $width];
            }
            $corners = $next;
        }

        return $corners;
    }
}
