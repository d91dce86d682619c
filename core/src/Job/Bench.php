<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bias\BiasStation;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Drawn\DrawnTube;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Power\Authority;
use Yew\Core\Power\FeedbackPhase;
use Yew\Core\Power\Gate;
use Yew\Core\Power\GateFacts;
use Yew\Core\Power\Gates;
use Yew\Core\Power\PowerPlan;
use Yew\Core\Power\PowerStation;
use Yew\Core\Power\PowerWalk;
use Yew\Core\Power\SocketGates;
use Yew\Core\Power\StopPlan;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\OutputTubes;
use Yew\Core\Reading\Verdict;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\OpenEnds;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\StoredCharge;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Island;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;
use Yew\Core\Station\Order;
use Yew\Core\Station\Station;
use Yew\Core\Station\StationSummary;
use Yew\Core\Station\Step;
use Yew\Core\Station\WorkFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** A unit at a moment: its state, beside everything else that is known of it, and what follows from both. Each answer is worked out once. */
final class Bench
{
    /** Stations that test no part by itself: the walk round sees, a point that reads wrong and a tube that idles hot are symptoms, work is what was done. */
    private const NO_PROOF = ['look', 'voltages', BiasStation::ID, 'work', PowerStation::ID];
    /** Grounds that rest on no measurement of the part. */
    private const NO_MEASUREMENT = ['finding', 'school-', 'rating-', 'mark-', 'marked-', 'look-', 'resistor-damaged'];

    public readonly UnitState $state;
    private ?JudgedBench $readings = null;
    private ?OutputTubes $outputTubes = null;
    private ?BenchFacts $facts = null;
    /** @var array<string, Board> made so far, by station */
    private array $boards = [];
    /** @var array<string, Board> the same by their own facts alone */
    private array $ownBoards = [];
    /** @var array<string, array<string, list<string>>>|null */
    private ?array $asked = null;

    /** @param float $now seconds since the epoch */
    public function __construct(UnitState $state, public readonly UnitKnowledge $unit, public readonly float $now)
    {
        $this->state = clone $state;
        $this->state->chassis = $state->chassis->at($now, self::islandIds($unit->sheet()));
    }

    /** @return non-empty-list<string> ids of every charge island of a sheet */
    public static function islandIds(?Sheet $sheet): array
    {
        $islands = $sheet?->islandIds() ?? [];

        return [] === $islands ? [Island::WHOLE_CHASSIS] : $islands;
    }

    /** @return non-empty-list<string> */
    public function islands(): array
    {
        return self::islandIds($this->unit->sheet());
    }

    /** Why a statement does not fit the unit as it is: a broken stop rule comes before everything else (SAFE-6); null when it fits. */
    public function refuses(Statement $said): ?Refusal
    {
        $stop = $this->state->stop;

        return null === $stop || $said->isTakenDuringStop() ? $said->refusal($this) : $stop->refusal();
    }

    /** The same bench with one more entry folded in. */
    public function with(Entry $entry): self
    {
        return new self($this->state->after($entry, $this->islands()), $this->unit, $this->now);
    }

    /** The meter in hand, as stated. */
    public function meter(): ?Meter
    {
        return $this->unit->meters()->find($this->state->conditions->meterId());
    }

    /** How the unit differs from its drawing. */
    public function fitted(): FittedChanges
    {
        return $this->unit->carried()->with(...$this->state->fitted->all);
    }

    /** The sheet with the parts that are in the unit now. */
    public function sheetAsFitted(): ?Sheet
    {
        $sheet = $this->unit->sheet();

        return null === $sheet ? null : $this->fitted()->onSheet($sheet);
    }

    /** Every point with what was read there, judged. */
    public function readings(): JudgedBench
    {
        return $this->readings ??= new JudgedBench(
            $this->state->log($this->now), $this->sheetAsFitted(), $this->unit->wiredForVolts(), $this->unit->meters(), $this->unit->lastVisitVolts(), $this->unit->carried(), $this->unit->forecast(...), $this->unit->sisterUnits(), $this->outputTubes(...),
        );
    }

