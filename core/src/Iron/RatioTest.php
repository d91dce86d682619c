<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** The ratio of every tap, what impedance they tell together, and what that means for the tubes (IRON-1 to IRON-3). */
final readonly class RatioTest
{
    /** All taps of a healthy transformer tell the same impedance within this, percent (IRON-2). */
    private const TAP_SPREAD_PERCENT = 10.0;
    /** Against its own known or its sister's impedance, percent (IRON-13). */
    public const KNOWN_PERCENT = 10.0;
    /** Against the handbook's loads, percent (IRON-3). */
    private const LOAD_PERCENT = 15.0;

    /**
     * @param list<TapRatio> $taps
     * @param list<Reason>   $faults why there is no impedance, what is wrong with it, or that the taps agree
     */
    private function __construct(public array $taps, public array $faults)
    {
    }

    /** @param float|null $tapOhms the drawn tap, for a trial that names none */
    public static function of(TestRecord $tests, ?float $tapOhms): self
    {
        $taps = $faults = $byTap = [];
        foreach ($tests->latestBySubject(IronTestKind::Ratio) as $test) {
            $ohms = is_numeric($test->subject) ? (float) $test->subject : $tapOhms;
            [$primary, $secondary] = [$test->figures['primaryVolts'] ?? null, $test->figures['secondaryVolts'] ?? null];
            if (null === $ohms || $ohms <= 0.0 || null === $primary?->plain() || null === $secondary?->plain()) {
                $faults[] = new Reason('ratio-tap-unknown', Verdict::CannotSay);
                continue;
            }
            $fault = self::fault($test, $primary, $secondary, $ohms);
            if (null !== $fault) {
                $faults[] = $fault;
                continue;
            }
            $ratio = TurnsRatio::of($primary->value, $secondary->value, $primary->resolution, $secondary->resolution);
            $reflected = $ratio->reflected($ohms);
            $byTap[(string) $ohms] = new TapRatio(\sprintf('%g', $ohms), $ohms, $ratio->ratio->value, $reflected->value, $reflected->halfWidth95());
        }
        $taps = array_values($byTap);
        usort($taps, static fn (TapRatio $a, TapRatio $b): int => $a->ohms <=> $b->ohms);

        return new self($taps, [...$faults, ...self::among($taps)]);
    }

    /** Mean of what the taps tell, ohms; null without a tap. */
    public function impedanceOhms(): ?float
    {
        return [] === $this->taps ? null : array_sum(array_map(static fn (TapRatio $t): float => $t->impedanceOhms, $this->taps)) / \count($this->taps);
    }

    public function bandOhms(): float
    {
        return [] === $this->taps ? 0.0 : min(array_map(static fn (TapRatio $t): float => $t->bandOhms, $this->taps));
    }

    /** @return list<Reason> against what is known of it, and against what the tubes want */
    public function compared(DrawnTransformer $drawn, IronContext $context): array
    {
        $measured = $this->impedanceOhms();
        if (null === $measured || [] !== array_filter($this->faults, static fn (Reason $r): bool => Verdict::Within !== $r->verdict)) {
            return [];
        }
        $reasons = [];
        foreach (['as-drawn' => $drawn->primaryOhms, 'as-sister' => $context->sisterOhms, 'as-last-visit' => $context->lastVisitOhms] as $reference => $ohms) {
            if (null === $ohms) {
                continue;
            }
            $off = 100 * ($measured / $ohms - 1);
            $band = 100 * $this->bandOhms() / $ohms;
            $figures = ['impedanceOhms' => $measured, 'referenceOhms' => $ohms, 'deviationPercent' => $off, 'bandPercent' => $band];
            $reasons[] = match (true) {
                abs($off) <= self::KNOWN_PERCENT => new Reason('impedance-'.$reference, Verdict::Within, $figures),
                abs($off) - $band <= self::KNOWN_PERCENT => new Reason('impedance-too-coarse', Verdict::CannotSay, $figures),
                default => new Reason('impedance-un'.$reference, 'as-drawn' === $reference ? Verdict::Watch : Verdict::CannotSay, $figures),
            };
        }

        return [...$reasons, ...self::forTubes($measured, $drawn, $context)];
    }

    private static function fault(TakenTest $test, Quantity $primary, Quantity $secondary, float $ohms): ?Reason
    {
        $figures = ['tapOhms' => $ohms, 'primaryVolts' => $primary->value, 'secondaryVolts' => $secondary->value];

        return match (true) {
            0.0 === $secondary->value => new Reason('ratio-secondary-zero', Verdict::CannotSay, $figures),
            $secondary->value >= $primary->value => new Reason('ratio-leads-swapped', Verdict::CannotSay, $figures),
            default => null,
        };
    }

    /**
     * @param list<TapRatio> $taps by nominal ohms
     *
     * @return list<Reason>
     */
    private static function among(array $taps): array
    {
        for ($i = 1, $n = \count($taps); $i < $n; ++$i) {
            if ($taps[$i]->ratio >= $taps[$i - 1]->ratio) {
                return [new Reason('taps-out-of-order', Verdict::CannotSay, ['lowerOhms' => $taps[$i - 1]->ohms, 'higherOhms' => $taps[$i]->ohms])];
            }
        }
        $told = array_map(static fn (TapRatio $t): float => $t->impedanceOhms, $taps);
        if (\count($told) < 2) {
            return [];
        }
        $spread = 100 * (max($told) / min($told) - 1);
        $bands = array_map(static fn (TapRatio $t): float => 100 * $t->bandOhms / $t->impedanceOhms, $taps);
        $figures = ['spreadPercent' => $spread, 'lowestOhms' => min($told), 'highestOhms' => max($told)];

        return match (true) {
            $spread <= self::TAP_SPREAD_PERCENT => [new Reason('taps-agree', Verdict::Within, $figures)],
            $spread - array_sum($bands) <= self::TAP_SPREAD_PERCENT => [new Reason('taps-too-coarse', Verdict::CannotSay, $figures)],
            default => [new Reason('taps-disagree', Verdict::Out, $figures)],
        };
    }

    /** @return list<Reason> */
    private static function forTubes(float $measured, DrawnTransformer $drawn, IronContext $context): array
    {
        $nearest = null;
        foreach ($context->loads as $load) {
            // Two pairs in parallel want half of what one pair wants.
            $pairs = max(1, intdiv(\count($drawn->tubes), $drawn->singleEnded ? 1 : 2));
            $wanted = $load->ohms / $pairs;
            if ($load->pushPull !== $drawn->singleEnded && (null === $nearest || abs(log($wanted / $measured)) < abs(log($nearest['wanted'] / $measured)))) {
                $nearest = ['wanted' => $wanted, 'load' => $load];
            }
        }
        if (null === $nearest) {
            return [];
        }
        $off = 100 * ($measured / $nearest['wanted'] - 1);
        $figures = ['impedanceOhms' => $measured, 'wantedOhms' => $nearest['wanted'], 'tubes' => array_values(array_unique($drawn->tubes)), 'atVolts' => $nearest['load']->plateVolts, 'deviationPercent' => $off, 'source' => $nearest['load']->source];

        return [match (true) {
            abs($off) <= self::LOAD_PERCENT => new Reason('load-suits', Verdict::Within, $figures),
            $off < 0.0 => new Reason('load-low', Verdict::Watch, $figures),
            default => new Reason('load-high', Verdict::Watch, $figures),
        }];
    }
}
