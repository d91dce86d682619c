<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Job\Bench;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Job\PowerOverride;
use Yew\Core\Power\Gate;
use Yew\Core\Reading\BranchCurrent;
use Yew\Core\Reading\Finding;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\PlateAgainstScreen;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\OpenEnds;
use Yew\Core\Safety\StopBounds;
use Yew\Core\Safety\StoredCharge;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\Order;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Http\Moment;
use Yew\Server\Wording\Wording;

/** The bench as the page shows it: one document per unit, made of core's figures and the wording catalogue. */
final readonly class BenchView
{
    public function __construct(private Wording $wording, private TubeCatalogue $tubes, private PointView $points)
    {
    }

    /** @return array<string, mixed> the schema Bench of docs/api/openapi.yaml */
    public function of(Bench $bench): array
    {
        $state = $bench->state;
        $chassis = $state->chassis;
        $readings = $bench->readings();

        return [
            'unitId' => $bench->unit->unitId(),
            'state' => [
                'name' => $chassis->state->value,
                'since' => Moment::ofSeconds($chassis->since),
                'provedUntil' => ChassisState::Dead === $chassis->state ? Moment::ofSecondsOrNull($chassis->provedUntil($bench->islands())) : null,
                'next' => array_map(static fn (ChassisState $s): string => $s->value, $chassis->state->declarable()),
                'unchecked' => $state->unchecked,
                'stop' => null === $state->stop ? null : ['place' => $state->stop->place, 'sentence' => $this->wording->hazard($state->stop->code, $state->stop->figures), 'isOff' => $state->stop->isOff],
                'bleederOn' => null !== $chassis->bleederOn,
                'overrides' => array_map($this->override(...), $state->overrides),
            ],
            'islands' => array_map(fn (StoredCharge $c): array => $this->island($c, $bench->sheetAsFitted()), $bench->storedCharge()),
            'tubes' => $this->tubes($readings->sheet),
            'conditions' => (object) $state->conditions->toArray(),
            'warm' => ['since' => Moment::ofSecondsOrNull($state->warmSince), 'until' => null === $state->warmSince ? null : Moment::ofSeconds($state->warmSince + 60 * ReadingContext::WARM_MINUTES), 'warming' => $readings->contextNow()->isWarming()],
            'meters' => array_map(static fn (MeterSetting $m): array => ['meterId' => $m->meterId, 'function' => $m->function->value, 'leads' => $m->leads, 'place' => $m->place, 'blocksPower' => $m->blocksPower()], array_values($state->meters)),
            'missing' => array_values(array_filter($state->conditions->missing(), static fn (string $f): bool => null !== $readings->sheet || 'inletVolts' === $f)),
            'points' => array_values(array_map(fn (JudgedPoint $p): array => $this->points->of($p, $readings, null === $state->stop ? StopBounds::of($p, $readings, $chassis->state) : StopBounds::none()), $readings->points())),
            'stairs' => $this->points->stairs($readings),
            'findings' => array_map(fn (Finding $f): array => $this->points->finding($f, $readings->sheet), $readings->findings()),
            'currents' => array_map(fn (BranchCurrent $c): array => [...$c->toArray(), 'sentence' => $this->wording->current($c->reasonCode, $c->toArray())], $readings->currents()),
            'platesAgainstScreens' => array_map(fn (PlateAgainstScreen $p): array => [...$p->toArray(), 'sentence' => $this->wording->reason($p->reasonCode, $p->toArray())], $readings->platesAgainstScreens()),
            'fitted' => $this->fitted($bench),
            'proposedStation' => $bench->proposed(),
            'closeOut' => null === $state->closeOut ? null : (object) $state->closeOut,
            'openEnds' => [...$this->openEnds($bench->openEnds(), $readings->sheet), 'left' => array_map(static fn (OpenEnd $e): array => ['entryId' => $e->entryId, 'sort' => $e->sort, 'text' => $e->text, 'part' => $e->part], $state->work->standing())],
            'ordered' => array_map(static fn (Order $o): string => $o->part, $bench->facts()->work->orders),
            'cause' => null === ($cause = $state->work->cause()) ? null : ['text' => $cause->text, 'part' => $cause->part, 'certainty' => $cause->certainty],
        ];
    }

    /** @return array<string, mixed> */
    private function override(PowerOverride $override): array
    {
        return [
            'at' => Moment::ofSeconds($override->at), 'personId' => $override->personId, 'role' => $override->role, 'reason' => $override->reason, 'hazards' => array_map($this->hazard(...), $override->hazards),
            'gates' => array_map(fn (Gate $g): array => ['id' => $g->id, 'title' => $this->wording->gates()[$g->id] ?? $g->id, 'sentence' => $this->wording->hazard($g->code, $g->figures), 'reason' => $g->reason, 'authority' => $g->authority->value], $override->gates),
        ];
    }

    /** @return array{part: string, sentence: string} */
    public function hazard(Hazard $hazard): array
    {
        return ['part' => $hazard->part, 'sentence' => $this->wording->hazard($hazard->code, $hazard->figures)];
    }

    /** @return list<array<string, mixed>> how the unit differs from its drawing */
    private function fitted(Bench $bench): array
    {
        $fitted = $bench->fitted();
        $foreign = [] === $fitted->all ? [] : $bench->unit->model()?->foreign($fitted) ?? $fitted->differences();

        $outside = array_map(static fn (FittedChange $c): string => $c->text, $foreign);

        return array_map(static fn (FittedChange $c): array => ['text' => $c->text, 'target' => $c->target(), 'found' => $c->found, 'counted' => !\in_array($c->text, $outside, true)], $fitted->differences());
    }

    /** @return list<array<string, mixed>> every socket with its base and what each pin is */
    private function tubes(?Sheet $sheet): array
    {
        $tubes = [];
        foreach ($sheet->tubes ?? [] as $tube) {
            $type = $this->tubes->find($tube->type);
            $base = $type?->base;
            $tubes[] = [
                'position' => $tube->position,
                'type' => $tube->type,
                'role' => $tube->role,
                'where' => $tube->where,
                'output' => $tube->output,
                'base' => $base,
                'pinCount' => null === $base ? null : $this->tubes->pinCount($base),
                'pins' => (object) array_map($this->wording->word(...), $type->pins ?? []),
            ];
        }

        return $tubes;
    }

    /** @return array<string, mixed> */
    private function island(StoredCharge $charge, ?Sheet $sheet): array
    {
        $island = $charge->island;

        return [
            'id' => $island->id,
            'name' => $island->name,
            'proofAt' => $island->proofAt,
            'where' => $sheet?->point($island->proofAt, MeterFunction::DcVolts)?->where,
            'cutOffBy' => $island->cutOffBy,
            'lastVolts' => $charge->proof?->volts,
            'provedAt' => Moment::ofSecondsOrNull($charge->proof?->at),
            'proved' => $charge->isProved,
            'startVolts' => $charge->startVolts,
            'energyJoules' => $charge->energyJoules,
            'secondsToSafe' => $charge->secondsToTouch,
            'secondsToHandsIn' => $charge->secondsToHandsIn,
            'holdsCharge' => $charge->holds,
        ];
    }

    /** @return array{unread: list<string>, provisional: list<string>, stale: list<string>, deviating: list<string>} names of points that close-out asks about (REC-4a) */
    private function openEnds(OpenEnds $ends, ?Sheet $sheet): array
    {
        $name = static fn (TestPoint $p): string => PointView::name($p, $sheet);

        return ['unread' => array_map($name, $ends->unread), 'provisional' => array_map($name, $ends->provisional), 'stale' => array_map($name, $ends->stale), 'deviating' => array_map($name, $ends->deviating)];
    }
}
