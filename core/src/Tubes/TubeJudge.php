<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Drawn\DrawnTube;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** What a tester’s lamps and ears say of a tube: shorts, heater, gas, noise (TUBE-1). */
final class TubeJudge
{
    /** Heater to cathode: good from the first, rejected under the second, ohms (our choice; testers show a leak from some hundred kilohms on). */
    private const LEAK_OHMS = [10e6, 1e6];
    /** What grid current may take from the bias: a remark from the first, out beyond the second, V (as CAP-4 has it of a coupling capacitor). */
    private const BIAS_VOLTS = [0.25, 0.5];

    /** Electrodes that are one by the way a tube is built: a short between them is none. */
    private const JOINED = ['heater and cathode' => ['heater', 'cathode'], 'heater mid' => ['heater']];

    /** Every pair that the type holds apart is a reject; heater to cathode may leak, and how much is a figure (TUBE-1). */
    public static function shorts(TakenTest $test, ?TubeType $type): Reason
    {
        $shorts = $test->said['shorts'] ?? null;
        $reasons = [];
        foreach (\is_array($shorts) ? array_values($shorts) : [] as $i => $short) {
            if (\is_array($short) && \is_scalar($short['a'] ?? null) && \is_scalar($short['b'] ?? null)) {
                $reasons[] = self::short((string) $short['a'], (string) $short['b'], $test, 'leak'.($i + 1).'Ohms', $type);
            }
        }

        return Reason::worstFirst($reasons)[0] ?? new Reason('shorts-none', Verdict::Within);
    }

    private static function short(string $a, string $b, TakenTest $test, string $leak, ?TubeType $type): Reason
    {
        [$one, $other] = [self::electrode($a, $type), self::electrode($b, $type)];
        $figures = ['a' => $one ?? $a, 'b' => $other ?? $b, 'pins' => ctype_digit($a) && ctype_digit($b) ? $a.'–'.$b : '', 'shownOhms' => isset($test->figures[$leak]) ? $test->shown($leak) : null];
        if (null === $one || null === $other) {
            return new Reason('short-of-no-electrode', Verdict::CannotSay, $figures);
        }
        if (self::areOne($one, $other, $a, $b, $type)) {
            return new Reason('short-as-built', Verdict::Within, $figures);
        }
        $pair = [self::plain($one), self::plain($other)];
        sort($pair);
        if (['cathode', 'heater'] === $pair && isset($test->figures[$leak])) {
            [$least, $most] = [$test->least($leak), $test->most($leak)];

            return match (true) {
                $test->isOverload($leak), null !== $least && $least >= self::LEAK_OHMS[0] => new Reason('heater-leak-none', Verdict::Within, $figures),
                null !== $most && $most < self::LEAK_OHMS[1] => new Reason('heater-leaks', Verdict::Out, $figures),
                null !== $most && null !== $least && $least >= self::LEAK_OHMS[1] => new Reason('heater-leaks-little', Verdict::Watch, $figures),
                default => new Reason('heater-leak-bound', Verdict::CannotSay, $figures),
            };
        }

        return new Reason(isset($test->figures[$leak]) ? 'tube-leaks' : 'tube-shorted', Verdict::Out, $figures);
    }

    /** An electrode by its name, or by the pin that it is at; null where the type has none there. While the type is not known, names are taken as they are. */
    private static function electrode(string $word, ?TubeType $type): ?string
    {
        if (ctype_digit($word)) {
            $at = $type?->pins[(int) $word] ?? 'none';

            return 'none' === $at ? null : $at;
        }
        $has = static fn (TubeType $t): bool => [] !== array_filter($t->pins, static fn (string $e): bool => self::plain($e) === $word || \in_array($word, self::JOINED[$e] ?? [], true));

        return null === $type || $has($type) || ('cathode' === $word && self::isFilament($type)) ? $word : null;
    }

    /** The same electrode at two pins, the two ends of a heater, a cathode that is the heater or is joined to it inside. */
    private static function areOne(string $one, string $other, string $a, string $b, ?TubeType $type): bool
    {
        $parts = static fn (string $e): array => self::JOINED[$e] ?? [self::plain($e)];
        if (ctype_digit($a) && ctype_digit($b)) {
            if ([] === array_intersect($parts($one), $parts($other))) {
                return false;
            }
            // Two triodes have two plates: the same name at two pins is another electrode where each is of a section of its own.
            $section = static fn (string $pin): ?TubeSection => array_values(array_filter($type->sections ?? [], static fn (TubeSection $s): bool => \in_array((int) $pin, $s->pins, true)))[0] ?? null;
            [$here, $there] = [$section($a), $section($b)];

            return null === $here || null === $there || $here === $there;
        }
        $built = static fn (string $e): bool => \in_array($e, ['heater', 'cathode'], true);

        return null !== $type && $one !== $other && $built($one) && $built($other) && (self::isFilament($type) || \in_array('heater and cathode', $type->pins, true));
    }

    /** Its filament is its cathode. */
    private static function isFilament(TubeType $type): bool
    {
        return [] !== array_filter($type->sections, static fn (TubeSection $s): bool => isset($s->pins['cathode']) && 'heater' === ($type->pins[$s->pins['cathode']] ?? null));
    }

    private static function plain(string $electrode): string
    {
        return (string) preg_replace('/\s*\d+$/', '', $electrode);
    }

    public static function heater(TakenTest $test): Reason
    {
        return match ($test->choice()) {
            'continuous' => new Reason('heater-continuous', Verdict::Within),
            'half-open' => new Reason('heater-half-open', Verdict::Out),
            default => new Reason('heater-open', Verdict::Out),
        };
    }

    /** Grid current is judged by what it takes from the bias here, through the ohms that the grid stands on. */
    public static function gas(TakenTest $test, ?DrawnTube $drawn): Reason
    {
        if (null !== $test->choice()) {
            return 'ok' === $test->choice() ? new Reason('gas-none', Verdict::Within) : new Reason('gas-bad', Verdict::Out);
        }
        $ohms = array_filter($drawn->gridOhms ?? [], static fn (?float $o): bool => null !== $o);
        $figures = ['shown' => $test->shown('gridAmperes'), 'gridOhms' => [] === $ohms ? null : max($ohms)];
        $most = $test->most('gridAmperes');
        if ([] === $ohms || null === $most) {
            return new Reason('gas-without-circuit', Verdict::CannotSay, $figures);
        }
        $volts = $most * max($ohms);
        $figures['lostVolts'] = $volts;

        return match (true) {
            $volts <= self::BIAS_VOLTS[0] => new Reason('gas-little', Verdict::Within, $figures),
            null === $test->value('gridAmperes') => new Reason('gas-bound', Verdict::CannotSay, $figures),
            $volts <= self::BIAS_VOLTS[1] => new Reason('gas-some', Verdict::Watch, $figures),
            default => new Reason('gas-takes-bias', Verdict::Out, $figures),
        };
    }

    /** A microphonic tube still works where little gain follows; what crackles is at its end. */
    public static function noise(TakenTest $test): Reason
    {
        return match ($test->choice()) {
            'quiet' => new Reason('noise-quiet', Verdict::Within),
            'crackles' => new Reason('noise-crackles', Verdict::Out),
            'microphonic' => new Reason('noise-microphonic', Verdict::Watch),
            'hums' => new Reason('noise-hums', Verdict::Watch),
            default => new Reason('noise-hisses', Verdict::Watch),
        };
    }
}
