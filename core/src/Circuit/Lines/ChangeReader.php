<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\BadData;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Changes typed as a technician says them: `R14 22k`, `C3 leak 62k`, `R15 open`, `C14 short`, `V4 out`, `V4 6550`, `V4 weak 0.5`,
 * `P1 @0.3`, `V4.3 V4.5 1M`, `mains 105`, `lamp 60` or `lamp 60/230`, `limit 0.5`, `meter 1M`, `standby`.
 */
final class ChangeReader
{
    /**
     * @param list<string> $lines
     *
     * @return array<string, mixed> inletVolts, lampWatts, lampRatedVolts, limitAmperes, meterOhms, standby, tubesOut, asFitted, as a what-if takes them
     *
     * @throws BadData that names the line
     */
    public static function read(array $lines, Netlist $netlist, TubeCatalogue $tubes): array
    {
        $asked = ['tubesOut' => [], 'asFitted' => []];
        foreach ($lines as $i => $line) {
            $words = preg_split('/[\s=]+/', trim($line), -1, \PREG_SPLIT_NO_EMPTY);
            $words = false === $words ? [] : $words;
            $change = self::condition($words) ?? self::tube($words, $netlist, $tubes) ?? self::part($words, $netlist)
                ?? throw BadData::at('changes['.$i.']', \sprintf('“%s” is not understood: R14 22k, R15 open, C3 leak 62k, C14 short, V4 out, V4 weak 0.5, P1 @0.3, mains 105, lamp 60/230, limit 0.5, meter 1M or standby is', $line));
            foreach ($change as $name => $value) {
                $asked[$name] = \is_array($value) ? [...\is_array($asked[$name] ?? null) ? $asked[$name] : [], ...$value] : $value;
            }
        }

        return $asked;
    }

    /**
     * @param list<string> $words
     *
     * @return array<string, mixed>|null
     */
    private static function condition(array $words): ?array
    {
        $value = $words[1] ?? '';

        return match (strtolower($words[0] ?? '')) {
            'mains' => null === ($v = Value::number(rtrim($value, 'vV'))) ? null : ['inletVolts' => $v],
            'lamp' => self::lamp($value),
            'limit' => null === ($v = Value::number(rtrim($value, 'aA'))) ? null : ['limitAmperes' => $v],
            'meter' => null === ($v = Value::ohms($value)) ? null : ['meterOhms' => $v],
            'standby' => ['standby' => true],
            default => null,
        };
    }

    /** @return array<string, float>|null watts, and after a stroke the volts that the lamp is made for */
    private static function lamp(string $typed): ?array
    {
        $words = explode('/', $typed, 2);
        $watts = Value::number(rtrim($words[0], 'wW'));
        if (1 === \count($words)) {
            return null === $watts ? null : ['lampWatts' => $watts];
        }
        $volts = Value::number(rtrim($words[1], 'vV'));

        return null === $watts || null === $volts ? null : ['lampWatts' => $watts, 'lampRatedVolts' => $volts];
    }

    /**
     * @param list<string> $words
     *
     * @return array<string, mixed>|null
     */
    private static function tube(array $words, Netlist $netlist, TubeCatalogue $tubes): ?array
    {
        $position = $words[0] ?? '';
        if (null === $netlist->tube($position) || 2 > \count($words)) {
            return null;
        }
        $strength = Value::number($words[2] ?? '');

        return match (true) {
            'out' === $words[1] => ['tubesOut' => [$position]],
            'dead' === $words[1] => ['asFitted' => [['kind' => 'strength', 'position' => $position, 'strength' => 0.0]]],
            'weak' === $words[1] || 'strong' === $words[1] => null === $strength ? null : ['asFitted' => [['kind' => 'strength', 'position' => $position, 'strength' => $strength]]],
            null !== $tubes->find($words[1]) => ['asFitted' => [['kind' => 'tube', 'position' => $position, 'type' => $words[1]]]],
            default => null,
        };
    }

    /**
     * @param list<string> $words
     *
     * @return array<string, mixed>|null
     */
    private static function part(array $words, Netlist $netlist): ?array
    {
        [$id, $word] = [$words[0] ?? '', $words[1] ?? ''];
        if (3 === \count($words) && null !== ($ohms = Value::ohms($words[2])) && 'leak' !== $word) {
            return ['asFitted' => [['kind' => 'bridge', 'id' => 'bridge.'.$id.'.'.$word, 'between' => [$id, $word], 'ohms' => $ohms]]];
        }
        if ('open' === $word || 'short' === $word) {
            return ['asFitted' => [['kind' => $word, 'id' => $id]]];
        }
        $element = $netlist->find($id);
        $value = self::value($element, $word, $words[2] ?? '');

        return null === $value ? null : ['asFitted' => [['id' => $id, ...$value]]];
    }

    /** @return array<string, mixed>|null */
    private static function value(?Element $element, string $word, string $further): ?array
    {
        if ($element instanceof Capacitor) {
            $ohms = 'leak' === $word ? Value::ohms($further) : null;
            $farads = Value::capacitor($word);

            return null !== $ohms ? ['kind' => 'leak', 'ohms' => $ohms] : (\is_float($farads) ? ['kind' => 'part', 'farads' => $farads] : null);
        }
        if ($element instanceof Potentiometer && str_starts_with($word, '@')) {
            $context = Value::number(substr($word, 1));

            return null === $context ? null : ['kind' => 'setting', 'setting' => $context];
        }
        $ohms = Value::ohms($word);

        return null === $ohms || null === $element ? null : ['kind' => 'part', 'ohms' => $ohms];
    }
}
