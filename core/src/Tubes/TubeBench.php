<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Look\LookTestKind;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** What of the facts each tube of the unit is judged by, gathered once for all. */
final class TubeBench
{
    /** @var array<string, FittedTube> by position */
    public readonly array $fitted;
    /** @var array<string, TesterSetting> by entry of the figures read with it */
    public readonly array $testers;
    public readonly ?TesterSetting $testerNow;
    /** @var list<SwapLog> */
    public readonly array $swaps;
    /** @var array<string, list<Reason>>|null */
    private ?array $substitutions = null;

    public function __construct(public readonly BenchFacts $facts)
    {
        $this->fitted = $facts->fitted->tubes(array_map(static fn (TubePosition $t): string => $t->type, $facts->sheet->tubes ?? []));
        $this->testers = TesterSetting::byTest($facts->tests);
        $said = $facts->tests->of(TesterSetting::PART)->latest(TubeTestKind::Tester);
        $this->testerNow = null === $said ? null : TesterSetting::of($said);
        $this->swaps = SwapLog::all($facts->changed, $facts->readings, $facts->tests);
    }

    /** @return list<string> of the sheet first, output tubes before all others: they cost the most; then those that somebody named */
    public function positions(): array
    {
        $drawn = array_values($this->facts->sheet->tubes ?? []);
        usort($drawn, static fn (TubePosition $a, TubePosition $b): int => $b->output <=> $a->output);
        $named = array_filter([...array_map(strval(...), array_keys($this->fitted)), ...$this->tested()], fn (string $p): bool => !isset($this->facts->sheet->tubes[$p]));

        return array_values(array_unique([...array_map(static fn (TubePosition $t): string => $t->position, $drawn), ...$named]));
    }

    /** @return list<string> positions that a test of tubes names */
    private function tested(): array
    {
        $tests = $this->facts->tests->kind(TubeTestKind::Shorts, TubeTestKind::Heater, TubeTestKind::Figures, TubeTestKind::Gas, TubeTestKind::Noise);

        return array_values(array_filter($tests->parts(), static fn (string $p): bool => 1 === preg_match('/^V\d/', $p)));
    }

    /** @return array<string, list<Reason>> what other types than the drawn ones change, by position */
    public function substitutions(): array
    {
        return $this->substitutions ??= $this->facts->substitutions();
    }

    /** @return list<string> positions of the output tubes that work as one set with a tube, itself among them; none for any other tube */
    public function mates(string $position): array
    {
        $tube = $this->facts->sheet->tubes[$position] ?? null;
        $mates = null === $tube || !$tube->output ? [] : array_filter($this->facts->sheet->tubes ?? [], fn (TubePosition $t): bool => $t->output && $t->channel === $tube->channel && ($this->fitted[$t->position]->type ?? null) === ($this->fitted[$position]->type ?? null));

        return array_values(array_map(static fn (TubePosition $t): string => $t->position, $mates));
    }

    /** How the set that a tube works in reads together; null for a tube that works alone, or is not read yet. */
    public function set(string $position): ?Reason
    {
        $mates = $this->mates($position);
        $read = array_filter(array_combine($mates, array_map(fn (string $p): ?TakenTest => $this->facts->tests->of($p)->latest(TubeTestKind::Figures), $mates)));

        return \count($read) < \count($mates) ? null : TubeSet::judge('set', $read, $this->testers, true);
    }

    /** @return list<string> positions of the same type, with which a tube may change places to see what a fault follows */
    public function partners(string $position): array
    {
        $type = $this->fitted[$position]->type ?? null;

        return null === $type || $this->isSpent($position) ? [] : array_values(array_filter($this->positions(), fn (string $p): bool => $p !== $position && ($this->fitted[$p]->type ?? null) === $type && !$this->isSpent($p)));
    }

    /** Nothing is learnt from a tube that is shorted or has lost its vacuum: it stays out. */
    private function isSpent(string $position): bool
    {
        $tests = $this->facts->tests->of($position);
        $shorts = $tests->latest(TubeTestKind::Shorts)->said['shorts'] ?? [];

        return [] !== $shorts || \in_array($tests->latest(LookTestKind::TubeLook)?->choice(), ['white', 'cracked', 'missing'], true) || 'open' === $tests->latest(TubeTestKind::Heater)?->choice();
    }
}
