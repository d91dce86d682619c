<?php

declare(strict_types=1);

namespace Yew\Stands\Instrument;

use Random\Randomizer;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Time\Fuse;
use Yew\Stands\Amplifier\BenchUnit;
use Yew\Stands\Amplifier\Sample;
use Yew\Stands\Bench\TruthLog;

/** A bench multimeter: it loads what it touches, errs by its gain and its last digits, and has a fuse in its amperes jack. */
final class Multimeter implements Instrument
{
    public const VOLTS_OHMS = 10e6;
    /** Of the milliampere jack, with its fuse. */
    private const SHUNT_OHMS = 1.5;
    private const FUSE_AMPERES = 0.44;
    /** One cycle of integration, seconds. */
    private const APERTURE = 0.04;
    /** Digits of its range by which a reading is off at random. */
    private const NOISE_DIGITS = 2.0;

    private MeterFunction $function = MeterFunction::DcVolts;

    private ?float $range = null;

    private ?string $place = null;

    private string $against = Netlist::CHASSIS;

    private ?string $last = null;

    /** @var array<string, float> gain by function */
    private array $gain = [];

    private readonly Scpi $scpi;

    /** @param float $worse how many times less good than the best it is */
    public function __construct(private readonly string $name, private readonly BenchUnit $unit, private readonly TruthLog $log, int $seed, private readonly float $worse, private Randomizer $noise)
    {
        $chance = Sample::chance($seed, 'gain '.$name);
        foreach (MeterFunction::cases() as $function) {
            $half = $this->worse * $function->accuracy();
            $this->gain[$function->value] = 1.0 + Sample::between($chance, -$half, $half);
        }
        $this->newFuse();
        $this->scpi = $this->language();
    }

    public function name(): string
    {
        return $this->name;
    }

    public function scpi(): Scpi
    {
        return $this->scpi;
    }

    public function answersAfter(string $line): float
    {
        return 1 === preg_match('/READ|MEAS|INIT/i', $line) ? self::APERTURE : 0.0;
    }

    /** @param string|null $place null: in the air */
    public function put(?string $place, string $against = Netlist::CHASSIS): void
    {
        $this->place = $place;
        $this->against = $against;
        $this->load();
    }

    public function newFuse(): void
    {
        $this->unit->jack($this->name, Fuse::rated(self::FUSE_AMPERES, false));
    }

    public function shown(): array
    {
        return ['name' => $this->name, 'function' => $this->function->value, 'place' => $this->place, 'against' => $this->against, 'fuseOpen' => $this->unit->isJackOpen($this->name), 'shows' => $this->text($this->reading($this->truth()))];
    }

    /** What it would be shown without any error; null for more than it can show, or nothing. */
    private function truth(): ?float
    {
        if (null === $this->place) {
            return MeterFunction::Ohms === $this->function ? null : 0.0;
        }

        return match ($this->function) {
            MeterFunction::DcVolts => $this->volts(),
            MeterFunction::AcVolts => $this->unit->alternating($this->place, $this->against),
            MeterFunction::DcAmperes => $this->unit->isJackOpen($this->name) ? 0.0 : $this->volts() / self::SHUNT_OHMS,
            MeterFunction::Ohms => $this->unit->ohms($this->place, $this->against),
        };
    }

    private function volts(): float
    {
        return null === $this->place ? 0.0 : $this->unit->volts($this->place, $this->against) ?? 0.0;
    }

    /** @return float|null as the display has it; null for overload */
    private function reading(?float $truth): ?float
    {
        if (null === $truth) {
            return null;
        }
        $value = $truth * $this->gain[$this->function->value];
        $range = $this->range ?? array_values(array_filter($this->function->ranges(), static fn (float $r): bool => abs($value) <= $r))[0] ?? null;
        if (null === $range || abs($value) > $range) {
            return null;
        }
        $digit = $range * $this->function->digit();

        return $digit * round(($value + Sample::between($this->noise, -self::NOISE_DIGITS, self::NOISE_DIGITS) * $digit) / $digit);
    }

    private function text(?float $reading): string
    {
        return null === $reading ? 'overload' : (string) (float) \sprintf('%.6g', $reading);
    }

    private function measure(): string
    {
        if ($this->unit->isLost()) {
            return $this->last = Scpi::number(Scpi::NOT_A_NUMBER);
        }
        $truth = $this->truth();
        $reading = $this->reading($truth);
        $this->log->reading($this->name, $this->function->value, $this->place, $this->against, $truth, $reading);

        return $this->last = Scpi::number($reading);
    }

    private function language(): Scpi
    {
        $scpi = new Scpi('YEW STANDS,SIMULATED MULTIMETER,'.strtoupper($this->name).',1.0');
        $headers = ['VOLTage[:DC]' => MeterFunction::DcVolts, 'VOLTage:AC' => MeterFunction::AcVolts, 'CURRent[:DC]' => MeterFunction::DcAmperes, 'RESistance' => MeterFunction::Ohms];
        foreach ($headers as $header => $function) {
            $scpi->on('CONFigure:'.$header, fn (string $rest): null => $this->configure($function, $rest));
            $scpi->on('MEASure:'.$header.'?', function (string $rest) use ($function): string {
                $this->configure($function, $rest);

                return $this->measure();
            });
            $scpi->on('[SENSe:]'.$header.':RANGe', fn (string $rest): null => $this->function === $function ? $this->configure($function, $rest) : $scpi->fault(-221, 'Settings conflict'));
        }
        $scpi->on('CONFigure?', fn (): string => '"'.$this->function->value.' '.(null === $this->range ? 'AUTO' : Scpi::number($this->range)).'"');
        $scpi->on('INPut:IMPedance?', static fn (): string => Scpi::number(self::VOLTS_OHMS));
        $scpi->on('READ?', $this->measure(...));
        $scpi->on('INITiate[:IMMediate]', function (): null {
            $this->measure();

            return null;
        });
        $scpi->on('FETCh?', fn (): ?string => $this->last ?? $scpi->fault(-230, 'Data corrupt or stale'));
        $scpi->on('*RST', fn (): null => $this->configure(MeterFunction::DcVolts, ''));

        return $scpi;
    }

    /** Turned to a function, by its line or by its knob; behind it the range, or nothing for it to choose one. */
    public function configure(MeterFunction $function, string $rest): null
    {
        $range = null;
        $asked = strtoupper(trim(explode(',', $rest)[0]));
        if (!\in_array($asked, ['', 'AUTO', 'DEF', 'MAX'], true)) {
            $fits = is_numeric($asked) ? array_values(array_filter($function->ranges(), static fn (float $r): bool => abs((float) $asked) <= $r)) : [];
            if ([] === $fits) {
                return is_numeric($asked) ? $this->scpi->fault(-222, 'Data out of range') : $this->scpi->fault(-104, 'Data type error');
            }
            $range = $fits[0];
        }
        $this->function = $function;
        $this->range = $range;
        $this->last = null;
        $this->load();

        return null;
    }

    /** What it hangs across its places. */
    private function load(): void
    {
        $ohms = match ($this->function) {
            MeterFunction::DcVolts, MeterFunction::AcVolts => self::VOLTS_OHMS,
            MeterFunction::DcAmperes => self::SHUNT_OHMS,
            MeterFunction::Ohms => \INF,
        };
        $this->unit->across($this->name, $this->place ?? '', $this->against, null === $this->place ? \INF : $ohms, MeterFunction::DcAmperes === $this->function);
    }
}