    /** Asked for at every plate and cathode that was read: worked out once. */
    private function outputTubes(): ?OutputTubes
    {
        $sheet = $this->sheetAsFitted();
        if (null === $sheet || null !== $this->outputTubes) {
            return $this->outputTubes;
        }
        $atCathode = array_map(static fn (DrawnTube $t): array => $t->at('cathode'), $this->unit->drawn($this->made())->tubes);
        $measured = [];
        foreach (array_unique(array_merge(...array_values($atCathode))) as $part) {
            $ohms = $this->facts()->sinceChange($this->facts()->tests->of($part)->latest(ResistorTestKind::Resistor))?->value('ohms');
            $measured = null === $ohms ? $measured : [...$measured, $part => $ohms];
        }

        return $this->outputTubes = new OutputTubes($sheet, $this->unit->tubes(), $atCathode, $measured);
    }

    /** What was replaced in it. What was only found different stays out: a fault must not become its own reference (contract §1). */
    public function made(): FittedChanges
    {
        return new FittedChanges(array_values(array_filter($this->fitted()->all, static fn (FittedChange $c): bool => !$c->found)));
    }

    /** What the stations judge by. */
    public function facts(): BenchFacts
    {
        return $this->facts ??= new BenchFacts(
            $this->state->record->tests(), $this->state->record->findings(), $this->state->record->leftAlone(), $this->unit->sheet(),
            $this->unit->drawn($this->made()),
            $this->unit->tubes(), $this->unit->practice(), $this->unit->wiredForVolts() ?? $this->unit->practice()->mainsVolts, $this->unit->year(),
            // What was measured on an earlier visit says nothing of a part that is new since.
            $this->unit->lastVisitTests()->only(fn (TakenTest $t): bool => !$this->state->record->isRenewed($t->part)), $this->readings(), $this->unit->sisterTests(),
            $this->fitted(), $this->state->fitted, $this->unit->substitutions(...),
            $this->work(),
            $this->state->ramps, $this->unit->lamps(), fn (Conditions $c, FallAsked $asked): ?Fall => $this->unit->fall($c, $this->made(), $asked), $this->unit->recorded(...),
            fn (Conditions $c, RiseAsked $asked): ?Rise => $this->unit->rise($c, $this->made(), $asked),
            fn (Conditions $c, PowerAsked $asked): ?ExpectedPower => $this->unit->expectedPower($c, $this->made(), $asked), $this->state->biasTargets,
        );
    }

    /** What the work rests on: the owner’s word, the shop’s own orders, and what was done. */
    private function work(): WorkFacts
    {
        $work = $this->state->work;
        $word = $this->unit->ordered();
        $own = array_filter($work->orders, static fn (Order $o): bool => [] === array_filter($word, static fn (Order $w): bool => $w->part === $o->part));

        return new WorkFacts([...$word, ...array_values($own)], $work->renewals, $work->leads, array_map(static fn (Modification $m): string => $m->why, $work->modifications));
    }

    /** A part that was exchanged, as its own station saw it before; null where nothing was measured on it. */
    public function formerItem(string $part): ?Item
    {
        foreach ($this->unit->stations()->all() as $id => $station) {
            $item = \in_array($id, self::NO_PROOF, true) ? null : $station->board($this->facts()->beforeExchange($part))->find($part);
            if (null !== $item?->more && [] !== array_filter($item->steps, static fn (Step $s): bool => null !== $s->done)) {
                return $item;
            }
        }

        return null;
    }

    /**
     * A measurement that says a part is bad, of what is in there or of what was there before it was exchanged; or the swaps that
     * prove it (REC-4b). What was only seen, is old, or is marked otherwise proves nothing.
     */
    public function proofAgainst(string $part): ?Reason
    {
        $isExchanged = [] !== array_filter($this->state->record->tests()->former, static fn (TakenTest $t): bool => $t->part === $part);
        foreach ($this->unit->stations()->all() as $id => $station) {
            if (\in_array($id, self::NO_PROOF, true)) {
                continue;
            }
            $before = $isExchanged ? $station->board($this->facts()->beforeExchange($part))->find($part) : null;
            foreach ([$this->ownBoard($id)->find($part), $before] as $item) {
                $reason = null === $item ? null : self::proof($item);
                if (null !== $reason) {
                    return $reason;
                }
            }
        }

        return null;
    }

