<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Judges a socket: contacts by gauge, through-paths to its pins, pins that must not meet (LOOK-4, JUDGE-7e). */
final class SocketCase
{
    /** A through-path is as drawn within the first, percent; beyond the second it is out (our choice: sum of several tolerances). */
    private const PATH_PERCENT = [12.0, 25.0];
    /** Below this ohms two wires touch, whatever the drawing puts between them (our choice). */
    private const TOUCH_OHMS = 5.0;
    /** Leads and contacts add up to this, ohms. */
    private const LEAD_OHMS = 0.5;

    /**
     * @param list<array{from: string, to: string, electrode: string, ohms: float|null}> $paths
     * @param list<array{pins: string, electrodes: string, ohms: float|null}>            $forbidden
     * @param bool                                                                       $output    an output tube's grid contact holds its bias
     * @param Trials                                                                     $sister    tests of the socket whose readings should match this one's
     *
     * @return array{word: string, verdict: Verdict, reasons: list<Reason>} word: sound | watch | bad | open
     */
    public static function judge(Trials $trials, array $paths, array $forbidden, bool $output, Trials $sister = new Trials()): array
    {
        $reasons = self::contacts($trials, $paths, $output);
        foreach ($paths as $path) {
            $trial = $trials->latest(TrialKind::Path, $path['from'].'→'.$path['to']);
            if (null !== $trial) {
                $reasons[] = self::path($trial, $path);
            }
        }
        foreach ($forbidden as $pair) {
            $trial = $trials->latest(TrialKind::PinShort, $pair['pins']);
            if (null !== $trial) {
                $reasons[] = self::short($trial, $pair);
                array_push($reasons, ...self::besideSister($trial, $sister->latest(TrialKind::PinShort, $pair['pins']), $pair['electrodes']));
            }
        }
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        [$word, $verdict] = match (true) {
            Verdict::Danger === $worst, Verdict::Out === $worst => ['bad', $worst],
            null === $trials->latest(TrialKind::Contacts) => ['open', Verdict::CannotSay],
            Verdict::Watch === $worst, Verdict::CannotSay === $worst => ['watch', $worst],
            default => ['sound', Verdict::Within],
        };

        return ['word' => $word, 'verdict' => $verdict, 'reasons' => $reasons];
    }

    /**
     * @param list<array{from: string, to: string, electrode: string, ohms: float|null}> $paths
     *
     * @return list<Reason>
     */
    private static function contacts(Trials $trials, array $paths, bool $output): array
    {
        $faults = $trials->latest(TrialKind::Contacts)->said['faults'] ?? null;
        if (!\is_array($faults)) {
            return [];
        }
        if ([] === $faults) {
            return [new Reason('contacts-good', Verdict::Within)];
        }
        $reasons = [];
        foreach ($faults as $pin => $fault) {
            $electrode = '';
            foreach ($paths as $path) {
                $electrode = str_ends_with($path['to'], '.'.$pin) ? $path['electrode'] : $electrode;
            }
            $holdsBias = $output && 'grid' === $electrode;
            $figures = ['pin' => (string) $pin, 'fault' => $fault, 'electrode' => $electrode];
            $reasons[] = match (true) {
                'dirty' === $fault => new Reason('contact-dirty', Verdict::Watch, $figures),
                $holdsBias => new Reason('contact-loses-bias', Verdict::Danger, $figures),
                default => new Reason('contact-bad', Verdict::Out, $figures),
            };
        }

        return $reasons;
    }

    /** @param array{from: string, to: string, electrode: string, ohms: float|null} $path */
    private static function path(Trial $trial, array $path): Reason
    {
        $ohms = $trial->value('ohms');
        $figures = ['from' => $path['from'], 'to' => $path['to'], 'electrode' => $path['electrode'], 'ohms' => $ohms, 'expectedOhms' => $path['ohms']];
        if ($trial->isOpen('ohms') || null === $ohms) {
            return null === $path['ohms'] ? new Reason('path-open-as-drawn', Verdict::Within, $figures) : new Reason('grid' === $path['electrode'] ? 'path-bias-open' : 'path-open', Verdict::Danger, $figures);
        }
        if (null === $path['ohms']) {
            return new Reason('path-where-none', Verdict::Out, $figures);
        }
        $off = abs($ohms - $path['ohms']);
        $percent = 100 * max(0.0, $off - self::LEAD_OHMS) / max(1e-3, $path['ohms']);
        $figures['deviationPercent'] = $path['ohms'] > 0.0 ? 100 * ($ohms / max(1e-3, $path['ohms']) - 1) : null;

        return match (true) {
            $percent <= self::PATH_PERCENT[0] => new Reason('path-as-drawn', Verdict::Within, $figures),
            $percent <= self::PATH_PERCENT[1] => new Reason('path-off', Verdict::Watch, $figures),
            $ohms < $path['ohms'] => new Reason('path-short', Verdict::Out, $figures),
            default => new Reason('path-high', Verdict::Out, $figures),
        };
    }

    /** @return list<Reason> the same pins of the sister socket should read alike */
    private static function besideSister(Trial $trial, ?Trial $sister, string $electrodes): array
    {
        [$mine, $other] = [$trial->value('ohms'), $sister?->value('ohms')];
        if (null === $sister || ($trial->isOpen('ohms') && $sister->isOpen('ohms'))) {
            return [];
        }
        $unlike = $trial->isOpen('ohms') !== $sister->isOpen('ohms') || abs(($mine ?? 0.0) - ($other ?? 0.0)) > self::PATH_PERCENT[1] / 100 * max($mine ?? 0.0, $other ?? 0.0) + self::LEAD_OHMS;

        return $unlike ? [new Reason('pins-unlike-sister', Verdict::Watch, ['pins' => $trial->subject, 'electrodes' => $electrodes, 'ohms' => $mine, 'sisterOhms' => $other])] : [];
    }

    /** @param array{pins: string, electrodes: string, ohms: float|null} $pair */
    private static function short(Trial $trial, array $pair): Reason
    {
        $ohms = $trial->value('ohms');
        $figures = ['pins' => $pair['pins'], 'electrodes' => $pair['electrodes'], 'ohms' => $ohms, 'expectedOhms' => $pair['ohms']];
        if ($trial->isOpen('ohms') || null === $ohms) {
            return new Reason('pins-apart', Verdict::Within, $figures);
        }
        // Within the circuit's own ohms, its tolerance and the leads: nothing beyond the drawing joins them.
        $least = null === $pair['ohms'] ? 1e6 : (1 - self::PATH_PERCENT[1] / 100) * $pair['ohms'] - self::LEAD_OHMS;

        return match (true) {
            $ohms >= $least => new Reason('pins-apart', Verdict::Within, $figures),
            $ohms <= self::TOUCH_OHMS => new Reason('pins-touch', Verdict::Danger, $figures),
            default => new Reason('pins-leak', Verdict::Out, $figures),
        };
    }
}
