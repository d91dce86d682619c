<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** The way through the circuit from where a pin is fed to the pin. */
final readonly class DrawnPath
{
    /** @param float|null $ohms everything cold; null where nothing should join them */
    public function __construct(public string $from, public string $to, public string $electrode, public ?float $ohms)
    {
    }

    /** What a test of it is about. */
    public function subject(): string
    {
        return $this->from.'→'.$this->to;
    }

    /** @return array{from: string, to: string, electrode: string, ohms: float|null} */
    public function toArray(): array
    {
        return ['from' => $this->from, 'to' => $this->to, 'electrode' => $this->electrode, 'ohms' => $this->ohms];
    }
}
