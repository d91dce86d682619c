<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Tube\Model\RectifierModel;

/** Where a rectifier feeds the DC circuit, seen from the transformer's primary. */
final readonly class Port
{
    /** Where no reservoir holds it, the mean of a rectified sine lies so much of the peak below it: 1 − 2/π. */
    private const MEAN_BELOW_PEAK = 0.3634;

    /**
     * @param int        $plus         node
     * @param int        $minus        node
     * @param float      $turns        winding volts that charge it per primary volt
     * @param float      $ohms         of that winding and what is in series
     * @param float      $dropVolts    of the diodes in the way
     * @param bool       $positive     charges in the positive half cycle
     * @param bool       $negative     charges in the negative one
     * @param float      $voltsShare   of the output that one charging stroke stands against (a half-wave doubler: one half)
     * @param float      $flow         DC through the output per ampere of mean charging current (a half-wave doubler: one half)
     * @param float      $farads       straight across it, with a half-wave doubler's series capacitor in series; 0 for none
     * @param float      $pumpFarads   in series with the winding (a half-wave doubler); 0 for the others
     * @param float|null $pumpLeakOhms across that capacitor, where it leaks or is shorted
     * @param int        $halves       windings that carry the current in turn: 2 for a centre tap
     * @param bool       $backwards    a shorted diode: what charges it in the one half cycle lets it discharge again
     * @param bool       $looped       a shorted diode of a bridge: in the other half cycle the winding runs into it
     */
    public function __construct(
        public string $rectifier,
        public string $winding,
        public int $plus,
        public int $minus,
        public float $turns,
        public float $ohms,
        public float $dropVolts,
        public ?RectifierModel $tube,
        public bool $positive,
        public bool $negative,
        public float $voltsShare,
        public float $flow,
        public float $farads,
        public float $pumpFarads = 0.0,
        public ?float $pumpLeakOhms = null,
        public int $halves = 1,
        public bool $backwards = false,
        public bool $looped = false,
    ) {
    }

    /** The same with other winding volts and ohms. */
    public function scaled(float $volts, float $ohms): self
    {
        return $this->with(turns: $this->turns * $volts, ohms: $this->ohms * $ohms);
    }

    /** The same with a rectifier tube whose cathode gives this share of its perveance. */
    public function warmed(float $share): self
    {
        return null === $this->tube ? $this : $this->with(tube: new RectifierModel($share * $this->tube->perveance));
    }

    /** Each half of the winding charges in turn. */
    public function ofTwoHalves(): self
    {
        return $this->with(turns: 0.5 * $this->turns, ohms: 0.5 * $this->ohms, halves: 2);
    }

    /** A bridge. */
    public function throughTwoDiodes(): self
    {
        return $this->with(dropVolts: 2.0 * $this->dropVolts);
    }

    public function between(int $plus, int $minus): self
    {
        return $this->with(plus: $plus, minus: $minus);
    }

    /** In which half cycles it charges. */
    public function conducting(bool $positive, bool $negative): self
    {
        return $this->with(positive: $positive, negative: $negative);
    }

    /** With one of its diodes open or shorted; of the two ways of a bridge the shorted one still charges through its other diode. */
    public function damaged(?RectifierDamage $damage, bool $inBridge = false): self
    {
        return match (true) {
            null === $damage => $this,
            $damage->isOpen() => $this->with(negative: false, halves: 1),
            $inBridge => $this->with(looped: true),
            default => $this->with(backwards: true),
        };
    }

    /** A half-wave doubler, with the capacitor in series with its winding. */
    public function pumping(float $farads, ?float $leakOhms): self
    {
        $both = 0.0 === $this->farads ? 0.0 : 1.0 / (1.0 / $this->farads + 1.0 / $farads);

        return $this->with(share: 0.5, farads: $both, pumpFarads: $farads, pumpLeakOhms: $leakOhms);
    }

    /** With this resistance in its way and these capacitors straight across it. */
    public function loaded(float $ohms, float $farads): self
    {
        return $this->with(ohms: $ohms, farads: $farads);
    }

    private function with(
        ?int $plus = null,
        ?int $minus = null,
        ?float $turns = null,
        ?float $ohms = null,
        ?float $dropVolts = null,
        ?RectifierModel $tube = null,
        ?bool $positive = null,
        ?bool $negative = null,
        ?float $share = null,
        ?float $farads = null,
        ?float $pumpFarads = null,
        ?float $pumpLeakOhms = null,
        ?int $halves = null,
        ?bool $backwards = null,
        ?bool $looped = null,
    ): self {
        return new self(
            $this->rectifier,
            $this->winding,
            $plus ?? $this->plus,
            $minus ?? $this->minus,
            $turns ?? $this->turns,
            $ohms ?? $this->ohms,
            $dropVolts ?? $this->dropVolts,
            $tube ?? $this->tube,
            $positive ?? $this->positive,
            $negative ?? $this->negative,
            $share ?? $this->voltsShare,
            $share ?? $this->flow,
            $farads ?? $this->farads,
            $pumpFarads ?? $this->pumpFarads,
            $pumpLeakOhms ?? $this->pumpLeakOhms,
            $halves ?? $this->halves,
            $backwards ?? $this->backwards,
            $looped ?? $this->looped,
        );
    }

    /** Volts at which it would charge no more, for this peak at the primary. */
    public function topVolts(float $peakVolts): float
    {
        return $this->turns * $peakVolts / $this->voltsShare;
    }

    /** Before anything was stepped: volts by which its mean lies below what a stiff reservoir would hold. */
    public function presumedLift(float $peakVolts): float
    {
        return $this->farads > 0.0 ? 0.0 : self::MEAN_BELOW_PEAK * $this->turns * $peakVolts;
    }

    /**
     * Whether the averaged formula does not answer for it: ripple above a tenth of the volts on it (trade §10, checked), no reservoir
     * at all, a series capacitor that leaks, or a diode that is shorted.
     */
    public function isSoft(float $amperes, float $volts, float $hertz, float $peakVolts): bool
    {
        if (null !== $this->pumpLeakOhms || $this->backwards || $this->looped) {
            return true;
        }
        // Into a short the volts are stiff enough: none. (Not behind a series capacitor: that swings all the more.)
        $shorted = $this->pumpFarads <= 0.0 && abs($volts) * $this->voltsShare <= 0.02 * $this->turns * $peakVolts && abs($amperes) > 0.1 * $this->turns * $peakVolts / $this->ohms;

        return !$shorted && ($this->farads <= 0.0 || abs($amperes) / ($this->strokes() * $hertz * $this->farads) > 0.1 * abs($volts) * $this->voltsShare);
    }

    /** Whether another port is this one, its tube as strong. */
    public function equals(self $other): bool
    {
        return array_diff_key(get_object_vars($this), ['tube' => true]) === array_diff_key(get_object_vars($other), ['tube' => true]) && $this->tube?->perveance === $other->tube?->perveance;
    }

    /** Charging strokes in one period of the mains. */
    public function strokes(): int
    {
        return ($this->positive ? 1 : 0) + ($this->negative ? 1 : 0);
    }

    /**
     * The ways its current takes.
     *
     * @param int $number of this port among the inputs of the load
     * @param int $pump   input of its series capacitor, if it has one
     *
     * @return list<Path>
     */
    public function paths(int $number, int $pump): array
    {
        if ($this->pumpFarads > 0.0) {
            return [
                new Path([$number => 1.0, $pump => -1.0], $number, 1.0, $this->turns, $this->ohms, $this->dropVolts, $this->tube, $this->rectifier),
                new Path([$pump => 1.0], null, -1.0, $this->turns, $this->ohms, $this->dropVolts, $this->tube, $this->rectifier),
            ];
        }
        $paths = [];
        foreach ([[$this->positive, 1.0], [$this->negative, -1.0]] as [$conducts, $sign]) {
            // Two halves are two wires.
            $copper = $this->rectifier.(2 === $this->halves && $sign < 0.0 ? '/b' : '');
            if ($conducts && $this->backwards && [] === $paths) {
                $paths[] = new Path([$number => 1.0], $number, $sign, $this->turns, $this->ohms, 0.0, null, $copper, true);
            } elseif ($conducts) {
                $paths[] = new Path([$number => 1.0], $number, $sign, $this->turns, $this->ohms, $this->looped && [] === $paths ? 0.5 * $this->dropVolts : $this->dropVolts, $this->tube, $copper);
            }
        }

        return $this->looped ? [...$paths, new Path([], null, -1.0, $this->turns, $this->ohms, 0.5 * $this->dropVolts, $this->tube, $this->rectifier)] : $paths;
    }
}
