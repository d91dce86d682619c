<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

use Yew\Core\Tube\TubeSection;

/** The tubes of a drawer whose figures can be laid side by side, by conversion where that is wanted and can be, and those that must stand apart (TUBE-3). */
final readonly class ComparableTubes
{
    /**
     * @param list<Candidate>   $candidates
     * @param list<Candidate>   $converted  those of them whose figures were converted
     * @param list<StandsApart> $apart
     */
    private function __construct(public array $candidates, public array $converted = [], public array $apart = [])
    {
    }

    /**
     * All of them, as somebody vouches for: read at one setting of one instrument, after the same warm-up.
     *
     * @param list<TestedTube> $tubes
     */
    public static function together(array $tubes): self
    {
        return new self(array_map(static fn (TestedTube $t): Candidate => $t->asRead(), $tubes));
    }

    /**
     * @param TubeConditions   $reference that all are compared at
     * @param list<TestedTube> $tubes
     * @param TubeSection|null $law       to convert by; null where nothing is to be converted
     */
    public static function at(TubeConditions $reference, array $tubes, ?TubeSection $law): self
    {
        $candidates = $converted = $apart = [];
        foreach ($tubes as $tube) {
            $why = null === $tube->conditions ? Incomparable::NotStated : $tube->conditions->differenceFrom($reference);
            if (null === $why) {
                $candidates[] = $tube->asRead();
                continue;
            }
            $candidate = null !== $law && null !== $tube->conditions && $why->isConvertible() ? TubeLaw::convert($law, $tube, $tube->conditions, $reference) : null;
            if (null === $candidate) {
                $apart[] = new StandsApart($tube->id, $why);
            } else {
                $candidates[] = $converted[] = $candidate;
            }
        }

        return new self($candidates, $converted, $apart);
    }
}
