<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

/** An instrument's answer that cannot be trusted: its line is closed and nothing is read. The message goes on from its name. */
final class AnswerFault extends \RuntimeException
{
}
