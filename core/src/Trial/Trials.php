<?php

declare(strict_types=1);

namespace Yew\Core\Trial;

use Yew\Core\Reading\Verdict;

/** The tests of one unit, in the order they were taken. */
final readonly class Trials
{
    /**
     * @param list<Trial> $all    oldest first
     * @param list<Trial> $former of parts that were replaced or repaired since: on the record, and no longer of what is in there
     */
    public function __construct(public array $all = [], public array $former = [])
    {
    }

    public function of(string $part): self
    {
        return $this->only(static fn (Trial $t): bool => $t->part === $part);
    }

    public function kind(TrialKind ...$kinds): self
    {
        return $this->only(static fn (Trial $t): bool => \in_array($t->kind, $kinds, true));
    }

    public function about(string $subject): self
    {
        return $this->only(static fn (Trial $t): bool => $t->subject === $subject);
    }

    /** @param \Closure(Trial): bool $fits */
    public function only(\Closure $fits): self
    {
        return new self(array_values(array_filter($this->all, $fits)), array_values(array_filter($this->former, $fits)));
    }

    /** What was taken on the isolated part alone, where anything was; else all (JUDGE-7a). */
    public function isolated(): self
    {
        $lifted = $this->only(static fn (Trial $t): bool => $t->lifted);

        return [] === $lifted->all ? $this : $lifted;
    }

    /** The newest of a kind, for a subject where one is named. */
    public function latest(TrialKind $kind, ?string $subject = null): ?Trial
    {
        $found = null;
        foreach ($this->all as $trial) {
            if ($trial->kind === $kind && (null === $subject || $trial->subject === $subject)) {
                $found = $trial;
            }
        }

        return $found;
    }

    /** @return array<int|string, Trial> the newest of a kind by subject, in the order of first mention */
    public function latestBySubject(TrialKind $kind): array
    {
        $found = [];
        foreach ($this->all as $trial) {
            if ($trial->kind === $kind) {
                $found[$trial->subject] = $trial;
            }
        }

        return $found;
    }

    /** @return array<int|string, self> the tests of a kind by subject, in the order of first mention */
    public function bySubject(TrialKind $kind): array
    {
        $found = [];
        foreach ($this->all as $trial) {
            if ($trial->kind === $kind) {
                $found[$trial->subject][] = $trial;
            }
        }

        return array_map(static fn (array $trials): self => new self($trials), $found);
    }

    /**
     * What several tests of one thing say together (JUDGE-7, JUDGE-7a): the worst decides, isolated ones supersede those in place, and
     * "cannot say" gives way to what could say it later. The newest stands beside the worst where they differ.
     *
     * @param callable(Trial): Reason $judge
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
        return array_values(array_unique(array_map(static fn (Trial $t): string => $t->part, $this->all)));
    }
}
