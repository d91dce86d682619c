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
     */
    private function __construct(public array $lamps, public ?float $amperes)
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

    /** Ohms to begin with. */
    public function firstOhms(): float
    {
        $ohms = $this->isNone() ? 0.0 : self::LEAST_OHMS;
        foreach ($this->lamps as $lamp) {
            $ohms += Lamp::ohms($lamp['watts'], $lamp['ratedVolts'], self::FIRST_SHARE * $lamp['watts'] / $lamp['ratedVolts']);
        }

        return $ohms;
    }

    /**
     * Ohms that belong to what flows.
     *
     * An electronic limiter takes what keeps the current at its limit: the whole circuit has V/I, with the limit it must have V/limit.
     *
     * @param float $ohms    at which it flows
     * @param float $volts   of the source, RMS
     * @param float $amperes RMS
     */
    public function ohmsAt(float $ohms, float $volts, float $amperes): float
    {
        if ($this->isNone()) {
            return 0.0;
        }
        $lamps = self::LEAST_OHMS;
        foreach ($this->lamps as $lamp) {
            $lamps += Lamp::ohms($lamp['watts'], $lamp['ratedVolts'], $amperes);
        }
        if (null === $this->amperes || $amperes <= 0.0) {
            return $lamps;
        }

        return max($lamps, $ohms + $volts / $this->amperes - $volts / $amperes);
    }
}
