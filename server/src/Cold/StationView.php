<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Test\Check;
use Yew\Core\Test\Grammar;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Step;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Projections;
use Yew\Server\Wording\Wording;

/** A cold station as the page and the report get it: core's codes and figures in words. */
final readonly class StationView
{
    public function __construct(private ColdBenches $benches, private Projections $projections, private Wording $wording)
    {
    }

    /** @return array<string, mixed> */
    public function of(JobUnit $unit, string $station): array
    {
        $fold = $this->projections->of($unit);
        $bench = $this->benches->of($unit, $fold);
        $items = [];
        foreach (ColdStations::board($bench, $station) as $item) {
            $items[] = $this->item($item, $fold->cold->leftAlone($station, $item->part), $this->former($bench->tests()->of($item->part), $station));
        }

        return [
            'station' => $station,
            'hasCircuit' => null !== $bench->circuit,
            'items' => $items,
            'cautions' => $this->wording->cautions($station),
            'practice' => $bench->practice->toArray(),
            'findings' => array_map(fn (array $f): array => ['entryId' => $f['entryId'] ?? '', 'place' => $f['place'] ?? '', 'what' => $f['what'] ?? '', 'severity' => $f['severity'] ?? '', 'text' => $f['text'] ?? '', 'origin' => $f['origin'] ?? 'unknown', 'former' => isset($f['formerSince']), 'photos' => $f['photos'] ?? [], 'words' => $this->wording->cold(\is_string($f['what'] ?? null) ? 'found-'.$f['what'] : '', [])], $bench->record->findings()),
            'photos' => array_values(array_map(static fn (array $p): array => ['photoId' => $p['photoId'] ?? '', 'caption' => $p['caption'] ?? '', 'place' => $p['place'] ?? '', 'pins' => $p['pins'] ?? []], $bench->record->photos())),
        ];
    }

    /**
     * @param list<array{title: string, given: string}> $former tests of the part that was in there before
     *
     * @return array<string, mixed>
     */
    private function item(ColdItem $item, ?string $leftAlone, array $former): array
    {
        return [
            'part' => $item->part,
            'group' => $this->wording->cold('group-'.$item->group, []),
            'name' => $this->wording->cold('name-'.$item->name, []),
            'detail' => $item->detail,
            'word' => $item->word,
            'wordText' => null !== $leftAlone && !$item->isDone() ? 'left alone' : $this->wording->cold('word-'.$item->word, []),
            'verdict' => $item->verdict->value,
            'done' => $item->isDone(),
            'asked' => $item->isAsked(),
            'leftAlone' => $leftAlone,
            'reasons' => array_map($this->reason(...), $item->reasons),
            'gauges' => array_map(fn (Gauge $g): array => $g->toArray($this->wording->cold('gauge-'.$g->label, [], $g->label)), $item->gauges),
            'steps' => array_map($this->step(...), $item->steps),
            'next' => null === $leftAlone ? $item->next() : null,
            'former' => $former,
            'more' => (object) $item->more,
        ];
    }

    /** @return list<array{title: string, given: string}> what was measured on the part that is out now */
    private function former(TestRecord $tests, string $station): array
    {
        $told = array_filter($tests->former, static fn (TakenTest $t): bool => ColdStations::of($t->kind) === $station);

        return array_values(array_map(fn (TakenTest $t): array => ['title' => $this->title($t->kind, $t->subject), 'given' => $t->text.($t->lifted ? ' lifted' : '')], $told));
    }

    private function title(TrialKind $kind, string $subject): string
    {
        return trim($this->wording->cold('test-'.$kind->value, ['subject' => TrialKind::Ratio === $kind || TrialKind::Magnetising === $kind ? $subject.' Ω tap' : str_replace(['→', '-'], [' → ', ' – '], $subject)]));
    }

    /** @return array{code: string, verdict: string, sentence: string} */
    private function reason(Reason $reason): array
    {
        return ['code' => $reason->code, 'verdict' => $reason->verdict->value, 'sentence' => $this->wording->ground($reason)];
    }

    /** @return array<string, mixed> */
    private function step(Step $step): array
    {
        $kind = $step->kind;

        return [
            'test' => $kind->value,
            'part' => $step->part,
            'subject' => $step->subject,
            'title' => $this->title($kind, $step->subject),
            'hint' => $this->wording->cold('hint-'.$kind->value, []),
            'placeholder' => $this->wording->cold('type-'.$kind->value, [], ''),
            'choices' => array_map(fn (string $c): array => ['value' => $c, 'words' => $this->wording->cold('choice-'.$c, [], str_replace('-', ' ', $c))], $kind->choices()),
            'states' => array_map(static fn (ChassisState $s): string => $s->value, $kind->states()),
            'mayBeLifted' => \in_array($kind, [TrialKind::Resistor, TrialKind::Capacitor, TrialKind::ChokeInductance, TrialKind::Insulation, TrialKind::InsulationOhms], true),
            'figures' => \in_array($kind->grammar(), [Grammar::Figures, Grammar::TapAndFigures], true) ? array_keys($kind->figures()) : (Grammar::Capacitor === $kind->grammar() ? ['farads', 'esrOhms', 'leakAmperes'] : []),
            'checks' => array_map(static fn (Check $c): array => $c->toArray(), $step->checks),
            'optional' => $step->optional,
            'given' => $step->done?->text,
            'entryId' => $step->done?->id,
            'lifted' => $step->done->lifted ?? false,
        ];
    }
}
