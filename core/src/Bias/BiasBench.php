<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Quantity\Figure;
use Yew\Core\Reading\OutputTube;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Tube\TubeType;

/** Every output tube of a unit with what its readings say of how it idles; worked out once. */
final class BiasBench
{
    private readonly BiasReadings $read;
    /** @var array<string, BiasTube>|null */
    private ?array $tubes = null;

    public function __construct(public readonly BenchFacts $facts)
    {
        $this->read = new BiasReadings($facts);
    }

    /** @return array<string, BiasTube> by position, in the order of the drawing; those that are out left out */
    public function tubes(): array
    {
        if (null !== $this->tubes) {
            return $this->tubes;
        }
        $out = $this->conditions()?->tubesOut() ?? [];
        $tubes = [];
        foreach ($this->facts->drawn->outputs as $position => $drawn) {
            if (!\in_array($position, $out, true)) {
                $tubes[$position] = $this->tube($drawn, \count($this->stage($drawn->stage)));
            }
        }

        return $this->tubes = $tubes;
    }

    /** @return list<BiasTube> those of a stage */
    public function tubesOf(string $stage): array
    {
        return array_values(array_filter($this->tubes(), static fn (BiasTube $t): bool => $t->drawn->stage === $stage));
    }

    /** @return list<string> positions of a stage whose tubes are in */
    public function stage(string $stage): array
    {
        $out = $this->conditions()?->tubesOut() ?? [];

        return array_values(array_map(static fn (DrawnOutput $o): string => $o->position, array_filter($this->facts->drawn->outputs, static fn (DrawnOutput $o): bool => $o->stage === $stage && !\in_array($o->position, $out, true))));
    }

    private function tube(DrawnOutput $drawn, int $tubesInStage): BiasTube
    {
        $types = $this->types($drawn->position);
        $section = [] === $types ? null : OutputTube::powerSection($types[0]);
        $share = null === $section ? null : ScreenShare::of($this->facts, $drawn, $section);
        $measured = $this->screenMeasured($drawn);
        $currents = (new BiasCurrents($drawn, $this->read, $share, $tubesInStage))->all();
        $cathodeAmperes = $currents[0]->cathode ?? null;
        $screenAmperes = $measured ?? (null === $share ? null : $cathodeAmperes?->times($share));
        $plateAmperes = null === $screenAmperes ? null : $cathodeAmperes?->minus($screenAmperes);
        $cathode = $this->cathodeVolts($drawn, $cathodeAmperes);
        $plate = $this->plateVolts($drawn, $plateAmperes);
        $screen = 'plate' === $drawn->screens ? $plate : $this->screenVolts($drawn, $screenAmperes, $plate);
        $places = [...null === $cathodeAmperes ? [$drawn->places['cathode']] : [], ...null === $plate ? [$drawn->places['plate']] : [], ...null === $screen && isset($drawn->places['screen']) ? [$drawn->places['screen']] : []];
        $high = [] === $currents ? null : $this->atHighMains($drawn->position);
        $grid = $this->read->volts($drawn->places['grid']);
        $point = $this->facts->readings?->point(TestPoint::keyOf($drawn->places['grid'], MeterFunction::DcVolts))?->point;

        return new BiasTube(
            $drawn, $types, $currents, null === $cathode ? null : $plate?->minus($cathode), null === $cathode ? null : $screen?->minus($cathode), $cathode, $grid,
            $plateAmperes, $screenAmperes, $places, [] !== array_filter([$drawn->places['cathode'], $drawn->places['plate']], $this->read->lacksMeter(...)), isset($this->conditions()?->tubesFitted()[$drawn->position]), $high, $this->facts->practice, $this->facts->biasTargets[$drawn->stage] ?? null,
            GridCurrent::of($this->facts, $drawn, $this->read, null === $cathode ? null : $grid?->minus($cathode)), null === $point?->printedVolts ? null : $point->printedVolts * $this->mainsTimes(),
        );
    }

    /** @return list<TubeType> */
    private function types(string $position): array
    {
        $named = $this->conditions()?->tubesFitted()[$position] ?? $this->facts->readings?->sheet->tubes[$position]->type ?? '';

        return $this->facts->tubes->candidates($named);
    }

