<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** The fall of one bank after switching off, as it was taken down, with what it says. */
final readonly class BankFall
{
    /**
     * @param DecayPath|null $path  what discharged it; null where nobody knows
     * @param FallTrace|null $trace what a meter on the network kept of it
     */
    public function __construct(public TakenTest $test, public Reason $reason, private ?DecayPath $path, private ?FallTrace $trace)
    {
    }

    /** @return list<array{share: float, leastSeconds: float, mostSeconds: float|null}> in which it belongs, to be drawn */
    public function band(): array
    {
        return $this->path?->band() ?? [];
    }

    /** @return list<array{seconds: float, volts: float}> what the meter kept, to be drawn */
    public function trace(): array
    {
        return $this->trace?->drawn() ?? [];
    }

    /** @return list<array{seconds: float, volts: float}> what there is of it: the trace, else the hand’s two readings */
    public function points(): array
    {
        $trace = $this->trace();

        return [] !== $trace ? $trace : [['seconds' => 0.0, 'volts' => $this->test->value('startVolts') ?? 0.0], ['seconds' => $this->test->value('seconds') ?? 0.0, 'volts' => $this->test->value('volts') ?? 0.0]];
    }
}
