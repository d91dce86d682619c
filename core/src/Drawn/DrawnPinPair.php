<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** Two pins of a socket that must not be joined. */
final readonly class DrawnPinPair
{
    /**
     * @param string     $pins       as a test names them: `3-4`
     * @param string     $electrodes in words: `plate–screen`
     * @param float|null $ohms       that the circuit puts between them; null where it puts nothing there
     */
    public function __construct(public string $pins, public string $electrodes, public ?float $ohms)
    {
    }

    /** @return array{pins: string, electrodes: string, ohms: float|null} */
    public function toArray(): array
    {
        return ['pins' => $this->pins, 'electrodes' => $this->electrodes, 'ohms' => $this->ohms];
    }
}
