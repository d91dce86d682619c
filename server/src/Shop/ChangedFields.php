<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

/** What differs between two settings, field by field as their owner reads it. */
final readonly class ChangedFields
{
    /**
     * @param array<mixed> $before
     * @param array<mixed> $after
     *
     * @return list<array{field: string, before: string, after: string}>
     */
    public static function of(array $before, array $after): array
    {
        [$before, $after] = [self::flat($before), self::flat($after)];
        $changed = [];
        foreach ($before + $after as $field => $_) {
            if (($before[$field] ?? '') !== ($after[$field] ?? '')) {
                $changed[] = ['field' => (string) $field, 'before' => $before[$field] ?? '', 'after' => $after[$field] ?? ''];
            }
        }

        return $changed;
    }

    /**
     * @param array<mixed> $data
     *
     * @return array<array-key, string> by path; an entry of a list is called by its id, station, function, or type
     */
    private static function flat(array $data, string $path = ''): array
    {
        $flat = [];
        foreach ($data as $key => $value) {
            $name = (string) $key;
            if (\is_array($value)) {
                foreach (['id', 'station', 'function', 'type', 'max'] as $by) {
                    if (\is_int($key) && isset($value[$by]) && \is_scalar($value[$by])) {
                        $name = (string) $value[$by];
                        break;
                    }
                }
                $flat += self::flat($value, $path.$name.' ');
            } elseif (\is_scalar($value)) {
                $flat[$path.$name] = \is_bool($value) ? ($value ? 'yes' : 'no') : (string) $value;
            }
        }

        return $flat;
    }
}
