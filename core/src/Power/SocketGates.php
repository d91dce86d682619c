<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Drawn\DrawnTube;
use Yew\Core\Ramp\PowerMethod;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\SocketProof;
use Yew\Core\Station\Outcome;

/** The gates before an output tube sees power (SAFE-5): its socket is proved with the tube out, and B+ fell as it should. */
final class SocketGates
{
    /** What was read there is wrong, not merely unproved. */
    private const BAD = ['bias-not-right', 'grid-not-quiet', 'cathode-part-bad'];
    /** How a part at a cathode must not stand (SAFE-5): its ohms, its short or its leak would set another current. */
    private const BAD_PART = [Outcome::Replace, Outcome::Condemned, Outcome::Bad, Outcome::Unsafe, Outcome::Danger];

    public static function sockets(GateFacts $facts): Gate
    {
        $in = $facts->outputTubesIn();
        $exempt = self::exempt($facts, 'sockets');
        if (null !== $exempt) {
            return $exempt;
        }
        $missing = self::unproved($facts, $in ?? []);
        foreach ($missing as $position => $code) {
            if (\in_array($code, self::BAD, true)) {
                return Gate::notMet('sockets', 'gate-socket-'.$code, Authority::Owner, ['position' => $position])->at(PowerStation::ID, $position);
            }
        }
        $position = array_key_first($missing);

        return match (true) {
            null === $in => Gate::unknown('sockets', 'gate-tubes-not-said'),
            null !== $position => Gate::unknown('sockets', 'gate-socket-'.$missing[$position], figures: ['position' => $position])->at(PowerStation::ID, $position),
            default => Gate::met('sockets', 'gate-sockets-proved', ['positions' => $in]),
        };
    }

    /** After the run without tubes B+ fell as predicted (PWR-4). */
    public static function decay(GateFacts $facts): Gate
    {
        $exempt = self::exempt($facts, 'decay');
        if (null !== $exempt) {
            return $exempt;
        }
        $entries = [];
        foreach (DecayWatch::banks($facts->bench) as $bank) {
            $fall = DecayWatch::latest($facts->bench, $bank);
            if (null === $fall) {
                return Gate::unknown('decay', 'gate-decay-not-watched', figures: ['place' => $bank])->at(PowerStation::ID, $bank);
            }
            $reason = $fall->reason;
            if (\in_array($reason->verdict, [Verdict::Out, Verdict::Danger], true)) {
                return Gate::notMet('decay', $reason->code, Authority::Owner, $reason->figures, [$fall->test->id])->at(PowerStation::ID, $bank);
            }
            if (Verdict::CannotSay === $reason->verdict && 'fall-slower-than-meter' !== $reason->code) {
                return Gate::unknown('decay', $reason->code, Authority::Technician, $reason->figures)->at(PowerStation::ID, $bank);
            }
            $entries[] = $fall->test->id;
        }

        return Gate::met('decay', 'gate-decay-healthy', [], $entries);
    }

    /** Where no output tube is in, or the amplifier is known to be good and brought up at once. */
    private static function exempt(GateFacts $facts, string $gate): ?Gate
    {
        return match (true) {
            $facts->outputTubesAreOut() => Gate::doesNotApply($gate, 'gate-no-output-tube-in'),
            PowerMethod::Straight === $facts->choice->method => Gate::doesNotApply($gate, 'gate-known-good', ['reason' => $facts->choice->reason]),
            default => null,
        };
    }

    /**
     * @param list<int|string> $positions
     *
     * @return array<string, string> what is missing at each socket that is not proved, by position
     */
    public static function unproved(GateFacts $facts, array $positions): array
    {
        $missing = [];
        foreach ($positions as $p) {
            $position = (string) $p;
            $drawn = $facts->bench->drawn->tubes[$position] ?? null;
            $type = $facts->bench->tubes->find($facts->bench->sheet->tubes[$position]->type ?? '');
            $code = null === $drawn || null === $facts->bench->readings ? 'circuit-not-known' : self::badCathode($facts, $drawn) ?? SocketProof::missing($drawn, $type, $facts->bench->readings, $facts->bench->tests, $facts->bench->ramps->changedAt, $facts->brokenAt());
            if (null !== $code) {
                $missing[$position] = $code;
            }
        }

        return $missing;
    }

    private static function badCathode(GateFacts $facts, DrawnTube $tube): ?string
    {
        foreach ($tube->isFixedBiased ? [] : $tube->at('cathode') as $part) {
            $outcome = ($facts->item('resistors', $part) ?? $facts->item('capacitors', $part))?->judged->outcome;
            if (\in_array($outcome, self::BAD_PART, true)) {
                return 'cathode-part-bad';
            }
        }

        return null;
    }
}
