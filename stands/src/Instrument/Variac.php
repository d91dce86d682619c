<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

use Yew\Stands\Amplifier\BenchUnit;

/** A variac with a motor: it goes where its dial is sent, and says where its dial stands, not what it gives. */
final class Variac implements Instrument
{
    private readonly Scpi $scpi;

    /** @param \Closure(float): void $turned by whom the turning is logged */
    public function __construct(private readonly BenchUnit $unit, \Closure $turned)
    {
        $scpi = new Scpi('YEW STANDS,SIMULATED VARIAC,VARIAC,1.0');
        $scpi->on('[SOURce:]VOLTage', static function (string $rest) use ($scpi, $unit, $turned): null {
            if (!is_numeric($rest)) {
                return $scpi->fault('' === $rest ? -109 : -104, '' === $rest ? 'Missing parameter' : 'Data type error');
            }
            if ((float) $rest < 0.0 || (float) $rest > $unit->dial->top()) {
                return $scpi->fault(-222, 'Data out of range');
            }
            $turned((float) $rest);

            return null;
        });
        $scpi->on('[SOURce:]VOLTage?', $this->mark(...));
        $scpi->on('READ?', $this->mark(...));
        $this->scpi = $scpi;
    }

    public function name(): string
    {
        return 'variac';
    }

    public function scpi(): Scpi
    {
        return $this->scpi;
    }

    public function answersAfter(string $line): float
    {
        return 0.0;
    }

    public function shown(): array
    {
        return ['name' => 'variac', 'shows' => $this->unit->seen()['variac']];
    }

    private function mark(): string
    {
        $mark = $this->unit->seen()['variac'];

        return Scpi::number(is_numeric($mark) ? (float) $mark : Scpi::NOT_A_NUMBER);
    }
}
