<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Test\Check;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** One thing to do at a station: which test, on what, and whether it was done. */
final readonly class Step
{
    /**
     * @param bool        $optional only where there is reason to; never asked for before close-out
     * @param list<Check> $checks   what its figures should be about
     * @param string      $expects  what it should read, in words; empty where nothing says so
     */
    public function __construct(public TestKind $kind, public string $part, public string $subject = '', public ?TakenTest $done = null, public bool $optional = false, public array $checks = [], public string $expects = '')
    {
    }

    /**
     * The step with the newest trial of its kind and subject.
     *
     * @param list<Check> $checks
     */
    public static function of(TestRecord $tests, TestKind $kind, string $part, string $subject = '', bool $optional = false, array $checks = [], string $expects = ''): self
    {
        return new self($kind, $part, $subject, $tests->of($part)->latest($kind, $subject), $optional, $checks, $expects);
    }

    public function isOpen(): bool
    {
        return null === $this->done && !$this->optional;
    }
}
