<?php

declare(strict_types=1);

namespace Yew\Core\Trial;

/** The tests of one unit, in the order they were taken. */
final readonly class Trials
{
    /** @param list<Trial> $all oldest first */
    public function __construct(public array $all = [])
    {
    }

    public function of(string $part): self
    {
        return new self(array_values(array_filter($this->all, static fn (Trial $t): bool => $t->part === $part)));
    }

    public function kind(TrialKind ...$kinds): self
    {
        return new self(array_values(array_filter($this->all, static fn (Trial $t): bool => \in_array($t->kind, $kinds, true))));
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

    /** @return list<string> */
    public function parts(): array
    {
        return array_values(array_unique(array_map(static fn (Trial $t): string => $t->part, $this->all)));
    }
}
