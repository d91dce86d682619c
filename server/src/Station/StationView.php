<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Job\Bench;
use Yew\Core\Job\PhotoNote;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\PartFinding;
use Yew\Core\Station\Stations;
use Yew\Core\Station\StationSummary;
use Yew\Core\Station\Step;
use Yew\Core\Test\Check;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;
use Yew\Server\Wording\Wording;

/** A station as the page and the report get it: core’s codes and figures in words. */
final readonly class StationView
{
    public function __construct(private Stations $stations, private Wording $wording)
    {
    }

    /** @return array<string, mixed> the schema Board of docs/api/openapi.yaml */
    public function of(Bench $bench, string $station): array
    {
        $facts = $bench->facts();
        $items = [];
        foreach ($bench->board($station)->items as $item) {
            $items[] = [...$this->item($item, $facts->leftAlone($station, $item->part), $this->former($facts->tests->of($item->part), $station)), 'asksFor' => [] === $item->consequences ? [] : $this->asksFor($bench, $item)];
        }

        return [
            'station' => $station,
            'hasCircuit' => $facts->drawn->hasCircuit,
            'items' => $items,
            'cautions' => $this->wording->cautions($station),
            'practice' => $facts->practice->toArray(),
            'findings' => array_map(fn (PartFinding $f): array => [...$f->toArray(), 'former' => $f->former, 'words' => $this->wording->cold('found-'.$f->what, [])], $facts->findings),
            'photos' => array_map(static fn (PhotoNote $p): array => $p->toArray(), $bench->state->record->photos()),
        ];
    }

    /** @return list<array<string, mixed>> how far each station is, in the order of the work */
    public function summary(Bench $bench): array
    {
        return array_map(fn (StationSummary $s): array => ['title' => $this->wording->cold('station-'.$s->station, [], ucfirst(str_replace('-', ' ', $s->station))), ...$s->toArray()], $bench->summary());
    }

    /**
     * @param list<array{title: string, given: string}> $former tests of the part that was in there before
     *
     * @return array<string, mixed>
     */
    private function item(Item $item, ?string $leftAlone, array $former): array
    {
        $judged = $item->judged;

        return [
            'part' => $item->part,
            'group' => $this->wording->cold('group-'.$item->group, [], $item->group),
            'name' => $this->wording->cold('name-'.$item->name, []),
            'detail' => $item->detail,
            'word' => $judged->outcome->value,
            'wordText' => null !== $leftAlone && !$item->isDone() ? 'left alone' : $this->wording->cold('word-'.$judged->outcome->value, []),
            'verdict' => $judged->verdict->value,
            'done' => $item->isDone(),
            'asked' => $item->isAsked(),
            'leftAlone' => $leftAlone,
            'reasons' => array_map($this->wording->told(...), $judged->reasons),
            'gauges' => array_map(fn (Gauge $g): array => $g->toArray($this->wording->cold('gauge-'.$g->label, [], $g->label)), $item->gauges),
            'steps' => array_map($this->step(...), $item->steps),
            'next' => null === $leftAlone ? $item->next() : null,
            'askedBy' => $item->askedBy,
            'former' => $former,
            'more' => null === $item->more ? null : ['kind' => $item->more->kind(), ...$item->more->toArray()],
        ];
    }

    /** @return list<array{station: string, title: string, part: string, done: bool, verdict: string, wordText: string}> what a fault asks to be looked at besides, each as it stands */
    private function asksFor(Bench $bench, Item $item): array
    {
        return array_map(fn (array $c): array => [
            'station' => $c['station'], 'title' => $this->wording->cold('station-'.$c['station'], []), 'part' => $c['item']->part,
            'done' => $c['item']->isDone(), 'verdict' => $c['item']->judged->verdict->value, 'wordText' => $this->wording->cold('word-'.$c['item']->judged->outcome->value, []),
        ], $bench->consequencesOf($item->part));
    }

    /** @return list<array{title: string, given: string}> what was measured on the part that is out now */
    private function former(TestRecord $tests, string $station): array
    {
        $told = array_filter($tests->former, fn (TakenTest $t): bool => $this->stations->of($t->kind)->id() === $station);

        return array_values(array_map(fn (TakenTest $t): array => ['title' => $this->title($t->kind, $t->subject), 'given' => $t->answer().($t->lifted ? ' lifted' : '')], $told));
    }

    private function title(TestKind $kind, string $subject): string
    {
        return trim($this->wording->cold('test-'.$kind->name(), ['subject' => IronTestKind::Ratio === $kind || IronTestKind::Magnetising === $kind ? $subject.' Ω tap' : str_replace(['→', '-'], [' → ', ' – '], $subject)]));
    }

    /** @return array<string, mixed> */
    private function step(Step $step): array
    {
        $kind = $step->kind;
        $definition = $kind->definition();

        return [
            'test' => $kind->name(),
            'part' => $step->part,
            'subject' => $step->subject,
            'title' => $this->title($kind, $step->subject),
            'hint' => $this->wording->cold('hint-'.$kind->name(), []),
            'placeholder' => $this->wording->typed($kind->name()),
            'choices' => array_map(fn (string $c): array => ['value' => $c, 'words' => $this->wording->cold('choice-'.$c, [], str_replace('-', ' ', $c))], $definition->choices),
            'states' => array_map(static fn (ChassisState $s): string => $s->value, $definition->states),
            'mayBeLifted' => $definition->mayBeLifted,
            'figures' => array_keys($definition->figures),
            'checks' => array_map(static fn (Check $c): array => $c->toArray(), $step->checks),
            'optional' => $step->optional,
            'expects' => $step->expects,
            'change' => $definition->isChange ? ($definition->isDone ? 'done' : 'found') : '',
            'given' => $step->done?->answer(),
            'entryId' => $step->done?->id,
            'lifted' => $step->done->lifted ?? false,
        ];
    }
}
