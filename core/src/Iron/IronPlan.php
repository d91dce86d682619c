<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Trial\Step;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** The guided order of a transformer's tests: what needs a dead chassis first, then what is driven, then ohms once more (IRON-6). */
final class IronPlan
{
    /** @return list<Step> */
    public static function steps(DrawnTransformer $drawn, Trials $trials): array
    {
        $step = static fn (TrialKind $kind, string $subject = '', bool $optional = false): Step => Step::of($trials, $kind, $drawn->id, $subject, $optional);
        $windings = $drawn->windingIds();
        $steps = array_map(static fn (string $w): Step => $step(TrialKind::WindingOhms, $w), $windings);
        $pairs = $drawn->insulationPairs();
        foreach ($pairs as $pair) {
            $steps[] = $step(TrialKind::InsulationOhms, $pair);
        }
        $tap = null === $drawn->tapOhms ? '8' : \sprintf('%g', $drawn->tapOhms);
        if ('output' === $drawn->role) {
            array_push($steps, $step(TrialKind::OutputOhms), $step(TrialKind::Ratio, $tap));
            foreach ($trials->of($drawn->id)->latestBySubject(TrialKind::Ratio) as $subject => $_) {
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
            $steps[] = self::ohmsAgain($drawn, $trials, $pair);
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

    /** Ohms after the high-voltage test; done only when taken after it. */
    private static function ohmsAgain(DrawnTransformer $drawn, Trials $trials, string $pair): Step
    {
        $after = null;
        $tested = false;
        foreach ($trials->of($drawn->id)->all as $trial) {
            if ($trial->subject !== $pair) {
                continue;
            }
            if (TrialKind::Insulation === $trial->kind) {
                [$tested, $after] = [true, null];
            } elseif (TrialKind::InsulationOhms === $trial->kind && $tested) {
                $after = $trial;
            }
        }

        return new Step(TrialKind::InsulationOhms, $drawn->id, $pair, $after, !$tested);
    }
}