    /** @return array<string, Reason> what proves a part bad, of every part that anything proves so */
    public function proofs(): array
    {
        $proofs = [];
        foreach ($this->unit->stations()->all() as $id => $station) {
            foreach (\in_array($id, self::NO_PROOF, true) ? [] : $this->ownBoard($id)->items as $item) {
                $reason = self::proof($item);
                $proofs += null === $reason ? [] : [$item->part => $reason];
            }
        }
        foreach (array_unique(array_map(static fn (TakenTest $t): string => $t->part, $this->state->record->tests()->former)) as $part) {
            $reason = isset($proofs[$part]) ? null : $this->proofAgainst($part);
            $proofs += null === $reason ? [] : [$part => $reason];
        }

        return $proofs;
    }

    private static function proof(Item $item): ?Reason
    {
        foreach ($item->judged->reasons as $reason) {
            $isBad = \in_array($reason->verdict, [Verdict::Out, Verdict::Danger], true) && $reason->counts();
            if ($isBad && [] === array_filter(self::NO_MEASUREMENT, static fn (string $code): bool => str_starts_with($reason->code, $code))) {
                return $reason;
            }
        }

        return null;
    }

    /** @return array<string, Board> by station, in the order of the work */
    public function boards(): array
    {
        return array_map(fn (Station $s): Board => $this->board($s->id()), $this->unit->stations()->all());
    }

    public function board(string $station): Board
    {
        return $this->boards[$station] ??= $this->ownBoard($station)->asking($this->asked()[$station] ?? []);
    }

    /** A board by its own facts alone. */
    private function ownBoard(string $station): Board
    {
        return $this->ownBoards[$station] ??= $this->unit->stations()->get($station)->board($this->facts());
    }

    /**
     * What the faults on all boards ask to be looked at besides (TUBE-5): parts whose fault asks, by station and part.
     *
     * @return array<string, array<string, list<string>>>
     */
    private function asked(): array
    {
        if (null !== $this->asked) {
            return $this->asked;
        }
        $asked = [];
        foreach (array_keys($this->unit->stations()->all()) as $station) {
            foreach ($this->ownBoard($station)->items as $item) {
                foreach ($item->consequences as $consequence) {
                    $there = $this->unit->stations()->has($consequence->station) && $consequence->station !== $station && null !== $this->ownBoard($consequence->station)->find($consequence->part);
                    if ($there && !\in_array($consequence->because, $asked[$consequence->station][$consequence->part] ?? [], true)) {
                        $asked[$consequence->station][$consequence->part][] = $consequence->because;
                    }
                }
            }
        }

        return $this->asked = $asked;
    }

    /** @return list<array{station: string, item: Item}> what the fault of a part asks to be looked at, each with how it stands */
    public function consequencesOf(string $part): array
    {
        $found = [];
        foreach ($this->asked() as $station => $parts) {
            foreach ($parts as $asked => $because) {
                $item = \in_array($part, $because, true) ? $this->board($station)->find($asked) : null;
                if (null !== $item) {
                    $found[] = ['station' => $station, 'item' => $item];
                }
            }
        }

        return $found;
    }

    /** @return list<StationSummary> in the order of the work */
    public function summary(): array
    {
        return array_values(array_map(fn (Board $b): StationSummary => $b->summary($this->facts()), $this->boards()));
    }

