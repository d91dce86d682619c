<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Codec\BadData;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\Slip;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestCatalogue;
use Yew\Core\Test\TestKind;

/** The stations of the bench in the order of the work, with every test that they bring. */
final readonly class Stations
{
    /** Grounds that no test brings: what is still missing. */
    private const OF_NO_TEST = ['iron-not-tested', 'iron-nothing-drawn', 'not-read-back', 'supply-not-read', 'fitted-unmeasured', 'removed-unmeasured', 'lead-off', 'not-approved'];

    /** @var array<string, Station> by id, in order */
    private array $stations;
    public TestCatalogue $tests;
    /** @var array<string, Station> by the name of the test */
    private array $homes;

    /** @param iterable<Station> $stations */
    public function __construct(iterable $stations)
    {
        $all = [...$stations];
        usort($all, static fn (Station $a, Station $b): int => $a->order() <=> $b->order());
        $byId = $homes = $kinds = [];
        foreach ($all as $station) {
            $byId[$station->id()] = isset($byId[$station->id()]) ? throw new \LogicException(\sprintf('two stations are called %s', $station->id())) : $station;
            foreach ($station->tests() as $kind) {
                $homes[$kind->name()] = $station;
                $kinds[] = $kind;
            }
        }
        $this->stations = $byId;
        $this->homes = $homes;
        $this->tests = new TestCatalogue(...$kinds);
    }

    /** @return array<string, Station> by id, in the order of the work */
    public function all(): array
    {
        return $this->stations;
    }

    /** @throws BadData for a name that no station has */
    public function get(string $id): Station
    {
        return $this->stations[$id] ?? throw BadData::at('station', \sprintf('there is no station called “%s”', mb_substr($id, 0, 40)));
    }

    public function has(string $id): bool
    {
        return isset($this->stations[$id]);
    }

    /** The station that a test belongs to. */
    public function of(TestKind $kind): Station
    {
        return $this->homes[$kind->name()] ?? throw new \LogicException(\sprintf('no station brings the test %s', $kind->name()));
    }

    /**
     * What a test says, with its own verdict, and beside it how the part stands with the test in: the judgement as given then.
     *
     * @param Board      $before of the test’s station, without it
     * @param Board      $after  with it
     * @param BenchFacts $facts  with it
     *
     * @return TestJudgement|null null for a part that no board shows
     */
    public function judgement(Board $before, Board $after, BenchFacts $facts, TakenTest $test): ?TestJudgement
    {
        $item = $after->find($test->part);
        if (null === $item) {
            return null;
        }
        $run = $item->runs[$test->kind->name()] ?? null;
        if (null !== $run) {
            return new TestJudgement($run->verdict, $run->reasonCode, [], $run->word, $run->verdict);
        }
        $reason = self::brought($item, $before->find($test->part)) ?? self::own($this->of($test->kind), $facts, $test);

        return new TestJudgement($reason->verdict ?? Verdict::CannotSay, $reason->code ?? 'none', $reason->figures ?? [], $item->judged->outcome->value, $item->judged->verdict, self::slip($item, $test));
    }

    private static function slip(Item $item, TakenTest $test): ?Slip
    {
        foreach ($item->steps as $step) {
            foreach ($step->kind === $test->kind && $step->subject === $test->subject ? $step->checks : [] as $check) {
                $slip = $check->suspect($test);
                if (null !== $slip) {
                    return $slip;
                }
            }
        }

        return null;
    }

    /** The worst ground that is there with the test and was not there without it; none of a test before it, and none of what is still missing. */
    private static function brought(Item $item, ?Item $before): ?Reason
    {
        $known = array_map(static fn (Reason $r): array => $r->toArray(), $before->judged->reasons ?? []);
        foreach ($item->judged->reasons as $reason) {
            if ('now' === $reason->stands && !\in_array($reason->code, self::OF_NO_TEST, true) && !\in_array($reason->toArray(), $known, true)) {
                return $reason;
            }
        }

        return null;
    }

    /** A test that repeats another brings nothing new: then what it says by itself. */
    private static function own(Station $station, BenchFacts $facts, TakenTest $test): ?Reason
    {
        $alone = $station->board($facts->withOnly(static fn (TakenTest $t): bool => $t->id === $test->id))->find($test->part);
        $none = $station->board($facts->withOnly(static fn (TakenTest $t): bool => false))->find($test->part);

        return null === $alone ? null : self::brought($alone, $none);
    }
}
