<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Sheet\SocketPin;
use Yew\Core\Station\ItemDetail;

/** Where a resistor stands, and what it should read there. */
final readonly class ResistorDetail implements ItemDetail
{
    public function __construct(private DrawnResistor $drawn, private float $expectedOhms)
    {
    }

    public function kind(): string
    {
        return 'resistor';
    }

    public function toArray(): array
    {
        $pins = array_map(static fn (SocketPin $p): string => \sprintf('%s pin %d %s', $p->tube, $p->pin, $p->electrode), \array_slice($this->drawn->pins, 0, 2));

        return [
            'where' => implode(', ', $pins), 'between' => [$this->drawn->a, $this->drawn->b], 'mate' => $this->drawn->mate, 'expectedText' => Engineering::text($this->expectedOhms, 'Ω'),
            'inCircuit' => null !== $this->drawn->inCircuitOhms, 'watts' => $this->drawn->watts, 'ratedWatts' => $this->drawn->ratedWatts,
        ];
    }
}
