<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/**
 * The state of one chassis over time: declared states, discharge proofs and their expiry (SAFE-1 to SAFE-2a).
 *
 * Immutable; times are seconds since the epoch and are handed in.
 */
final readonly class Chassis
{
    /**
     * @param array<string, Proof> $proofs  newest proof by island id
     * @param array<string, Proof> $expired proofs whose time is over: they prove nothing, but a second low reading confirms them (contract §8)
     */
    private function __construct(
        public ChassisState $state,
        public float $since,
        public array $proofs,
        public bool $bleederClipped,
        public float $lastSeen,
        private array $expired = [],
    ) {
    }

    /** At book-in nobody knows what the chassis holds. */
    public static function bookedIn(float $at): self
    {
        return new self(ChassisState::Discharging, $at, [], false, $at);
    }

    /**
     * The chassis as it counts at a later time: proofs expire, and a long silence ends what was known.
     *
     * @param list<string> $islands ids of every charge island
     */
    public function at(float $time, array $islands): self
    {
        if (ChassisState::Dead === $this->state) {
            $until = [] === array_diff($islands, array_keys($this->proofs)) ? $this->provedUntil($islands) : $this->since;
            if (null !== $until && $time >= $until) {
                return new self(ChassisState::Discharging, $until, [], $this->bleederClipped, $this->lastSeen, $this->proofs);
            }
        } elseif (ChassisState::Discharging !== $this->state && $time - $this->lastSeen > SafetyFigures::GAP_SECONDS) {
            return new self(ChassisState::Discharging, $time, [], $this->bleederClipped, $this->lastSeen);
        }

        return $this;
    }

    /**
     * @param list<string> $islands
     *
     * @return float|null when the proof ends, seconds since the epoch; null while it holds without end
     */
    public function provedUntil(array $islands): ?float
    {
        $proofs = array_intersect_key($this->proofs, array_flip($islands));
        if ($this->bleederClipped || [] === $proofs) {
            return null;
        }
        $ending = array_filter($proofs, static fn (Proof $p): bool => !$p->confirms);

        return [] === $ending ? null : min(array_map(static fn (Proof $p): float => $p->at + SafetyFigures::PROOF_SECONDS, $ending));
    }

    /** A person declares a state; check declarable() first. */
    public function declare(ChassisState $to, float $at): self
    {
        return new self($to, $at, [], $this->bleederClipped, $at);
    }

    public function seen(float $at): self
    {
        return new self($this->state, $this->since, $this->proofs, $this->bleederClipped, max($at, $this->lastSeen), $this->expired);
    }

    public function withBleeder(bool $clipped): self
    {
        return new self($this->state, $this->since, $this->proofs, $clipped, $this->lastSeen, $this->expired);
    }

    /**
     * A voltage was read on an island to prove it discharged; the chassis is dead once every island was read under 10 V.
     *
     * @param list<string> $islands ids of every charge island
     */
    public function prove(string $island, float $volts, float $at, array $islands): self
    {
        $before = $this->proofs[$island] ?? $this->expired[$island] ?? null;
        $size = abs($volts);
        $quietBefore = null !== $before && $before->volts < SafetyFigures::QUIET_VOLTS;
        $confirms = $quietBefore && $size < SafetyFigures::QUIET_VOLTS && ($before->confirms || $at - $before->at >= SafetyFigures::PROOF_SECONDS);
        $proofs = [...$this->proofs, $island => new Proof($size, $at, $confirms)];
        $low = true;
        foreach ($islands as $id) {
            $low = $low && isset($proofs[$id]) && $proofs[$id]->volts < SafetyFigures::HANDS_IN_VOLTS;
        }
        $state = $low ? ChassisState::Dead : ChassisState::Discharging;

        return new self($state, $state === $this->state ? $this->since : $at, $proofs, $this->bleederClipped, max($at, $this->lastSeen), $this->expired);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'state' => $this->state->value,
            'since' => $this->since,
            'proofs' => array_map(self::told(...), $this->proofs),
            'expired' => array_map(self::told(...), $this->expired),
            'bleederClipped' => $this->bleederClipped,
            'lastSeen' => $this->lastSeen,
        ];
    }

    /** @param array{state: string, since: float|int, proofs: array<string, array{volts: float|int, at: float|int, confirms: bool}>, bleederClipped: bool, lastSeen: float|int, expired?: array<string, array{volts: float|int, at: float|int, confirms: bool}>} $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        return new self(
            ChassisState::from($data['state']),
            (float) $data['since'],
            array_map(self::proof(...), $data['proofs']),
            $data['bleederClipped'],
            (float) $data['lastSeen'],
            array_map(self::proof(...), $data['expired'] ?? []),
        );
    }

    /** @return array{volts: float, at: float, confirms: bool} */
    private static function told(Proof $proof): array
    {
        return ['volts' => $proof->volts, 'at' => $proof->at, 'confirms' => $proof->confirms];
    }

    /** @param array{volts: float|int, at: float|int, confirms: bool} $data */
    private static function proof(array $data): Proof
    {
        return new Proof((float) $data['volts'], (float) $data['at'], $data['confirms']);
    }
}
