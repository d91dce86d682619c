<?php

declare(strict_types=1);

namespace Yew\Server\Http;

/** Nothing can be kept: the disk is full. */
final class NoRoom extends \RuntimeException
{
    public function __construct()
    {
        parent::__construct('The disk of the data folder is full.');
    }
}
