<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Codec\Fields;
use Yew\Core\Compute\CalibrateForm;
use Yew\Core\Hint\Explanations;
use Yew\Core\Hint\Testimony;
use Yew\Core\Hint\TriedCircuit;
use Yew\Core\Job\Bench;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\TubeSwap;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Circuit\SheetAnswers;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\PointView;
use Yew\Server\Wording\Wording;

/**
 * What the readings of one unit say together, as the page gets it: causes that would explain them, where to probe next, tubes to change
 * places, how a place drifts, and what a fit to this unit leaves.
 */
final readonly class VoltagesView
{
    public function __construct(private SheetAnswers $answers, private TubeCatalogue $tubes, private Wording $wording)
    {
    }

    /** @return array<string, mixed> the schema Hints of docs/api/openapi.yaml */
    public function of(JobUnit $unit, Bench $bench): array
    {
        $readings = $bench->readings();
        $found = $this->explained($unit, $bench);

        return ['hints' => null === $found ? null : $this->hints($found, $readings), 'swaps' => array_map(fn (TubeSwap $s): array => $this->swap($s, $readings), $readings->swaps())];
    }

    /** @return array<string, mixed> the schema Drift */
    public function drift(Bench $bench, string $key): array
    {
        $readings = $bench->readings();
        if (null === $readings->point($key)) {
            throw Refused::notFound('test point of this unit');
        }
        $drift = $readings->drift($key, $bench->unit->recorded(...));
        $expected = $readings->point($key)->next();

        return ['key' => $key, 'points' => $drift->points, 'says' => $drift->says, 'sentence' => $this->wording->voltages('drift-'.$drift->says, ['driftPercent' => $drift->percentPerFive]), 'lowVolts' => $expected->window?->low, 'highVolts' => $expected->window?->high];
    }

    /** @return array<string, mixed> the schema JobFit: what would have to be fitted for the readings, never what they are judged by (contract §1) */
    public function fit(JobUnit $unit, Bench $bench): array
    {
        $testimony = Testimony::of($bench->readings());
        $kept = $this->kept('fit1', $unit, $bench, $testimony, static fn (TriedCircuit $circuit): ?array => $circuit->fitted($testimony->read)?->toArray());
        $fit = null === $kept ? null : Calibration::fromArray(Fields::named($kept));
        $resisting = array_column(array_filter($fit->residuals ?? [], static fn (array $r): bool => $r['resists']), 'place');

        return [
            'fit' => null === $fit ? null : CalibrateForm::moved($fit),
            'sentence' => $this->wording->voltages(null === $fit ? 'fit-nothing' : ([] === $resisting ? 'fit-kept' : 'fit-resists'), ['places' => implode(', ', $resisting)]),
        ];
    }

    /** @return array<mixed>|null null where the circuit has no answer, or there is none */
    private function explained(JobUnit $unit, Bench $bench): ?array
    {
        $testimony = Testimony::of($bench->readings());

        return [] === $testimony->read ? null : $this->kept('hints1', $unit, $bench, $testimony, static fn (TriedCircuit $circuit): ?array => Explanations::of($circuit, $testimony->read, $testimony->unread)?->toArray());
    }

    /**
     * @param \Closure(TriedCircuit): (array<mixed>|null) $work
     *
     * @return array<mixed>|null
     */
    private function kept(string $form, JobUnit $unit, Bench $bench, Testimony $testimony, \Closure $work): ?array
    {
        $version = $unit->sheetVersionId();
        if (null === $version || [] !== $testimony->conditions->missing()) {
            return null;
        }
        $fitted = $bench->fitted();
        $wiredFor = $bench->unit->wiredForVolts();
        $key = $this->answers->key($form, $version, $testimony->conditions, $fitted, $wiredFor, $testimony->signature());

        return $this->answers->kept($key, $version, fn (SheetModel $model, Calibration $calibration): ?array => $work(new TriedCircuit($model->unit($testimony->conditions, $calibration, $fitted), $this->tubes, $model->solveConditions($testimony->conditions, $wiredFor), $calibration)));
    }

    /**
     * @param array<mixed> $kept as Explanations::toArray() gave it
     *
     * @return array<string, mixed>
     */
    private function hints(array $kept, JudgedBench $readings): array
    {
        /** @var array{off: list<string>, tried: int, causes: list<array{kind: string, figures: array<string, string|float>, alike: list<array{kind: string, figures: array<string, string|float>}>, weight: float, reads: array<string, float>}>, next: array{key: string, outcomes: list<array{lowVolts: float, highVolts: float, causes: list<int>}>}|null} $kept */
        $isSimilar = Sheet::SIMILAR === $readings->sheet?->trust && [] !== $kept['off'];
        $causes = $isSimilar ? [] : $kept['causes'];
        $sentences = array_map(fn (array $c): string => $this->cause($c), $causes);
        $count = \count($causes);

        return [
            'isSimilar' => $isSimilar,
            'headline' => [] === $kept['off'] ? null : $this->wording->voltages($isSimilar ? 'hint-similar' : ['hint-no-single', 'hint-one'][$count] ?? 'hint-some', ['count' => PointView::count($count), 'tried' => $kept['tried'], 'placesCount' => self::places(\count($kept['off']))]),
            'off' => $kept['off'],
            'causes' => array_map(fn (array $c, string $sentence): array => [
                'kind' => $c['kind'], 'part' => (string) ($c['figures']['part'] ?? ''), 'sentence' => $sentence,
                'alike' => [] === $c['alike'] ? null : $this->wording->voltages('hint-alike', ['others' => implode('; ', array_map(fn (array $a): string => Wording::inSentence($this->cause($a)), $c['alike']))]),
                'percent' => 100.0 * $c['weight'],
                'reads' => array_values(array_filter(array_map(fn (string $key): ?array => $this->would($key, $c['reads'], $readings), $kept['off']))),
            ], $causes, $sentences),
            'next' => $isSimilar || $count < 2 ? null : $this->next($kept['next'], $readings, $sentences),
            'nextSentence' => $isSimilar || $count < 2 || null !== $kept['next'] ? null : $this->wording->voltages('next-none', []),
        ];
    }

    /** @param array{kind: string, figures: array<string, string|float>} $cause */
    private function cause(array $cause): string
    {
        return match (true) {
            // How well electrodes that touch do touch is not sought: every resistance next to nothing reads alike.
            'tube-shorted' === $cause['kind'] => $this->wording->voltages('cause-tube-shorted', ['pins' => str_replace('+', ' and ', (string) ($cause['figures']['part'] ?? ''))]),
            isset(FaultCatalogue::kinds()[$cause['kind']]) => $this->wording->faultOf($cause['kind'], $cause['figures']),
            default => $this->wording->voltages('cause-'.$cause['kind'], $cause['figures']),
        };
    }

    /**
     * @param array<string, float> $reads
     *
     * @return array{key: string, name: string, read: string, would: string}|null
     */
    private function would(string $key, array $reads, JudgedBench $readings): ?array
    {
        $judged = $readings->point($key);
        $volts = $judged?->judgement?->volts;

        return null === $judged || null === $volts || !isset($reads[$key]) ? null : ['key' => $key, 'name' => PointView::name($judged->point, $readings->sheet), 'read' => PointView::expectedFigure($volts, $judged->point->function), 'would' => PointView::expectedFigure($reads[$key], $judged->point->function)];
    }

    /**
     * @param array{key: string, outcomes: list<array{lowVolts: float, highVolts: float, causes: list<int>}>}|null $next
     * @param list<string>                                                                                         $sentences
     *
     * @return array<string, mixed>|null
     */
    private function next(?array $next, JudgedBench $readings, array $sentences): ?array
    {
        $point = null === $next ? null : $readings->point($next['key'])?->point;
        if (null === $next || null === $point) {
            return null;
        }
        $volts = static fn (float $v): string => PointView::expectedFigure($v, MeterFunction::DcVolts);

        return [
            'key' => $next['key'], 'name' => PointView::name($point, $readings->sheet),
            'outcomes' => array_map(static fn (array $o): array => ['text' => $volts($o['lowVolts']).' to '.$volts($o['highVolts']).' V', 'causes' => array_map(static fn (int $i): string => $sentences[$i], array_values(array_filter($o['causes'], static fn (int $i): bool => isset($sentences[$i]))))], $next['outcomes']),
        ];
    }

    /** @return array<string, mixed> */
    private function swap(TubeSwap $swap, JudgedBench $readings): array
    {
        $first = $swap->apart[0];
        [$one, $other] = $swap->positions;
        $places = array_merge(...array_map(static fn (array $a): array => [$a['place'], $a['sister']], $swap->apart));

        return [
            'positions' => $swap->positions, 'outcome' => $swap->outcome, 'apart' => $swap->apart,
            'sentence' => $this->wording->voltages('swap-'.$swap->outcome, ['one' => $one, 'other' => $other, 'place' => $first['place'], 'sisterDeviationPercent' => $first['beforePercent'], 'places' => implode(', ', $places), 'culprit' => self::culprit($swap->positions, $places, $readings)]),
        ];
    }

    /**
     * Where the one stands that reads worse now; both where neither does.
     *
     * @param list<string> $positions
     * @param list<string> $places
     */
    private static function culprit(array $positions, array $places, JudgedBench $readings): string
    {
        $worst = array_fill_keys($positions, 0);
        foreach ($places as $place) {
            $tube = Place::pin($place)?->tube;
            $severity = $readings->point(TestPoint::keyOf($place, MeterFunction::DcVolts))?->judgement?->verdict->severity() ?? 0;
            $worst = null === $tube ? $worst : [...$worst, $tube => max($worst[$tube] ?? 0, $severity)];
        }
        $culprits = array_keys($worst, max([0, ...array_values($worst)]), true);

        return implode(' or ', $culprits);
    }

    private static function places(int $count): string
    {
        return 1 === $count ? 'One reading does' : ucfirst(PointView::count($count)).' readings';
    }
}
