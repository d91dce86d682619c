<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\TubeStress;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;

/**
 * In which steps tubes go in (PWR-6): from the output back to the input; each step the smallest set that keeps every fitted tube under its
 * limit and every fitted grid at least as negative as in the whole amplifier, solved before it is offered.
 */
final readonly class TubeSteps
{
    /** A grid may be less negative than in the whole amplifier by the share of what its model is off (our choice). */
    private const LESS_BIAS_SHARE = 0.05;
    private const LESS_BIAS_VOLTS = 0.3;
    /** So much hotter than in the whole amplifier is hotter by itself (our choice). */
    private const HOTTER_TIMES = 1.05;
    /** A rail that a step moves by less is not told, as a share (our choice). */
    private const MOVES_SHARE = 0.01;

    private function __construct(private BenchFacts $facts, private Sheet $sheet)
    {
    }

    /** @return list<TubeStep> none where no sheet names tubes */
    public static function of(BenchFacts $facts): array
    {
        return null === $facts->sheet || [] === $facts->sheet->tubes ? [] : (new self($facts, $facts->sheet))->steps();
    }

    /** @return list<string> tubes that are out before the first step: all of them, or all but the rectifier where nothing comes up without it */
    public static function before(BenchFacts $facts): array
    {
        return null === $facts->sheet ? [] : array_values(array_diff(array_map(strval(...), array_keys($facts->sheet->tubes)), self::inAtFirst($facts, $facts->sheet)));
    }

    /** @return list<string> */
    private static function inAtFirst(BenchFacts $facts, Sheet $sheet): array
    {
        return TubeRoles::biasComesWithoutRectifierTube($sheet, $facts->tubes) ? [] : TubeRoles::rectifiers($sheet, $facts->tubes);
    }

    /** @return list<TubeStep> */
    private function steps(): array
    {
        $all = array_map(strval(...), array_keys($this->sheet->tubes));
        $groups = $this->groups();
        $whole = $this->solved([]);
        $in = self::inAtFirst($this->facts, $this->sheet);
        $before = $this->solved(array_values(array_diff($all, $in)));
        $steps = [];
        while ([] !== $groups) {
            [$what, $positions] = array_shift($groups);
            $because = $this->shareCathode($positions) ? 'shared-cathode' : null;
            $after = $this->solved(array_values(array_diff($all, $in, $positions)));
            // What cannot stand alone waits for those that keep it cool.
            while ([] !== $groups && null !== ($wrong = self::wrong($after, $whole, [...$in, ...$positions]))) {
                [, $more] = array_shift($groups);
                $positions = [...$positions, ...$more];
                $because = $wrong;
                $after = $this->solved(array_values(array_diff($all, $in, $positions)));
            }
            $in = [...$in, ...$positions];
            $out = array_values(array_diff($all, $in));
            $steps[] = new TubeStep([] === $out && [] === $steps ? 'all' : $what, $positions, $out, $because, self::mostShare($after), $this->moves($before, $after), (self::mostShare($after) ?? 0.0) <= 1.0, [...NewTubes::plates($this->facts, $positions), ...NewTubes::cathodes($this->facts, $positions)], array_merge(...array_map(fn (string $p): array => NewTubes::grids($this->facts, $p), array_reverse($positions))));
            $before = $after;
        }

        return $steps;
    }

    /** @return list<array{string, non-empty-list<string>}> what goes in one after the other, with what it is */
    private function groups(): array
    {
        $rectifiers = TubeRoles::biasComesWithoutRectifierTube($this->sheet, $this->facts->tubes) ? TubeRoles::rectifiers($this->sheet, $this->facts->tubes) : [];
        $groups = [] === $rectifiers ? [] : [['rectifier', $rectifiers]];
        $placed = TubeRoles::rectifiers($this->sheet, $this->facts->tubes);
        $blocks = $this->sheet->circuit->blocks ?? [];
        foreach ([['output', 'output'], ['inverter', 'inverter']] as [$kind, $what]) {
            foreach ($blocks as $block) {
                $own = $block->kind === $kind ? array_values(array_diff($this->closed($block->tubes), $placed)) : [];
                if ([] !== $own) {
                    $groups[] = [$what, $own];
                    array_push($placed, ...$own);
                }
            }
        }
        $outputs = array_values(array_diff(array_map(strval(...), array_keys(array_filter($this->sheet->tubes, static fn (TubePosition $t): bool => $t->output))), $placed));
        $groups = [] === $outputs ? $groups : [...$groups, ['output', $outputs]];
        $rest = array_values(array_diff(array_map(strval(...), array_keys($this->sheet->tubes)), $placed, $outputs));

        return [] === $rest ? $groups : [...$groups, ['preamplifier', $rest]];
    }

    /**
     * With the followers that drive these directly: they go in together.
     *
     * @param list<string> $tubes
     *
     * @return list<string>
     */
    private function closed(array $tubes): array
    {
        $gives = [];
        foreach ($this->sheet->circuit->blocks ?? [] as $block) {
            if ('follower' === $block->kind) {
                $gives[$block->tubes[0] ?? ''] = $block->gives;
            }
        }
        foreach ($this->sheet->circuit->blocks ?? [] as $block) {
            foreach ([] !== array_intersect($block->tubes, $tubes) && 'output' === $block->kind ? $gives : [] as $driver => $places) {
                $tubes = [] !== array_intersect($places, $block->from) && $this->isDirect($block) ? [...$tubes, $driver] : $tubes;
            }
        }

        return array_values(array_unique($tubes));
    }

    /** An output stage without coupling capacitors is driven by its driver’s own volts. */
    private function isDirect(ExpandedBlock $block): bool
    {
        return [] === array_filter($block->elements, static fn (Element $e): bool => $e instanceof Capacitor && Netlist::CHASSIS !== $e->minus && Netlist::CHASSIS !== $e->plus);
    }

    /** @param list<string> $positions */
    private function shareCathode(array $positions): bool
    {
        if (\count($positions) < 2) {
            return false;
        }
        $shared = null;
        foreach ($positions as $position) {
            $parts = $this->facts->drawn->tubes[$position] ?? null;
            $own = null === $parts || $parts->isFixedBiased ? [] : $parts->at('cathode');
            $shared = null === $shared ? $own : array_intersect($shared, $own);
        }

        return [] !== $shared;
    }

    /** @param list<string> $out */
    private function solved(array $out): ?Forecast
    {
        return $this->facts->readings?->under(PlanConditions::at($this->facts, StopPlan::fullVolts($this->facts), [], $out));
    }

    /**
     * What is wrong with a set by itself; null where nothing is, or no circuit says.
     *
     * @param Forecast|null $whole  with every tube in
     * @param list<string>  $fitted
     */
    private static function wrong(?Forecast $forecast, ?Forecast $whole, array $fitted): ?string
    {
        foreach ($forecast->stresses ?? [] as $stress) {
            if (!\in_array($stress->position, $fitted, true)) {
                continue;
            }
            $normal = self::normal($stress, $whole);
            $allowed = self::LESS_BIAS_VOLTS + self::LESS_BIAS_SHARE * abs($normal->gridVolts ?? 0.0);
            // What runs over its limit in the whole amplifier is not kept from it by other tubes.
            if (self::share($stress) > max(1.0, null === $normal ? 0.0 : self::HOTTER_TIMES * self::share($normal))) {
                return 'over-limit-alone';
            }
            if (null !== $normal && $stress->gridVolts > $normal->gridVolts + $allowed) {
                return 'less-bias-alone';
            }
        }

        return null;
    }

    private static function normal(TubeStress $stress, ?Forecast $whole): ?TubeStress
    {
        foreach ($whole->stresses ?? [] as $normal) {
            if ($normal->position === $stress->position && $normal->section === $stress->section) {
                return $normal;
            }
        }

        return null;
    }

    /** Dissipation as a share of its limit, of the plate or of the screen, whichever is more. */
    private static function share(TubeStress $stress): float
    {
        return max($stress->plateShare ?? 0.0, $stress->screenShare ?? 0.0);
    }

    private static function mostShare(?Forecast $forecast): ?float
    {
        $shares = array_map(self::share(...), $forecast->stresses ?? []);

        return [] === $shares ? null : max($shares);
    }

    /** @return list<array{place: string, before: float, after: float}> */
    private function moves(?Forecast $before, ?Forecast $after): array
    {
        $moves = [];
        foreach ($this->facts->drawn->rails as $rail) {
            [$was, $is] = [$before?->at($rail->id)?->volts, $after?->at($rail->id)?->volts];
            if (null !== $was && null !== $is && abs($is - $was) > self::MOVES_SHARE * abs($was)) {
                $moves[] = ['place' => $rail->id, 'before' => $was, 'after' => $is];
            }
        }

        return $moves;
    }
}
