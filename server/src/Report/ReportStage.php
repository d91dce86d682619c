<?php

declare(strict_types=1);

namespace Yew\Server\Report;

/** How far the making of a report is. */
enum ReportStage: string
{
    case Waiting = 'waiting';
    case Gathering = 'gathering';
    case Typesetting = 'typesetting';
    case Ready = 'ready';
    case Failed = 'failed';
}
