<?php

declare(strict_types=1);

namespace Yew\Core\Codec;

/**
 * Canonical JSON after RFC 8785 (JCS): names sorted by UTF-16 code units, no white space, shortest numbers.
 *
 * Two documents that mean the same have the same text, and so the same hash.
 */
final class CanonicalJson
{
    /** @throws \InvalidArgumentException for values that JSON cannot hold (infinite numbers, broken UTF-8) */
    public static function encode(mixed $value): string
    {
        if (\is_array($value)) {
            if (array_is_list($value)) {
                return '['.implode(',', array_map(self::encode(...), $value)).']';
            }
            $keys = array_map(strval(...), array_keys($value));
            usort($keys, static fn (string $a, string $b): int => strcmp(mb_convert_encoding($a, 'UTF-16BE', 'UTF-8'), mb_convert_encoding($b, 'UTF-16BE', 'UTF-8')));

            return '{'.implode(',', array_map(static fn (string $k): string => self::text($k).':'.self::encode($value[$k]), $keys)).'}';
        }
        if ($value instanceof \stdClass) {
            $members = get_object_vars($value);

            return [] === $members ? '{}' : self::encode($members);
        }
        if (\is_float($value)) {
            return self::number($value);
        }
        if (\is_string($value)) {
            return self::text($value);
        }
        if (null === $value || \is_bool($value) || \is_int($value)) {
            return json_encode($value, \JSON_THROW_ON_ERROR);
        }
        throw new \InvalidArgumentException('JSON cannot hold '.get_debug_type($value));
    }

    public static function hash(mixed $value): string
    {
        return hash('sha256', self::encode($value));
    }

    private static function text(string $value): string
    {
        try {
            return json_encode($value, \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_LINE_TERMINATORS | \JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new \InvalidArgumentException('text is not UTF-8', 0, $e);
        }
    }

    /** Numbers as ECMAScript writes them: exponent only below 1e-6 and from 1e21 on. */
    private static function number(float $value): string
    {
        if (!is_finite($value)) {
            throw new \InvalidArgumentException('JSON cannot hold an infinite number');
        }
        if (0.0 === $value) {
            return '0';
        }
        if (1 !== preg_match('/^(-?)(\d)(?:\.(\d+))?E([+-]?\d+)$/i', \sprintf('%s', self::shortest($value)), $m)) {
            throw new \InvalidArgumentException('unreadable number');
        }
        [, $sign, $lead, $rest] = $m;
        $digits = rtrim($lead.$rest, '0');
        $exponent = (int) $m[4];
        $count = \strlen($digits);
        if ($exponent >= 0 && $exponent < 21) {
            return $sign.($count <= $exponent + 1 ? str_pad($digits, $exponent + 1, '0') : substr($digits, 0, $exponent + 1).'.'.substr($digits, $exponent + 1));
        }
        if ($exponent < 0 && $exponent >= -7 + 1) {
            return $sign.'0.'.str_repeat('0', -$exponent - 1).$digits;
        }

        return $sign.$digits[0].($count > 1 ? '.'.substr($digits, 1) : '').'e'.($exponent > 0 ? '+' : '').$exponent;
    }

    /** The fewest digits that read back as the same number, in exponent form. */
    private static function shortest(float $value): string
    {
        for ($digits = 0; $digits < 17; ++$digits) {
            $text = \sprintf('%.'.$digits.'E', $value);
            if ((float) $text === $value) {
                return $text;
            }
        }

        return \sprintf('%.16E', $value);
    }
}
