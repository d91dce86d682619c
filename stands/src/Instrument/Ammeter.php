<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

use Random\Randomizer;
use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Amplifier\Sample;
use Yew\Stands\Bench\TruthLog;

/** An ammeter of its own, in the mains lead (RMS) or in the centre tap (mean), behind a fuse. */
final class Ammeter implements Instrument
{
    private const ACCURACY = 0.01;
    private const DIGIT = 1e-4;
    private const APERTURE = 0.04;
    private const MOST_AMPERES = 3.0;

    private readonly float $gain;

    private readonly Scpi $scpi;

    public function __construct(private readonly BenchUnit $unit, private readonly TruthLog $log, int $seed, private Randomizer $noise)
    {
        $this->gain = 1.0 + Sample::between(Sample::chance($seed, 'gain ammeter'), -self::ACCURACY, self::ACCURACY);
        $this->scpi = new Scpi('YEW STANDS,SIMULATED AMMETER,AMMETER,1.0');
        $this->scpi->on('READ?', $this->measure(...));
        $this->scpi->on('MEASure:CURRent[:DC]?', $this->measure(...));
        $this->scpi->on('CONFigure:CURRent[:DC]', static fn (): null => null);
        $this->scpi->on('CONFigure:CURRent:AC', static fn (): null => null);
    }

    public function name(): string
    {
        return 'ammeter';
    }

    public function scpi(): Scpi
    {
        return $this->scpi;
    }

    public function answersAfter(string $line): float
    {
        return 1 === preg_match('/READ|MEAS/i', $line) ? self::APERTURE : 0.0;
    }

    public function shown(): array
    {
        $reading = $this->reading();

        return ['name' => 'ammeter', 'shows' => null === $reading ? 'overload' : (string) $reading];
    }

    private function measure(): string
    {
        $reading = $this->reading();
        $this->log->reading('ammeter', 'CURR', (string) json_encode($this->unit->seen()['ammeterAt']), '', $this->unit->ammeterAmperes(), $reading);

        return Scpi::number($reading);
    }

    private function reading(): ?float
    {
        $value = $this->unit->ammeterAmperes() * $this->gain;

        return abs($value) > self::MOST_AMPERES ? null : self::DIGIT * round($value / self::DIGIT + Sample::between($this->noise, -1.0, 1.0));
    }
}
