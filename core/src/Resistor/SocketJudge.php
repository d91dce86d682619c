<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Drawn\DrawnPath;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Judges a socket: contacts by gauge, through-paths to its pins, pins that must not meet (LOOK-4, JUDGE-7e). */
final class SocketJudge
{
    /** A through-path is as drawn within the first, percent; beyond the second it is out (our choice: sum of several tolerances). */
    private const PATH_PERCENT = [12.0, 25.0];
    /** Below this ohms two wires touch, whatever the drawing puts between them (our choice). */
    private const TOUCH_OHMS = 5.0;
    /** More than this between two pins is apart, where the drawing puts nothing between them, ohms (our choice). */
    private const APART_OHMS = 1e6;
    /** A path that reads more than so many times its highest is broken, not drifted (our choice). */
    private const OPEN_TIMES = 10.0;
    /** Leads and contacts add up to this, ohms. */
    private const LEAD_OHMS = 0.5;

    /**
     * @param list<DrawnPath>    $paths
     * @param list<DrawnPinPair> $forbidden
     * @param bool               $output    an output tube's grid contact holds its bias
     * @param TestRecord         $sister    tests of the socket whose readings should match this one's
     *
     * @return PartVerdict sound, watch, bad or open
     */
    public static function judge(TestRecord $tests, array $paths, array $forbidden, bool $output, TestRecord $sister = new TestRecord()): PartVerdict
    {
        $reasons = self::contacts($tests, $paths, $output);
        foreach ($paths as $path) {
            array_push($reasons, ...$tests->kind(ResistorTestKind::Path)->about($path->subject())->deciding(static fn (TakenTest $t): Reason => self::path($t, $path)));
        }
        foreach ($forbidden as $pair) {
            $taken = $tests->kind(ResistorTestKind::PinShort)->about($pair->pins);
            array_push($reasons, ...$taken->deciding(static fn (TakenTest $t): Reason => self::short($t, $pair)));
            $newest = $taken->latest(ResistorTestKind::PinShort);
            array_push($reasons, ...(null === $newest ? [] : self::besideSister($newest, $sister->latest(ResistorTestKind::PinShort, $pair->pins), $pair->electrodes)));
        }
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        [$outcome, $verdict] = match (true) {
            Verdict::Danger === $worst, Verdict::Out === $worst => [Outcome::Bad, $worst],
            null === $tests->latest(ResistorTestKind::Contacts) => [Outcome::Open, Verdict::CannotSay],
            Verdict::Watch === $worst, Verdict::CannotSay === $worst => [Outcome::Watch, $worst],
            default => [Outcome::Sound, Verdict::Within],
        };

        return new PartVerdict($outcome, $verdict, $reasons);
    }

