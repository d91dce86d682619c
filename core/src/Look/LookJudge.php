<?php

declare(strict_types=1);

namespace Yew\Core\Look;

use Yew\Core\Bench\FuseFamily;
use Yew\Core\Bench\FuseMark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\LeakFigure;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Judges what was seen and measured before any power: tubes and cans by eye, fuses, mains safety (LOOK-1, FUSE-1, SAFE-4a). */
final class LookJudge
{
    /** Inlet earth pin to chassis, ohms: directly, and through a cord (common practice of appliance testing; local code decides). */
    public const EARTH_OHMS = ['inlet' => 0.1, 'cord' => 0.2];
    /** Beyond this there is no earth lead at all, ohms (our choice). */
    private const EARTH_OPEN_OHMS = 1000.0;
    /** Mains conductors to chassis at 500 V DC, ohms (common practice of appliance testing; local code decides). */
    public const MAINS_INSULATION_OHMS = 1e6;
    public const MAINS_INSULATION_VOLTS = 500.0;

    /** What an answer by eye means. */
    private const SEEN = [
        'cord' => ['three-wire' => Verdict::Within, 'two-wire' => Verdict::Out, 'damaged' => Verdict::Danger],
        'live-lead' => ['fuse-and-switch-live' => Verdict::Within, 'fuse-in-neutral' => Verdict::Out, 'switch-in-neutral' => Verdict::Out],
        'line-capacitor' => ['none' => Verdict::Within, 'class-y' => Verdict::Within, 'other' => Verdict::Out],
        'tube-look' => ['silvery' => Verdict::Within, 'faded' => Verdict::Watch, 'white' => Verdict::Out, 'cracked' => Verdict::Out, 'rattles' => Verdict::Watch, 'loose-base' => Verdict::Watch, 'missing' => Verdict::Watch],
        'can-look' => ['sound' => Verdict::Within, 'bulged' => Verdict::Out, 'leaking' => Verdict::Out, 'loose' => Verdict::Watch],
        'area-look' => ['sound' => Verdict::Within, 'found-something' => Verdict::Watch],
    ];

    /**
     * @param FuseMark|null $drawn          of the fuse looked at
     * @param float         $drawnVolts     mains for which it is drawn
     * @param float         $mainsVolts     that will feed the amplifier
     * @param float|null    $runningAmperes mains current by the model
     *
     * @return list<Reason>
     */
    public static function judge(TakenTest $test, ?FuseMark $drawn = null, float $drawnVolts = 0.0, float $mainsVolts = 0.0, bool $mainsFuse = true, ?float $runningAmperes = null): array
    {
        return match ($test->kind) {
            LookTestKind::Fuse => self::fuse($test, $drawn, $drawnVolts, $mainsVolts, $mainsFuse, $runningAmperes),
            LookTestKind::EarthBond => [self::earthBond($test)],
            LookTestKind::MainsInsulation => [self::mainsInsulation($test)],
            default => self::seen($test),
        };
    }

    /** @return list<Reason> */
    private static function seen(TakenTest $test): array
    {
        $choice = $test->choice();
        $verdict = null === $choice ? null : self::SEEN[$test->kind->value][$choice] ?? null;

        return null === $verdict ? [] : [new Reason($test->kind->value.'-'.$choice, $verdict)];
    }

    /** @return list<Reason> */
    private static function fuse(TakenTest $test, ?FuseMark $drawn, float $drawnVolts, float $mainsVolts, bool $mainsFuse, ?float $runningAmperes): array
    {
        $amperes = $test->said['amperes'] ?? null;
        if (!\is_float($amperes) && !\is_int($amperes)) {
            return match ($test->choice()) {
                'bridged' => [new Reason('fuse-bridged', Verdict::Danger)],
                'blown' => [new Reason('fuse-blown', Verdict::Watch)],
                default => [new Reason('fuse-missing', Verdict::Out)],
            };
        }
        $volts = $test->said['volts'] ?? null;
        $characteristic = $test->said['characteristic'] ?? null;
        $family = $test->said['family'] ?? '';
        $fitted = new FuseMark((float) $amperes, \is_string($characteristic) ? $characteristic : null, is_numeric($volts) ? (float) $volts : null, FuseFamily::tryFrom(\is_string($family) ? $family : '') ?? FuseFamily::Iec);

        return Reason::worstFirst(FuseCheck::judge($fitted, $drawn, $drawnVolts, $mainsVolts, $mainsFuse, $runningAmperes));
    }

    private static function earthBond(TakenTest $test): Reason
    {
        $limit = self::EARTH_OHMS['cord' === $test->subject ? 'cord' : 'inlet'];
        [$most, $least] = [$test->most('ohms'), $test->least('ohms')];
        $figures = ['ohms' => $test->value('ohms'), 'shownOhms' => $test->shown('ohms'), 'limitOhms' => $limit];

        return match (true) {
            $test->isBeyond('ohms', self::EARTH_OPEN_OHMS) => new Reason('earth-open', Verdict::Danger, $figures),
            null !== $most && $most <= $limit => new Reason('earth-good', Verdict::Within, $figures),
            null !== $least && $least > $limit => new Reason('earth-high', Verdict::Danger, $figures),
            default => new Reason('earth-bound', Verdict::CannotSay, $figures),
        };
    }

    private static function mainsInsulation(TakenTest $test): Reason
    {
        $found = LeakFigure::of($test);
        $seen = $found->leakOhms ?? $found->limitOhms;
        $figures = ['ohms' => $seen, 'testVolts' => $found->volts, 'limitOhms' => self::MAINS_INSULATION_OHMS];

        return match (true) {
            $found->overrange => new Reason('mains-leaks-overrange', Verdict::Danger, $figures),
            null !== $found->leakOhms && $found->leakOhms < self::MAINS_INSULATION_OHMS => new Reason('mains-leaks', Verdict::Danger, $figures),
            $found->volts < 0.9 * self::MAINS_INSULATION_VOLTS => new Reason('mains-tested-low', Verdict::CannotSay, $figures),
            null === $seen => new Reason('mains-limit-not-said', Verdict::CannotSay, $figures),
            $seen < self::MAINS_INSULATION_OHMS => new Reason('mains-meter-too-coarse', Verdict::CannotSay, $figures),
            default => new Reason('mains-tight', Verdict::Within, $figures),
        };
    }
}