    /**
     * The station where the work goes on: in the order of the work the first where something that is asked for can be done in the state
     * that the chassis is in; under power the one with the most of it, since one winding’s volts do not keep anybody from the rails.
     * Where nothing can be done now, the first where anything is open; else the last.
     */
    public function proposed(): string
    {
        if (false === $this->state->stop?->isOff) {
            return PowerStation::ID; // nothing but off is taken anywhere
        }
        $state = $this->state->chassis->state;
        $live = $state->isOnMains();
        $now = $later = $last = null;
        $most = 0;
        foreach ($this->boards() as $id => $board) {
            $open = array_filter($board->items, fn (Item $i): bool => $i->isAsked() && !$i->isDone() && null === $this->facts()->leftAlone($id, $i->part));
            $doable = \count(array_filter($open, static fn (Item $i): bool => $i->isOpenIn($state)));
            if ($doable > 0 && (null === $now || ($live && $doable > $most))) {
                [$now, $most] = [$id, $doable];
            }
            $later ??= [] === $open ? null : $id;
            $last = $id;
        }

        return $now ?? $later ?? $last ?? throw new \LogicException('a bench has stations');
    }

    /** @return list<Hazard> what is known of it that speaks against power (SAFE-4) */
    public function hazards(): array
    {
        return Hazard::standing($this->boards());
    }

    /**
     * The gates before the mains as they stand (SAFE-4).
     *
     * @param array<string, string> $said what is said when power is asked for, by gate
     *
     * @return list<Gate>
     */
    public function gates(array $said = []): array
    {
        return Gates::beforeRamping($this->gateFacts($said));
    }

    /** @return array<string, string> what is missing at each output socket that is not proved (SAFE-5), as a code by position */
    public function unprovedSockets(): array
    {
        return SocketGates::unproved($this->gateFacts(), array_keys(array_filter($this->unit->sheet()->tubes ?? [], static fn (TubePosition $t): bool => $t->output)));
    }

    /** @param array<string, string> $said */
    private function gateFacts(array $said = []): GateFacts
    {
        return new GateFacts(
            $this->facts(), $this->boards(), $this->hazards(), $this->state->conditions, null !== $this->state->chassis->bleederOn, array_values($this->state->meters), $this->unit->meters(),
            $this->state->broken, PowerPlan::choice($this->facts()), $this->unit->wiredForVolts(), $said,
        );
    }

    /** @return list<Gate> before the chassis stands on full mains: the way up was walked */
    public function gatesOfFullMains(): array
    {
        $next = $this->walk()->next();
        $loop = FeedbackPhase::holdsBack($this->facts(), $this->state->conditions);

        return [match (true) {
            null === $this->state->conditions->tubesOut() => Gate::unknown('stops', 'gate-tubes-not-said'),
            null !== $next => Gate::notMet('stops', 'gate-stop-not-done', Authority::Technician, ['stopVolts' => $next->volts])->at(PowerStation::ID, $next->id),
            default => Gate::met('stops', 'gate-stops-done'),
        }, null === $loop ? Gate::doesNotApply('feedback', 'gate-feedback-known') : Gate::notMet('feedback', 'gate-feedback-not-known', Authority::Owner, ['part' => $loop->transformer])->at(PowerStation::ID, $loop->transformer)];
    }

    /** The way up as it is for this unit now. */
    public function plan(): PowerPlan
    {
        return PowerPlan::of($this->facts());
    }

    /** How far the way up is, for the tubes that are in. */
    public function walk(): PowerWalk
    {
        return $this->walkWithout($this->state->conditions->tubesOut());
    }

    /**
     * Likewise for other tubes.
     *
     * @param list<string>|null $out tubes that are out; null where nobody said
     */
    public function walkWithout(?array $out): PowerWalk
    {
        return PowerWalk::of($this->facts(), StopPlan::stops($this->facts(), PowerPlan::choice($this->facts()), $out), $out);
    }

    /** @return list<StoredCharge> every bank of charge */
    public function storedCharge(): array
    {
        $sheet = $this->sheetAsFitted();
        $islands = $sheet->islands ?? [];
        $volts = StoredCharge::startVolts($this->readings()->points());

        return array_map(fn (Island $i): StoredCharge => StoredCharge::of($i, $this->state->chassis->proofs[$i->id] ?? null, $sheet, $this->state->conditions, $this->state->chassis->state, $volts), [] === $islands ? [Island::wholeChassis()] : $islands);
    }

    public function openEnds(): OpenEnds
    {
        return OpenEnds::among($this->readings()->points());
    }
}