    /**
     * @param list<DrawnPath> $paths
     *
     * @return list<Reason>
     */
    private static function contacts(TestRecord $tests, array $paths, bool $output): array
    {
        // A loose contact does not heal by being gauged again: what was found at any pin counts until the socket is said to be repaired.
        $faults = null;
        foreach ($tests->kind(ResistorTestKind::Contacts)->all as $test) {
            $found = $test->said['faults'] ?? null;
            $faults = \is_array($found) ? ($faults ?? []) + $found : $faults;
        }
        if (null === $faults) {
            return [];
        }
        if ([] === $faults) {
            return [new Reason('contacts-good', Verdict::Within)];
        }
        $reasons = [];
        foreach ($faults as $pin => $fault) {
            $electrode = '';
            foreach ($paths as $path) {
                $electrode = str_ends_with($path->to, '.'.$pin) ? $path->electrode : $electrode;
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

    private static function path(TakenTest $test, DrawnPath $path): Reason
    {
        [$ohms, $expected] = [$test->value('ohms'), $path->ohms];
        $figures = ['from' => $path->from, 'to' => $path->to, 'electrode' => $path->electrode, 'ohms' => $ohms, 'shownOhms' => $test->shown('ohms'), 'expectedOhms' => $expected];
        $highest = null === $expected ? 0.0 : (1 + self::PATH_PERCENT[1] / 100) * $expected + self::LEAD_OHMS;
        if (null === $expected) {
            return match (true) {
                $test->isBeyond('ohms', self::APART_OHMS) => new Reason('path-open-as-drawn', Verdict::Within, $figures),
                null === $test->most('ohms') => new Reason('path-bound', Verdict::CannotSay, $figures),
                default => new Reason('path-where-none', Verdict::Out, $figures),
            };
        }
        if (null === $ohms) {
            return match (true) {
                $test->isOverload('ohms') || $test->isBeyond('ohms', self::OPEN_TIMES * $highest) => new Reason('grid' === $path->electrode ? 'path-bias-open' : 'path-open', Verdict::Danger, $figures),
                $test->isBeyond('ohms', $highest) => new Reason('path-high', Verdict::Out, $figures),
                ($test->most('ohms') ?? \INF) < (1 - self::PATH_PERCENT[1] / 100) * $expected - self::LEAD_OHMS => new Reason('path-short', Verdict::Out, $figures),
                default => new Reason('path-bound', Verdict::CannotSay, $figures),
            };
        }
        $off = abs($ohms - $expected);
        $percent = 100 * max(0.0, $off - self::LEAD_OHMS) / max(1e-3, $expected);
        $figures['deviationPercent'] = $expected > 0.0 ? 100 * ($ohms / max(1e-3, $expected) - 1) : null;

        return match (true) {
            $percent <= self::PATH_PERCENT[0] => new Reason('path-as-drawn', Verdict::Within, $figures),
            $percent <= self::PATH_PERCENT[1] => new Reason('path-off', Verdict::Watch, $figures),
            $ohms < $expected => new Reason('path-short', Verdict::Out, $figures),
            default => new Reason('path-high', Verdict::Out, $figures),
        };
    }

    /** @return list<Reason> the same pins of the sister socket should read alike */
    private static function besideSister(TakenTest $test, ?TakenTest $sister, string $electrodes): array
    {
        if (null === $sister || ($test->isBeyond('ohms', self::APART_OHMS) && $sister->isBeyond('ohms', self::APART_OHMS))) {
            return [];
        }
        [$mine, $other] = [$test->value('ohms'), $sister->value('ohms')];
        $alike = null !== $mine && null !== $other && abs($mine - $other) <= self::PATH_PERCENT[1] / 100 * max($mine, $other) + self::LEAD_OHMS;
        // Two bounds, or a bound and a figure that it allows, tell no difference.
        $comparable = (null !== $mine || $test->isOverload('ohms')) && (null !== $other || $sister->isOverload('ohms'));

        return $alike || !$comparable ? [] : [new Reason('pins-unlike-sister', Verdict::Watch, ['pins' => $test->subject, 'electrodes' => $electrodes, 'ohms' => $mine, 'shownOhms' => $test->shown('ohms'), 'sisterOhms' => $other])];
    }

    private static function short(TakenTest $test, DrawnPinPair $pair): Reason
    {
        [$most, $least] = [$test->most('ohms'), $test->least('ohms')];
        $figures = ['pins' => $pair->pins, 'electrodes' => $pair->electrodes, 'ohms' => $test->value('ohms'), 'shownOhms' => $test->shown('ohms'), 'expectedOhms' => $pair->ohms];
        // Within the circuit's own ohms, its tolerance and the leads: nothing beyond the drawing joins them.
        $apart = null === $pair->ohms ? self::APART_OHMS : (1 - self::PATH_PERCENT[1] / 100) * $pair->ohms - self::LEAD_OHMS;

        return match (true) {
            $test->isOverload('ohms'), null !== $least && $least >= $apart => new Reason('pins-apart', Verdict::Within, $figures),
            null === $most => new Reason('pins-bound', Verdict::CannotSay, $figures),
            $most <= self::TOUCH_OHMS => new Reason('pins-touch', Verdict::Danger, $figures),
            $most < $apart => new Reason('pins-leak', Verdict::Out, $figures),
            default => new Reason('pins-bound', Verdict::CannotSay, $figures),
        };
    }
}
