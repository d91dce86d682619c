<?php

declare(strict_types=1);

namespace Yew\Core\Trial;

use Yew\Core\Reading\Verdict;

/** One ground of a verdict: a code for the wording, how bad it is, and the figures that it rests on. */
final readonly class Reason
{
    /** @param array<string, mixed> $figures named with their unit: leakAmperes, spreadPercent */
    public function __construct(public string $code, public Verdict $verdict, public array $figures = [])
    {
    }

    /**
     * @param list<self> $reasons
     *
     * @return list<self> worst first, else in the order given
     */
    public static function worstFirst(array $reasons): array
    {
        usort($reasons, static fn (self $a, self $b): int => $b->verdict->severity() <=> $a->verdict->severity());

        return $reasons;
    }

    /** @param list<self> $reasons */
    public static function worst(array $reasons): ?Verdict
    {
        $worst = null;
        foreach ($reasons as $reason) {
            $worst = null === $worst || $reason->verdict->severity() > $worst->severity() ? $reason->verdict : $worst;
        }

        return $worst;
    }

    /** @return array{code: string, verdict: string, figures: array<string, mixed>} */
    public function toArray(): array
    {
        return ['code' => $this->code, 'verdict' => $this->verdict->value, 'figures' => $this->figures];
    }
}
