<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\Verdict;
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

/** First power: every bank of B+ from ohms to its fall, the stops of the time on that is in hand, the trims, the ammeter, the tubes in the dark (PWR). */
final class PowerStation implements Station
{
    public const ID = 'first-power';
    public const AMMETER = 'ammeter';

    private const GLOW = ['none' => Verdict::Within, 'faint-blue' => Verdict::Within, 'red-plate' => Verdict::Danger, 'red-screen' => Verdict::Danger];
    private const SIGNAL = ['passes' => Verdict::Within, 'weak' => Verdict::Watch, 'nothing' => Verdict::Out];
    /** A can more than this above its neighbours, with no tubes in, ends the way up, K (PWR-11, our choice). */
    private const WARM_KELVIN = 5.0;

    public function id(): string
    {
        return self::ID;
    }

    public function order(): int
    {
        return 58;
    }

    public function tests(): array
    {
        return PowerTestKind::cases();
    }

    public function board(BenchFacts $facts): Board
    {
        return new Board(self::ID, [
            ...array_map(static fn (DrawnLead $b): Item => self::bank($facts, $b), SupplyOhms::banks($facts)),
            ...array_map(static fn (string $trim): Item => self::trim($facts, $trim), $facts->trims()),
            self::ammeter($facts),
            ...array_map(self::feedback(...), FeedbackPhase::all($facts)),
            ...self::stops($facts),
            ...self::tubes($facts),
            ...array_map(static fn (string $can): Item => self::can($facts, $can), $facts->drawn->cans()),
        ]);
    }

    /** Ohms before power, the fall after it. */
    private static function bank(BenchFacts $facts, DrawnLead $bank): Item
    {
        $ohms = SupplyOhms::latest($facts, $bank);
        $fall = DecayWatch::latest($facts, $bank->from);
        $own = null !== $ohms && PowerTestKind::SupplyOhms === $ohms->kind ? $ohms : null;
        $cold = null === $ohms ? null : SupplyOhms::judge($bank, $ohms);
        // A fall that said nothing is asked for anew, the next time that there is one.
        $watched = Verdict::CannotSay === $fall?->reason->verdict && ($facts->ramps->offSince() ?? 0.0) > $fall->test->at ? null : $fall?->test;
        $reasons = Reason::worstFirst(array_values(array_filter([$cold, $fall?->reason])));
        $worst = Reason::worst($reasons);
        $expects = 'over '.Engineering::text(SupplyOhms::leastOhms($bank), 'Ω');

        return new Item(
            $bank->from, 'power-bank', 'power-bank', $bank->from.' to chassis', self::verdict(null === $ohms || (null === $watched && self::hasBeenOn($facts)), $worst, $reasons),
            [new Step(PowerTestKind::SupplyOhms, $bank->from, '', $own ?? $ohms, expects: $expects), new Step(PowerTestKind::Decay, $bank->from, '', $watched, optional: !self::hasBeenOn($facts))],
            null === $ohms || null === $cold ? [] : [new Gauge($bank->from.' to chassis', $ohms->value('ohms'), 'Ω', $bank->ohms, null, null, $cold->verdict, $ohms->shown('ohms'))],
        );
    }

    /** Since anything was changed it was on, with no tubes in: then its fall was there to be watched. */
    private static function hasBeenOn(BenchFacts $facts): bool
    {
        $others = null === $facts->sheet ? [] : TubeRoles::others($facts->sheet, $facts->tubes);

        return [] !== array_filter($facts->ramps->all, static fn (Ramp $r): bool => $r->beganAt > $facts->ramps->changedAt && null !== $r->tubesOut && [] === array_diff($others, $r->tubesOut));
    }

    private static function trim(BenchFacts $facts, string $trim): Item
    {
        $said = $facts->sinceChange($facts->tests->of($trim)->latest(PowerTestKind::TrimColdest));
        $reasons = null === $said ? [] : [new Reason('trim-'.$said->choice(), 'coldest' === $said->choice() ? Verdict::Within : Verdict::Watch, ['part' => $trim])];

        return new Item($trim, 'power-trim', 'power-trim', '', self::verdict(null === $said, Reason::worst($reasons), $reasons), [new Step(PowerTestKind::TrimColdest, $trim, '', $said)]);
    }

    private static function ammeter(BenchFacts $facts): Item
    {
        $test = $facts->sinceChange($facts->tests->of(self::AMMETER)->latest(PowerTestKind::AmmeterOhms));
        $reasons = null === $test ? [] : [AmmeterOhms::judge($test)];

        return new Item(self::AMMETER, 'power-ammeter', 'power-ammeter', '', self::verdict(null === $test, Reason::worst($reasons), $reasons), [new Step(PowerTestKind::AmmeterOhms, self::AMMETER, '', $test, optional: true)]);
    }

