<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Station\Leakage;

/** What to fit in place of a capacitor: value, rating, or a stack with its balancing resistors (CAP-9). */
final readonly class Replacement
{
    /** Rated volts that are made, from memory. */
    public const RATED_VOLTS = [
        'electrolytic' => [6.3, 10.0, 16.0, 25.0, 35.0, 50.0, 63.0, 100.0, 160.0, 200.0, 250.0, 350.0, 400.0, 450.0, 500.0, 550.0],
        'film' => [63.0, 100.0, 160.0, 250.0, 400.0, 630.0, 1000.0, 1600.0],
    ];
    /** Headroom over the worst case (our choice). */
    private const HEADROOM = 1.05;
    /** Two stacked sections share unequally by leakage and tolerance: each is rated for this share of the whole (common practice). */
    private const STACK_SHARE = 0.6;
    /** A balancing resistor carries this many times the leakage limit (common practice). */
    private const BALANCING_TIMES = 10.0;

    /**
     * @param float|null   $ratedVolts at least; null where nothing says what it must stand, or where it takes a stack
     * @param string|null  $limitedBy  type of the rectifier that takes no more farads
     * @param list<string> $reasons    codes of the wording
     */
    private function __construct(public float $farads, public ?float $ratedVolts, public ?string $limitedBy, public ?CapacitorStack $stack, public array $reasons)
    {
    }

    public static function propose(DrawnCapacitor $drawn): self
    {
        $kind = $drawn->kind();
        $reasons = ['at-least-the-old'];
        $series = CapacitorKind::Electrolytic === $kind ? ESeries::E6 : ESeries::E12;
        $farads = $series->holds($drawn->farads) ? $drawn->farads : $series->atLeast($drawn->farads);
        $limitedBy = null;
        if (null !== $drawn->rectifierFarads && $farads > $drawn->rectifierFarads * (1 + 1e-9)) {
            $farads = max($series->atMost($drawn->rectifierFarads), min($drawn->farads, $drawn->rectifierFarads));
            $limitedBy = $drawn->rectifierTube;
            $reasons[] = 'rectifier-limits';
        }
        // At least the old rating, and more where the worst case asks for it.
        $least = max(self::HEADROOM * abs($drawn->worstVolts ?? 0.0), $drawn->ratedVolts ?? 0.0);
        foreach (self::RATED_VOLTS[$kind->value] as $volts) {
            if ($volts >= $least && $least > 0.0) {
                return new self($farads, $volts, $limitedBy, null, $reasons);
            }
        }
        if ($least <= 0.0) {
            return new self($farads, null, $limitedBy, null, [...$reasons, 'rating-unknown']);
        }

        return new self($farads, null, $limitedBy, self::stack($farads, $least), [...$reasons, 'stack-of-two']);
    }

    /**
     * Two equal capacitors in series with a resistor across each.
     *
     * @param float $volts across both at the worst
     */
    public static function stack(float $farads, float $volts): CapacitorStack
    {
        $each = ESeries::E6->atLeast(2 * $farads);
        $share = self::STACK_SHARE * $volts;
        $rated = self::RATED_VOLTS['electrolytic'][\count(self::RATED_VOLTS['electrolytic']) - 1];
        foreach (self::RATED_VOLTS['electrolytic'] as $candidate) {
            if ($candidate >= $share) {
                $rated = $candidate;
                break;
            }
        }
        $ohms = ESeries::E12->atMost($volts / 2 / (self::BALANCING_TIMES * Leakage::LongLife->limitAmperes($each, $rated)));

        return new CapacitorStack($each, $rated, $ohms, ($volts / 2) ** 2 / $ohms, $volts / 2);
    }

    /** In words: “22 µF 450 V”, or the two of a stack. */
    public function text(): string
    {
        return null === $this->stack
            ? Engineering::text($this->farads, 'F', Engineering::twoDigits($this->farads)).(null === $this->ratedVolts ? '' : \sprintf(' %g V', $this->ratedVolts))
            : \sprintf('2 × %s %g V in series, %s %s across each', Engineering::text($this->stack->eachFarads, 'F', Engineering::twoDigits($this->stack->eachFarads)), $this->stack->ratedVolts, Engineering::text($this->stack->balancingOhms, 'Ω'), Engineering::text($this->stack->balancingWatts, 'W'));
    }

    /** @return array{farads: float, ratedVolts: float|null, limitedBy: string|null, stack: array<string, float>|null, reasons: list<string>} */
    public function toArray(): array
    {
        return ['farads' => $this->farads, 'ratedVolts' => $this->ratedVolts, 'limitedBy' => $this->limitedBy, 'stack' => $this->stack?->toArray(), 'reasons' => $this->reasons];
    }
}
