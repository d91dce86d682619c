<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\Fields;

/**
 * The state of one chassis over time: declared states, discharge proofs and their expiry (SAFE-1 to SAFE-2a).
 *
 * Immutable; times are seconds since the epoch and are handed in.
 */
final readonly class Chassis
{
    /**
     * @param array<string, Proof> $proofs    newest proof by island id
     * @param string|null          $bleederOn island that a clipped bleeder keeps discharged; null when none is clipped
     * @param array<string, Proof> $expired   proofs whose time is over: they prove nothing, but a second low reading confirms them (contract §8)
     */
    private function __construct(
        public ChassisState $state,
        public float $since,
        public array $proofs,
        public ?string $bleederOn,
        public float $lastSeen,
        private array $expired = [],
    ) {
    }

    /** At book-in nobody knows what the chassis holds. */
    public static function bookedIn(float $at): self
    {
        return new self(ChassisState::Discharging, $at, [], null, $at);
    }

    /**
     * The chassis as it counts at a later time: proofs expire, and a long silence ends what was known.
     *
     * @param list<string> $islands ids of every charge island
     */
    public function at(float $time, array $islands): self
    {
        if (ChassisState::Dead !== $this->state) {
            return $this; // a live state stays live until somebody says that it is off (contract §8)
        }
        $until = [] === array_diff($islands, array_keys($this->proofs)) ? $this->provedUntil($islands) : $this->since;
        $until = min($until ?? \INF, $this->lastSeen + SafetyFigures::GAP_SECONDS);

        return $time < $until ? $this : new self(ChassisState::Discharging, $until, [], $this->bleederOn, $this->lastSeen, $this->proofs);
    }

    /**
     * @param list<string> $islands
     *
     * @return float|null when the proof ends, seconds since the epoch; null while it holds without end
     */
    public function provedUntil(array $islands): ?float
    {
        $ending = array_filter(array_intersect_key($this->proofs, array_flip($islands)), fn (Proof $p, int|string $island): bool => !$p->confirms && $island !== $this->bleederOn, \ARRAY_FILTER_USE_BOTH);

        return [] === $ending ? null : min(array_map(static fn (Proof $p): float => $p->at + SafetyFigures::PROOF_SECONDS, $ending));
    }

    /** A person declares a state; check declarable() first. A bleeder comes off before power, or it would burn: its flag ends there. */
    public function declare(ChassisState $to, float $at): self
    {
        return new self($to, $at, [], ChassisState::Discharging === $to ? $this->bleederOn : null, $at);
    }

    /**
     * Something was said that speaks against the proofs without being taken for more: a step up that was refused, volts read on a dead
     * chassis. Every proof ends, and no live state is lowered.
     */
    public function doubted(float $at): self
    {
        $state = ChassisState::Dead === $this->state ? ChassisState::Discharging : $this->state;

        return new self($state, $state === $this->state ? $this->since : $at, [], $this->bleederOn, max($at, $this->lastSeen));
    }

    public function seen(float $at): self
    {
        return new self($this->state, $this->since, $this->proofs, $this->bleederOn, max($at, $this->lastSeen), $this->expired);
    }

    /** @param string|null $island that the bleeder is clipped to; null when it is off. What expired before stays expired. */
    public function withBleeder(?string $island): self
    {
        return new self($this->state, $this->since, $this->proofs, $island, $this->lastSeen, $this->expired);
    }

    /**
     * A voltage was read on an island to prove it discharged; the chassis is dead once every island was read under 10 V, by a meter that
     * was named. Overload proves nothing, and ends what was proved of that island.
     *
     * @param list<string> $islands ids of every charge island
     */
    public function prove(string $island, ProofReading $reading, float $at, array $islands): self
    {
        if (!\in_array($this->state, [ChassisState::Discharging, ChassisState::Dead], true)) {
            return $this; // by the whole tape it was live at that moment, whatever was known when it was typed
        }
        if ($reading->isLow() && !$reading->meterStated) {
            return $this->seen($at);
        }
        $proofs = $this->proofs;
        $expired = $this->expired;
        if (null === $reading->atMostVolts) {
            unset($proofs[$island], $expired[$island]);
        } else {
            $before = $proofs[$island] ?? $expired[$island] ?? null;
            $quiet = $reading->atMostVolts < SafetyFigures::QUIET_VOLTS;
            $confirms = $quiet && null !== $before && $before->volts < SafetyFigures::QUIET_VOLTS && ($before->confirms || $before->isLongBefore($at, $reading));
            $proofs[$island] = new Proof($reading->atMostVolts, $at, $confirms, $reading->receivedAt, $reading->clockSeen);
        }
        $low = true;
        foreach ($islands as $id) {
            $low = $low && isset($proofs[$id]) && $proofs[$id]->volts < SafetyFigures::HANDS_IN_VOLTS;
        }
        $state = $low ? ChassisState::Dead : ChassisState::Discharging;

        return new self($state, $state === $this->state ? $this->since : $at, $proofs, $this->bleederOn, max($at, $this->lastSeen), $expired);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'state' => $this->state->value,
            'since' => $this->since,
            'proofs' => array_map(self::told(...), $this->proofs),
            'expired' => array_map(self::told(...), $this->expired),
            'bleederOn' => $this->bleederOn,
            'lastSeen' => $this->lastSeen,
        ];
    }

    /** @param Fields $fields as toArray() gave them */
    public static function decode(Fields $fields): self
    {
        return new self(
            $fields->oneOf('state', ChassisState::class), $fields->number('since'), self::proofs($fields, 'proofs'), $fields->optionalString('bleederOn'), $fields->number('lastSeen'), self::proofs($fields, 'expired'),
        );
    }

    /** @return array{volts: float, at: float, confirms: bool, receivedAt: float, clockSeen: bool} */
    private static function told(Proof $proof): array
    {
        return ['volts' => $proof->volts, 'at' => $proof->at, 'confirms' => $proof->confirms, 'receivedAt' => $proof->receivedAt, 'clockSeen' => $proof->clockSeen];
    }

    /** @return array<string, Proof> by island */
    private static function proofs(Fields $fields, string $name): array
    {
        $proofs = [];
        foreach (Fields::named($fields->raw($name)) as $island => $told) {
            $proof = Fields::of($told);
            $proofs[$island] = new Proof($proof->number('volts'), $proof->number('at'), $proof->optionalBoolean('confirms', false), $proof->optionalNumber('receivedAt') ?? 0.0, $proof->optionalBoolean('clockSeen', false));
        }

        return $proofs;
    }
}
