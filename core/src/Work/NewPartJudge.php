<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Capacitor\CapacitorContext;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Whether a part on the bench may go in: new ones are measured too (WORK-1). */
final class NewPartJudge
{
    /** Of a new resistor, percent (common practice: metal film of one percent, carbon film of five). */
    public const RESISTOR_PERCENT = 5.0;
    /** Beyond this it is another value, percent (our choice: past the neighbours of E12). */
    public const OTHER_VALUE_PERCENT = 20.0;
    /** Grounds that rest on the figures of the part itself. */
    private const OF_THE_PART = ['capacitance-', 'esr-', 'leakage-', 'film-', 'coupling-'];

    public static function resistor(DrawnResistor $drawn, TakenTest $test): Reason
    {
        $ohms = $test->value('ohms');
        $off = null === $ohms ? null : 100 * ($ohms / $drawn->ohms - 1);
        $figures = ['ohms' => $ohms, 'drawnOhms' => $drawn->ohms, 'deviationPercent' => $off];

        return match (true) {
            null === $off => new Reason('new-not-read', Verdict::CannotSay, $figures),
            round(abs($off), 6) <= self::RESISTOR_PERCENT => new Reason('new-as-drawn', Verdict::Within, $figures),
            round(abs($off), 6) <= self::OTHER_VALUE_PERCENT => new Reason('new-off', Verdict::Watch, $figures),
            default => new Reason('new-other-value', Verdict::Out, $figures),
        };
    }

    /** @return list<Reason> as the bench judges any capacitor that stands in this place, of what was measured alone */
    public static function capacitor(DrawnCapacitor $drawn, TakenTest $test, BenchFacts $facts): array
    {
        $alone = new TestRecord([new TakenTest(CapacitorTestKind::Capacitor, $test->part, '', $test->text, $test->figures, $test->said, true, $test->at, $test->id)]);
        $reasons = CapacitorJudge::judge($drawn, $alone, new CapacitorContext($facts->practice->school, null, $facts->year, $facts->practice->leakage))->reasons;

        return array_values(array_filter($reasons, static fn (Reason $r): bool => [] !== array_filter(self::OF_THE_PART, static fn (string $c): bool => str_starts_with($r->code, $c))));
    }

    public static function byEye(TakenTest $test): Reason
    {
        return 'good' === $test->choice() ? new Reason('new-good', Verdict::Within) : new Reason('new-doubtful', Verdict::Out);
    }
}