    /** One step after the other: lifted, its level, closed, its level; a wrong one is led over and begins anew (PWR-8). */
    private static function feedback(FeedbackPhase $phase): Item
    {
        $of = $phase->transformer;
        $reason = $phase->reason();
        $reasons = null === $reason ? [] : [$reason];
        [$lifted, $open, $closed] = [$phase->lifted(), $phase->open(), $phase->closed()];
        // What says nothing is asked for once more.
        $level = Verdict::CannotSay === $reason?->verdict ? null : $phase->closedLevel();
        $steps = [
            new Step(PowerTestKind::FeedbackLifted, $of, '', $lifted),
            ...(null === $lifted || $phase->isAbsent() ? [] : [new Step(PowerTestKind::FeedbackOpenLevel, $of, '', $open)]),
            ...(null === $open ? [] : [new Step(PowerTestKind::FeedbackClosed, $of, '', $closed)]),
            ...(null === $closed ? [] : [
                new Step(PowerTestKind::FeedbackClosedLevel, $of, '', $level, optional: $phase->isWrong()),
                new Step(PowerTestKind::FeedbackHowl, $of, '', $phase->latest(PowerTestKind::FeedbackHowl, $closed), optional: null !== $phase->closedLevel() || $phase->howls()),
            ]),
            ...($phase->isWrong() ? [new Step(PowerTestKind::FeedbackReled, $of, '', null)] : []),
        ];

        return new Item($of, 'power-feedback', 'power-feedback', '', self::verdict(!$phase->isProved() && !$phase->isWrong(), Reason::worst($reasons), $reasons), $steps);
    }

    /** @return list<Item> the stops of the time on that is in hand, and of those before with the tubes that were in then */
    private static function stops(BenchFacts $facts): array
    {
        $out = $facts->readings?->contextNow()->conditions->tubesOut();
        $stops = StopPlan::stops($facts, PowerPlan::choice($facts), $out);
        $walk = PowerWalk::of($facts, $stops, $out);
        $items = array_map(static fn (PowerStop $s): Item => self::stop($facts, $s, $walk, $out ?? []), $stops);
        $known = array_map(static fn (PowerStop $s): string => $s->id, $stops);
        // What was said at a stop of another time on stays on the board.
        foreach ($facts->tests->kind(PowerTestKind::StopSeen, PowerTestKind::LampGlow, PowerTestKind::MainsDraw)->parts() as $part) {
            if (!\in_array($part, $known, true)) {
                $items[] = self::formerStop($facts, $part);
            }
        }

        return $items;
    }

    /** @param list<string> $out */
    private static function stop(BenchFacts $facts, PowerStop $stop, PowerWalk $walk, array $out): Item
    {
        $seen = $walk->seen($stop);
        $against = $walk->against($stop);
        $lamp = $facts->sinceChange($facts->tests->of($stop->id)->latest(PowerTestKind::LampGlow));
        $draw = $facts->sinceChange($facts->tests->of($stop->id)->latest(PowerTestKind::MainsDraw));
        $planned = null === $lamp && null === $draw ? null : PowerPlan::planned($facts, $stop, $out);
        $reasons = [
            ...StopTests::seen($seen), ...(null === $planned ? [] : [...StopTests::lamp($lamp, $planned), ...StopTests::draw($draw, $planned)]),
            // What was let stand no longer speaks; the rest says so with the verdict that it had.
            ...array_map(static fn (RampSample $s): Reason => new Reason('stop-reading-against', Verdict::Watch, ['place' => $s->place]), $against),
        ];
        $steps = [
            new Step(PowerTestKind::StopSeen, $stop->id, '', $seen),
            ...([] === $stop->limiters || 'lamp' !== $stop->limiters[0]['kind'] ? [] : [new Step(PowerTestKind::LampGlow, $stop->id, '', $lamp, optional: true)]),
            new Step(PowerTestKind::MainsDraw, $stop->id, '', $draw, optional: true),
        ];

        return new Item($stop->id, 'power-stop', 'power-stop', \sprintf('%g V', $stop->volts), self::verdict(!$walk->isDone($stop), Reason::worst($reasons), Reason::worstFirst($reasons)), $steps, states: [ChassisState::Ramping], asked: true);
    }

