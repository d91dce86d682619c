<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * Steps the rectifiers of one transformer through periods of the mains until a period ends as it began.
 *
 * Trapezoidal rule; each step solves the core's volts with every rectifier clipped (Newton on one unknown). The approach to the
 * steady state is shortened by extrapolating the geometric tail of successive periods (Aitken).
 */
final class SteppedPeriod
{
    private const STEPS = 512;
    private const MOST_PERIODS = 60;
    private const ACCURACY = 2e-5;

    /** @var array<int, float> across each output */
    private array $volts;

    /** @var array<int, float> mean of the period before */
    private array $means;

    /** @var array<int, float> on the capacitor in series with a half-wave doubler's winding */
    private array $pump;

    /** @var array<int, list<float>> */
    private array $currents = [];

    /** @var array<int, float> */
    private array $sum = [];

    /** @var array<int, float> */
    private array $low = [];

    /** @var array<int, float> */
    private array $high = [];

    /** @var array<int, float> */
    private array $square = [];

    /**
     * @param list<Port>     $ports
     * @param list<PortLoad> $loads
     */
    private function __construct(private readonly array $ports, private readonly array $loads, private readonly float $peakVolts, private readonly float $ohms, private readonly float $conductance, private readonly float $hertz)
    {
        $this->volts = array_map(static fn (PortLoad $l): float => $l->volts, $loads);
        $this->means = $this->volts;
        $this->pump = array_map(static fn (PortLoad $l): float => 0.5 * $l->volts, $loads);
    }

    /**
     * @param list<Port>     $ports
     * @param list<PortLoad> $loads
     *
     * @return list<Waveform> by port
     */
    public static function of(array $ports, array $loads, float $peakVolts, float $ohms, float $conductance, float $hertz): array
    {
        $period = new self($ports, $loads, $peakVolts, $ohms, $conductance, $hertz);
        $before = [];
        for ($n = 0; $n < self::MOST_PERIODS; ++$n) {
            $start = $period->state();
            $period->run();
            $end = $period->state();
            $period->means = array_map(static fn (float $sum): float => $sum / self::STEPS, $period->sum);
            $still = true;
            foreach ($end as $i => $v) {
                $still = $still && abs($v - $start[$i]) <= self::ACCURACY * (abs($v) + 1.0);
            }
            if ($still) {
                break;
            }
            if (2 === $n % 3 && [] !== $before) {
                $period->extrapolate($before, $start, $end);
            }
            $before = $start;
        }

        return $period->waveforms();
    }

    /** @return list<float> */
    private function state(): array
    {
        return [...$this->volts, ...$this->pump];
    }

    /**
     * @param list<float> $first
     * @param list<float> $second
     * @param list<float> $third
     */
    private function extrapolate(array $first, array $second, array $third): void
    {
        $count = \count($this->ports);
        foreach ($third as $i => $v) {
            $step = $v - $second[$i];
            $earlier = $second[$i] - $first[$i];
            $ratio = 0.0 === $earlier ? 0.0 : $step / $earlier;
            if ($ratio > 0.05 && $ratio < 0.97) {
                $v += $step * $ratio / (1.0 - $ratio);
            }
            if ($i < $count) {
                $this->volts[$i] = $v;
            } else {
                $this->pump[$i - $count] = $v;
            }
        }
    }

    private function run(): void
    {
        $count = \count($this->ports);
        $dt = 1.0 / ($this->hertz * self::STEPS);
        $this->currents = array_fill(0, $count, []);
        $this->sum = $this->square = array_fill(0, $count, 0.0);
        $this->low = $this->high = $this->volts;
        $last = array_fill(0, $count, 0.0);
        $core = 0.0;
        for ($n = 1; $n <= self::STEPS; ++$n) {
            $mains = $this->peakVolts * sin(2.0 * \M_PI * $n / self::STEPS);
            $backs = $ohms = [];
            foreach ($this->ports as $k => $port) {
                [$backs[$k], $ohms[$k]] = $this->back($k, $port, $mains >= 0.0, $last[$k], $dt);
            }
            [$core, $strokes] = $this->core($mains, $core, $backs, $ohms);
            foreach ($this->ports as $k => $port) {
                $this->advance($k, $port, $mains >= 0.0, $strokes[$k], $last[$k], $dt);
                $last[$k] = $strokes[$k];
            }
        }
    }

