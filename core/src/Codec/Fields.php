<?php

declare(strict_types=1);

namespace Yew\Core\Codec;

/**
 * Reads a decoded JSON object field by field, with its path, and refuses what nobody asked for.
 *
 * Call done() last: a field that was never read is unknown, and unknown fields are refused.
 */
final class Fields
{
    /** @var array<string, true> */
    private array $read = [];

    /** @param array<string, mixed> $data */
    private function __construct(private readonly array $data, public readonly string $path)
    {
    }

    /**
     * @param mixed  $data the decoded value, expected to be an object
     * @param string $path where it stands in the document, empty for the document itself
     *
     * @throws BadData when it is not an object
     */
    public static function of(mixed $data, string $path = ''): self
    {
        if (!\is_array($data) || ([] !== $data && array_is_list($data))) {
            throw BadData::at($path, 'an object belongs here');
        }
        $named = [];
        foreach ($data as $name => $value) {
            $named[(string) $name] = $value;
        }

        return new self($named, $path);
    }

    public function has(string $name): bool
    {
        return null !== ($this->data[$name] ?? null);
    }

    public function raw(string $name): mixed
    {
        $this->read[$name] = true;

        return $this->data[$name] ?? null;
    }

    /** @throws BadData when missing, not text, empty or longer than $max characters */
    public function string(string $name, int $max = 200): string
    {
        $value = $this->raw($name);
        if (!\is_string($value)) {
            throw $this->fault($name, null === $value ? 'missing' : 'text belongs here');
        }
        if ('' === trim($value)) {
            throw $this->fault($name, 'must not be empty');
        }
        if (mb_strlen($value) > $max) {
            throw $this->fault($name, \sprintf('longer than %d characters', $max));
        }

        return $value;
    }

    /** Empty text counts as absent. */
    public function optionalString(string $name, int $max = 200): ?string
    {
        return $this->has($name) && '' !== $this->data[$name] ? $this->string($name, $max) : $this->absent($name);
    }

    /**
     * A day of the calendar, 2026-01-31.
     *
     * @param int|null $century 20 for the years from 2000 to 2099; null for any
     */
    public function day(string $name, ?int $century = null): string
    {
        $day = $this->string($name, 10);
        $isDay = 1 === preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $day, $m) && checkdate((int) $m[2], (int) $m[3], (int) $m[1]);