    private static function formerStop(BenchFacts $facts, string $part): Item
    {
        $seen = $facts->tests->of($part)->latest(PowerTestKind::StopSeen);
        $reasons = StopTests::seen($seen);

        return new Item($part, 'power-former', 'power-stop', '', self::verdict(false, Reason::worst($reasons), $reasons), [new Step(PowerTestKind::StopSeen, $part, '', $seen, optional: true), new Step(PowerTestKind::LampGlow, $part, '', $facts->tests->of($part)->latest(PowerTestKind::LampGlow), optional: true), new Step(PowerTestKind::MainsDraw, $part, '', $facts->tests->of($part)->latest(PowerTestKind::MainsDraw), optional: true)], asked: false);
    }

    /** @return list<Item> every tube with a grid: an output tube in the dark, and the signal through those that are new (PWR-6) */
    private static function tubes(BenchFacts $facts): array
    {
        $out = $facts->readings?->contextNow()->conditions->tubesOut();
        $new = null === $out ? [] : NewTubes::in($facts, $out);
        $items = [];
        // From the output back to the input: each proves what comes after it.
        foreach (array_reverse($facts->sheet->tubes ?? []) as $tube) {
            if ([] !== NewTubes::grids($facts, $tube->position)) {
                $items[] = self::tube($facts, $tube, null !== $out && !\in_array($tube->position, $out, true), \in_array($tube->position, $new, true));
            }
        }

        return $items;
    }

    private static function tube(BenchFacts $facts, TubePosition $tube, bool $isIn, bool $isNew): Item
    {
        $of = static fn (PowerTestKind $kind): ?TakenTest => $facts->sinceChange($facts->tests->of($tube->position)->latest($kind));
        $glow = $tube->output ? $of(PowerTestKind::LightsOut) : null;
        $signal = $of(PowerTestKind::SignalProof);
        $reasons = Reason::worstFirst(array_values(array_filter([
            self::answer('lights-', self::GLOW, $glow, ['position' => $tube->position]),
            self::answer('signal-', self::SIGNAL, $signal, ['position' => $tube->position, 'grids' => NewTubes::grids($facts, $tube->position)]),
        ])));
        $isOpen = ($tube->output && $isIn && null === $glow) || ($isNew && null === $signal);

        return new Item($tube->position, 'power-tube', $tube->output ? 'power-glow' : 'power-signal', $tube->type, self::verdict($isOpen, Reason::worst($reasons), $reasons), [
            ...($tube->output ? [new Step(PowerTestKind::LightsOut, $tube->position, '', $glow, optional: !$isIn)] : []),
            new Step(PowerTestKind::SignalProof, $tube->position, '', $signal, optional: !$isNew),
        ]);
    }

    /**
     * @param array<string, Verdict> $verdicts by answer
     * @param array<string, mixed>   $figures
     */
    private static function answer(string $prefix, array $verdicts, ?TakenTest $test, array $figures): ?Reason
    {
        $choice = $test?->choice();
        $verdict = null === $choice ? null : $verdicts[$choice] ?? null;

        return null === $verdict ? null : new Reason($prefix.$choice, $verdict, $figures);
    }

    /** Off and discharged: a can that is warmer than its neighbours leaks (PWR-11). */
    private static function can(BenchFacts $facts, string $can): Item
    {
        $test = $facts->sinceChange($facts->tests->of($can)->latest(PowerTestKind::CanHeat));
        $kelvin = null === $test ? null : ($test->value('celsius') ?? 0.0) - ($test->value('neighbourCelsius') ?? 0.0);
        $reasons = null === $kelvin ? [] : [$kelvin > self::WARM_KELVIN ? new Reason('can-warm', Verdict::Out, ['part' => $can, 'excessKelvin' => $kelvin]) : new Reason('can-cool', Verdict::Within, ['part' => $can, 'excessKelvin' => $kelvin])];

        return new Item($can, 'power-can', 'power-can', '', self::verdict(null === $test, Reason::worst($reasons), $reasons), [new Step(PowerTestKind::CanHeat, $can, '', $test, optional: true)]);
    }

    /** @param list<Reason> $reasons */
    private static function verdict(bool $open, ?Verdict $worst, array $reasons): PartVerdict
    {
        return new PartVerdict(match (true) {
            Verdict::Danger === $worst => Outcome::Danger,
            Verdict::Out === $worst => Outcome::Bad,
            $open => Outcome::Open,
            Verdict::CannotSay === $worst => Outcome::CannotSay,
            Verdict::Watch === $worst => Outcome::Watch,
            default => Outcome::Good,
        }, $worst ?? Verdict::CannotSay, $reasons);
    }
}
