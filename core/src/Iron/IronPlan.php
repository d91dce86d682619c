<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Station\Step;
use Yew\Core\Test\Check;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** The guided order of a transformer's tests: what needs a dead chassis first, then what is driven, then ohms once more (IRON-6). */
final class IronPlan
{
    /** Within this factor of the drawing nothing slipped: a decade is ten (our choice). */
    private const ABOUT = 1.6;

    /**
     * @param float $mainsRatio by which the drawn mains volts count for this unit's wiring
     *
     * @return list<Step>
     */
    public static function steps(DrawnTransformer $drawn, TestRecord $tests, float $mainsHertz = 60.0, float $mainsRatio = 1.0): array
    {
        $step = static fn (TestKind $kind, string $subject = '', bool $optional = false): Step => Step::of($tests, $kind, $drawn->id, $subject, $optional, self::checks($drawn, $kind, $subject, $mainsHertz, $mainsRatio));
        $windings = $drawn->windingIds();
        $steps = array_map(static fn (string $w): Step => $step(IronTestKind::WindingOhms, $w), $windings);
        $pairs = $drawn->insulationPairs();
        foreach ($pairs as $pair) {
            $steps[] = $step(IronTestKind::InsulationOhms, $pair);
        }
        $tap = null === $drawn->tapOhms ? '8' : \sprintf('%g', $drawn->tapOhms);
        if ('output' === $drawn->role) {
            array_push($steps, $step(IronTestKind::OutputOhms), $step(IronTestKind::Ratio, $tap));
            foreach ($tests->of($drawn->id)->latestBySubject(IronTestKind::Ratio) as $subject => $_) {
                if ((string) $subject !== $tap) {
                    $steps[] = $step(IronTestKind::Ratio, (string) $subject);
                }
            }
            if (!$drawn->singleEnded) {
                $steps[] = $step(IronTestKind::Halves);
            }
            $steps[] = $step(IronTestKind::Magnetising, $tap);
        }
        if ('choke' === $drawn->role) {
            $steps[] = $step(IronTestKind::ChokeInductance);
        }
        foreach ($pairs as $pair) {
            $steps[] = $step(IronTestKind::Insulation, $pair);
        }
        foreach ($pairs as $pair) {
            $steps[] = self::ohmsAgain($drawn, $tests, $pair);
        }
        if ('power' === $drawn->role) {
            foreach (\array_slice($windings, 1) as $w) {
                $steps[] = $step(IronTestKind::OffLoad, $w);
            }
            array_push($steps, $step(IronTestKind::ResistanceRise, 'primary', true), $step(IronTestKind::Surface, '', true));
        }
        if ('output' === $drawn->role) {
            $steps[] = $step(IronTestKind::OverStress, '', true);
        }

        return $steps;
    }

    /** @return list<Check> what the drawing says of a test's figures */
    private static function checks(DrawnTransformer $drawn, TestKind $kind, string $subject, float $mainsHertz, float $mainsRatio): array
    {
        $about = static fn (float $value): array => [$value / self::ABOUT, $value * self::ABOUT];
        $ohms = $drawn->ohms($subject);
        $winding = array_values(array_filter($drawn->windings, static fn (DrawnWinding $w): bool => $w->id === $subject))[0] ?? null;

        return match (true) {
            IronTestKind::WindingOhms === $kind && null !== $ohms && $ohms >= 1.0 => [Check::figure('ohms', ...$about($ohms))],
            IronTestKind::Ratio === $kind && null !== $drawn->primaryOhms && is_numeric($subject) && (float) $subject > 0.0 => [Check::quotient('primaryVolts', 'secondaryVolts', ...$about(sqrt($drawn->primaryOhms / (float) $subject)))],
            IronTestKind::OffLoad === $kind && null !== $winding?->volts && null !== $drawn->ratedVolts => [Check::quotient('volts', 'mainsVolts', ...$about(($winding->centreTapped ? 0.5 : 1.0) * $winding->volts / ($drawn->ratedVolts * $mainsRatio)))],
            IronTestKind::ChokeInductance === $kind && null !== $drawn->henries => [Check::quotient('volts', 'amperes', ...$about(2 * \M_PI * $mainsHertz * $drawn->henries))],
            default => [],
        };
    }

    /** Ohms after the high-voltage test; done only when taken after it. */
    private static function ohmsAgain(DrawnTransformer $drawn, TestRecord $tests, string $pair): Step
    {
        $after = null;
        $tested = false;
        foreach ($tests->of($drawn->id)->all as $test) {
            if ($test->subject !== $pair) {
                continue;
            }
            if (IronTestKind::Insulation === $test->kind) {
                [$tested, $after] = [true, null];
            } elseif (IronTestKind::InsulationOhms === $test->kind && $tested) {
                $after = $test;
            }
        }

        return new Step(IronTestKind::InsulationOhms, $drawn->id, $pair, $after, !$tested);
    }
}
