<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Sheet\Sheet;

/**
 * What a sheet may say that is only of a similar circuit: at most *watch*, and of the drawing first.
 *
 * Ratings, polarity, what a meter finds at a grid, and whatever means danger hold in any circuit, and stay as they are.
 */
final class SimilarCircuit
{
    /** Reasons that rest on the drawing alone. */
    private const ON_THE_DRAWING = ['low', 'high', 'bias-cold', 'above-window', 'below-window'];

    public static function capped(Judgement $judgement, ?Sheet $sheet): Judgement
    {
        return Sheet::SIMILAR === $sheet?->trust && Verdict::Out === $judgement->verdict && \in_array($judgement->reasonCode, self::ON_THE_DRAWING, true)
            ? $judgement->because(Verdict::Watch, 'similar-'.$judgement->reasonCode)
            : $judgement;
    }
}
