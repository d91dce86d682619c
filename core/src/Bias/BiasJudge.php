<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\TargetSchool;
use Yew\Core\Test\Reason;

/** What is to be said of how one output tube idles (BIAS-2, BIAS-3), with every band that straddles an edge said to do so (JUDGE-7b). */
final class BiasJudge
{
    /** A grid within so much of what is printed there is as printed (JUDGE-2: bias is ± 10 %). */
    private const PRINTED_SHARE = 0.1;
    /** A tube that draws more than so many times what its curves give is looked at for oscillation first (our choice: ± 30 % is in the tubes, common practice). */
    public const STRONG_TIMES = 1.5;

    /** @return list<Reason> worst first; none where nothing of it was read */
    public static function judge(BiasTube $tube): array
    {
        if (null === $tube->current() && null === $tube->plate) {
            return [];
        }
        $watts = $tube->plateWatts();
        if (null === $watts || [] !== $tube->wanted) {
            return [new Reason($tube->lacksMeter ? 'bias-no-meter' : 'bias-not-measured', Verdict::CannotSay, ['wanted' => implode(', ', $tube->wanted)])];
        }
        $nonsense = self::nonsense($tube, $watts);
        if (null !== $nonsense) {
            return [$nonsense];
        }
        $limits = $tube->limits();
        if ([] === $limits) {
            return [new Reason('bias-no-limit', Verdict::CannotSay, ['type' => $tube->types[0]->name ?? '', 'plateWatts' => $watts->value])];
        }

        return Reason::worstFirst(array_values(array_filter([
            self::type($tube), self::plate($tube, $watts, $limits), self::atHighMains($tube, $watts, $limits), self::screen($tube, $limits), ...self::volts($tube, $limits[0]), self::methods($tube), self::mean($tube), $tube->gridCurrent?->judge(), self::withoutCause($tube),
        ], static fn (?Reason $r): bool => null !== $r)));
    }

    /** Readings that no tube can give together: something was probed at the wrong place, or it does not draw at all. */
    private static function nonsense(BiasTube $tube, Figure $watts): ?Reason
    {
        $figures = ['cathodeAmperes' => $tube->current()?->cathode->value ?? 0.0, 'screenAmperes' => $tube->screenAmperes->value ?? 0.0, 'plateAmperes' => $tube->plateAmperes->value ?? 0.0, 'plateVolts' => $tube->plate->value ?? 0.0];

        return match (true) {
            $figures['screenAmperes'] < 0.0 => new Reason('bias-screen-backwards', Verdict::Out, [...$figures, 'stopper' => $tube->drawn->stopper ?? '']),
            $figures['cathodeAmperes'] > 0.0 && $figures['plateAmperes'] <= 0.0 => new Reason('bias-screen-over-cathode', Verdict::Out, $figures),
            $watts->value <= 0.0 => new Reason('bias-not-drawing', Verdict::Out, $figures),
            default => null,
        };
    }

    /** @param non-empty-list<BiasLimit> $limits */
    private static function plate(BiasTube $tube, Figure $watts, array $limits): Reason
    {
        [$low, $high] = [$watts->value - $watts->halfWidth95(), $watts->value + $watts->halfWidth95()];
        $own = self::judgedBy($tube, $limits);
        $most = max(array_map(static fn (BiasLimit $l): float => $l->plateWatts, $own));
        $least = min(array_map(static fn (BiasLimit $l): float => $l->plateWatts, $own));
        $limit = $own[0];
        $figures = ['plateWatts' => $watts->value, 'bandWatts' => $watts->halfWidth95(), 'limitWatts' => $limit->plateWatts, 'limitPercent' => 100 * $watts->value / $limit->plateWatts, 'bandPercent' => 100 * $watts->halfWidth95() / $limit->plateWatts, 'system' => $limit->system];
        $target = $tube->target();
        $said = TargetSchool::Owner === $target->school ? 'target-by-owner' : 'target-by-'.$target->setBy;
        $aims = [...$figures, 'targetLowPercent' => 100 * $target->low, 'targetHighPercent' => 100 * $target->high, 'targetSaid' => $said, 'reason' => $target->reason];

        return match (true) {
            $low > $most => new Reason('bias-over-limit', Verdict::Danger, $figures),
            $least < $most => new Reason('bias-suffix-missing', Verdict::CannotSay, [...$figures, 'types' => implode(', ', array_map(static fn (BiasLimit $l): string => $l->type, $own)), 'lowestWatts' => $least, 'highestWatts' => $most]),
            $high > $most => new Reason('bias-straddles-limit', Verdict::CannotSay, $figures),
            TargetSchool::Schematic === $target->school => self::asPrinted($tube, $figures),
            TargetSchool::Distortion === $target->school => new Reason('bias-set-by-distortion', Verdict::Within, $aims),
            $low > $target->high * $most => new Reason('bias-hot', Verdict::Watch, $aims),
            $high < $target->low * $most => new Reason('bias-cool', Verdict::Watch, $aims),
            $low >= $target->low * $most && $high <= $target->high * $most => new Reason('bias-on-target', Verdict::Within, $aims),
            $watts->value >= $target->low * $most && $watts->value <= $target->high * $most => new Reason('bias-about-target', Verdict::Within, $aims),
            default => new Reason('bias-straddles-target', Verdict::CannotSay, $aims),
        };
    }

