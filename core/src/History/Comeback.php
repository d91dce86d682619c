<?php

declare(strict_types=1);

namespace Yew\Core\History;

/**
 * What an amplifier that was here before opens with (LOOK-6, REC-4b, REC-6): the doubts of the last visit, beside the new complaint.
 */
final class Comeback
{
    private const DAY = 86400.0;
    /** Back so soon, the old work is looked at first, days (our choice: what shops stand by their work for). */
    public const SOON_DAYS = 90;
    /** Words shorter than this say nothing of a complaint, letters (our choice). */
    private const LEAST_LETTERS = 4;
    /** Words of many letters that every complaint has. */
    private const EMPTY_WORDS = ['after', 'again', 'been', 'comes', 'does', 'from', 'have', 'hour', 'into', 'like', 'more', 'only', 'owner', 'please', 'rather', 'since', 'some', 'still', 'than', 'that', 'then', 'this', 'very', 'what', 'when', 'whenever', 'while', 'with'];

    /**
     * @param list<Visit> $earlier   the newest first
     * @param string      $complaint of the new job; empty for none
     * @param float       $now       when that was booked in, seconds since the epoch
     *
     * @return list<Told> the most telling first; none where it was never here
     */
    public static function of(array $earlier, string $complaint, float $now): array
    {
        $last = $earlier[0] ?? null;
        if (null === $last) {
            return [];
        }
        $told = [];
        $days = (int) floor(($now - ($last->left ?? $last->at)) / self::DAY);
        if ($days <= self::SOON_DAYS) {
            $told[] = new Told('back-soon', ['days' => (string) max(0, $days), 'tag' => $last->tag]);
        }
        foreach ($earlier as $visit) {
            $same = self::shared($visit->complaint, $complaint);
            if ([] !== $same) {
                $told[] = new Told('same-complaint', ['words' => implode(', ', $same), 'tag' => $visit->tag, 'complaint' => $visit->complaint]);
                break;
            }
        }
        $told = [...$told, ...self::causes($earlier)];
        foreach ($last->openEnds as $end) {
            $told[] = new Told('left-open', ['text' => ('' === $end->part ? '' : $end->part.': ').$end->text, 'tag' => $last->tag]);
        }
        foreach ($last->declined as $line) {
            $told[] = new Told('declined-'.$line['says'], ['text' => $line['text'], 'tag' => $last->tag]);
        }

        return $told;
    }

    /**
     * @param list<Visit> $earlier
     *
     * @return list<Told>
     */
    private static function causes(array $earlier): array
    {
        $last = $earlier[0];
        $told = [];
        $fuses = array_filter($earlier, static fn (Visit $v): bool => [] !== $v->fuses);
        if ([] !== $fuses && 'proven' !== $last->cause?->certainty) {
            // A fuse replaced on a suspicion: the next blown one opens with that.
            $told[] = new Told('fuse-before', ['times' => (string) \count($fuses), 'tag' => array_values($fuses)[0]->tag]);
        }
        $cause = $last->cause;
        if (null === $cause) {
            return [...$told, new Told('no-cause-said', ['tag' => $last->tag])];
        }
        if ('proven' !== $cause->certainty) {
            $told[] = new Told('suspected' === $cause->certainty ? 'cause-only-suspected' : 'cause-not-found', ['text' => ('' === $cause->part ? '' : $cause->part.': ').$cause->text, 'tag' => $last->tag]);
        }

        return $told;
    }

    /** @return list<string> words that both complaints have, in the order of the new one */
    private static function shared(string $old, string $new): array
    {
        return array_values(array_intersect(self::words($new), self::words($old)));
    }

    /** @return list<string> lower case, without the endings that the same word takes */
    private static function words(string $text): array
    {
        $words = preg_split('/[^\p{L}]+/u', mb_strtolower($text), -1, \PREG_SPLIT_NO_EMPTY);
        $telling = array_filter(\is_array($words) ? $words : [], static fn (string $w): bool => mb_strlen($w) >= self::LEAST_LETTERS && !\in_array($w, self::EMPTY_WORDS, true));

        return array_values(array_unique(array_map(static fn (string $w): string => mb_strlen($w) > self::LEAST_LETTERS ? (string) preg_replace('/(?<=\p{L}{4})(?:ing|es|s)$/u', '', $w) : $w, $telling)));
    }
}
