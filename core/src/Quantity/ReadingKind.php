<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** What a typed figure says: a value, a bound that the meter could not pass, or overload. */
enum ReadingKind: string
{
    case Value = 'value';
    case Above = 'above';
    case Below = 'below';
    case Overload = 'overload';
    case Intermittent = 'intermittent';
}
