<?php

declare(strict_types=1);

namespace Yew\Core\Station;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** How a part stands: the station's word, the verdict, and the grounds. A station’s own verdict adds the figures that it was made of. */
readonly class PartVerdict
{
    /** @param list<Reason> $reasons worst first */
    public function __construct(public Outcome $outcome, public Verdict $verdict, public array $reasons)
    {
    }

    /** Nothing was said of it yet. */
    final public static function open(): self
    {
        return new self(Outcome::Open, Verdict::CannotSay, []);
    }

    /** The worst verdict among the grounds with such codes, for the mark of the figure that they rest on; null where none speaks of it. */
    public function of(string ...$codes): ?Verdict
    {
        return Reason::worst(array_values(array_filter($this->reasons, static fn (Reason $r): bool => [] !== array_filter($codes, static fn (string $c): bool => str_starts_with($r->code, $c)))));
    }
}
