<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Test\Check;
use Yew\Core\Test\Step;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

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
        $step = static fn (TrialKind $kind, string $subject = '', bool $optional = false): Step => Step::of($tests, $kind, $drawn->id, $subject, $optional, self::checks($drawn, $kind, $subject, $mainsHertz, $mainsRatio));
        $windings = $drawn->windingIds();
        $steps = array_map(static fn (string $w): Step => $step(TrialKind::WindingOhms, $w), $windings);
        $pairs = $drawn->insulationPairs();
        foreach ($pairs as $pair) {
            $steps[] = $step(TrialKind::InsulationOhms, $pair);
        }
        $tap = null === $drawn->tapOhms ? '8' : \sprintf('%g', $drawn->tapOhms);
        if ('output' === $drawn->role) {
            array_push($steps, $step(TrialKind::OutputOhms), $step(TrialKind::Ratio, $tap));
            foreach ($tests->of($drawn->id)->latestBySubject(TrialKind::Ratio) as $subject => $_) {
                if ((string) $subject !== $tap) {
                    $steps[] = $step(TrialKind::Ratio, (string) $subject);
                }
            }
            if (!$drawn->singleEnded) {
                $steps[] = $step(TrialKind::Halves);
            }
            $steps[] = $step(TrialKind::Magnetising, $tap);
        }
        if ('choke' === $drawn->role) {
            $steps[] = $step(TrialKind::ChokeInductance);
        }
        foreach ($pairs as $pair) {
            $steps[] = $step(TrialKind::Insulation, $pair);
        }
        foreach ($pairs as $pair) {
            $steps[] = self::ohmsAgain($drawn, $tests, $pair);
        }
        if ('power' === $drawn->role) {
            foreach (\array_slice($windings, 1) as $w) {
                $steps[] = $step(TrialKind::OffLoad, $w);
            }
            array_push($steps, $step(TrialKind::ResistanceRise, 'primary', true), $step(TrialKind::Surface, '', true));
        }
        if ('output' === $drawn->role) {
            $steps[] = $step(TrialKind::OverStress, '', true);
        }

        return $steps;
    }

    /** @return list<Check> what the drawing says of a test's figures */
    private static function checks(DrawnTransformer $drawn, TrialKind $kind, string $subject, float $mainsHertz, float $mainsRatio): array
    {
        $about = static fn (float $value): array => [$value / self::ABOUT, $value * self::ABOUT];
        $ohms = $drawn->ohms($subject);
        $winding = array_values(array_filter($drawn->windings, static fn (array $w): bool => $w['id'] === $subject))[0] ?? null;

        return match (true) {
            TrialKind::WindingOhms === $kind && null !== $ohms && $ohms >= 1.0 => [Check::figure('ohms', ...$about($ohms))],
            TrialKind::Ratio === $kind && null !== $drawn->primaryOhms && is_numeric($subject) && (float) $subject > 0.0 => [Check::quotient('primaryVolts', 'secondaryVolts', ...$about(sqrt($drawn->primaryOhms / (float) $subject)))],
            TrialKind::OffLoad === $kind && null !== ($winding['volts'] ?? null) && null !== $drawn->ratedVolts => [Check::quotient('volts', 'mainsVolts', ...$about(($winding['centreTapped'] ? 0.5 : 1.0) * $winding['volts'] / ($drawn->ratedVolts * $mainsRatio)))],
            TrialKind::ChokeInductance === $kind && null !== $drawn->henries => [Check::quotient('volts', 'amperes', ...$about(2 * \M_PI * $mainsHertz * $drawn->henries))],
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
            if (TrialKind::Insulation === $test->kind) {
                [$tested, $after] = [true, null];
            } elseif (TrialKind::InsulationOhms === $test->kind && $tested) {
                $after = $test;
            }
        }

        return new Step(TrialKind::InsulationOhms, $drawn->id, $pair, $after, !$tested);
    }
}
