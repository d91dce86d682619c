<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Reading\Mark;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\BenchFacts;

/** What was read and measured of an output stage that still holds, each with its error sources. */
final readonly class BiasReadings
{
    /** A bench meter’s ohms, as a share (our choice). */
    private const OHMS_SHARE = 0.01;
    /** Copper that nobody measured is as drawn, within this share (our choice). */
    private const DRAWN_COPPER_SHARE = 0.05;
    /** Copper gains so much per kelvin over 20 °C. */
    private const COPPER_PER_KELVIN = 0.0039;
    /** How warm a winding is that nobody measured hot: anywhere between these, °C (BIAS-1). */
    private const WARM_CELSIUS = [20.0, 60.0];
    /** Measured so soon after it was switched off, and warm for so long before, a winding is as hot as at work, but for so much (our choice). */
    private const STILL_HOT_SECONDS = 180.0;
    private const WARM_SECONDS = 900.0;
    private const COOLED_KELVIN = 10.0;

    public function __construct(private BenchFacts $facts)
    {
    }

    /** Volts against the chassis, or across a part or a winding; null where nobody read them since anything moved, or by no known meter. */
    public function volts(string $place): ?Figure
    {
        return $this->figure($place, MeterFunction::DcVolts);
    }

    /** Amperes into a pin, or through a winding or a stage’s centre tap. */
    public function amperes(string $place): ?Figure
    {
        return $this->figure($place, MeterFunction::DcAmperes);
    }

    /** Whether a reading that still holds stands there without an error: nobody said by which meter. */
    public function lacksMeter(string $place): bool
    {
        $point = $this->facts->readings?->point(TestPoint::keyOf($place, MeterFunction::DcVolts)) ?? $this->facts->readings?->point(TestPoint::keyOf($place, MeterFunction::DcAmperes));

        return null !== $point?->judgement && null !== $point->judgement->volts && !$point->judgement->has(Mark::Stale) && null === $point->figure;
    }

    /** Ohms of a resistor: as it was measured since it was fitted, else as it is marked. */
    public function ohms(DrawnOutput $tube, string $part): Figure
    {
        $measured = $this->measured($part);
        $ohms = $measured ?? $tube->ohms[$part];

        return Figure::with($ohms, new ErrorSource('ohms:'.$part, $ohms * (null === $measured ? $tube->tolerance[$part] / 100 : self::OHMS_SHARE)));
    }

    /** Whether somebody measured the ohms of a resistor, or of a tube’s half of the primary. */
    public function isMeasured(string $part): bool
    {
        return null !== $this->measured($part);
    }

    public function isHalfMeasured(DrawnOutput $tube): bool
    {
        return null !== $this->measuredHalf($tube);
    }

    /** Ohms of a tube’s half of the primary as warm as it may be: 20 to 60 °C, anywhere between, where nobody measured it hot. */
    public function halfOhms(DrawnOutput $tube): Figure
    {
        $measured = $this->measuredHalf($tube);
        $cold = $measured ?? $tube->halfOhms();
        $cold = Figure::with($cold, new ErrorSource('copper:'.$tube->stage.'/'.$tube->side, $cold * (null === $measured ? self::DRAWN_COPPER_SHARE : self::OHMS_SHARE)));
        [$least, $most] = array_map(static fn (float $celsius): float => self::COPPER_PER_KELVIN * $celsius, $this->isHot($tube) ? [0.0, self::COOLED_KELVIN] : array_map(static fn (float $celsius): float => $celsius - 20.0, self::WARM_CELSIUS));

        return $cold->times(Figure::with(1.0 + ($least + $most) / 2, new ErrorSource('warmth:'.$tube->stage, ($most - $least) / 2)));
    }

    /** Whether a half was measured right after it had been warm through: then its ohms are those that it has at work, but for what it cooled meanwhile (BIAS-1). */
    public function isHot(DrawnOutput $tube): bool
    {
        $test = $this->facts->tests->of($tube->stage)->latest(IronTestKind::WindingOhms, $tube->side);
        $before = null === $test ? [] : array_filter($this->facts->ramps->all, static fn (Ramp $r): bool => null !== $r->endedAt && $r->endedAt <= $test->at && $test->at - $r->endedAt <= self::STILL_HOT_SECONDS && null !== $r->energisedAt && $r->endedAt - $r->energisedAt >= self::WARM_SECONDS);

        return null !== $this->measuredHalf($tube) && [] !== $before;
    }

    private function measured(string $part): ?float
    {
        $ohms = $this->facts->tests->of($part)->latest(ResistorTestKind::Resistor)?->value('ohms');

        return null !== $ohms && $ohms > 0.0 ? $ohms : null;
    }

    private function measuredHalf(DrawnOutput $tube): ?float
    {
        $ohms = $this->facts->tests->of($tube->stage)->latest(IronTestKind::WindingOhms, $tube->side)?->value('ohms');

        return null !== $ohms && $ohms > 0.0 ? $ohms : null;
    }

    private function figure(string $place, MeterFunction $function): ?Figure
    {
        return $this->facts->readings?->point(TestPoint::keyOf($place, $function))?->figure;
    }
}
