<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Bench\FuseFamily;
use Yew\Core\Bench\FuseMark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** Whether a fitted fuse protects what is drawn, at this mains (FUSE-1). */
final class FuseCheck
{
    /** A link is chosen for about this many times the running current: it must carry warm-up and mains tolerance (common practice). */
    public const HEADROOM_TIMES = 1.5;

    /** Above this many times the proper value it no longer protects; one preferred step of IEC 60127 is 1.25 (our choice). */
    private const TOO_BIG_TIMES = 1.3;
    private const TOO_SMALL_SHARE = 0.75;

    /**
     * The value that belongs in at another mains: same power, so the current goes with 1/V; a B+ fuse does not scale.
     *
     * @param float $amperes as drawn, at $drawnVolts
     */
    public static function scaled(float $amperes, float $drawnVolts, float $mainsVolts, FuseFamily $from = FuseFamily::Iec, FuseFamily $to = FuseFamily::Iec): float
    {
        $iec = $from->asIec($amperes) * $drawnVolts / $mainsVolts;

        return $to->nearest(FuseFamily::Ul === $to ? $iec / FuseFamily::IEC_PER_UL : $iec);
    }

    /**
     * @param FuseMark|null $drawn          as the schematic or the panel has it; null when neither says
     * @param float         $drawnVolts     mains for which it is drawn
     * @param float         $mainsVolts     that will feed the amplifier
     * @param float|null    $runningAmperes mains current by the model at this mains; null without a circuit
     *
     * @return list<Reason> worst first by the caller's choice; never empty
     */
    public static function judge(FuseMark $fitted, ?FuseMark $drawn, float $drawnVolts, float $mainsVolts, bool $mainsFuse, ?float $runningAmperes): array
    {
        $reasons = [];
        $proper = match (true) {
            null === $drawn => null,
            $mainsFuse => self::scaled($drawn->amperes, $drawnVolts, $mainsVolts, $drawn->family, $fitted->family),
            default => $fitted->family->nearest(FuseFamily::Ul === $fitted->family ? $drawn->family->asIec($drawn->amperes) / FuseFamily::IEC_PER_UL : $drawn->family->asIec($drawn->amperes)),
        };
        if (null !== $proper) {
            $ratio = $fitted->amperes / $proper;
            $figures = ['fittedAmperes' => $fitted->amperes, 'properAmperes' => $proper, 'drawnAmperes' => $drawn->amperes, 'mainsVolts' => $mainsVolts];
            $reasons[] = match (true) {
                $ratio > self::TOO_BIG_TIMES => new Reason('fuse-too-big', Verdict::Danger, $figures),
                $ratio < self::TOO_SMALL_SHARE => new Reason('fuse-too-small', Verdict::Watch, $figures),
                default => new Reason('fuse-fits', Verdict::Within, $figures),
            };
        }
        if ($mainsFuse && null !== $runningAmperes) {
            $carries = $fitted->family->asIec($fitted->amperes);
            $figures = ['fittedAmperes' => $fitted->amperes, 'runningAmperes' => $runningAmperes, 'share' => $carries / $runningAmperes];
            $reasons[] = match (true) {
                $carries < $runningAmperes => new Reason('fuse-under-running', Verdict::Out, $figures),
                $carries > 4 * self::HEADROOM_TIMES * $runningAmperes => new Reason('fuse-far-over-running', Verdict::Watch, $figures),
                default => new Reason('fuse-plausible', Verdict::Within, $figures),
            };
        }
        if ($mainsFuse && null !== $fitted->volts && $fitted->volts < $mainsVolts) {
            $reasons[] = new Reason('fuse-volts-low', Verdict::Danger, ['fuseVolts' => $fitted->volts, 'mainsVolts' => $mainsVolts]);
        }
        if (null !== $drawn?->characteristic && null !== $fitted->characteristic && $drawn->characteristic !== $fitted->characteristic) {
            $reasons[] = new Reason('fuse-other-speed', 'T' === $fitted->characteristic ? Verdict::Out : Verdict::Watch, ['fitted' => $fitted->characteristic, 'drawn' => $drawn->characteristic]);
        }

        return [] === $reasons ? [new Reason('fuse-nothing-drawn', Verdict::CannotSay, ['fittedAmperes' => $fitted->amperes])] : $reasons;
    }
}
