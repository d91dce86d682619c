<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Drawn\DrawnLoop;
use Yew\Core\Ramp\PowerMethod;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Lead;
use Yew\Core\Station\Renewal;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/**
 * An output transformer that is new, or whose leads were off, with feedback from its secondary: whether the feedback takes the level down
 * or drives it up (PWR-8). Measured twice at low mains with the same signal: the loop lifted, then closed. What was done before its
 * leads were moved last says nothing.
 */
final readonly class FeedbackPhase
{
    /** Until it is known, the mains goes no higher than this share of full (our choice: the first stop with tubes in is at half). */
    public const LOW_SHARE = 0.62;
    /** Two levels that lie nearer to each other than this share are one: the loop is not closed, or there is nothing to see (our choice). */
    private const SAME_SHARE = 0.05;
    /** Less than this on the load is hum and noise, V (our choice). */
    private const LEAST_VOLTS = 0.02;
    /** Feedback of less than this much of the drawn, in dB, is worth a look: at low mains the tubes give less gain (our choice). */
    private const LITTLE_SHARE = 0.25;

    /** @param list<TakenTest> $tests of this transformer since its leads were moved last, oldest first */
    private function __construct(public string $transformer, public ?DrawnLoop $loop, private array $tests)
    {
    }

    /** @return list<self> one for each output transformer that was moved on this job and feeds back, or may where no circuit tells */
    public static function all(BenchFacts $facts): array
    {
        $all = [];
        foreach ($facts->drawn->iron as $iron) {
            $moved = 'output' === $iron->role ? self::movedAt($facts, $iron->id) : null;
            $loop = array_values(array_filter($facts->drawn->loops, static fn (DrawnLoop $l): bool => $l->transformer === $iron->id))[0] ?? null;
            if (null !== $moved && (null !== $loop || !$facts->drawn->hasCircuit)) {
                $tests = $facts->tests->of($iron->id)->kind(...PowerTestKind::ofFeedback())->all;
                $all[] = new self($iron->id, $loop, self::since($tests, $moved));
            }
        }

        return $all;
    }

    /** When it was exchanged or re-led last, seconds since the epoch; null where it was not on this job. */
    private static function movedAt(BenchFacts $facts, string $transformer): ?float
    {
        $renewed = array_map(static fn (Renewal $r): float => $r->at, array_filter($facts->work->renewals, static fn (Renewal $r): bool => !$r->ofTube && $r->isOf($transformer)));
        $led = array_map(static fn (Lead $l): float => $l->at, array_filter($facts->work->leads, static fn (Lead $l): bool => self::isAt($l->from, $transformer) || self::isAt($l->to, $transformer)));
        $times = [...$renewed, ...$led];

        return [] === $times ? null : max($times);
    }

    private static function isAt(string $place, string $transformer): bool
    {
        return $place === $transformer || str_starts_with($place, $transformer.'/');
    }

    /**
     * @param list<TakenTest> $tests
     *
     * @return list<TakenTest> after it was moved, and after its leads were changed over last
     */
    private static function since(array $tests, float $moved): array
    {
        foreach ($tests as $test) {
            $moved = PowerTestKind::FeedbackReled === $test->kind && $test->at > $moved ? $test->at : $moved;
        }

        return array_values(array_filter($tests, static fn (TakenTest $t): bool => $t->at > $moved));
    }

    /** The newest of a kind that was taken after another. */
    public function latest(PowerTestKind $kind, ?TakenTest $after = null): ?TakenTest
    {
        $found = null;
        foreach ($this->tests as $test) {
            $found = $test->kind === $kind && (null === $after || $test->at > $after->at) ? $test : $found;
        }

        return $found;
    }

    public function lifted(): ?TakenTest
    {
        $said = $this->latest(PowerTestKind::FeedbackLifted);

        return \in_array($said?->choice(), ['lifted', 'none'], true) ? $said : null;
    }

    /** There is no loop from this secondary: nothing to check. */
    public function isAbsent(): bool
    {
        return 'none' === $this->lifted()?->choice();
    }

    /** The level with the loop lifted; null before it was measured so. */
    public function open(): ?TakenTest
    {
        $lifted = $this->lifted();

        return null === $lifted ? null : $this->latest(PowerTestKind::FeedbackOpenLevel, $lifted);
    }

    public function closed(): ?TakenTest
    {
        $open = $this->open();

        return null === $open ? null : $this->latest(PowerTestKind::FeedbackClosed, $open);
    }

    /** The level with the loop closed; null before it was measured so. */
    public function closedLevel(): ?TakenTest
    {
        $closed = $this->closed();

        return null === $closed ? null : $this->latest(PowerTestKind::FeedbackClosedLevel, $closed);
    }

    /** It was heard or seen to howl once it was closed: no level afterwards makes that good. */
    public function howls(): bool
    {
        $closed = $this->closed();

        return [] !== array_filter($this->tests, static fn (TakenTest $t): bool => null !== $closed && $t->at > $closed->at && 'howls' === $t->choice());
    }

    /** What it says so far; null before there is anything to say. */
    public function reason(): ?Reason
    {
        $figures = ['part' => $this->transformer, 'drawnDecibels' => $this->loop?->decibels, 'hasScreenTaps' => true === $this->loop?->hasScreenTaps ? 1 : 0];
        if ($this->howls()) {
            return new Reason($this->wrong('howls'), Verdict::Danger, $figures);
        }
        [$open, $closed] = [$this->open()?->value('volts'), $this->closedLevel()?->value('volts')];
        if (null === $open || null === $closed) {
            return null;
        }
        $figures = [...$figures, 'openVolts' => $open, 'closedVolts' => $closed];
        if (min($open, $closed) < self::LEAST_VOLTS) {
            return new Reason('feedback-no-signal', Verdict::CannotSay, [...$figures, 'signalVolts' => min($open, $closed)]);
        }
        $decibels = 20.0 * log10($open / $closed);
        $figures['fedBackDecibels'] = $decibels;
        $drawn = $this->loop?->decibels;

        return match (true) {
            $closed > (1.0 + self::SAME_SHARE) * $open => new Reason($this->wrong('rises'), Verdict::Danger, $figures),
            $closed > (1.0 - self::SAME_SHARE) * $open => new Reason('feedback-no-change', Verdict::CannotSay, $figures),
            null !== $drawn && $decibels < self::LITTLE_SHARE * $drawn => new Reason('feedback-little', Verdict::Watch, $figures),
            null === $drawn => new Reason('feedback-right-undrawn', Verdict::Within, $figures),
            default => new Reason('feedback-right', Verdict::Within, $figures),
        };
    }

    public function isWrong(): bool
    {
        return Verdict::Danger === $this->reason()?->verdict;
    }

    public function isProved(): bool
    {
        return $this->isAbsent() || \in_array($this->reason()?->verdict, [Verdict::Within, Verdict::Watch], true);
    }

    /** With screens on taps, plates alone would leave them on the opposite half. */
    private function wrong(string $how): string
    {
        return 'feedback-'.$how.(true === $this->loop?->hasScreenTaps ? '-taps' : '');
    }

    /** Before power: the loop is lifted first, and a wrong one stays off until its leads were changed over. */
    public static function gate(GateFacts $facts): Gate
    {
        $all = self::all($facts->bench);
        $wrong = array_values(array_filter($all, static fn (self $p): bool => $p->isWrong()))[0] ?? null;
        $open = array_values(array_filter($all, static fn (self $p): bool => !$p->isProved()))[0] ?? null;

        return match (true) {
            [] === $all => Gate::doesNotApply('feedback', 'gate-feedback-not-moved'),
            null !== $wrong => Gate::notMet('feedback', $wrong->reason()->code ?? '', Authority::Owner, $wrong->reason()->figures ?? [], $wrong->ids())->at(PowerStation::ID, $wrong->transformer),
            null !== $open && PowerMethod::Straight === $facts->choice->method => Gate::notMet('feedback', 'gate-feedback-not-straight', Authority::Technician, ['part' => $open->transformer])->at(PowerStation::ID, $open->transformer),
            null === $open => Gate::met('feedback', 'gate-feedback-proved', [], array_merge(...array_map(static fn (self $p): array => $p->ids(), $all))),
            self::isOpenedByASocket($facts->bench, $facts->conditions) => Gate::doesNotApply('feedback', 'gate-feedback-later', ['part' => $open->transformer]),
            null === $open->lifted() => Gate::unknown('feedback', 'gate-feedback-lift-first', figures: ['part' => $open->transformer])->at(PowerStation::ID, $open->transformer),
            null !== $open->open() && null === $open->closed() => Gate::unknown('feedback', 'gate-feedback-close-next', figures: ['part' => $open->transformer])->at(PowerStation::ID, $open->transformer),
            default => Gate::met('feedback', 'gate-feedback-being-checked', ['part' => $open->transformer, 'highestVolts' => self::lowVolts($facts->bench)], $open->ids()),
        };
    }

    /** Mains that are more than low: without a limiter what the source gives, behind one what was measured at the inlet. */
    public static function isHigh(BenchFacts $facts, Conditions $conditions): bool
    {
        $volts = $conditions->inletIsMeasured() ? $conditions->inletVolts() : (true === $conditions->limited() ? null : $conditions->sourceVolts());

        return ($volts ?? 0.0) > self::lowVolts($facts);
    }

    public static function lowVolts(BenchFacts $facts): float
    {
        return self::LOW_SHARE * StopPlan::fullVolts($facts);
    }

    /** What keeps the mains low under these conditions: a loop with all of its tubes in, and not known to be right. */
    public static function holdsBack(BenchFacts $facts, Conditions $conditions): ?self
    {
        return self::isOpenedByASocket($facts, $conditions) ? null : array_values(array_filter(self::all($facts), static fn (self $p): bool => !$p->isProved()))[0] ?? null;
    }

    /** A tube that the loop may go through is out: there is none. */
    private static function isOpenedByASocket(BenchFacts $facts, Conditions $conditions): bool
    {
        return null !== $facts->sheet && [] !== array_intersect(TubeRoles::others($facts->sheet, $facts->tubes), $conditions->tubesOut() ?? []);
    }

    /** @return list<string> entries that it rests on */
    private function ids(): array
    {
        return array_map(static fn (TakenTest $t): string => $t->id, $this->tests);
    }
}
