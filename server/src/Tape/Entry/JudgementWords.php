<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\PointView;
use Yew\Server\Wording\Wording;

/** What was said of an entry when it was taken, in one line. */
final readonly class JudgementWords
{
    public function __construct(private Wording $wording)
    {
    }

    /** Of a reading or a discharge proof: the verdict, with what was expected or why. */
    public function reading(TapeEntry $entry): string
    {
        $judgement = Fields::of($entry->judgement ?? []);
        $verdict = Verdict::tryFrom($judgement->optionalText('verdict'));
        if (null === $verdict) {
            return '';
        }
        $expected = $judgement->raw('expectedVolts');
        if (Verdict::CannotSay === $verdict || !is_numeric($expected)) {
            return PointView::words($verdict, null).': '.$this->wording->reason($judgement->optionalText('reasonCode'), Fields::named($judgement->raw('figures')));
        }
        $given = $entry->payload['function'] ?? null;
        $function = MeterFunction::tryFrom(\is_string($given) ? $given : '') ?? MeterFunction::DcVolts;

        return PointView::words($verdict, $judgement->optionalString('direction')).' ('.PointView::expectedFigure((float) $expected, $function).(MeterFunction::DcAmperes === $function ? ' mA' : '').' expected)';
    }

    /** Of a test: what it says; then the part’s word where that is another verdict: a good answer does not clear a condemned part, nor name it. */
    public function test(TapeEntry $entry): string
    {
        $judgement = Fields::of($entry->judgement ?? []);
        $code = $judgement->optionalText('reasonCode');
        $reason = '' === $code || 'none' === $code ? '' : $this->wording->cold($code, Fields::named($judgement->raw('figures')));
        $outcome = $judgement->optionalText('word');
        $word = '' === $outcome || 'open' === $outcome ? '' : $this->wording->cold('word-'.$outcome, []);
        $part = $judgement->optionalText('partVerdict');
        if ('' === $part || '' === $word) {
            return '' === $reason ? $word : $reason; // as given by an earlier version, or nothing to say of the part yet
        }

        return $part === $judgement->optionalText('verdict') ? EntryWords::joined(': ', $word, $reason) : trim($reason.' '.$this->wording->cold('so-far', ['part' => Fields::of($entry->payload)->optionalText('part'), 'word' => lcfirst($word)]));
    }
}
