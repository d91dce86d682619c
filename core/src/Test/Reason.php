<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Reading\Verdict;

/** One ground of a verdict: a code for the wording, how bad it is, and the figures that it rests on. */
final readonly class Reason
{
    /**
     * @param array<string, mixed>         $figures named with their unit: leakAmperes, spreadPercent
     * @param 'now'|'earlier'|'superseded' $stands  earlier: a worse test taken before, which still counts; superseded: on the record, and counts nowhere
     */
    public function __construct(public string $code, public Verdict $verdict, public array $figures = [], public string $stands = 'now')
    {
    }

    /** This ground comes from a test before the newest one, and counts all the same. */
    public function earlier(): self
    {
        return new self($this->code, $this->verdict, $this->figures, 'earlier');
    }

    /** A better measurement stands for it: it is shown and decides nothing. */
    public function superseded(): self
    {
        return new self($this->code, $this->verdict, $this->figures, 'superseded');
    }

    /**
     * @param list<self> $reasons
     *
     * @return list<self> worst first, else in the order given
     */
    public static function worstFirst(array $reasons): array
    {
        usort($reasons, static fn (self $a, self $b): int => [$b->counts(), $b->verdict->severity()] <=> [$a->counts(), $a->verdict->severity()]);

        return $reasons;
    }

    /** @param list<self> $reasons */
    public static function worst(array $reasons): ?Verdict
    {
        $worst = null;
        foreach ($reasons as $reason) {
            $worst = $reason->counts() && (null === $worst || $reason->verdict->severity() > $worst->severity()) ? $reason->verdict : $worst;
        }

        return $worst;
    }

    public function counts(): bool
    {
        return 'superseded' !== $this->stands;
    }

    /** @return array{code: string, verdict: string, figures: array<string, mixed>, stands: string} */
    public function toArray(): array
    {
        return ['code' => $this->code, 'verdict' => $this->verdict->value, 'figures' => $this->figures, 'stands' => $this->stands];
    }
}
