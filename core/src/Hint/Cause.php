<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Circuit\Fault\Fault;

/** One thing that would explain what was read: a fault of a part, another mains than stated, a control that stands elsewhere, or the probe itself. */
final readonly class Cause
{
    /** How far each goes, between which it is sought; the ends of what is met on a bench (our choice). Others are so or not. */
    private const REACH = [
        'resistor-drifted' => [0.2, 6.0], 'capacitor-leaking' => [3e3, 30e6], 'tube-weak' => [0.05, 0.9], 'tube-gassy' => [3e-5, 0.02],
        'mains' => [0.85, 1.15], 'setting' => [0.0, 1.0],
    ];
    /** How often each is the cause beside the others, before anything was read: tubes, old capacitors and contacts first (common practice; the figures are our choice). */
    private const CHANCES = [
        'probe' => 8.0, 'tube-dead' => 4.0, 'tube-weak' => 4.0, 'capacitor-leaking' => 4.0, 'resistor-drifted' => 3.0, 'resistor-open' => 3.0, 'contact-bad' => 3.0, 'mains' => 3.0,
        'setting' => 2.0, 'tube-gassy' => 2.0, 'tube-shorted' => 1.0, 'capacitor-shorted' => 1.0, 'winding-open' => 1.0, 'diode-open' => 1.0, 'resistor-shorted' => 0.3,
    ];

    private function __construct(public string $kind, public string $subject, public ?float $severity, public ?Fault $fault)
    {
    }

    public static function fault(Fault $fault): self
    {
        return new self($fault->kind->id(), $fault->subject, $fault->severity, $fault);
    }

    /** @param float $times of the mains that was stated */
    public static function mains(float $times): self
    {
        return new self('mains', '', $times, null);
    }

    /** @param float $setting share of the track between bottom and wiper */
    public static function setting(string $control, float $setting): self
    {
        return new self('setting', $control, $setting, null);
    }

    /** The probe did not touch metal: flux, varnish, a bent tip (JUDGE-3). */
    public static function probe(string $place): self
    {
        return new self('probe', $place, null, null);
    }

    /** Whether it is among those that hints are made of; a bad contact only where it is open. */
    public static function isHinted(Fault $fault): bool
    {
        $kind = $fault->kind->id();

        return isset(self::CHANCES[$kind]) && ('contact-bad' !== $kind || $fault->severity === max($fault->kind->severity()->usual ?? [null]));
    }

    public function key(): string
    {
        return $this->kind.':'.$this->subject;
    }

    public function chance(): float
    {
        return self::CHANCES[$this->kind];
    }

    /** @return array{float, float}|null between which its degree is sought; null where it has none */
    public function reach(): ?array
    {
        return self::REACH[$this->kind] ?? null;
    }

    /** Whether its degrees are ratios rather than steps. */
    public function isInProportion(): bool
    {
        return null !== $this->fault;
    }

    /** @return array<string, string|float> for the wording */
    public function figures(): array
    {
        return $this->fault?->figures() ?? ['part' => $this->subject, ...match ($this->kind) {
            'mains' => ['mainsDeviationPercent' => 100.0 * (($this->severity ?? 1.0) - 1.0)],
            'setting' => ['settingPercent' => 100.0 * ($this->severity ?? 0.0)],
            default => [],
        }];
    }

    /** The same, more or less of it. */
    public function by(float $severity): self
    {
        return new self($this->kind, $this->subject, $severity, null === $this->fault ? null : new Fault($this->fault->kind, $this->subject, $severity));
    }
}
