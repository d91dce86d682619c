<?php

declare(strict_types=1);

namespace Yew\Core\Tubes;

use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** Whether the type in a socket is the one that belongs there (TUBE-4); a suffix left out is asked for, because it decides the limits. */
final class TypeJudge
{
    /**
     * @param string|null       $drawn        type on the sheet; null where none is drawn
     * @param list<Reason>|null $substitution what the circuit makes of the other type; null where no circuit tells
     *
     * @return list<Reason> none while nobody has read the glass
     */
    public static function judge(FittedTube $fitted, ?string $drawn, ?array $substitution, TubeCatalogue $tubes): array
    {
        if ('drawn' === $fitted->how || null === $fitted->type) {
            return [];
        }
        $read = Designation::read($fitted->type, $tubes);
        $figures = ['type' => $read->printed, 'drawn' => $drawn];
        if (null === $read->type) {
            return [match (true) {
                [] !== $read->candidates => new Reason('marked-without-suffix', Verdict::CannotSay, [...$figures, 'candidates' => $read->candidates]),
                null !== $read->stem => new Reason('marked-suffix-unknown', Verdict::CannotSay, [...$figures, 'stem' => $read->stem]),
                default => new Reason('marked-unknown', Verdict::CannotSay, $figures),
            }];
        }
        $belongs = null === $drawn ? null : $tubes->find($drawn);
        $figures += self::limit($read->type);

        return match (true) {
            null === $belongs => [new Reason('marked-none-drawn', Verdict::Within, $figures)],
            $belongs === $read->type => [new Reason(isset($figures['limitWatts']) ? 'marked-as-drawn-limit' : 'marked-as-drawn', Verdict::Within, $figures)],
            default => self::other($read->type, $belongs, $figures, $substitution),
        };
    }

    /** @return array{limitWatts?: float, system?: string} of the first section: what its suffix decides */
    private static function limit(TubeType $type): array
    {
        $limits = $type->limitsOf((string) array_key_first($type->sections));

        return null === $limits?->plateWatts ? [] : ['limitWatts' => $limits->plateWatts, 'system' => $limits->system];
    }

    /**
     * @param array<string, mixed> $figures
     * @param list<Reason>|null    $substitution
     *
     * @return list<Reason>
     */
    private static function other(TubeType $type, TubeType $belongs, array $figures, ?array $substitution): array
    {
        if ($type->base !== $belongs->base && null === $substitution) {
            return [new Reason('marked-other-base', Verdict::Out, [...$figures, 'base' => $belongs->base, 'otherBase' => $type->base])];
        }
        foreach ($belongs->equivalents as $equivalent) {
            if ($equivalent['type'] === $type->name) {
                return [new Reason('marked-equivalent', null === $substitution ? Verdict::CannotSay : Verdict::Within, [...$figures, 'note' => $equivalent['note']]), ...$substitution ?? []];
            }
        }

        return [new Reason('marked-other', null === $substitution ? Verdict::CannotSay : Verdict::Watch, $figures), ...$substitution ?? []];
    }
}
