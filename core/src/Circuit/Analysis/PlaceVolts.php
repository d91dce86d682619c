<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Solve\Solution;

/**
 * What a place of a solved circuit stands at against the chassis, and why it cannot be said where it cannot: the one answer for
 * forecasts, what-ifs and the operating point.
 */
final readonly class PlaceVolts
{
    /**
     * @param float|null   $volts    null where there are none to be said
     * @param string|null  $obstacle why: `cannot-solve` where no model holds, `floating` where nothing ties it to anything, `leakage-decides` where only leakage does
     * @param Adjoint|null $adjoint  what it depends on; null where it floats or has no answer
     */
    private function __construct(public ?float $volts, public ?string $obstacle, public ?Adjoint $adjoint)
    {
    }

    public static function at(Solution $solution, string $place): self
    {
        if ($solution->cannotSolve($place)) {
            return new self(null, 'cannot-solve', null);
        }
        $volts = $solution->answered($place);
        if (null === $volts) {
            return new self(null, 'floating', null);
        }
        $adjoint = Adjoint::of($solution, $place);

        return self::leakageDecides($solution, $adjoint, $place) ? new self(null, 'leakage-decides', $adjoint) : new self($volts, null, $adjoint);
    }

    /** What a meter of this input resistance shows; null for one that loads nothing. */
    public function read(?float $meterOhms): ?float
    {
        return null === $this->volts || null === $this->adjoint ? null : $this->volts * $this->adjoint->loading($meterOhms);
    }

    /** Source resistance, ohms; infinite where nothing ties the place to anything. */
    public function sourceOhms(): float
    {
        return $this->adjoint?->sourceOhms() ?? \INF;
    }

    /** Whether nothing but leakage decides here: at the place itself, or at an open grid whose drift moves it by half as much. */
    private static function leakageDecides(Solution $solution, Adjoint $adjoint, string $place): bool
    {
        if ($adjoint->isLeakage()) {
            return true;
        }
        foreach ($solution->circuit->tubes as $stage) {
            $name = $solution->circuit->nodes->names[$stage->grid] ?? null;
            $transfer = abs($adjoint->answer[$stage->grid]);
            // Cheap first: only an open grid moves anything by tens of volts for a microampere.
            if (null === $name || $name === $place || $transfer < 0.5 * Solution::LEAKAGE_OHMS) {
                continue;
            }
            $gridOhms = Adjoint::of($solution, $name)->sourceOhms();
            if ($gridOhms > Solution::LEAKAGE_OHMS && $transfer > 0.5 * $gridOhms) {
                return true;
            }
        }

        return false;
    }
}
