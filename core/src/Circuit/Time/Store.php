<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

/** A capacitor or choke as it is walked through time: a conductance with a source that remembers (its companion). */
final readonly class Store
{
    /**
     * @param bool                      $isChoke henries behind ohms, instead of farads
     * @param float                     $value   farads or henries
     * @param float                     $ohms    of a choke's wire
     * @param array{int, int, int, int} $slots   (a,a), (a,b), (b,a), (b,b)
     */
    public function __construct(public string $id, public int $a, public int $b, public bool $isChoke, public float $value, public float $ohms, public array $slots)
    {
    }

    /** Siemens that stand for it in a stage of this many seconds, over those that stand for it at rest. */
    public function siemens(float $seconds): float
    {
        return $this->isChoke ? $this->branch($seconds) - 1.0 / $this->ohms : $this->value / $seconds;
    }

    /** Amperes that it drives from b to a beside them, holding this: volts of a capacitor, amperes of a choke. */
    public function drive(float $seconds, float $held): float
    {
        return $this->isChoke ? -$this->branch($seconds) * $this->value / $seconds * $held : $this->value / $seconds * $held;
    }

    /** What it holds after a stage that ends with these volts across it. */
    public function after(float $seconds, float $held, float $volts): float
    {
        return $this->isChoke ? $this->branch($seconds) * ($volts + $this->value / $seconds * $held) : $volts;
    }

    private function branch(float $seconds): float
    {
        return 1.0 / ($this->ohms + $this->value / $seconds);
    }
}
