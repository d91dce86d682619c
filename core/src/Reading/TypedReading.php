<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Quantity\ReadingKind;

/** A reading as it was typed, in volts. */
final readonly class TypedReading
{
    /**
     * @param string      $id         makes this reading's rounding error its own
     * @param float       $volts      the value; the limit for above and below; ignored for overload
     * @param float       $resolution worth of the last digit typed, volts
     * @param list<float> $tapped     all values seen while tapping (JUDGE-7), empty when it stood still
     */
    public function __construct(public string $id, public ReadingKind $kind, public float $volts, public float $resolution, public array $tapped = [])
    {
    }

    public function at(float $volts): self
    {
        return new self($this->id, ReadingKind::Value, $volts, $this->resolution);
    }
}
