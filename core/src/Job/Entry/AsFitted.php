<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\TubeGate;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\Order;
use Yew\Core\Station\Renewal;
use Yew\Core\Station\TestJudgement;
use Yew\Core\Test\Reason;
use Yew\Core\Tubes\TubesStation;

/** The unit was changed, or found to differ from its drawing (contract §1). */
final readonly class AsFitted implements Statement
{
    /**
     * @param FittedChange|null $change  null where the text is no change of this unit
     * @param Refusal|null      $fault   why it is none
     * @param bool              $isKnown the part is of the sheet, or was named before
     * @param Supplied|null     $with    where the new part came from; null where nobody said
     */
    private function __construct(public ?FittedChange $change, private string $text, private ?Refusal $fault, private bool $isKnown, private ?Supplied $with = null)
    {
    }

    public static function kept(Fields $payload): self
    {
        $change = FittedChange::fromFields($payload);

        return new self($change, $change->text, null, true, Supplied::decode($payload));
    }

    public function toArray(): array
    {
        return [...$this->change?->toArray() ?? ['text' => $this->text], ...(null === $this->with ? [] : ['with' => $this->with->toArray()])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $change = $this->change;
        if (null === $change) {
            return $this->fault ?? new Refusal('no-such-change', ['sentence' => 'this is no change of the amplifier']);
        }
        if (!$this->isKnown) {
            return new Refusal('no-such-part', ['part' => $change->target()]);
        }

        if (ChassisState::Dead !== $then->state->chassis->state && $change->needsHandsInside()) {
            return new Refusal('parts-only-when-dead', ['text' => $change->text]);
        }

        // What was found in there is in there; what goes in is judged before.
        return !$change->found && \in_array($change->kind(), ['tube', 'swap'], true) ? TubeGate::refusal($change, $then) : null;
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
        if (null !== $this->change) {
            $state->fitted = $state->fitted->with($this->change);
            $state->record->renew($this->change);
            if (!$this->change->found && $this->change->needsHandsInside() && !\in_array($this->change->kind(), ['tube', 'swap'], true)) {
                $state->ramps = $state->ramps->changed($entry->at);
            }
            $renewal = $this->renewal($this->change, $entry);
            $state->work = null === $renewal ? $state->work : $state->work->withRenewal($renewal);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        $part = null === ($pair = $this->change?->swapped()) ? ('tube' === $this->change?->kind() ? $this->change->target() : null) : min($pair).'+'.max($pair);
        $item = null === $part ? null : $after->board(TubesStation::ID)->find($part);
        $ground = array_values(array_filter($item->judged->reasons ?? [], static fn (Reason $r): bool => str_starts_with($r->code, 'marked-') || str_starts_with($r->code, 'swap-')))[0] ?? null;

        return null === $item || null === $ground ? null : (new TestJudgement($ground->verdict, $ground->code, $ground->figures, $item->judged->outcome->value, $item->judged->verdict))->toArray();
    }

    /** The exchange that a change is; null for what was found, turned or swapped. */
    private function renewal(FittedChange $change, Entry $entry): ?Renewal
    {
        $ofSocket = $change->renews($change->target(), true) && !$change->renews($change->target(), false);
        $isRenewal = $ofSocket || $change->renews($change->target(), false);

        return $isRenewal ? new Renewal($change->target(), $ofSocket, 'tube' === $change->kind(), $change->text, $entry->at, $entry->id, $this->with->source ?? '', $this->with?->costMinor) : null;
    }

    /** The same, with where the new part came from. */
    public function suppliedBy(?Supplied $with): self
    {
        return new self($this->change, $this->text, $this->fault, $this->isKnown, $with);
    }

    /** What a text says on this bench; a part that is new needs no circuit, everything else does. */
    public static function typed(string $text, Bench $then): self
    {
        $renewal = FittedChange::renewal($text);
        if (null !== $renewal) {
            return new self($renewal, $text, null, self::knows($renewal->target(), $then->unit->sheet(), [...$then->state->record->parts(), ...array_map(static fn (Order $o): string => $o->part, $then->facts()->work->orders)]));
        }
        $model = $then->unit->model();
        $drawn = array_map(static fn (TubePosition $t): string => $t->type, $then->unit->sheet()->tubes ?? []);
        try {
            $change = FittedChange::swap($text, $then->fitted()->tubes($drawn)) ?? FittedChange::tube(self::withType($text, $then), array_map(strval(...), array_keys($drawn)));

            return new self($change ?? $model?->read($text) ?? FittedChange::inWords($text), $text, null, true);
        } catch (BadData $e) {
            return new self(null, $text, new Refusal('no-such-change', ['sentence' => $e->sentence]), true);
        }
    }

    /**
     * A tube that is said by its label alone, `V4 #T017`, with the type that the drawer has for it.
     *
     * @throws BadData for a label that nobody has
     */
    private static function withType(string $text, Bench $then): string
    {
        if (1 !== preg_match('/^(?<at>(?:found\s+)?[A-Za-z][A-Za-z0-9+-]{0,11})\s+#(?<label>[A-Za-z0-9][A-Za-z0-9-]{0,15})$/Di', trim($text), $m)) {
            return $text;
        }
        $tube = $then->unit->labelled(strtoupper($m['label'])) ?? throw BadData::at('text', \sprintf('no tube in the drawer has the label %s', strtoupper($m['label'])));

        return \sprintf('%s %s #%s', $m['at'], $tube->type, $m['label']);
    }

    /**
     * A part of the sheet, or one that the technician named before; without a sheet any.
     *
     * @param list<string> $named
     */
    private static function knows(string $part, ?Sheet $sheet, array $named): bool
    {
        $whole = static fn (string $p): string => explode('/', $p)[0];

        return null === $sheet || \in_array($whole($part), array_map($whole, $named), true) || $sheet->names($part);
    }
}
