<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Limiter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Beside;
use Yew\Core\Reading\BesideKind;
use Yew\Core\Reading\Expected;
use Yew\Core\Reading\Finding;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\SlipInterval;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\StopBounds;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SupplyNode;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Http\Moment;
use Yew\Server\Wording\Wording;

/** Test points, rails and what was read there, as the page shows them. */
final readonly class PointView
{
    public function __construct(private Wording $wording, private TubeCatalogue $tubes)
    {
    }

    /** @return array<string, mixed> */
    public function of(JudgedPoint $judged, JudgedBench $bench, StopBounds $off): array
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
            'name' => self::name($point, $bench->sheet),
            'tube' => $pin?->tube,
            'pin' => $pin?->pin,
            'electrode' => $this->wording->word($this->electrode($point, $bench->sheet)),
            'where' => $point->where ?? (null === $pin ? null : $bench->sheet->tubes[$pin->tube]->where ?? null),
            'node' => $point->fedBy,
            'sister' => $bench->sheet?->sisterOf($point),
            'printedVolts' => $point->printedVolts,
            'expected' => $this->expected($judged->next(), $point->function),
            'slips' => array_map(static fn (SlipInterval $i): array => $i->toArray(), Slips::intervals($judged->next())),
            'offBelow' => $off->below,
            'offAbove' => $off->above,
            'reading' => null === $record ? null : $this->reading($record, $judged, $bench),
            'beside' => array_map(fn (Beside $b): array => $this->beside($b, $point->function), $judged->beside),
        ];
    }

    /** @return array<string, mixed> what else was read, beside the schematic's value (JUDGE-6) */
    private function beside(Beside $beside, MeterFunction $function): array
    {
        $obstacle = $beside->sister?->obstacle;

        return [
            'kind' => $beside->kind->value,
            'name' => $beside->name,
            'shown' => null === $beside->volts ? self::shown($beside->sister->reading ?? throw new \LogicException('what is not compared was read on another unit'), null, $function) : self::expectedFigure($beside->volts, $function),
            'verdict' => $beside->sister?->reading->then['verdict'] ?? null,
            'says' => $beside->says->value,
            'sentence' => null === $obstacle ? $this->wording->beside($beside->kind->value.'-'.$beside->says->value, ['besideDeviationPercent' => $beside->deviationPercent]) : $this->wording->beside('not-'.$obstacle->value, []),
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
    private function reading(TakenReading $record, JudgedPoint $judged, JudgedBench $bench): array
    {
        $newest = $bench->newest($judged->point->key());
        $judgement = $judged->judgement ?? throw new \LogicException('a reading is always judged');
        $now = $judgement->toArray();
        $then = $record->then['verdict'] ?? null;

        return [
            'entryId' => $record->entryId,
            'text' => $record->text,
            'shown' => self::shown($record, $judgement->volts, $judged->point->function),
            'volts' => $judgement->volts,
            'observedAt' => Moment::ofSeconds($record->observedAt),
            'personId' => $record->personId,
            'verdict' => $now['verdict'],
            'verdictWords' => self::words($judgement->verdict, $judgement->direction()),
            'marks' => $now['marks'],
            'asksAgain' => array_map(fn (array $why): string => $this->wording->voltages($why[0], $why[1]), $bench->asksAgain($record)),
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
                'verdictWords' => self::words($judged->newest->verdict, $judged->newest->direction()), 'observedAt' => Moment::ofSeconds($newest->observedAt),
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
        $words = array_map(static fn (Limiter $l): string => match (true) {
            'lamp' === $l->kind && null !== $l->watts => \sprintf('lamp %g W', $l->watts).(null === $l->ratedVolts ? '' : \sprintf(' %g V', $l->ratedVolts)),
            'electronic' === $l->kind && null !== $l->amperes => \sprintf('electronic limiter %g A', $l->amperes),
            default => $l->kind.' limiter',
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
    public function stairs(JudgedBench $bench): array
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
                'otherUnit' => self::otherUnit($judged),
            ];
        }

        return $treads;
    }

    /** @return array{name: string, volts: float}|null what another unit reads here, where that can be compared */
    private static function otherUnit(JudgedPoint $judged): ?array
    {
        foreach ($judged->beside as $beside) {
            if (BesideKind::OtherUnit === $beside->kind && null !== $beside->volts) {
                return ['name' => $beside->name, 'volts' => $beside->volts];
            }
        }

        return null;
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
    public function finding(Finding $finding, ?Sheet $sheet): array
    {
        $names = array_map(static fn (string $n): string => $n, $finding->nodes);
        $rails = array_values(array_filter($finding->places, static fn (string $p): bool => isset($sheet->nodes[$p])));
        $listed = \count($rails) > 1 ? $rails : $finding->places;
        $last = array_pop($listed);
        $head = $this->wording->finding($finding->code, ['count' => self::count(\count($listed) + 1), 'names' => [] === $listed ? (string) $last : implode(', ', $listed).' and '.$last]);
        $current = $finding->current;

        return [...$finding->toArray(), 'nodes' => $names, 'headline' => $head, 'sentence' => $this->wording->finding($finding->suspect(), ['part' => $current?->part->id, 'node' => $finding->node, ...(null === $current ? [] : $current->toArray())])];
    }

    /** Small numbers as a sentence has them. */
    public static function count(int $count): string
    {
        return [2 => 'two', 3 => 'three', 4 => 'four', 5 => 'five', 6 => 'six', 7 => 'seven', 8 => 'eight', 9 => 'nine'][$count] ?? (string) $count;
    }

    /** “V5 pin 3”, “C · inverter” */
    public static function name(TestPoint $point, ?Sheet $sheet): string
    {
        $pin = Place::pin($point->place);
        $node = $sheet->nodes[$point->place] ?? null;
        $name = match (true) {
            null !== $pin => \sprintf('%s pin %d', $pin->tube, $pin->pin),
            null !== $node => $node->id.' · '.$node->name,
            default => $point->place,
        };

        return $name.(MeterFunction::DcAmperes === $point->function ? ' current' : '');
    }

    private function electrode(TestPoint $point, ?Sheet $sheet): string
    {
        $pin = Place::pin($point->place);
        $type = null === $pin ? null : $sheet->tubes[$pin->tube]->type ?? null;
        $electrode = null === $pin || null === $type ? null : $this->tubes->find($type)->pins[$pin->pin] ?? null;

        return match (true) {
            PointKind::Bias === $point->kind && null !== $electrode => 'grid, bias',
            null !== $electrode => $electrode,
            PointKind::Other === $point->kind => '',
            default => $point->kind->value,
        };
    }
}