    /**
     * Volts that a stroke stands against, and the resistance in its way with the capacitors' share of this step.
     *
     * @return array{float, float}
     */
    private function back(int $k, Port $port, bool $positive, float $last, float $dt): array
    {
        $load = $this->loads[$k];
        if ($port->pumpFarads > 0.0 && !$positive) {
            return [$this->pump[$k] + 0.5 * $dt / $port->pumpFarads * $last, $port->ohms + 0.5 * $dt / $port->pumpFarads];
        }
        $share = 0.5 * $dt / $load->farads;
        $drain = $this->drain($k);
        $out = $this->volts[$k] + $share * $last - 2.0 * $share * $drain;
        if ($port->pumpFarads <= 0.0) {
            return [$out, $port->ohms + $share];
        }
        $pump = 0.5 * $dt / $port->pumpFarads;

        return [$out - $this->pump[$k] + $pump * $last, $port->ohms + $share + $pump];
    }

    /**
     * The core's volts with every rectifier clipped, by Newton; and the current of each.
     *
     * @param array<int, float> $backs
     * @param array<int, float> $ohms
     *
     * @return array{float, list<float>}
     */
    private function core(float $mains, float $core, array $backs, array $ohms): array
    {
        $currents = [];
        for ($i = 0; $i < 40; ++$i) {
            $excess = ($core - $mains) / $this->ohms + $core * $this->conductance;
            $stiffness = 1.0 / $this->ohms + $this->conductance;
            $sign = $mains >= 0.0 ? 1.0 : -1.0;
            $currents = [];
            foreach ($this->ports as $k => $port) {
                $current = $slope = 0.0;
                if ($sign > 0.0 ? $port->positive : $port->negative) {
                    $drive = $port->turns * $sign * $core - $backs[$k];
                    if (null !== $port->tube) {
                        [$current, $slope] = $port->tube->through($drive, $ohms[$k]);
                    } elseif ($drive > $port->dropVolts) {
                        [$current, $slope] = [($drive - $port->dropVolts) / $ohms[$k], 1.0 / $ohms[$k]];
                    }
                }
                $currents[] = $current;
                $excess += $sign * $port->turns * $current;
                $stiffness += $port->turns * $port->turns * $slope;
            }
            $step = $excess / $stiffness;
            $core -= $step;
            if (abs($step) < 1e-9 * $this->peakVolts) {
                break;
            }
        }

        return [$core, $currents];
    }

    private function advance(int $k, Port $port, bool $positive, float $current, float $last, float $dt): void
    {
        $load = $this->loads[$k];
        $mean = 0.5 * ($current + $last);
        $into = $mean;
        if ($port->pumpFarads > 0.0) {
            $this->pump[$k] += ($positive ? -$mean : $mean) * $dt / $port->pumpFarads;
            $into = $positive ? $mean : 0.0;
        }
        // The load's own part of the step, implicit in its own volts.
        $g = 0.5 * $dt * $load->siemens[$k] / $load->farads;
        $this->volts[$k] += $dt / $load->farads * ($into - $this->drain($k)) / (1.0 + $g);
        $this->currents[$k][] = $port->pumpFarads > 0.0 && !$positive ? 0.0 : $current;
        $this->sum[$k] += $this->volts[$k];
        $this->square[$k] += $current * $current;
        $this->low[$k] = min($this->low[$k], $this->volts[$k]);
        $this->high[$k] = max($this->high[$k], $this->volts[$k]);
    }

    private function drain(int $k): float
    {
        $amperes = $this->loads[$k]->amperes;
        foreach ($this->loads[$k]->siemens as $l => $siemens) {
            $amperes += $siemens * ($this->volts[$l] - $this->means[$l]) + $this->loads[$k]->steady[$l] * ($this->means[$l] - $this->loads[$l]->volts);
        }

        return $amperes;
    }

    /** @return list<Waveform> */
    private function waveforms(): array
    {
        $waveforms = [];
        foreach ($this->ports as $k => $_) {
            $waveforms[] = new Waveform($this->currents[$k], $this->sum[$k] / self::STEPS, array_sum($this->currents[$k]) / self::STEPS, $this->high[$k] - $this->low[$k], sqrt($this->square[$k] / self::STEPS));
        }

        return $waveforms;
    }
}
