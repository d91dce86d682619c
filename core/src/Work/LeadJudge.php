<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Lead;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** What is said of a lead on the map: its colour beside the code, how sure its way is, whether it is back (WORK-3). */
final class LeadJudge
{
    /** Colours of transformer leads by what they do: the code of American makers’ transformers, from memory (RMA M4-508, later EIA RS-218); others have codes of their own. */
    private const COLOURS = [
        'mains' => ['black', 'black-red', 'black-yellow', 'brown', 'blue', 'white'], 'high-voltage' => ['red'], 'high-voltage-centre' => ['red-yellow'], 'rectifier-heater' => ['yellow'],
        'heater' => ['green', 'brown', 'slate'], 'heater-centre' => ['green-yellow', 'brown-yellow', 'slate-yellow'], 'plate' => ['blue'], 'other-plate' => ['brown', 'blue'], 'supply' => ['red'],
        'secondary' => ['green', 'yellow'], 'secondary-common' => ['black'], 'chassis' => ['green-yellow', 'black', 'bare', 'green'],
    ];

    /** Null where the code has no word for it. */
    public static function colour(Lead $lead): ?Reason
    {
        $code = self::COLOURS[$lead->does] ?? null;
        if (null === $code) {
            return null;
        }
        $said = trim((string) preg_replace('/[^a-z]+/', '-', strtolower($lead->colour)), '-');
        $figures = ['colour' => $lead->colour, 'does' => str_replace('-', ' ', $lead->does), 'code' => $code];

        return \in_array($said, $code, true) ? new Reason('lead-by-the-code', Verdict::Within, $figures) : new Reason('lead-off-the-code', Verdict::Watch, $figures);
    }

    public static function way(Lead $lead): ?Reason
    {
        return $lead->isSeen ? null : new Reason('lead-believed', Verdict::Watch, ['from' => $lead->from, 'to' => $lead->to]);
    }

    /** @param TakenTest|null $back what was said when it was put back */
    public static function back(Lead $lead, ?TakenTest $back): Reason
    {
        $figures = ['lead' => $lead->name, 'colour' => $lead->colour, 'from' => $lead->from, 'to' => $lead->to];

        return match ($back?->choice()) {
            'as-before' => new Reason('lead-back', Verdict::Within, $figures),
            'elsewhere' => new Reason('lead-elsewhere', Verdict::Watch, $figures),
            default => new Reason('lead-off', Verdict::Watch, $figures),
        };
    }
}
