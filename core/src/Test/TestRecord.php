<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Reading\Verdict;

/** The tests of one unit, in the order they were taken. */
final readonly class TestRecord
{
    /**
     * @param list<TakenTest> $all    oldest first
     * @param list<TakenTest> $former of parts that were replaced or repaired since: on the record, and no longer of what is in there
     */
    public function __construct(public array $all = [], public array $former = [])
    {
    }

    public function of(string $part): self
    {
        return $this->only(static fn (TakenTest $t): bool => $t->part === $part);
    }

    public function kind(TestKind ...$kinds): self
    {
        return $this->only(static fn (TakenTest $t): bool => \in_array($t->kind, $kinds, true));
    }

    public function about(string $subject): self
    {
        return $this->only(static fn (TakenTest $t): bool => $t->subject === $subject);
    }

    /** @param \Closure(TakenTest): bool $fits */
    public function only(\Closure $fits): self
    {
        return new self(array_values(array_filter($this->all, $fits)), array_values(array_filter($this->former, $fits)));
    }

    /** What was taken on the isolated part alone, where anything was; else all (JUDGE-7a). */
    public function isolated(): self
    {
        $lifted = $this->only(static fn (TakenTest $t): bool => $t->lifted);

        return [] === $lifted->all ? $this : $lifted;
    }

    /** The newest of a kind, for a subject where one is named. */
    public function latest(TestKind $kind, ?string $subject = null): ?TakenTest
    {
        $found = null;
        foreach ($this->all as $test) {
            if ($test->kind === $kind && (null === $subject || $test->subject === $subject)) {
                $found = $test;
            }
        }

        return $found;
    }

    /** @return array<int|string, TakenTest> the newest of a kind by subject, in the order of first mention */
    public function latestBySubject(TestKind $kind): array
    {
        $found = [];
        foreach ($this->all as $test) {
            if ($test->kind === $kind) {
                $found[$test->subject] = $test;
            }
        }

        return $found;
    }

    /** @return array<int|string, self> the tests of a kind by subject, in the order of first mention */
    public function bySubject(TestKind $kind): array
    {
        $found = [];
        foreach ($this->all as $test) {
            if ($test->kind === $kind) {
                $found[$test->subject][] = $test;
            }
        }

        return array_map(static fn (array $tests): self => new self($tests), $found);
    }

    /**
     * What several tests of one thing say together (JUDGE-7, JUDGE-7a): the worst decides, isolated ones supersede those in place, and
     * "cannot say" gives way to what could say it later. The newest stands beside the worst where they differ.
     *
     * @param callable(TakenTest): Reason $judge
     *
     * @return list<Reason> one or two; none without a test
     */
    public function deciding(callable $judge): array
    {
        $isolated = $this->isolated()->all;
        $judged = array_map($judge, $isolated);
        $last = \count($judged) - 1;
        $worst = $last;
        for ($i = $last - 1; $i >= 0; --$i) {
            $says = Verdict::CannotSay !== $judged[$i]->verdict;
            if ($says && ($judged[$i]->verdict->severity() > $judged[$worst]->verdict->severity())) {
                $worst = $i;
            }
        }
        $newest = [] === $this->all ? null : $this->all[\count($this->all) - 1];

        return match (true) {
            null === $newest => [],
            $worst < $last => [$judged[$worst]->earlier(), $judged[$last]],
            $isolated[0]->lifted && !$newest->lifted => [$judged[$worst], $judge($newest)->superseded()],
            default => [$judged[$worst]],
        };
    }

    /** @return list<string> */
    public function parts(): array
    {
        return array_values(array_unique(array_map(static fn (TakenTest $t): string => $t->part, $this->all)));
    }
}
