<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Yew\Server\Worker\Computation;
use Yew\Server\Worker\LongWork;
use Yew\Server\Worker\Progress;

/** The making of a report: nobody waits at a blank page for a long one. */
final readonly class ReportWork implements LongWork
{
    public const KIND = 'report';

    public function __construct(private Reports $reports)
    {
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function run(Computation $asked, Progress $progress): void
    {
        $this->reports->make($asked, $progress);
    }
}