    /** The screen’s current by the drop across its stopper, read there or as a difference. */
    private function screenMeasured(DrawnOutput $drawn): ?Figure
    {
        if (null === $drawn->stopper) {
            return null;
        }
        $drop = $this->read->volts($drawn->stopper);
        if (null !== $drop) {
            return $drop->dividedBy($this->read->ohms($drawn, $drawn->stopper));
        }
        [$supply, $screen] = [null === $drawn->screenSupply ? null : $this->read->volts($drawn->screenSupply), $this->read->volts($drawn->places['screen'])];
        $drop = null === $supply || null === $screen ? null : $supply->minus($screen);

        // A difference that is mostly error says less than the circuit does.
        return null === $drop || $drop->halfWidth95() > ScreenShare::SPREAD * abs($drop->value) ? null : $drop->dividedBy($this->read->ohms($drawn, $drawn->stopper));
    }

    private function cathodeVolts(DrawnOutput $drawn, ?Figure $amperes): ?Figure
    {
        $at = \in_array($drawn->places['cathode'], $drawn->sharedAt, true) ? $drawn->sharedAt : [$drawn->places['cathode']];
        $read = array_values(array_filter(array_map($this->read->volts(...), $at)))[0] ?? null;
        if (null !== $read || null === $amperes) {
            return $read;
        }
        $volts = Figure::exact(0.0);
        $volts = null === $drawn->own ? $volts : $volts->plus($amperes->times($this->read->ohms($drawn, $drawn->own)));

        return null === $drawn->shared ? $volts : $volts->plus($amperes->times($this->read->ohms($drawn, $drawn->shared))->times(Figure::exact(\count($drawn->sharing))));
    }

    /** As it was read at the plate; else what its supply read, less what drops across its half of the primary. */
    private function plateVolts(DrawnOutput $drawn, ?Figure $amperes): ?Figure
    {
        $read = $this->read->volts($drawn->places['plate']);
        $supply = $this->read->volts($drawn->supply);

        return $read ?? (null === $supply || null === $amperes ? null : $supply->minus($amperes->times($this->read->halfOhms($drawn))));
    }

    private function screenVolts(DrawnOutput $drawn, ?Figure $amperes, ?Figure $plate): ?Figure
    {
        if (!isset($drawn->places['screen'])) {
            return $plate;
        }
        $read = $this->read->volts($drawn->places['screen']);
        $supply = $this->read->volts('tap' === $drawn->screens ? $drawn->supply : $drawn->screenSupply ?? '');
        if (null !== $read || null === $supply || null === $amperes) {
            return $read;
        }

        return null === $drawn->stopper ? $supply : $supply->minus($amperes->times($this->read->ohms($drawn, $drawn->stopper)));
    }

    /** Times what its plate dissipates at the highest mains of the place, by the circuit. */
    private function atHighMains(string $position): ?float
    {
        $conditions = $this->conditions();
        $readings = $this->facts->readings;
        if (null === $readings || null === $conditions?->mainsVolts() || true === $conditions->limited()) {
            return null;
        }
        [$now, $then] = [self::plateShare($readings->under($conditions), $position), self::plateShare($readings->under(BiasSweep::wall($this, $conditions, 1.0 + BiasSweep::MAINS_SPREAD)), $position)];

        return null === $now || null === $then || $now <= 0.0 ? null : $then / $now;
    }

    private static function plateShare(?Forecast $forecast, string $position): ?float
    {
        foreach ($forecast->stresses ?? [] as $stress) {
            if ($stress->position === $position && null !== $stress->plateShare) {
                return $stress->plateShare;
            }
        }

        return null;
    }

    /** Of the mains as it is over that for which volts are printed; 1 where nobody stated it. */
    private function mainsTimes(): float
    {
        $volts = $this->conditions()?->mainsVolts();

        return null === $volts || null === $this->facts->sheet ? 1.0 : $volts / $this->facts->sheet->printedMainsFor($this->facts->wiredForVolts);
    }

    private function conditions(): ?Conditions
    {
        return $this->facts->readings?->contextNow()->conditions;
    }
}
