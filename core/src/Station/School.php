<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** The three ways of deciding on old capacitors, all in use (CAP-8). */
enum School: string
{
    case AgeFirst = 'age-first';
    case MeasureFirst = 'measure-first';
    case LabourFirst = 'labour-first';

    /** From this age on electrolytics go, years: the lower of the 20 to 25 that are said (common practice). */
    public const OLD_YEARS = 20;
}
