<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;
use Yew\Core\Station\BiasTarget;

/** Where an output stage is to idle on this job, and by whose wish: inside its limits, in writing (BIAS-3). */
final readonly class BiasTargetSet implements Statement
{
    /** @param BiasTarget|null $target null where the shop’s own holds again */
    private function __construct(public string $stage, public ?BiasTarget $target)
    {
    }

    /** @throws BadData */
    public static function kept(Fields $payload): self
    {
        $stage = $payload->string('stage', 12);
        $isOfShop = 'shop' === $payload->raw('school');

        return new self($stage, $isOfShop ? null : BiasTarget::decode($payload));
    }

    public function toArray(): array
    {
        return ['stage' => $this->stage, ...($this->target?->toArray() ?? ['school' => 'shop'])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $stages = array_map(static fn (DrawnOutput $o): string => $o->stage, $then->facts()->drawn->outputs);

        return \in_array($this->stage, $stages, true) ? null : new Refusal('no-such-stage', ['stage' => $this->stage]);
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
        $state->biasTargets = null === $this->target ? array_diff_key($state->biasTargets, [$this->stage => true]) : [...$state->biasTargets, $this->stage => $this->target];
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
