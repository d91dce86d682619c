<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Reading\Verdict;

/**
 * A broken stop rule locks the unit (SAFE-6, contract §8): off, proofs, notes, photos, findings and corrections are taken, nothing else,
 * until it is off and its cause has an entry.
 */
final readonly class Stop
{
    /** Reasons of a danger whose answer is one word: off. */
    private const RULES = ['grid-positive', 'grid-above-return', 'bias-positive', 'bias-lost', 'bias-lost-probe-again', 'bias-less-negative', 'bias-less-negative-bound', 'above-capacitor-rating'];

    /** Kinds of entry that are taken while locked, besides going to *discharging*. */
    private const TAKEN = ['discharge-proof', 'note', 'photo', 'finding', 'correction', 'shelf-move'];

    /** @param array<string, mixed> $figures of the judgement that broke it */
    private function __construct(public string $place, public string $code, public array $figures, public float $at, public bool $isOff, public bool $hasCause)
    {
    }

    /**
     * @param string|null          $worst   reason of the value that decided, where the reading moved when tapped
     * @param array<string, mixed> $figures of the judgement
     *
     * @return self|null null when no stop rule is broken, or nothing is on
     */
    public static function brokenBy(string $place, ?Verdict $verdict, string $code, ?string $worst, array $figures, ChassisState $state, float $at): ?self
    {
        $rule = 'intermittent' === $code ? $worst ?? '' : $code;
        $on = ChassisState::Energised === $state || ChassisState::Ramping === $state;

        return Verdict::Danger === $verdict && $on && \in_array($rule, self::RULES, true) ? new self($place, $rule, $figures, $at, false, false) : null;
    }

    /** @param string|null $to the state that a change of state goes to */
    public function takes(string $kind, ?string $to = null): bool
    {
        return 'state-change' === $kind ? ChassisState::Discharging->value === $to : \in_array($kind, self::TAKEN, true);
    }

    /** The stop after one more entry; null once it is off and its cause has an entry. */
    public function after(string $kind, ?string $to = null): ?self
    {
        $off = $this->isOff || ('state-change' === $kind && ChassisState::Discharging->value === $to);
        $cause = $this->hasCause || 'finding' === $kind;

        return $off && $cause ? null : new self($this->place, $this->code, $this->figures, $this->at, $off, $cause);
    }

    /** @return array{place: string, code: string, figures: array<string, mixed>, at: float, isOff: bool, hasCause: bool} */
    public function toArray(): array
    {
        return ['place' => $this->place, 'code' => $this->code, 'figures' => $this->figures, 'at' => $this->at, 'isOff' => $this->isOff, 'hasCause' => $this->hasCause];
    }

    /** @param array{place: string, code: string, figures: array<string, mixed>, at: float|int, isOff: bool, hasCause: bool} $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        return new self($data['place'], $data['code'], $data['figures'], (float) $data['at'], $data['isOff'], $data['hasCause']);
    }
}
