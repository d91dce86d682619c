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
    public const FIELDS = ['source', 'limiters', 'inletVolts', 'tubes', 'standby', 'ammeter', 'load', 'signal', 'controls', 'meterId', 'reference', 'covers', 'supplyEarthing', 'ambientCelsius', 'bleeder'];

    /** As the first form of conditions had it: one limiter, its lamp rated for the mains of the place. */
    public const FIRST_FORM = 'limiter';
    /** Less is no mains that anything could be judged by, V. */
    public const LEAST_INLET_VOLTS = 1.0;
    /** Mains that moved by more than this leave what was read before stale (our choice). */
    private const MAINS_MOVED_SHARE = 0.02;

    /** @param array<string, array{value: mixed, how: string, at: ?string}> $facts */
    private function __construct(private array $facts)
    {
    }

    public static function unknown(): self
    {
        return new self([]);
    }

    /**
     * Both forms are read; the first becomes the second.
     *
     * @param mixed $data object of facts by field name, as docs/formats/tape/conditions.2.json or conditions.1.json
     *
     * @throws BadData
     */
    public static function decode(mixed $data, string $path = 'conditions'): self
    {
        $fields = Fields::of($data, $path);
        $facts = [];
        foreach ([...self::FIELDS, self::FIRST_FORM] as $name) {
            $fact = $fields->optionalObject($name);
            if (null === $fact) {
                continue;
            }
            $how = $fact->string('how');
            if (!\in_array($how, ['measured', 'assumed', 'unknown'], true)) {
                throw $fact->fault('how', 'measured, assumed or unknown belongs here');
            }
            $value = 'unknown' === $how ? $fact->raw('value') : ConditionValue::read($fact, $name);
            $facts[self::FIRST_FORM === $name ? 'limiters' : $name] = ['value' => 'unknown' === $how ? null : $value, 'how' => $how, 'at' => $fact->optionalString('at')];
            $fact->done();
        }
        $fields->done();
        if ($fields->has('limiter') && $fields->has('limiters')) {
            throw $fields->fault('limiter', 'limiters are there already');
        }

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
     * It went off: what a variac gave, and what the inlet had of it, is over; it may stand anywhere when it is on again. A wall gives
     * what it gave.
     */
    public function withoutMains(): self
    {
        $source = $this->get('source');

        return \is_array($source) && 'wall' !== ($source['kind'] ?? null) ? new self(array_diff_key($this->facts, ['source' => true, 'inletVolts' => true])) : $this;
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

    /** These conditions with some facts stated anew. What was measured at the inlet holds no longer once source or limiters are others. */
    public function with(self $stated): self
    {
        $kept = $this->facts;
        foreach (['source', 'limiters'] as $field) {
            $says = isset($kept[$field], $stated->facts[$field]) && null !== $kept[$field]['value'];
            if ($says && CanonicalJson::hash($kept[$field]['value']) !== CanonicalJson::hash($stated->facts[$field]['value'])) {
                unset($kept['inletVolts']);
            }
        }

        return new self([...$kept, ...$stated->facts]);
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
        return null !== $this->inletVolts() && 'measured' === ($this->facts['inletVolts']['how'] ?? null);
    }

    /** Volts of the wall or the variac, before any limiter. */
    public function sourceVolts(): ?float
    {
        $source = $this->get('source');
        $volts = \is_array($source) ? $source['volts'] ?? null : null;

        return is_numeric($volts) ? (float) $volts : null;
    }

    /** What is known of the mains: measured at the inlet, else the source, else what is assumed of the wall. */
    public function mainsVolts(): ?float
    {
        return $this->inletIsMeasured() ? $this->inletVolts() : $this->sourceVolts() ?? $this->inletVolts();
    }

    public function limited(): ?bool
    {
        $limiters = $this->get('limiters');

        return \is_array($limiters) ? [] !== $limiters : null;
    }

    /** A lamp is in series with the mains: what it leaves is no sine. */
    public function behindLamp(): bool
    {
        return [] !== array_filter($this->limiters() ?? [], static fn (Limiter $l): bool => 'electronic' !== $l->kind);
    }

    /**
     * What is in series with the mains, each with what is known of it.
     *
     * @return list<Limiter>|null null when nobody said
     */
    public function limiters(): ?array
    {
        $limiters = $this->get('limiters');
        if (!\is_array($limiters)) {
            return null;
        }
        // A lamp for the wall is made for the wall's volts; behind a variac, or where only what it leaves was measured, nobody knows.
        $wall = 'variac' === $this->sourceKind() ? null : $this->sourceVolts() ?? ($this->inletIsMeasured() ? null : $this->inletVolts());
        $known = [];
        foreach ($limiters as $limiter) {
            $said = \is_array($limiter) ? $limiter : [];
            $figure = static fn (string $name): ?float => is_numeric($said[$name] ?? null) ? (float) $said[$name] : null;
            $known[] = new Limiter(\is_string($said['kind'] ?? null) ? $said['kind'] : '', $figure('watts'), $figure('ratedVolts') ?? $wall, $figure('amperes'));
        }

        return $known;
    }

    /** Whether a model can reckon with what is in series: every lamp with watts and rated volts, an electronic one with its amperes. */
    public function limitersAreKnown(): bool
    {
        $limiters = $this->limiters();

        return null !== $limiters && [] === array_filter($limiters, static fn (Limiter $l): bool => !$l->isKnown());
    }

    /** @return list<string> what must be said before anything can be compared with a drawing */
    public function missing(): array
    {
        return array_values(array_filter(['inletVolts', 'tubes', 'limiters'], fn (string $field): bool => 'inletVolts' === $field ? null === $this->mainsVolts() : !$this->states($field)));
    }

    private function sourceKind(): ?string
    {
        $source = $this->get('source');

        return \is_array($source) && \is_string($source['kind'] ?? null) ? $source['kind'] : null;
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

    /** What is on the output, ohms; null where nothing is, or nobody said how much. */
    public function loadOhms(): ?float
    {
        $load = $this->get('load');
        $ohms = \is_array($load) && 'none' !== ($load['kind'] ?? null) ? $load['ohms'] ?? null : null;

        return is_numeric($ohms) ? (float) $ohms : null;
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

    /** The one that is clipped on; null where none is stated to be. */
    public function bleeder(): ?Bleeder
    {
        $bleeder = $this->get('bleeder');
        if (!\is_array($bleeder) || true !== ($bleeder['clipped'] ?? null) || !is_numeric($bleeder['ohms'] ?? null) || !\is_string($bleeder['node'] ?? null)) {
            return null;
        }

        return new Bleeder((float) $bleeder['ohms'], $bleeder['node']);
    }

    /** Whether readings taken before no longer hold under the later conditions (JUDGE-7a). */
    public function moved(self $later): bool
    {
        return [] !== $this->movedBy($later);
    }

    /**
     * What makes readings taken before hold no longer under the later conditions (JUDGE-7a): other tubes, limiter, standby or load, or
     * mains that moved by more than 2 % (our choice).
     *
     * @return list<string> fields of these; inletVolts for the mains, however it is known
     */
    public function movedBy(self $later): array
    {
        if ($this->facts === $later->facts) {
            return [];
        }
        $moved = [];
        foreach (['tubes', 'limiters', 'standby', 'load'] as $field) {
            if ($this->states($field) && CanonicalJson::hash($this->get($field)) !== CanonicalJson::hash($later->get($field))) {
                $moved[] = $field;
            }
        }
        [$before, $after] = [$this->mainsVolts(), $later->mainsVolts()];

        return null !== $before && null !== $after && abs($after / $before - 1) > self::MAINS_MOVED_SHARE ? [...$moved, 'inletVolts'] : $moved;
    }

    /** @return list<string> positions of tubes that went in, out, or became others by then */
    public function tubesMoved(self $later): array
    {
        $positions = [];
        $before = $this->get('tubes');
        $after = $later->get('tubes');
        if (!\is_array($before) || !\is_array($after)) {
            return [];
        }
        foreach (array_keys([...$before, ...$after]) as $position) {
            if (CanonicalJson::hash($before[$position] ?? null) !== CanonicalJson::hash($after[$position] ?? null)) {
                $positions[] = (string) $position;
            }
        }

        return $positions;
    }

    private function get(string $field): mixed
    {
        return $this->facts[$field]['value'] ?? null;
    }
}
