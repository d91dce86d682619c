<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;

/**
 * A tube’s cathode current by every way of measuring that the readings allow (BIAS-1).
 *
 * What is measured in the plate’s lead lacks the screen’s current and is made up to the cathode’s by the screen’s share s; in an
 * ultralinear half the section from the centre tap to the screen’s tap carries the screen’s current too, k of the half’s copper: then it is
 * (1 − s) + s·k of the cathode’s current that drops across the half.
 */
final readonly class BiasCurrents
{
    /** A milliammeter’s own ohms, where nobody knows them: 0 to 2 Ω, anywhere between (common practice for the ranges of tens of milliamperes). */
    private const METER_OHMS = 1.0;

    /** Between two readings, one after the other, the mains wanders by so much of what is read (our choice). */
    private const WANDER = 0.002;

    public function __construct(private DrawnOutput $tube, private BiasReadings $read, private ?Figure $share, private int $tubesInStage)
    {
    }

    /** @return list<BiasCurrent> the best known first; what is of this tube alone before what is of several */
    public function all(): array
    {
        $all = array_values(array_filter([$this->ownCathode(), $this->sharedCathode(), $this->cathodeAmmeter(), $this->plateAmmeter(), ...$this->half(), $this->shunt(), $this->centreTap()], static fn (?BiasCurrent $c): bool => null !== $c));
        usort($all, static fn (BiasCurrent $a, BiasCurrent $b): int => [$a->isMean(), $a->uncertainty()] <=> [$b->isMean(), $b->uncertainty()]);

        return $all;
    }

    private function ownCathode(): ?BiasCurrent
    {
        $part = $this->tube->own;
        // With something of several tubes below, only what is across the part itself is its drop.
        $place = null === $part ? null : ($this->place($part) ?? (null === $this->tube->shared ? $this->place($this->tube->places['cathode']) : null));

        return null === $part || null === $place ? null : $this->of(BiasMethod::OwnCathode, $this->read->volts($place)?->dividedBy($this->read->ohms($this->tube, $part)), 1, [$place], [$part]);
    }

    private function sharedCathode(): ?BiasCurrent
    {
        $part = $this->tube->shared;
        $read = array_values(array_filter(array_map($this->place(...), null === $part ? [] : [$part, ...$this->tube->sharedAt]), is_string(...)));
        $place = $read[0] ?? null;
        $tubes = \count($this->tube->sharing);

        return null === $part || null === $place ? null : $this->of(BiasMethod::SharedCathode, $this->read->volts($place)?->dividedBy($this->read->ohms($this->tube, $part))->times(Figure::exact(1 / $tubes)), $tubes, [$place], [$part]);
    }

    private function cathodeAmmeter(): ?BiasCurrent
    {
        $place = $this->tube->places['cathode'];

        return $this->of(BiasMethod::CathodeAmmeter, $this->read->amperes($place), 1, [$place], []);
    }

    private function plateAmmeter(): ?BiasCurrent
    {
        $place = $this->tube->places['plate'];

        return $this->of(BiasMethod::PlateAmmeter, $this->ofCathode($this->read->amperes($place), 0.0), 1, [$place], []);
    }

    /** @return list<BiasCurrent|null> by the drop across its half of the primary, read there or as a difference of two readings */
    private function half(): array
    {
        if ($this->tube->halfOhms() <= 0.0) {
            return [];
        }
        $winding = $this->tube->stage.'/'.$this->tube->side;
        $unmeasured = $this->read->isHalfMeasured($this->tube) ? [] : [$winding];
        $current = fn (?Figure $drop): ?Figure => $this->ofCathode($drop?->dividedBy($this->read->halfOhms($this->tube)), $this->copperShare());
        [$supply, $plate] = [$this->read->volts($this->tube->supply), $this->read->volts($this->tube->places['plate'])];
        $between = null === $supply || null === $plate ? null : $supply->minus($plate)->plus(Figure::with(0.0, new ErrorSource('wander:'.$this->tube->position, self::WANDER * abs($supply->value))));

        return [
            $this->of(BiasMethod::HalfDrop, $current($this->read->volts($winding)), 1, [$winding], $unmeasured),
            null === $between ? null : $this->of(BiasMethod::HalfDifference, $current($between), 1, [$this->tube->supply, $this->tube->places['plate']], $unmeasured),
        ];
    }

    private function shunt(): ?BiasCurrent
    {
        if ($this->tube->halfOhms() <= 0.0) {
            return null;
        }
        $winding = $this->tube->stage.'/'.$this->tube->side;
        $shown = $this->read->amperes($winding);
        $beside = Figure::with(self::METER_OHMS, new ErrorSource('burden', self::METER_OHMS))->dividedBy($this->read->halfOhms($this->tube));

        return $this->of(BiasMethod::HalfShunt, $this->ofCathode($shown?->times($beside->plus(Figure::exact(1.0))), $this->copperShare()), 1, [$winding], $this->read->isHalfMeasured($this->tube) ? [] : [$winding]);
    }

    private function centreTap(): ?BiasCurrent
    {
        $place = $this->tube->stage;
        $mean = $this->read->amperes($place)?->times(Figure::exact(1 / $this->tubesInStage));

        return $this->of(BiasMethod::CentreTap, 'supply' === $this->tube->screens ? $this->ofCathode($mean, 0.0) : $mean, $this->tubesInStage, [$place], []);
    }

    /** The copper’s share that carries the screen’s current too: all of it where the screen is on the plate. */
    private function copperShare(): float
    {
        $last = $this->tube->half[\count($this->tube->half) - 1] ?? '';

        return match ($this->tube->screens) {
            'plate' => 1.0,
            'tap' => ($this->tube->ohms[$last] ?? 0.0) / max(1e-9, $this->tube->halfOhms()),
            default => 0.0,
        };
    }

    /** A current of the plate’s lead as the cathode’s. */
    private function ofCathode(?Figure $plate, float $copperShare): ?Figure
    {
        return null === $plate || null === $this->share ? null : $plate->dividedBy(Figure::exact(1.0)->minus($this->share->times(Figure::exact(1.0 - $copperShare))));
    }

    private function place(string $place): ?string
    {
        return null === $this->read->volts($place) ? null : $place;
    }

    /**
     * @param list<string> $places
     * @param list<string> $parts  whose ohms it rests on
     */
    private function of(BiasMethod $method, ?Figure $cathode, int $tubes, array $places, array $parts): ?BiasCurrent
    {
        return null === $cathode ? null : new BiasCurrent($method, $cathode, $tubes, $places, array_values(array_filter($parts, fn (string $p): bool => !$this->read->isMeasured($p))));
    }
}
