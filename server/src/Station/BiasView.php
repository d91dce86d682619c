<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bias\BiasAdvice;
use Yew\Core\Bias\BiasBench;
use Yew\Core\Bias\BiasCurrent;
use Yew\Core\Bias\BiasHandle;
use Yew\Core\Bias\BiasJudge;
use Yew\Core\Bias\BiasLimit;
use Yew\Core\Bias\BiasSpread;
use Yew\Core\Bias\BiasStation;
use Yew\Core\Bias\BiasSweep;
use Yew\Core\Bias\BiasTube;
use Yew\Core\Bias\Oscillation;
use Yew\Core\Circuit\TubeStress;
use Yew\Core\Job\Bench;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Server\Http\Refused;
use Yew\Server\Wording\Wording;

/** How the output tubes of one unit idle, as the page gets it: volts, currents, watts with their bands, what is said of them, what would set them right. */
final readonly class BiasView
{
    public function __construct(private Wording $wording)
    {
    }

    /** @return array<string, mixed> the schema Bias of docs/api/openapi.yaml */
    public function of(Bench $bench): array
    {
        $tubes = (new BiasBench($bench->facts()))->tubes();
        $stages = [];
        foreach ($tubes as $tube) {
            $stages[$tube->drawn->stage][] = $tube;
        }

        return [
            'unitId' => $bench->unit->unitId(),
            'hasCircuit' => $bench->facts()->drawn->hasCircuit,
            'cautions' => $this->wording->cautions(BiasStation::ID),
            'tubes' => array_map($this->tube(...), array_values($tubes)),
            'stages' => array_map(fn (string $stage, array $of): array => $this->stage($stage, $of, Oscillation::judge($bench->facts(), $stage), BiasHandle::toBeginCold($bench->facts(), $of)), array_map(strval(...), array_keys($stages)), array_values($stages)),
        ];
    }

    /** @return array<string, mixed> where the tubes of a stage would go if its bias were moved, and what would set each right: the schema BiasSweep */
    public function sweep(Bench $bench, string $stage, ?string $part): array
    {
        $bias = new BiasBench($bench->facts());
        $tubes = $bias->tubesOf($stage);
        if ([] === $tubes) {
            throw Refused::notFound('output stage with tubes in');
        }
        $sweep = BiasSweep::of($bias, $tubes[0], SettingView::handle($bias->facts, $tubes, $part));
        $advised = [];
        $own = [$sweep?->handle->part ?? '' => $sweep];
        foreach ($tubes as $tube) {
            // Where each tube has a trim of its own, what is said of it is of that.
            $handle = BiasHandle::of($bias->facts, $tube);
            $own[$handle->part ?? ''] ??= BiasSweep::of($bias, $tube, $handle);
            $advice = BiasAdvice::of($tube, $own[$handle->part ?? '']);
            $advised = null === $advice ? $advised : [...$advised, ['position' => $tube->drawn->position, ...$this->advice($advice)]];
        }

        return [
            'stage' => $stage, 'part' => $sweep?->handle?->part, 'isBalance' => $sweep->handle->isBalance ?? false, 'kind' => $sweep?->handle?->kind, 'now' => $sweep?->handle?->now, 'stands' => $sweep?->stands,
            'advice' => $advised,
            'steps' => array_map(static fn (array $s): array => ['value' => $s['value'], 'now' => self::dots($s['now']), 'low' => self::dots($s['low']), 'high' => self::dots($s['high'])], $sweep->steps ?? []),
        ];
    }

    /**
     * @param array<string, TubeStress> $tubes
     *
     * @return list<array{position: string, plateVolts: float, plateAmperes: float, gridVolts: float}>
     */
    private static function dots(array $tubes): array
    {
        return array_map(static fn (TubeStress $t): array => ['position' => $t->position, 'plateVolts' => $t->plateVolts, 'plateAmperes' => $t->plateAmperes, 'gridVolts' => $t->gridVolts], array_values($tubes));
    }

    /** @return array<string, mixed> */
    private function tube(BiasTube $tube): array
    {
        $reasons = BiasJudge::judge($tube);
        $target = $tube->target();

        return [
            'position' => $tube->drawn->position, 'stage' => $tube->drawn->stage, 'side' => $tube->drawn->side, 'types' => array_map(static fn ($t): string => $t->name, $tube->types), 'places' => (object) $tube->drawn->places,
            'limits' => array_map(static fn (BiasLimit $l): array => ['type' => $l->type, 'system' => $l->system, 'source' => $l->source, 'plateWatts' => $l->plateWatts, 'screenWatts' => $l->screenWatts], $tube->limits()),
            'target' => ['school' => $target->school->value, 'low' => $target->low, 'high' => $target->high, 'isBand' => $target->school->isBand(), 'setBy' => $target->setBy, 'reason' => $target->reason],
            'plateVolts' => self::figure($tube->plate), 'screenVolts' => self::figure($tube->screen), 'gridVolts' => self::figure($tube->grid),
            'plateAmperes' => self::figure($tube->plateAmperes), 'screenAmperes' => self::figure($tube->screenAmperes),
            'plateWatts' => self::figure($tube->plateWatts()), 'screenWatts' => self::figure($tube->screenWatts()),
            'currents' => array_map(fn (BiasCurrent $c): array => ['method' => $c->method->value, 'words' => $this->method($c->method->value), 'cathodeAmperes' => self::figure($c->cathode), 'tubes' => $c->tubes, 'places' => $c->places, 'unmeasured' => $c->unmeasured], $tube->currents),
            'wanted' => $tube->wanted, 'ways' => $this->ways($tube),
            'verdict' => (Reason::worst($reasons) ?? Verdict::CannotSay)->value,
            'reasons' => array_map($this->wording->told(...), $reasons),
        ];
    }

    /** @return list<array{method: string, place: string, function: string, words: string, caution: string}> every way of measuring its current, with what is typed for it, and what to mind */
    private function ways(BiasTube $tube): array
    {
        $drawn = $tube->drawn;
        $way = fn (string $method, string $place, string $function): array => ['method' => $method, 'place' => $place, 'function' => $function, 'words' => $this->method($method), 'caution' => $this->wording->cold('mind-'.$method, [])];

        return [
            ...(null === $drawn->own ? [] : [$way('own-cathode', null === $drawn->shared ? $drawn->places['cathode'] : $drawn->own, 'dc-volts')]),
            ...(null === $drawn->shared ? [] : [$way('shared-cathode', null === $drawn->own ? $drawn->places['cathode'] : $drawn->shared, 'dc-volts')]),
            $way('half-drop', $drawn->stage.'/'.$drawn->side, 'dc-volts'), $way('half-shunt', $drawn->stage.'/'.$drawn->side, 'dc-amperes'), $way('cathode-ammeter', $drawn->places['cathode'], 'dc-amperes'), $way('centre-tap', $drawn->stage, 'dc-amperes'),
        ];
    }

    private function method(string $method): string
    {
        return lcfirst($this->wording->cold('method-'.$method, []));
    }

    /**
     * @param non-empty-list<BiasTube> $tubes
     * @param list<Reason>             $seen  of its oscillation
     * @param BiasHandle|null          $cold  trim that begins cold
     *
     * @return array<string, mixed>
     */
    private function stage(string $stage, array $tubes, array $seen, ?BiasHandle $cold): array
    {
        $spread = BiasSpread::judge($tubes);
        $reasons = [...(null === $spread ? [] : [$spread]), ...$seen];

        return [
            'stage' => $stage, 'positions' => array_map(static fn (BiasTube $t): string => $t->drawn->position, $tubes), 'plateToPlateOhms' => $tubes[0]->drawn->plateToPlate, 'isSingleEnded' => $tubes[0]->drawn->isSingleEnded,
            'start' => null === $cold ? null : $this->wording->cold('bias-start-cold', ['part' => $cold->part]),
            'verdict' => Reason::worst($reasons)?->value, 'reasons' => array_map($this->wording->told(...), $reasons),
        ];
    }

    /** @return array{sentence: string, gridVolts: float|null, fitOhms: float|null, plateAmperes: float} */
    private function advice(BiasAdvice $advice): array
    {
        $code = match (true) {
            null !== $advice->reach => 'advice-out-of-reach',
            null !== $advice->cathodeOhms => 'advice-cathode',
            null !== $advice->part => 'advice-supply',
            null !== $advice->gridTo => 'advice-grid-to',
            default => 'advice-grid',
        };
        $sentence = $this->wording->cold($code, ['gridVolts' => $advice->gridVolts, 'toVolts' => $advice->gridTo, 'wantedAmperes' => $advice->amperes, 'aimPercent' => 100 * $advice->share, 'cathodeOhms' => $advice->cathodeOhms, 'fitOhms' => $advice->fitOhms, 'fitWatts' => $advice->fitWatts, 'part' => $advice->part, 'leastPercent' => 100 * ($advice->reach[0] ?? 0.0), 'mostPercent' => 100 * ($advice->reach[1] ?? 0.0)]);

        return ['sentence' => $sentence, 'gridVolts' => $advice->gridVolts, 'fitOhms' => $advice->fitOhms, 'plateAmperes' => $advice->amperes];
    }

    /** @return array{value: float, band: float}|null a figure with half of its 95 % band, in its SI unit */
    private static function figure(?Figure $figure): ?array
    {
        return null === $figure ? null : ['value' => $figure->value, 'band' => $figure->halfWidth95()];
    }
}
