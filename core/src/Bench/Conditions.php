<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;

/**
 * What every reading must carry (trade §2). Each field is a stated fact `{value, how, at}`; unknown is said, never defaulted.
 *
 * The typed getters answer null for "unknown"; the array form is what is stored and shown.
 */
final readonly class Conditions
{
    /** Fields that a person can state, and what their value must look like. */
    public const FIELDS = ['inletVolts', 'limiter', 'tubes', 'standby', 'load', 'signal', 'controls', 'meterId', 'reference', 'covers', 'supplyEarthing', 'ambientCelsius', 'bleeder'];

    /** Less is no mains that anything could be judged by, V. */
    public const LEAST_INLET_VOLTS = 1.0;

    /** A discharge resistor that works and does not burn at once: 2.2 to 10 kΩ is usual (SAFE-2), so much either way is taken, Ω (our choice). */
    private const BLEEDER_OHMS = [470.0, 100e3];

    /** @param array<string, array{value: mixed, how: string, at: ?string}> $facts */
    private function __construct(private array $facts)
    {
    }

    public static function unknown(): self
    {
        return new self([]);
    }

    /**
     * @param mixed $data object of facts by field name, as docs/formats/tape/conditions.1.json
     *
     * @throws BadData
     */
    public static function decode(mixed $data, string $path = 'conditions'): self
    {
        $fields = Fields::of($data, $path);
        $facts = [];
        foreach (self::FIELDS as $name) {
            $fact = $fields->optionalObject($name);
            if (null === $fact) {
                continue;
            }
            $how = $fact->string('how');
            if (!\in_array($how, ['measured', 'assumed', 'unknown'], true)) {
                throw $fact->fault('how', 'measured, assumed or unknown belongs here');
            }
            $value = 'unknown' === $how ? $fact->raw('value') : self::value($fact, $name);
            $facts[$name] = ['value' => 'unknown' === $how ? null : $value, 'how' => $how, 'at' => $fact->optionalString('at')];
            $fact->done();
        }
        $fields->done();

        return new self($facts);
    }

    /** @return array<string, array{value: mixed, how: string, at: ?string}> */
    public function toArray(): array
    {
        return $this->facts;
    }

    /** Power came: whatever was clipped on to discharge it is off. */
    public function withoutBleeder(): self
    {
        return new self(array_diff_key($this->facts, ['bleeder' => true]));
    }

    /**
     * What is wrong with stating these tubes on a chassis that is not dead: a tube that was known goes in, out, or becomes another, or
     * is no longer known. Null where nothing is.
     *
     * @return string|null the position, or `all`
     */
    public function tubeMovedBy(self $stated): ?string
    {
        if (!isset($stated->facts['tubes'])) {
            return null;
        }
        $before = $this->get('tubes');
        $after = $stated->get('tubes');
        if (!\is_array($before) || [] === $before) {
            return null;
        }
        if (!\is_array($after)) {
            return 'all';
        }
        foreach ($before as $position => $tube) {
            if (CanonicalJson::hash($tube) !== CanonicalJson::hash($after[$position] ?? null)) {
                return (string) $position;
            }
        }

        return null;
    }

    /** These conditions with some facts stated anew. */
    public function with(self $stated): self
    {
        return new self([...$this->facts, ...$stated->facts]);
    }

    public function states(string $field): bool
    {
        return null !== $this->get($field);
    }

    public function inletVolts(): ?float
    {
        $volts = $this->get('inletVolts');

        return \is_float($volts) || \is_int($volts) ? (float) $volts : null;
    }

    /** Measured at the amplifier's inlet, a limiter's drop is in the figure already; a mains that is only assumed is the wall's. */
    public function inletIsMeasured(): bool
    {
        return 'measured' === ($this->facts['inletVolts']['how'] ?? null);
    }

    public function limited(): ?bool
    {
        $limiter = $this->get('limiter');

        return \is_array($limiter) ? 'none' !== ($limiter['kind'] ?? null) : null;
    }

    /** Watts of a lamp in series with the mains; null when there is none, or nobody said. */
    public function lampWatts(): ?float
    {
        $limiter = $this->get('limiter');
        $watts = \is_array($limiter) && 'lamp' === ($limiter['kind'] ?? null) ? $limiter['watts'] ?? null : null;

        return is_numeric($watts) ? (float) $watts : null;
    }

    /** @return list<string>|null tube positions that are out, null when nobody said */
    public function tubesOut(): ?array
    {
        $tubes = $this->get('tubes');
        if (!\is_array($tubes)) {
            return null;
        }

        return array_map(strval(...), array_keys(array_filter($tubes, static fn (mixed $tube): bool => 'out' === $tube)));
    }

    /** @return array<string, string> type by position of the tubes stated to be in */
    public function tubesFitted(): array
    {
        $fitted = [];
        $tubes = $this->get('tubes');
        foreach (\is_array($tubes) ? $tubes : [] as $position => $tube) {
            $type = \is_array($tube) ? $tube['type'] ?? null : null;
            if (\is_string($type)) {
                $fitted[(string) $position] = $type;
            }
        }

        return $fitted;
    }

    public function inStandby(): bool
    {
        return 'standby' === $this->get('standby');
    }

    public function meterId(): ?string
    {
        $id = $this->get('meterId');

        return \is_string($id) ? $id : null;
    }

    /** @return array{ohms: float, node: string}|null the clipped bleeder */
    public function bleeder(): ?array
    {
        $bleeder = $this->get('bleeder');
        if (!\is_array($bleeder) || true !== ($bleeder['clipped'] ?? null) || !is_numeric($bleeder['ohms'] ?? null) || !\is_string($bleeder['node'] ?? null)) {
            return null;
        }

        return ['ohms' => (float) $bleeder['ohms'], 'node' => $bleeder['node']];
    }

    /**
     * Whether readings taken before no longer hold under the later conditions (JUDGE-7a): other tubes, limiter, standby or
     * load, or mains that moved by more than 2 % (our choice).
     */
    public function moved(self $later): bool
    {
        if ($this->facts === $later->facts) {
            return false;
        }
        foreach (['tubes', 'limiter', 'standby', 'load'] as $field) {
            if ($this->states($field) && CanonicalJson::hash($this->get($field)) !== CanonicalJson::hash($later->get($field))) {
                return true;
            }
        }
        $before = $this->inletVolts();
        $after = $later->inletVolts();

        return null !== $before && null !== $after && abs($after / $before - 1) > 0.02;
    }

    private function get(string $field): mixed
    {
        return $this->facts[$field]['value'] ?? null;
    }

    private static function value(Fields $fact, string $name): mixed
    {
        switch ($name) {
            case 'inletVolts':
                return $fact->number('value', self::LEAST_INLET_VOLTS, 500);
            case 'ambientCelsius':
                return $fact->number('value', -20, 60);
            case 'tubes':
                return self::tubes($fact->object('value'));
            case 'limiter':
                return self::choice($fact->object('value'), ['none', 'lamp', 'electronic'], 'watts', 1, 5000);
            case 'load':
                return self::choice($fact->object('value'), ['none', 'resistor', 'reactive', 'speaker'], 'ohms', 0.1, 1e6);
            case 'bleeder':
                $bleeder = $fact->object('value');
                $clipped = $bleeder->boolean('clipped');
                $value = $clipped ? ['clipped' => true, 'ohms' => $bleeder->number('ohms', ...self::BLEEDER_OHMS), 'node' => $bleeder->string('node', 40)] : ['clipped' => false];
                $bleeder->done();

                return $value;
            default:
                return $fact->string('value', 400);
        }
    }

    /** @return array<string, mixed> */
    private static function tubes(Fields $tubes): array
    {
        $fitted = [];
        foreach ($tubes->names() as $position) {
            if ('out' === $tubes->raw($position)) {
                $fitted[$position] = 'out';
                continue;
            }
            $tube = $tubes->object($position);
            $fitted[$position] = ['type' => $tube->string('type', 20), 'tubeId' => $tube->optionalString('tubeId')];
            $tube->done();
        }

        return $fitted;
    }

    /**
     * @param list<string> $kinds
     *
     * @return array<string, string|float>
     */
    private static function choice(Fields $fields, array $kinds, string $size, float $least, float $most): array
    {
        $kind = $fields->string('kind');
        if (!\in_array($kind, $kinds, true)) {
            throw $fields->fault('kind', 'one of '.implode(', ', $kinds).' belongs here');
        }
        $amount = $fields->optionalNumber($size, $least, $most);
        $fields->done();

        return null === $amount ? ['kind' => $kind] : ['kind' => $kind, $size => $amount];
    }
}
