<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

use Yew\Stands\Amplifier\BenchUnit;

/** A lamp in the mains lead that says in words how bright it is. */
final class LampLimiter implements Instrument
{
    private readonly Scpi $scpi;

    public function __construct(private readonly BenchUnit $unit)
    {
        $this->scpi = new Scpi('YEW STANDS,SIMULATED LAMP LIMITER,LAMP,1.0');
        $this->scpi->on('READ?', static fn (): string => '"'.$unit->brightness().'"');
        $this->scpi->on('LAMP:BRIGhtness?', static fn (): string => '"'.$unit->brightness().'"');
        $this->scpi->on('LAMP:WATTs?', static function () use ($unit): string {
            $watts = $unit->seen()['lampWatts'];

            return Scpi::number(is_numeric($watts) ? (float) $watts : 0.0);
        });
    }

    public function name(): string
    {
        return 'lamp';
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
        return ['name' => 'lamp', 'shows' => $this->unit->brightness()];
    }
}
