<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Look\LookJudge;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Gauge;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Station\Station;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/** Every tube of the unit: what it is, how it looks, what a tester says of it, what it asks for when it failed, and what swaps prove. */
final class TubesStation implements Station
{
    public const ID = 'tubes';

    public function id(): string
    {
        return self::ID;
    }

    public function order(): int
    {
        return 50;
    }

    public function tests(): array
    {
        return TubeTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        $bench = new TubeBench($facts);
        $items = array_map(static fn (string $position): Item => self::tube($bench, $position), $bench->positions());
        $swaps = array_map(static fn (SwapLog $log): Item => self::swap($facts, $log), $bench->swaps);

        return new Board($this->id(), [...self::tester($facts), ...$items, ...self::another($bench), ...$swaps]);
    }

    /** @return list<Item> where no sheet lists the sockets, the next one that may be named */
    private static function another(TubeBench $bench): array
    {
        if (null !== $bench->facts->sheet) {
            return [];
        }
        $next = array_values(array_diff(array_map(static fn (int $n): string => 'V'.$n, range(1, \count($bench->positions()) + 1)), $bench->positions()))[0];

        return [new Item($next, 'tubes', 'another-tube', '', PartVerdict::open(), [new Step(TubeTestKind::Type, $next, optional: true)])];
    }

    /** @return list<Item> asked for before anything is read with it */
    private static function tester(BenchFacts $facts): array
    {
        $said = $facts->tests->of(TesterSetting::PART)->latest(TubeTestKind::Tester);
        $setting = null === $said ? null : TesterSetting::of($said);
        $verdict = match (true) {
            null === $setting => PartVerdict::open(),
            null === $setting->conditions => new PartVerdict(Outcome::Good, Verdict::Within, [new Reason('tester-by-its-marks', Verdict::Within, ['instrument' => $setting->instrument])]),
            default => new PartVerdict(Outcome::Good, Verdict::Within, [new Reason('tester-at-a-setting', Verdict::Within, ['instrument' => $setting->instrument])]),
        };

        return [new Item(TesterSetting::PART, 'tubes-tester', 'tester', $said->text ?? '', $verdict, [Step::of($facts->tests, TubeTestKind::Tester, TesterSetting::PART)])];
    }

    private static function tube(TubeBench $bench, string $position): Item
    {
        $facts = $bench->facts;
        $drawn = $facts->sheet->tubes[$position] ?? null;
        $fitted = $bench->fitted[$position] ?? new FittedTube(null, 'drawn');
        $type = null === $fitted->type ? null : Designation::read($fitted->type, $facts->tubes)->type;
        $tests = $facts->tests->of($position);
        $steps = self::steps($bench, $position, $type, $fitted, $drawn);
        $reasons = self::reasons($bench, $position, $type, $fitted, $drawn);
        $strengths = self::strengths($bench, $tests, $type);
        $isOpen = [] !== array_filter($steps, static fn (Step $s): bool => $s->isOpen());

        return new Item(
            $position, $drawn->output ?? false ? 'tubes-output' : 'tubes', 'tube', ($fitted->type ?? '').(null === $drawn?->role ? '' : ', '.$drawn->role), self::verdict($reasons, $isOpen), $steps, array_map(self::gauge(...), $strengths),
            new TubeDetail($fitted, $drawn?->type, $bench->partners($position), $bench->mates($position), $strengths), consequences: NextChecks::of($position, $reasons, $drawn->output ?? false, $facts->drawn, $facts->sheet),
        );
    }

    /** @return list<Step> */
    private static function steps(TubeBench $bench, string $position, ?TubeType $type, FittedTube $fitted, ?TubePosition $drawn): array
    {
        $tests = $bench->facts->tests;
        $read = 'drawn' === $fitted->how || null === $fitted->type ? null : new TakenTest(TubeTestKind::Type, $position, '', $fitted->type, [], [], false, 0.0);
        $steps = [new Step(TubeTestKind::Type, $position, '', $read), Step::of($tests, LookTestKind::TubeLook, $position), Step::of($tests, TubeTestKind::Shorts, $position), Step::of($tests, TubeTestKind::Heater, $position, '', true)];
        foreach (self::readable($type) as $name => $section) {
            $steps[] = Step::of($tests, TubeTestKind::Figures, $position, (string) $name, false, FiguresJudge::checks($bench->testerNow, $section));
        }
        if (!self::isRectifier($type)) {
            $steps[] = Step::of($tests, TubeTestKind::Gas, $position, '', true !== $drawn?->output);
            $steps[] = Step::of($tests, TubeTestKind::Noise, $position, '', true);
        }

        return $steps;
    }

    /** @return array<int|string, TubeSection|null> what of a tube a tester reads, by name (one of digits is a number as a key); the whole where the type is not known, nothing of a regulator */
    private static function readable(?TubeType $type): array
    {
        if (null === $type) {
            return ['' => null];
        }
        $sections = array_filter($type->sections, static fn (TubeSection $s): bool => $s->model instanceof TriodeModel || $s->model instanceof PentodeModel || $s->model instanceof RectifierModel);

        return 1 === \count($sections) ? ['' => array_values($sections)[0]] : $sections;
    }

