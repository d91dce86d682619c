<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\DrawnTrim;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Station\BenchFacts;

/** What moves the bias of a stage: a trim of its bias supply, where it has none a resistor there, or what is under its cathodes. */
final readonly class BiasHandle
{
    /** Settings of a trim, and times the ohms of a cathode resistor, that are tried. */
    private const SETTINGS = [0.0, 0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1.0];
    /** A resistor of less in a bias supply limits the surge, and sets nothing (our choice). */
    private const LEAST_OHMS = 1000.0;
    private const OHMS_TIMES = [0.5, 0.6, 0.72, 0.85, 1.0, 1.18, 1.4, 1.68, 2.0];

    /**
     * @param 'setting'|'supply'|'cathode' $kind      a trim’s setting, or the ohms of a resistor
     * @param float                        $now       as fitted
     * @param bool                         $isBalance a trim that gives one tube what it takes from another
     */
    private function __construct(public string $part, public string $kind, public float $now, public bool $isBalance = false)
    {
    }

    /** What is turned or changed first; null where none is drawn. */
    public static function of(BenchFacts $facts, BiasTube $tube): ?self
    {
        return self::all($facts, $tube)[0] ?? null;
    }

    /** @return list<self> all that moves the bias of a tube: its trims, those that set a level before those that balance, nearest first; else a resistor of its supply; else what is under its cathode */
    public static function all(BenchFacts $facts, BiasTube $tube): array
    {
        $drawn = $tube->drawn;
        $netlist = $facts->sheet->circuit->netlist ?? null;
        if (null === $netlist) {
            return [];
        }
        if (!$drawn->isFixed) {
            $part = $drawn->shared ?? $drawn->own;

            return null === $part ? [] : [new self($part, 'cathode', self::ohms($facts, $part, $drawn->ohms[$part]))];
        }
        $trims = array_map(static function (DrawnTrim $trim) use ($facts, $netlist): ?self {
            $element = $netlist->find($trim->id);

            return $element instanceof Potentiometer ? new self($trim->id, 'setting', $facts->fitted->figure($trim->id, 'setting', 'setting') ?? $element->context, $trim->isBalance) : null;
        }, $drawn->trims);
        $trims = array_values(array_filter($trims, static fn (?self $h): bool => null !== $h));
        usort($trims, static fn (self $a, self $b): int => $a->isBalance <=> $b->isBalance);
        $part = self::ofSupply($drawn, $netlist);

        return [] === $trims && null !== $part ? [new self($part->id, 'supply', self::ohms($facts, $part->id, $drawn->biasOhms[$part->id]))] : $trims;
    }

    /**
     * @param non-empty-list<BiasTube> $tubes
     *
     * @return array<string, self> all that moves the bias of any of them, by part: levels before balances
     */
    public static function ofStage(BenchFacts $facts, array $tubes): array
    {
        $all = array_merge(...array_map(static fn (BiasTube $t): array => self::all($facts, $t), $tubes));
        usort($all, static fn (self $a, self $b): int => $a->isBalance <=> $b->isBalance);

        return array_combine(array_map(static fn (self $h): string => $h->part, $all), $all);
    }

    /**
     * @param list<BiasTube> $tubes
     *
     * @return list<BiasTube> those whose bias it moves
     */
    public function moved(BenchFacts $facts, array $tubes): array
    {
        return array_values(array_filter($tubes, fn (BiasTube $t): bool => [] !== array_filter(self::all($facts, $t), fn (self $h): bool => $h->part === $this->part)));
    }

    /**
     * The trim of a stage that nobody has measured yet: it begins colder than where it belongs, and is brought up warm (BIAS-6).
     *
     * @param list<BiasTube> $tubes of the stage
     *
     * @return self|null null where one of them was measured, or nothing is turned
     */
    public static function toBeginCold(BenchFacts $facts, array $tubes): ?self
    {
        $handle = [] === $tubes || [] !== array_filter($tubes, static fn (BiasTube $t): bool => null !== $t->current()) ? null : self::of($facts, $tubes[0]);

        return 'setting' === $handle?->kind && !$handle->isBalance ? $handle : null;
    }

    /** The resistor of a bias supply that sets its volts: from its node to the chassis, else on the way there. */
    private static function ofSupply(DrawnOutput $drawn, Netlist $netlist): ?Resistor
    {
        $found = null;
        foreach ($drawn->biasOhms as $id => $ohms) {
            $element = $netlist->find($id);
            if ($element instanceof Resistor && $ohms > self::LEAST_OHMS) {
                $found = null === $found || \in_array(Netlist::CHASSIS, [$element->a, $element->b], true) ? $element : $found;
            }
        }

        return $found;
    }

    /** @return non-empty-list<float> settings, or ohms, in rising order */
    public function values(): array
    {
        return 'setting' === $this->kind ? self::SETTINGS : array_map(fn (float $times): float => $times * $this->now, self::OHMS_TIMES);
    }

    /** The change that would set it so. */
    public function at(float $value): FittedChange
    {
        $change = 'setting' === $this->kind ? ['kind' => 'setting', 'id' => $this->part, 'setting' => $value] : ['kind' => 'part', 'id' => $this->part, 'ohms' => $value];

        return FittedChange::fromFields(Fields::of(['text' => $this->part.' '.('setting' === $this->kind ? '@' : '').$value, 'change' => $change]));
    }

    /** What a resistor is now, Ω: as it was fitted or found last, else as drawn. */
    public static function ohms(BenchFacts $facts, string $part, float $drawn): float
    {
        return $facts->fitted->figure($part, 'part', 'ohms') ?? $drawn;
    }
}