    /**
     * Set to the grid volts that the drawing prints, at the mains as it is; a colder grid is cold, and no fault (JUDGE-1a).
     *
     * @param array<string, float|string> $figures
     */
    private static function asPrinted(BiasTube $tube, array $figures): Reason
    {
        if (null === $tube->printedGrid || null === $tube->grid) {
            return new Reason(null === $tube->printedGrid ? 'bias-nothing-printed' : 'bias-grid-unread', Verdict::CannotSay, [...$figures, 'grid' => $tube->drawn->places['grid']]);
        }
        $told = [...$figures, 'gridVolts' => $tube->grid->value, 'printedVolts' => $tube->printedGrid];
        $share = $tube->grid->value / $tube->printedGrid;

        return match (true) {
            $share < 1.0 - self::PRINTED_SHARE => new Reason('bias-hotter-than-printed', Verdict::Watch, $told),
            $share > 1.0 + self::PRINTED_SHARE => new Reason('bias-colder-than-printed', Verdict::Watch, $told),
            default => new Reason('bias-as-printed', Verdict::Within, $told),
        };
    }

    /** It draws much more than its curves give at the very volts that it has: strong, or it oscillates (BIAS-4d). */
    private static function withoutCause(BiasTube $tube): ?Reason
    {
        $strength = $tube->strength();

        return null === $strength || $strength <= self::STRONG_TIMES ? null : new Reason('bias-without-cause', Verdict::Watch, ['times' => $strength, 'position' => $tube->drawn->position]);
    }

    /** Nobody said what stands in the socket: what is drawn there is no more than a guess. */
    private static function type(BiasTube $tube): ?Reason
    {
        return $tube->isTypeSaid ? null : new Reason('bias-type-not-said', Verdict::CannotSay, ['type' => $tube->types[0]->name ?? '']);
    }

    /**
     * One limit of each candidate: the first that its data list.
     *
     * @param non-empty-list<BiasLimit> $limits
     *
     * @return non-empty-list<BiasLimit>
     */
    private static function judgedBy(BiasTube $tube, array $limits): array
    {
        $first = [];
        foreach ($limits as $limit) {
            $first[$limit->type] ??= $limit;
        }

        return array_values($first);
    }

    /**
     * A design-maximum limit must hold at the highest mains of the place (BIAS-2).
     *
     * @param non-empty-list<BiasLimit> $limits
     */
    private static function atHighMains(BiasTube $tube, Figure $watts, array $limits): ?Reason
    {
        $limit = $limits[0];
        if ($tube->isOfUnknownSuffix() || !$limit->holdsAtHighestMains() || null === $tube->highRatio || $watts->value > $limit->plateWatts) {
            return null;
        }
        $there = $watts->value * $tube->highRatio;

        return $there <= $limit->plateWatts ? null : new Reason('bias-over-at-high-mains', Verdict::Watch, ['highWatts' => $there, 'highPercent' => 100 * $there / $limit->plateWatts, 'limitWatts' => $limit->plateWatts, 'system' => $limit->system]);
    }

    /** @param non-empty-list<BiasLimit> $limits */
    private static function screen(BiasTube $tube, array $limits): ?Reason
    {
        $watts = $tube->screenWatts();
        $allowed = array_filter(array_map(static fn (BiasLimit $l): ?float => $l->screenWatts, self::judgedBy($tube, $limits)), static fn (?float $w): bool => null !== $w);
        if (null === $watts || [] === $allowed || 'plate' === $tube->drawn->screens) {
            return null;
        }
        $most = max($allowed);
        $figures = ['screenWatts' => $watts->value, 'bandWatts' => $watts->halfWidth95(), 'limitWatts' => $most];

        return match (true) {
            $watts->value - $watts->halfWidth95() > $most => new Reason('bias-screen-over-limit', Verdict::Danger, $figures),
            $watts->value + $watts->halfWidth95() > $most => new Reason('bias-screen-straddles', Verdict::CannotSay, [...$figures, 'stopper' => $tube->drawn->stopper ?? '']),
            default => null,
        };
    }

    /** @return list<Reason> volts that the type is not made for */
    private static function volts(BiasTube $tube, BiasLimit $limit): array
    {
        $reasons = [];
        foreach (['plate' => [$tube->plate, $limit->plateVolts], 'screen' => ['plate' === $tube->drawn->screens ? null : $tube->screen, $limit->screenVolts]] as $electrode => [$volts, $most]) {
            if (null !== $volts && null !== $most && $volts->value - $volts->halfWidth95() > $most) {
                $reasons[] = new Reason('bias-'.$electrode.'-volts-over', Verdict::Watch, ['readVolts' => $volts->value, 'limitVolts' => $most, 'type' => $limit->type]);
            }
        }

        return $reasons;
    }

    /** Whether the two best ways of measuring agree within their bands; where they do not, the one on ohms that nobody measured is the likelier wrong. */
    private static function methods(BiasTube $tube): ?Reason
    {
        $own = array_values(array_filter($tube->currents, static fn (BiasCurrent $c): bool => !$c->isMean()));
        if (\count($own) < 2) {
            return null;
        }
        [$one, $other] = $own;
        $apart = $one->cathode->minus($other->cathode);
        $figures = ['firstMethod' => $one->method->value, 'secondMethod' => $other->method->value, 'firstAmperes' => $one->cathode->value, 'secondAmperes' => $other->cathode->value];
        if (abs($apart->value) <= $apart->halfWidth95()) {
            return new Reason('bias-methods-agree', Verdict::Within, $figures);
        }
        $rank = static fn (BiasCurrent $c): array => [\count($c->unmeasured), $c->uncertainty()];

        return new Reason('bias-methods-contradict', Verdict::CannotSay, [...$figures, 'wrongMethod' => ($rank($one) > $rank($other) ? $one : $other)->method->value]);
    }

    private static function mean(BiasTube $tube): ?Reason
    {
        $current = $tube->current();

        return null === $current || !$current->isMean() ? null : new Reason('bias-is-a-mean', Verdict::Within, ['count' => (string) $current->tubes, 'winding' => $tube->drawn->stage.'/'.$tube->drawn->side]);
    }
}