        return $isDay && (null === $century || $century === intdiv((int) $day, 100)) ? $day : throw $this->fault($name, 'a day such as 2026-01-31 belongs here');
    }

    public function optionalDay(string $name, ?int $century = null): ?string
    {
        return null === $this->optionalString($name, 10) ? null : $this->day($name, $century);
    }

    /** Text as it is, empty where there is none. */
    public function optionalText(string $name, int $max = 4000): string
    {
        $value = $this->raw($name) ?? '';
        if (!\is_string($value) || mb_strlen($value) > $max) {
            throw $this->fault($name, \sprintf('text of at most %d characters belongs here', $max));
        }

        return $value;
    }

    /** @throws BadData when missing, not a finite number, or outside the bounds */
    public function number(string $name, float $min = -1e15, float $max = 1e15): float
    {
        $value = $this->raw($name);
        if ((!\is_int($value) && !\is_float($value)) || !is_finite((float) $value)) {
            throw $this->fault($name, null === $value ? 'missing' : 'a number belongs here');
        }
        if ($value < $min || $value > $max) {
            throw $this->fault($name, \sprintf('%s is outside %g to %g', json_encode($value), $min, $max));
        }

        return (float) $value;
    }

    /** @throws BadData when missing, no whole number, or outside the bounds */
    public function whole(string $name, int $min, int $max): int
    {
        $number = $this->number($name, $min, $max);

        return floor($number) === $number ? (int) $number : throw $this->fault($name, 'a whole number belongs here');
    }

    public function optionalNumber(string $name, float $min = -1e15, float $max = 1e15): ?float
    {
        return $this->has($name) ? $this->number($name, $min, $max) : $this->absent($name);
    }

    /** A number that must be above zero: ohms, farads, volts of a rating. */
    public function positive(string $name): float
    {
        $value = $this->number($name);
        if ($value <= 0.0) {
            throw $this->fault($name, 'must be above zero');
        }

        return $value;
    }

    public function optionalPositive(string $name): ?float
    {
        return $this->has($name) ? $this->positive($name) : $this->absent($name);
    }

    public function boolean(string $name): bool
    {
        $value = $this->raw($name);
        if (!\is_bool($value)) {
            throw $this->fault($name, null === $value ? 'missing' : 'true or false belongs here');
        }

        return $value;
    }

    public function optionalBoolean(string $name, bool $default): bool
    {
        $this->absent($name);

        return $this->has($name) ? $this->boolean($name) : $default;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param class-string<T> $enum
     *
     * @return T
     */
    public function oneOf(string $name, string $enum): \BackedEnum
    {
        $value = $this->string($name);
        foreach ($enum::cases() as $case) {
            if ($case->value === $value) {
                return $case;
            }
        }
        throw $this->fault($name, \sprintf('“%s” is none of %s', $value, implode(', ', array_map(static fn (\BackedEnum $c): string => (string) $c->value, $enum::cases()))));
    }

    public function object(string $name): self
    {
        return self::of($this->raw($name), $this->pathOf($name));
    }

    public function optionalObject(string $name): ?self
    {
        return $this->has($name) ? $this->object($name) : $this->absent($name);
    }

    /**
     * A list of objects; missing means empty.
     *
     * @return list<self>
     */
    public function objects(string $name, int $max = 2000): array
    {
        $objects = [];
        foreach ($this->items($name, $max) as $i => $item) {
            $objects[] = self::of($item, $this->pathOf($name).'['.$i.']');
        }

        return $objects;
    }

    /** @return array<string, self> every field as an object, by name */
    public function children(): array
    {
        $children = [];
        foreach ($this->names() as $name) {
            $children[$name] = $this->object($name);
        }

        return $children;
    }

    /**
     * The object in a field as an array with text keys, as JSON objects come out of a decoder; empty where there is none.
     *
     * @return array<string, mixed>
     */
    public static function named(mixed $data): array
    {
        $named = [];
        foreach (\is_array($data) ? $data : [] as $key => $value) {
            $named[(string) $key] = $value;
        }

        return $named;
    }

    /**
     * The objects of a list as such arrays; none where there is no list.
     *
     * @return list<array<string, mixed>>
     */
    public static function allNamed(mixed $list): array
    {
        return array_map(self::named(...), array_values(\is_array($list) ? $list : []));
    }

    /** @return list<string> */
    public function strings(string $name, int $max = 2000): array
    {
        $strings = [];
        foreach ($this->items($name, $max) as $i => $item) {
            if (!\is_string($item) || '' === $item || mb_strlen($item) > 200) {
                throw $this->fault($name.'['.$i.']', 'text of 1 to 200 characters belongs here');
            }
            $strings[] = $item;
        }

        return $strings;
    }

    /** @return list<float> */
    public function numbers(string $name, int $max = 2000): array
    {
        $numbers = [];
        foreach ($this->items($name, $max) as $i => $item) {
            if ((!\is_int($item) && !\is_float($item)) || !is_finite((float) $item)) {
                throw $this->fault($name.'['.$i.']', 'a number belongs here');
            }
            $numbers[] = (float) $item;
        }

        return $numbers;
    }

    /** @return list<string> names of all fields of this object, each taken as read */
    public function names(): array
    {
        foreach ($this->data as $name => $_) {
            $this->read[$name] = true;
        }

        return array_map(strval(...), array_keys($this->data));
    }

    /** @throws BadData for the first field that was not asked for */
    public function done(): void
    {
        foreach ($this->data as $name => $_) {
            if (!isset($this->read[$name])) {
                throw $this->fault($name, 'unknown field');
            }
        }
    }

    public function fault(string $name, string $sentence): BadData
    {
        return BadData::at($this->pathOf($name), $sentence);
    }

    public function pathOf(string $name): string
    {
        return '' === $this->path ? $name : $this->path.'.'.$name;
    }

    /** @return list<mixed> */
    private function items(string $name, int $max): array
    {
        $value = $this->raw($name) ?? [];
        if (!\is_array($value) || !array_is_list($value)) {
            throw $this->fault($name, 'a list belongs here');
        }
        if (\count($value) > $max) {
            throw $this->fault($name, \sprintf('more than %d items', $max));
        }

        return $value;
    }

    private function absent(string $name): null
    {
        $this->read[$name] = true;

        return null;
    }
}
