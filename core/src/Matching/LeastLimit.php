<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** The smallest limit that is enough; every larger one is, too. */
final class LeastLimit
{
    /**
     * @param list<float>           $limits   one at least, smallest first; the last is enough
     * @param \Closure(float): bool $isEnough
     */
    public static function among(array $limits, \Closure $isEnough): float
    {
        [$low, $high] = [0, \count($limits) - 1];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($isEnough($limits[$middle])) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $limits[$low];
    }
}