    private static function isRectifier(?TubeType $type): bool
    {
        return null !== $type && !($type->section()?->model instanceof TriodeModel || $type->section()?->model instanceof PentodeModel);
    }

    /** @return list<Reason> worst first */
    private static function reasons(TubeBench $bench, string $position, ?TubeType $type, FittedTube $fitted, ?TubePosition $drawn): array
    {
        $tests = $bench->facts->tests->of($position);
        $around = $bench->facts->drawn->tubes[$position] ?? null;
        $sections = self::readable($type);
        $reasons = [
            ...TypeJudge::judge($fitted, $drawn?->type, $bench->substitutions()[$position] ?? null, $bench->facts->tubes),
            ...$tests->kind(TubeTestKind::Shorts)->deciding(static fn (TakenTest $t): Reason => TubeJudge::shorts($t, $type)),
            ...null === ($look = $tests->latest(LookTestKind::TubeLook)) ? [] : LookJudge::judge($look),
            ...$tests->kind(TubeTestKind::Heater)->deciding(TubeJudge::heater(...)),
            ...$tests->kind(TubeTestKind::Gas)->deciding(static fn (TakenTest $t): Reason => TubeJudge::gas($t, $around)),
            ...$tests->kind(TubeTestKind::Noise)->deciding(TubeJudge::noise(...)),
        ];
        foreach ($tests->bySubject(TubeTestKind::Figures) as $name => $read) {
            array_push($reasons, ...$read->deciding(static fn (TakenTest $t): Reason => FiguresJudge::judge($t, $bench->testers[$t->id] ?? null, $sections[$name] ?? null)));
        }
        $halves = TubeSet::judge('halves', array_map(static fn (TestRecord $r): TakenTest => $r->all[\count($r->all) - 1], $tests->bySubject(TubeTestKind::Figures)), $bench->testers, $around->isPaired ?? false);
        $set = $bench->set($position);
        $proven = array_filter($bench->swaps, static fn (SwapLog $log): bool => $log->provenAt() === $position);

        return Reason::worstFirst([...$reasons, ...array_filter([$halves, $set]), ...array_map(static fn (SwapLog $log): Reason => new Reason('proven-by-swaps', Verdict::Out, ['first' => $log->first, 'second' => $log->second]), array_values($proven))]);
    }

    /** @param list<Reason> $reasons */
    private static function verdict(array $reasons, bool $isOpen): PartVerdict
    {
        $worst = Reason::worst($reasons);
        [$outcome, $verdict] = match (true) {
            Verdict::Danger === $worst => [Outcome::Danger, $worst],
            Verdict::Out === $worst => [Outcome::Replace, $worst],
            $isOpen, null === $worst => [Outcome::Open, Verdict::CannotSay],
            Verdict::CannotSay === $worst => [Outcome::CannotSay, $worst],
            Verdict::Watch === $worst => [Outcome::Watch, $worst],
            default => [Outcome::Good, Verdict::Within],
        };

        return new PartVerdict($outcome, $verdict, $reasons);
    }

    /** @return list<TubeStrength> the newest figures of each half */
    private static function strengths(TubeBench $bench, TestRecord $tests, ?TubeType $type): array
    {
        $sections = self::readable($type);
        $read = $tests->latestBySubject(TubeTestKind::Figures);

        return array_merge(...array_map(static fn (TakenTest $t, int|string $name): array => TubeStrength::of($t, $bench->testers[$t->id] ?? null, $sections[$name] ?? null), $read, array_keys($read)));
    }

    private static function gauge(TubeStrength $s): Gauge
    {
        return new Gauge('' === $s->section ? 'tube' : 'tube-'.$s->section, $s->value, $s->unit, $s->usual, $s->goodFrom, $s->goodTo, $s->verdict);
    }

    private static function swap(BenchFacts $facts, SwapLog $log): Item
    {
        $reason = $log->reason();
        $steps = [];
        foreach ($log->told as $epoch => $told) {
            $steps[] = Step::of($facts->tests, TubeTestKind::FaultAt, $log->part(), (string) $epoch, $told);
        }
        $outcome = match (true) {
            'swap-proven' === $reason->code => Outcome::Seen,
            [] !== array_filter($steps, static fn (Step $s): bool => $s->isOpen()) => Outcome::Open,
            Verdict::CannotSay === $reason->verdict => Outcome::CannotSay,
            default => Outcome::Watch,
        };

        // The swap itself is no fault: the tube that it proves bad says so at its own place.
        return new Item($log->part(), 'tubes-swaps', 'swap', $log->first.' ↔ '.$log->second, new PartVerdict($outcome, Outcome::Seen === $outcome ? Verdict::Within : (Outcome::Open === $outcome ? Verdict::CannotSay : $reason->verdict), [$reason]), $steps);
    }
}
