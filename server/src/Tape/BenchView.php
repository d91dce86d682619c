<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Job\Bench;
use Yew\Core\Job\PowerOverride;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\BranchCurrent;
use Yew\Core\Reading\Expected;
use Yew\Core\Reading\Finding;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\PlateAgainstScreen;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Core\Safety\OpenEnds;
use Yew\Core\Safety\StoredCharge;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SupplyNode;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Wording\Wording;

/** The bench as the page shows it: one document per unit, made of core's figures and the wording catalogue. */
final readonly class BenchView
{
    public function __construct(private Wording $wording, private TubeCatalogue $tubes)
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
                'since' => self::iso($chassis->since),
                'provedUntil' => ChassisState::Dead === $chassis->state ? self::isoOrNull($chassis->provedUntil($bench->islands())) : null,
                'next' => array_map(static fn (ChassisState $s): string => $s->value, $chassis->state->declarable()),
                'unchecked' => $state->unchecked,
                'stop' => null === $state->stop ? null : ['place' => $state->stop->place, 'sentence' => $this->wording->hazard($state->stop->code, $state->stop->figures), 'isOff' => $state->stop->isOff],
                'bleederOn' => null !== $chassis->bleederOn,
                'overrides' => array_map($this->override(...), $state->overrides),
            ],
            'islands' => array_map(fn (StoredCharge $c): array => $this->island($c, $bench->sheetAsFitted()), $bench->storedCharge()),
            'tubes' => $this->tubes($readings->sheet),
            'conditions' => (object) $state->conditions->toArray(),
            'warm' => ['since' => self::isoOrNull($state->warmSince), 'until' => null === $state->warmSince ? null : self::iso($state->warmSince + 60 * ReadingContext::WARM_MINUTES), 'warming' => $readings->contextNow()->isWarming()],
            'missing' => array_values(array_filter($state->conditions->missing(), static fn (string $f): bool => null !== $readings->sheet || 'inletVolts' === $f)),
            'points' => array_values(array_map(fn (JudgedPoint $p): array => $this->point($p, $readings), $readings->points())),
            'stairs' => $this->stairs($readings),
            'findings' => array_map(fn (Finding $f): array => $this->finding($f, $readings->sheet), $readings->findings()),
            'currents' => array_map(fn (BranchCurrent $c): array => [...$c->toArray(), 'sentence' => $this->currentSentence($c)], $readings->currents()),
            'platesAgainstScreens' => array_map(fn (PlateAgainstScreen $p): array => [...$p->toArray(), 'sentence' => $this->wording->reason($p->reasonCode, $p->toArray())], $readings->platesAgainstScreens()),
            'fitted' => $this->fitted($bench),
            'proposedStation' => $bench->proposed(),
            'closeOut' => null === $state->closeOut ? null : (object) $state->closeOut,
            'openEnds' => $this->openEnds($bench->openEnds(), $readings->sheet),
        ];
    }

    /** @return array<string, mixed> */
    private function override(PowerOverride $override): array
    {
        return ['at' => self::iso($override->at), 'personId' => $override->personId, 'reason' => $override->reason, 'hazards' => array_map($this->hazard(...), $override->hazards)];
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

        return array_map(static fn (FittedChange $c): array => ['text' => $c->text, 'target' => $c->target(), 'found' => $c->found, 'counted' => !\in_array($c, $foreign, true)], $fitted->differences());
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
    public function point(JudgedPoint $judged, JudgedBench $bench): array
    {
        $point = $judged->point;
        $pin = Place::pin($point->place);
        $record = $bench->deciding($point->key());

        return [
            'key' => $point->key(),
            'place' => $point->place,
            'function' => $point->function->value,
            'unit' => self::unit($point->function),
            'against' => $point->against,
            'kind' => $point->kind->value,
            'name' => $this->name($point, $bench->sheet),
            'tube' => $pin['tube'] ?? null,
            'pin' => $pin['pin'] ?? null,
            'electrode' => $this->wording->word($this->electrode($point, $bench->sheet)),
            'where' => $point->where ?? (null === $pin ? null : $bench->sheet->tubes[$pin['tube']]->where ?? null),
            'node' => $point->fedBy,
            'sister' => $point->sister,
            'printedVolts' => $point->printedVolts,
            'expected' => $this->expected($judged->next(), $point->function),
            'slips' => Slips::intervals($judged->next()),
            'reading' => null === $record ? null : $this->reading($record, $judged, $bench->newest($point->key())),
        ];
    }

    /** @return array<string, mixed> */
    private function expected(Expected $expected, MeterFunction $function): array
    {
        $volts = $expected->volts;
        $scale = self::scale($function);
        $step = null === $volts ? 0.1 : Engineering::threeDigits($scale * $volts);

        return [
            'volts' => $volts,
            'text' => null === $volts ? null : Engineering::plain($scale * $volts, $step),
            'lowVolts' => $expected->window?->low,
            'highVolts' => $expected->window?->high,
            'windowText' => null === $expected->window ? null : Engineering::plain($scale * $expected->window->low, $step).' to '.Engineering::plain($scale * $expected->window->high, $step),
            'windowSource' => $expected->window?->source,
            'reference' => $expected->reference,
            'obstacle' => null === $expected->obstacle ? null : $this->wording->reason($expected->obstacle, $expected->figures),
        ];
    }

    /** @return array<string, mixed> */
    private function reading(TakenReading $record, JudgedPoint $judged, ?TakenReading $newest): array
    {
        $judgement = $judged->judgement ?? throw new \LogicException('a reading is always judged');
        $now = $judgement->toArray();
        $then = $record->then['verdict'] ?? null;

        return [
            'entryId' => $record->entryId,
            'text' => $record->text,
            'shown' => self::shown($record, $judgement->volts, $judged->point->function),
            'volts' => $judgement->volts,
            'observedAt' => self::iso($record->observedAt),
            'personId' => $record->personId,
            'verdict' => $now['verdict'],
            'verdictWords' => self::words($judgement->verdict, $judgement->direction()),
            'marks' => $now['marks'],
            'reasonCode' => $now['reasonCode'],
            'sentence' => $this->wording->reason($judgement->reasonCode, $judgement->figures),
            'mark' => $now['mark'],
            'expectedVolts' => $judgement->expectedVolts,
            'expectedText' => null === $judgement->expectedVolts ? null : self::expectedFigure($judgement->expectedVolts, $judged->point->function),
            'lowVolts' => $judgement->window?->low,
            'highVolts' => $judgement->window?->high,
            'deviationVolts' => $judgement->figures['deviationVolts'] ?? null,
            'deviationPercent' => $judgement->figures['deviationPercent'] ?? null,
            'bandHalfVolts' => $judgement->halfWidth95Volts,
            'reference' => $judgement->reference,
            'accepted' => $record->accepted,
            'verdictThen' => \is_string($then) ? $then : null,
            'conditions' => $this->conditions($record),
            'newest' => null === $newest || null === $judged->newest ? null : [
                'entryId' => $newest->entryId, 'shown' => self::shown($newest, $judged->newest->volts, $judged->point->function), 'verdict' => $judged->newest->verdict->value,
                'verdictWords' => self::words($judged->newest->verdict, $judged->newest->direction()), 'observedAt' => self::iso($newest->observedAt),
            ],
        ];
    }

    /**
     * Under what a reading was taken: what a reader needs to compare it.
     *
     * @return array{inletVolts: float|null, limiter: string|null, tubesOut: list<string>|null, standby: bool, warmMinutes: float|null, meterId: string|null, state: string}
     */
    private function conditions(TakenReading $record): array
    {
        $c = $record->conditions;

        return ['inletVolts' => $c->mainsVolts(), 'limiter' => self::limiter($c), 'tubesOut' => $c->tubesOut(), 'standby' => $c->inStandby(), 'warmMinutes' => $record->warmMinutes, 'meterId' => $record->meterId, 'state' => $record->state->value];
    }

    /** Unit of the figures that a test point is shown with. */
    public static function unit(MeterFunction $function): string
    {
        return MeterFunction::DcAmperes === $function ? 'mA' : 'V';
    }

    /** What is expected, in that unit and to three digits. */
    public static function expectedFigure(float $value, MeterFunction $function): string
    {
        return Engineering::plain(self::scale($function) * $value, Engineering::threeDigits(self::scale($function) * $value));
    }

    private static function scale(MeterFunction $function): float
    {
        return MeterFunction::DcAmperes === $function ? 1e3 : 1.0;
    }

    /** The limiter in words; null where nobody said. */
    public static function limiter(Conditions $conditions): ?string
    {
        $limiters = $conditions->limiters();
        if (null === $limiters || [] === $limiters) {
            return null === $limiters ? null : 'none';
        }
        $words = array_map(static fn (array $l): string => match (true) {
            'lamp' === $l['kind'] && null !== $l['watts'] => \sprintf('lamp %g W', $l['watts']).(null === $l['ratedVolts'] ? '' : \sprintf(' %g V', $l['ratedVolts'])),
            'electronic' === $l['kind'] && null !== $l['amperes'] => \sprintf('electronic limiter %g A', $l['amperes']),
            default => $l['kind'].' limiter',
        }, $limiters);

        return implode(' + ', $words);
    }

    /** Verdict in words, with the direction where it helps: “out, low”. */
    public static function words(Verdict $verdict, ?string $direction): string
    {
        return match ($verdict) {
            Verdict::CannotSay => 'cannot say',
            Verdict::Out, Verdict::Danger => $verdict->value.(null === $direction ? '' : ', '.$direction),
            default => $verdict->value,
        };
    }

    /** The figure with the digits typed; of a reading that moved when tapped, the value that decided. */
    private static function shown(TakenReading $record, ?float $decided, MeterFunction $function): string
    {
        $scale = self::scale($function);
        $digits = Engineering::plain($scale * ($decided ?? $record->value), $scale * $record->resolution);

        return match ($record->kind) {
            ReadingKind::Overload => 'OL',
            ReadingKind::Above => '> '.$digits,
            ReadingKind::Below => '< '.$digits,
            ReadingKind::Intermittent => '≈ '.$digits,
            ReadingKind::Value => $digits,
        };
    }

    /** @return list<array<string, mixed>> */
    private function stairs(JudgedBench $bench): array
    {
        $treads = [];
        foreach ($bench->sheet->nodes ?? [] as $node) {
            $judged = $bench->point(TestPoint::keyOf($node->id, MeterFunction::DcVolts));
            if (null === $judged) {
                continue;
            }
            $treads[] = [
                'node' => $node->id,
                'key' => $judged->point->key(),
                'name' => $node->name,
                'fedFrom' => $node->fedFrom,
                'via' => $this->via($node, $bench->sheet),
                'printedVolts' => $judged->point->printedVolts,
                'belowZero' => ($judged->point->printedVolts ?? 0.0) < 0.0,
                'expectedVolts' => $judged->judgement->expectedVolts ?? $judged->expected->volts,
                'lowVolts' => $judged->judgement->window->low ?? $judged->expected->window?->low,
                'highVolts' => $judged->judgement->window->high ?? $judged->expected->window?->high,
                'measuredVolts' => $judged->judgement?->volts,
                'verdict' => $judged->judgement?->verdict->value,
            ];
        }

        return $treads;
    }

    private function via(SupplyNode $node, ?Sheet $sheet): ?string
    {
        foreach ($sheet->parts ?? [] as $part) {
            if ($part->id === $node->through) {
                return ('choke' === $part->kind ? 'choke' : $part->id).' '.str_replace('.0 ', ' ', Engineering::text($part->ohms, 'Ω', $part->ohms >= 1000 ? 100.0 : 1.0));
            }
        }

        return null;
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
            'provedAt' => self::isoOrNull($charge->proof?->at),
            'proved' => $charge->isProved,
            'startVolts' => $charge->startVolts,
            'energyJoules' => $charge->energyJoules,
            'secondsToSafe' => $charge->secondsToTouch,
            'secondsToHandsIn' => $charge->secondsToHandsIn,
            'holdsCharge' => $charge->holds,
        ];
    }

    /** @return array<string, mixed> */
    private function finding(Finding $finding, ?Sheet $sheet): array
    {
        $names = array_map(static fn (string $n): string => $n, $finding->nodes);
        $rails = array_values(array_filter($finding->places, static fn (string $p): bool => isset($sheet->nodes[$p])));
        $listed = \count($rails) > 1 ? $rails : $finding->places;
        $last = array_pop($listed);
        $head = $this->wording->finding($finding->code, ['count' => self::count(\count($listed) + 1), 'names' => [] === $listed ? (string) $last : implode(', ', $listed).' and '.$last]);
        $current = $finding->current;
        $code = match (true) {
            null === $current || null === $current->expectedAmperes => 'source',
            'current-high' === $current->reasonCode => 'load',
            \in_array($current->reasonCode, ['current-low', 'no-drop'], true) => 'unload',
            'current-within' === $current->reasonCode => 'dropper',
            default => 'source',
        };

        return [...$finding->toArray(), 'nodes' => $names, 'headline' => $head, 'sentence' => $this->wording->finding($code, ['part' => $current?->part->id, 'node' => $finding->node, ...(null === $current ? [] : $current->toArray())])];
    }

    private static function count(int $count): string
    {
        return [2 => 'two', 3 => 'three', 4 => 'four', 5 => 'five', 6 => 'six', 7 => 'seven', 8 => 'eight', 9 => 'nine'][$count] ?? (string) $count;
    }

    private function currentSentence(BranchCurrent $current): string
    {
        return $this->wording->current($current->reasonCode, $current->toArray());
    }

    /** @return array{unread: list<string>, provisional: list<string>, stale: list<string>, deviating: list<string>} names of points that close-out asks about (REC-4a) */
    private function openEnds(OpenEnds $ends, ?Sheet $sheet): array
    {
        $name = fn (TestPoint $p): string => $this->name($p, $sheet);

        return ['unread' => array_map($name, $ends->unread), 'provisional' => array_map($name, $ends->provisional), 'stale' => array_map($name, $ends->stale), 'deviating' => array_map($name, $ends->deviating)];
    }

    /** “V5 pin 3”, “C · inverter” */
    private function name(TestPoint $point, ?Sheet $sheet): string
    {
        $pin = Place::pin($point->place);
        $node = $sheet->nodes[$point->place] ?? null;
        $name = match (true) {
            null !== $pin => \sprintf('%s pin %d', $pin['tube'], $pin['pin']),
            null !== $node => $node->id.' · '.$node->name,
            default => $point->place,
        };

        return $name.(MeterFunction::DcAmperes === $point->function ? ' current' : '');
    }

    private function electrode(TestPoint $point, ?Sheet $sheet): string
    {
        $pin = Place::pin($point->place);
        $type = null === $pin ? null : $sheet->tubes[$pin['tube']]->type ?? null;
        $electrode = null === $pin || null === $type ? null : $this->tubes->find($type)->pins[$pin['pin']] ?? null;

        return match (true) {
            PointKind::Bias === $point->kind && null !== $electrode => 'grid, bias',
            null !== $electrode => $electrode,
            PointKind::Other === $point->kind => '',
            default => $point->kind->value,
        };
    }

    private static function iso(float $seconds): string
    {
        return (new \DateTimeImmutable('@'.\sprintf('%.6F', $seconds)))->format('Y-m-d\TH:i:s.v\Z');
    }

    private static function isoOrNull(?float $seconds): ?string
    {
        return null === $seconds ? null : self::iso($seconds);
    }
}
