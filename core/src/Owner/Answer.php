<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

/** What the owner says to a line. */
enum Answer: string
{
    case Yes = 'yes';
    case No = 'no';
    case Later = 'later';
}
