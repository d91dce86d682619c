<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** What stands in the mains lead before the amplifier: lamps in series, perhaps an electronic limiter (PWR-2). */
final readonly class Limiters
{
    /** A lead without resistance, ohms: keeps every ratio finite. */
    private const LEAST_OHMS = 1e-3;
    /** Share of its rated current at which a lamp is first taken to work. */
    private const FIRST_SHARE = 0.3;

    /**
     * @param list<array{watts: float, ratedVolts: float}> $lamps   rated volts in the transformer's own volts
     * @param float|null                                   $amperes RMS that an electronic limiter lets through; null for none
     * @param float                                        $held    ohms by which one that has stepped in stands for this circuit
     */
    private function __construct(public array $lamps, public ?float $amperes, public float $held = 0.0)
    {
    }

    public static function none(): self
    {
        return new self([], null);
    }

    public static function lamp(float $watts, float $ratedVolts): self
    {
        return new self([['watts' => $watts, 'ratedVolts' => $ratedVolts]], null);
    }

    /** A limiter that takes volts away until no more than this RMS current flows. */
    public static function electronic(float $amperes): self
    {
        return new self([], $amperes);
    }

    public function and(self $other): self
    {
        $amperes = array_filter([$this->amperes, $other->amperes], static fn (?float $a): bool => null !== $a);

        return new self([...$this->lamps, ...$other->lamps], [] === $amperes ? null : min($amperes));
    }

    /** The same for a primary that is strapped for other mains: volts by this factor, amperes by its inverse. */
    public function scaled(float $volts): self
    {
        return new self(array_map(static fn (array $l): array => ['watts' => $l['watts'], 'ratedVolts' => $volts * $l['ratedVolts']], $this->lamps), null === $this->amperes ? null : $this->amperes / $volts);
    }

    public function isNone(): bool
    {
        return [] === $this->lamps && null === $this->amperes;
    }

    /** The same lead with a resistance where the electronic limiter was. */
    public function holding(float $ohms): self
    {
        return new self($this->lamps, null, $ohms);
    }

    /** Ohms to begin with. */
    public function firstOhms(): float
    {
        $ohms = $this->held + ([] === $this->lamps ? 0.0 : self::LEAST_OHMS);
        foreach ($this->lamps as $lamp) {
            $ohms += Lamp::ohms($lamp['watts'], $lamp['ratedVolts'], self::FIRST_SHARE * $lamp['watts'] / $lamp['ratedVolts']);
        }

        return $ohms;
    }

    /** Ohms that belong to what flows, amperes RMS. */
    public function ohmsAt(float $amperes): float
    {
        if ([] === $this->lamps) {
            return $this->held;
        }
        $ohms = $this->held + self::LEAST_OHMS;
        foreach ($this->lamps as $lamp) {
            $ohms += Lamp::ohms($lamp['watts'], $lamp['ratedVolts'], $amperes);
        }

        return $ohms;
    }
}
