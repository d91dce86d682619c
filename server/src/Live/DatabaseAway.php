<?php

declare(strict_types=1);

namespace Yew\Server\Live;

/** PostgreSQL does not answer, or went away in the middle. */
final class DatabaseAway extends \RuntimeException
{
}
