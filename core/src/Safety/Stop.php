<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;

/**
 * A broken stop rule locks the unit (SAFE-6, contract §8): off, proofs, notes, photos, findings and corrections are taken, nothing else,
 * until it is off and its cause has an entry.
 */
final readonly class Stop
{
    /** Reasons of a danger whose answer is one word: off. */
    private const RULES = ['seen-smoke', 'seen-arcing', 'lights-red-plate', 'lights-red-screen', 'draw-above-abort', 'lamp-too-bright', BrokenStop::RED_PLATE, 'grid-positive', 'grid-above-return', 'bias-positive', 'bias-lost', 'bias-lost-probe-again', 'bias-less-negative', 'bias-less-negative-bound', 'bias-behind', 'screen-alone', 'plate-far-over-limit', 'screen-far-over-limit', 'above-capacitor-rating'];

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

        return Verdict::Danger === $verdict && $state->isOnMains() && \in_array($rule, self::RULES, true) ? new self($place, $rule, $figures, $at, false, false) : null;
    }

    /**
     * The stop rule that a reading or a test broke, as it was judged then.
     *
     * @param array<string, mixed> $judgement as the entry keeps it; empty where nothing was judged
     */
    public static function ofJudgement(string $place, array $judgement, ChassisState $state, float $at): ?self
    {
        $fields = Fields::of($judgement);
        $figures = Fields::named($fields->raw('figures'));
        $worst = $figures['worstReason'] ?? null;

        return self::brokenBy($place, Verdict::tryFrom($fields->optionalText('verdict')), $fields->optionalText('reasonCode'), \is_string($worst) ? $worst : null, $figures, $state, $at);
    }

    /** Something was seen that stops the work; null when nothing is on. */
    public static function seen(string $place, string $code, ChassisState $state, float $at): ?self
    {
        return $state->isOnMains() && \in_array($code, self::RULES, true) ? new self($place, $code, [], $at, false, false) : null;
    }

    /** It was switched off; null once its cause has an entry, too. */
    public function switchedOff(): ?self
    {
        return $this->hasCause ? null : new self($this->place, $this->code, $this->figures, $this->at, true, false);
    }

    /** Somebody wrote down what was found; null once it is off, too. */
    public function explained(): ?self
    {
        return $this->isOff ? null : new self($this->place, $this->code, $this->figures, $this->at, false, true);
    }

    /** Why something that waits for the stop’s end is not taken. */
    public function refusal(): Refusal
    {
        return new Refusal('after-stop', ['place' => $this->place, 'advice' => $this->isOff ? 'Write what you find as a finding; then it goes on.' : 'Switch off, prove it discharged, and write what you find as a finding.']);
    }

    /** @return array{place: string, code: string, figures: array<string, mixed>, at: float, isOff: bool, hasCause: bool} */
    public function toArray(): array
    {
        return ['place' => $this->place, 'code' => $this->code, 'figures' => $this->figures, 'at' => $this->at, 'isOff' => $this->isOff, 'hasCause' => $this->hasCause];
    }

    /** @param Fields $fields as toArray() gave them */
    public static function decode(Fields $fields): self
    {
        return new self($fields->string('place'), $fields->string('code'), Fields::named($fields->raw('figures')), $fields->number('at'), $fields->optionalBoolean('isOff', false), $fields->optionalBoolean('hasCause', false));
    }
}
