<?php

declare(strict_types=1);

/** @param list<float> $values */
function quantile(array $values, float $share): float
{
    sort($values);

    return $values[(int) min(count($values) - 1, floor($share * count($values)))];
}

/** @param list<float> $milliseconds */
function report(string $what, array $milliseconds, string $aim): void
{
    printf("%-44s n=%-4d p50 %6.1f ms   p95 %6.1f ms   (aim: %s)\n", $what, count($milliseconds), quantile($milliseconds, 0.5), quantile($milliseconds, 0.95), $aim);
}
