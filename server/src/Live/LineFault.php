<?php

declare(strict_types=1);

namespace Yew\Server\Live;

/** What is wrong with an instrument or its line, to go on after its name. */
final class LineFault extends \RuntimeException
{
}
