<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** Something that the record knows and that speaks against power: asked about before it, said on the report (SAFE-4). */
final readonly class Hazard
{
    /** What the stations call parts that must not see power as they are. */
    private const UNSAFE_WORDS = ['condemned', 'unsafe'];
    /** A low reading in place that nobody lifted an earth for: of a primary it is a short until somebody did. */
    private const UNRESOLVED = 'insulation-lift-first';

    /** @param array<string, mixed> $figures */
    public function __construct(public string $part, public string $code, public array $figures)
    {
    }

    /**
     * Of a part on a board: every danger; of what is condemned or unsafe, every ground that says so.
     *
     * @param string       $word    the station's own word for the part
     * @param list<Reason> $reasons
     *
     * @return list<self>
     */
    public static function ofPart(string $part, string $word, array $reasons): array
    {
        $hazards = [];
        foreach ($reasons as $reason) {
            $unsafe = Verdict::Danger === $reason->verdict || (Verdict::Out === $reason->verdict && \in_array($word, self::UNSAFE_WORDS, true));
            $between = $reason->figures['between'] ?? '';
            $unresolved = self::UNRESOLVED === $reason->code && \is_string($between) && str_starts_with($between, 'primary to core');
            if ($reason->counts() && ($unsafe || $unresolved)) {
                $hazards[] = new self($part, $reason->code, $reason->figures);
            }
        }

        return $hazards;
    }

    /** @return array{part: string, code: string, figures: array<string, mixed>} */
    public function toArray(): array
    {
        return ['part' => $this->part, 'code' => $this->code, 'figures' => $this->figures];
    }
}
