<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Power\FeedbackPhase;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\WarmUp;

/** What is on, what is in, and how much it is fed, as stated: measured, assumed or unknown (COND-1). */
final readonly class ConditionsStated implements Statement
{
    /**
     * @param array<string, mixed> $facts         by name, as sent: `{value, how, at?}`
     * @param string|null          $bleederIsland bank that the stated bleeder keeps discharged
     */
    public function __construct(public array $facts, public Conditions $conditions, public ?string $bleederIsland)
    {
    }

    public static function kept(Fields $payload): self
    {
        $facts = Fields::named($payload->raw('facts'));

        return new self($facts, Conditions::decode($facts, 'payload.facts'), $payload->optionalString('bleederIsland'));
    }

    public function toArray(): array
    {
        return ['facts' => $this->facts, ...(null === $this->bleederIsland ? [] : ['bleederIsland' => $this->bleederIsland])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $bleeder = $this->conditions->bleeder();
        if (null !== $bleeder && null === $this->bleederIsland) {
            return new Refusal('bleeder-nowhere', ['node' => $bleeder->node]);
        }

        return ChassisRules::conditions($then->state->chassis->state, $then->state->conditions, $this->conditions) ?? $this->aheadOfPlan($then);
    }

    /** On the way up the mains goes no higher than the stop in hand, and no limiter comes out before its time (SAFE-4, SAFE-6). */
    private function aheadOfPlan(Bench $then): ?Refusal
    {
        $moves = [] !== array_intersect(['source', 'limiters', 'inletVolts'], array_keys($this->facts));
        if (ChassisState::Ramping !== $then->state->chassis->state || !$moves) {
            return null;
        }
        $conditions = $then->state->conditions->with($this->conditions);
        $loop = FeedbackPhase::isHigh($then->facts(), $conditions) && !$then->state->wentThrough('feedback') ? FeedbackPhase::holdsBack($then->facts(), $conditions) : null;
        if (null !== $loop) {
            return new Refusal('feedback-not-known', ['part' => $loop->transformer, 'highestVolts' => FeedbackPhase::lowVolts($then->facts())]);
        }
        $stop = $then->walk()->ahead($conditions);

        return null === $stop ? null : new Refusal('ahead-of-the-plan', ['stopVolts' => $stop->volts, 'limitersWord' => $stop->isLimited() ? 'with the limiter in' : 'without a limiter']);
    }

    public function isTakenDuringStop(): bool
    {
        return false;
    }

    public function speaksAgainstProofs(): bool
    {
        return false;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $before = $state->conditions;
        $state->conditions = $before->with(Conditions::decode($this->dated($entry->at)));
        $state->conditionsId = $entry->id;
        $state->warmSince = WarmUp::under($state->warmSince, $before, $state->conditions, $entry->at);
        $state->ramps = $state->ramps->onCurrent(static fn (Ramp $r): Ramp => $r->under($state->conditions));
        if (\array_key_exists('bleeder', $this->facts)) {
            $state->chassis = $state->chassis->withBleeder(null === $state->conditions->bleeder() ? null : $this->bleederIsland);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }

    /** @return array<string, mixed> facts with the moment they were stated, where they bring none */
    private function dated(float $at): array
    {
        $moment = (new \DateTimeImmutable('@'.\sprintf('%.6F', $at)))->format(\DATE_RFC3339);

        return array_map(static fn (mixed $fact): mixed => \is_array($fact) ? [...$fact, 'at' => $fact['at'] ?? $moment] : $fact, $this->facts);
    }
}
