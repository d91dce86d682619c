<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** What is said of a stop besides its readings: what was seen and smelled, how bright the lamp is, what the mains gives (SAFE-6, PWR-10). */
final class StopTests
{
    private const SEEN = ['quiet' => Verdict::Within, 'hum' => Verdict::Watch, 'smell' => Verdict::Watch, 'smoke' => Verdict::Danger, 'arcing' => Verdict::Danger];
    /** How many steps brighter than it should be a lamp means that something takes it all (our choice). */
    private const TOO_BRIGHT = 2;

    /** @return list<Reason> */
    public static function seen(?TakenTest $seen): array
    {
        $choice = $seen?->choice();
        $verdict = null === $choice ? null : self::SEEN[$choice] ?? null;

        return null === $verdict ? [] : [new Reason('seen-'.$choice, $verdict)];
    }

    /** @return list<Reason> */
    public static function lamp(?TakenTest $said, PlannedStop $planned): array
    {
        $light = LampLight::tryFrom($said?->choice() ?? '');
        $should = null === $planned->lampShare ? null : LampLight::of($planned->lampShare);
        if (null === $light) {
            return [];
        }
        $figures = ['light' => $light->value, 'should' => $should->value ?? ''];

        return [match (true) {
            null === $should => new Reason('lamp-no-circuit', Verdict::CannotSay, $figures),
            $light->steps() - $should->steps() >= self::TOO_BRIGHT => new Reason('lamp-too-bright', Verdict::Danger, $figures),
            $light->steps() > $should->steps() => new Reason('lamp-brighter', Verdict::Watch, $figures),
            default => new Reason('lamp-as-it-should', Verdict::Within, $figures),
        }];
    }

    /** @return list<Reason> */
    public static function draw(?TakenTest $said, PlannedStop $planned): array
    {
        $amperes = $said?->value('amperes');
        if (null === $amperes) {
            return [];
        }
        $figures = ['mainsAmperes' => $amperes, 'abortAmperes' => $planned->abortAmperes, 'expectedAmperes' => $planned->mainsAmperes];

        return [match (true) {
            null === $planned->abortAmperes => new Reason('draw-no-circuit', Verdict::CannotSay, $figures),
            $amperes > $planned->abortAmperes => new Reason('draw-above-abort', Verdict::Danger, $figures),
            default => new Reason('draw-under-abort', Verdict::Within, $figures),
        }];
    }
}
