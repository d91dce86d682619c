<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The fall of one bank after switching off, as it was taken down, with the band in which it belongs. */
final readonly class BankFall
{
    /**
     * @param list<array{share: float, leastSeconds: float, mostSeconds: float|null}> $band
     * @param list<array{seconds: float, volts: float}>                               $trace what a meter on the network kept of it
     */
    public function __construct(public TakenTest $test, public Reason $reason, public array $band, public array $trace)
    {
    }

    /** @return list<array{seconds: float, volts: float}> what there is of it: the trace, else the hand’s two readings */
    public function points(): array
    {
        return [] !== $this->trace ? $this->trace : [['seconds' => 0.0, 'volts' => $this->test->value('startVolts') ?? 0.0], ['seconds' => $this->test->value('seconds') ?? 0.0, 'volts' => $this->test->value('volts') ?? 0.0]];
    }
}
