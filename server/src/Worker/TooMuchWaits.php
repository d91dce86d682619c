<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

/** More of the same was asked for than anybody can be waiting for. */
final class TooMuchWaits extends \RuntimeException
{
}
