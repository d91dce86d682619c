<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** What an AC meter makes its figure of. */
enum Detector: string
{
    case TrueRms = 'true-rms';
    /** The mean of the rectified wave, shown as if it were a sine: any other wave is misread. */
    case Average = 'average';
}
