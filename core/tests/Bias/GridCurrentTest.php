<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BeforeChange;
use Yew\Core\Bias\BiasJudge;
use Yew\Core\Bias\Oscillation;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** What flows out of a grid, and whose it is (BIAS-4c); what draws more than its volts explain (BIAS-4d); what is known before a part is changed (BIAS-4a). */
final class GridCurrentTest extends TestCase
{
    private const CURRENT = ['V4.8' => '0.0180', 'V4.3' => '454', 'V4.4' => '451'];

    /**
     * −44.00 V where −46.00 V return over 225.6 kΩ: 2 V / 225.6 kΩ = 8.87 µA in the leak, less the 4.4 µA that the meter’s 10 MΩ takes the other
     * way: Kirchhoff at the grid.
     */
    public function testItIsWhatTheLeakDropsWithTheMetersOwnLoadCounted(): void
    {
        $current = BiasTape::energised('teasel-50', 230.0)->reads([...self::CURRENT, 'N2' => '-46.00', 'V4.5' => '-44.00'])->tube('V4')->gridCurrent ?? self::fail('both ends were read');
        self::assertEqualsWithDelta(2.0 / 225.6e3 - 44.0 / 10e6, $current->amperes->value, 1e-9);
        self::assertSame('N2', $current->returnsTo);
        // A meter that loads the leak reads less at the grid: that is no grid current.
        $loaded = BiasTape::energised('teasel-50', 230.0)->reads([...self::CURRENT, 'N2' => '-46.00', 'V4.5' => '-44.985'])->tube('V4')->gridCurrent ?? self::fail('both ends were read');
        self::assertEqualsWithDelta(0.0, $loaded->amperes->value, 2e-8);
    }

    public function testAShareOfTheBiasMakesTheVerdict(): void
    {
        $judged = static fn (string $grid): ?Reason => BiasTape::energised('teasel-50', 230.0)->reads([...self::CURRENT, 'N2' => '-46.00', 'V4.5' => $grid])->tube('V4')->gridCurrent?->judge();
        self::assertSame('bias-no-grid-current', $judged('-44.99')?->code, 'it has been warm for half an hour');
        self::assertSame('bias-no-grid-current', $judged('-44.15')?->code);
        self::assertSame(['bias-grid-current', Verdict::Watch], [$judged('-44.05')?->code, $judged('-44.05')?->verdict], 'over 2 % of the bias');
        self::assertSame(Verdict::Watch, $judged('-42.90')?->verdict);
        self::assertSame(Verdict::Out, $judged('-42.80')?->verdict, 'over 5 %');
    }

    public function testWhatGrowsIsTheTubeAndWhatWasThereColdTheCapacitor(): void
    {
        $twice = static function (string $cold, string $hot, float $between = 1800.0): ?Reason {
            $tape = BiasTape::energised('teasel-50', 230.0);
            // Off and on again: cold.
            $tape->tape->off()->discharged()->ramped()->energised();
            $tape->reads(['V4.5' => $cold, 'N2' => '-46.00']);
            $tape->tape->taken('note', ['text' => 'waits'], $between);

            return $tape->reads([...self::CURRENT, 'N2' => '-46.00', 'V4.5' => $hot])->tube('V4')->gridCurrent?->judge();
        };
        $tube = $twice('-44.90', '-43.60') ?? self::fail('it grew');
        self::assertSame(['bias-grid-current-of-tube', Verdict::Watch], [$tube->code, $tube->verdict]);
        self::assertEqualsWithDelta(1.3 / 225.6e3 + 1.3 / 10e6, $tube->figures['riseAmperes'], 1e-9);
        self::assertSame('bias-grid-current-of-capacitor', $twice('-43.70', '-43.60')?->code);
        self::assertSame('bias-grid-current-of-capacitor', $twice('-44.10', '-43.60')?->code, 'less than half of it grew');
        self::assertSame('bias-grid-current', $twice('-43.60', '-43.60', 120.0)?->code, 'it is not hot yet: the first reading is no cold one of another');
    }

    public function testNothingIsSaidWhereAnEndIsUnreadOrItIsNotHot(): void
    {
        self::assertNull(BiasTape::energised('teasel-50', 230.0)->reads([...self::CURRENT, 'V4.5' => '-44.00'])->tube('V4')->gridCurrent);
        self::assertNull(BiasTape::energised('teasel-50', 230.0)->reads([...self::CURRENT, 'N2' => '-46.00'])->tube('V4')->gridCurrent);
        $tape = BiasTape::energised('teasel-50', 230.0);
        $tape->tape->off()->discharged()->ramped()->energised();
        self::assertNull($tape->reads([...self::CURRENT, 'V4.5' => '-44.99', 'N2' => '-46.00'])->tube('V4')->gridCurrent?->judge(), 'none yet, says nothing of hot');
        self::assertSame('chassis', BiasTape::energised('wren-15', 230.0)->reads(['V3.3' => '11.3', 'V3.7' => '324', 'V3.9' => '323', 'V3.2' => '0.9'])->tube('V3')->gridCurrent?->returnsTo, 'a self-biased grid returns to the chassis');
    }

    public function testATubeThatDrawsMoreThanItsVoltsExplainIsLookedAtBeforeAnythingIsTurned(): void
    {
        $codes = static fn (BiasTape $tape): array => array_map(static fn (Reason $r): string => $r->code, BiasJudge::judge($tape->tube('V4')));
        $tape = BiasTape::energised('teasel-50', 230.0)->asTheCircuitHasIt('V4.8', 'V4.3', 'V4.4', 'V4.5');
        $strength = $tape->tube('V4')->strength() ?? self::fail('its curves tell');
        self::assertEqualsWithDelta(1.0, $strength, 0.05, 'the drawn tube is an average one');
        $amperes = ($tape->tube('V4')->plateAmperes->value ?? 0.0) / $strength;
        $times = static fn (float $times): BiasTape => BiasTape::energised('teasel-50', 230.0)->asTheCircuitHasIt('V4.3', 'V4.4', 'V4.5')->reads(['V4.8' => \sprintf('%.5f', $times * $amperes * 1.19)]);
        self::assertLessThan(1.5, $times(1.25)->tube('V4')->strength());
        self::assertNotContains('bias-without-cause', $codes($times(1.25)));
        self::assertGreaterThan(1.5, $times(1.7)->tube('V4')->strength());
        self::assertContains('bias-without-cause', $codes($times(1.7)));

        $facts = $times(1.7)->bench()->facts;
        self::assertSame([], Oscillation::judge($facts, 'T2'));
        self::assertFalse(Oscillation::isClean($facts, 'T2'), 'nobody looked');
        $seen = static function (string $test, string $choice) use ($times): BiasTape {
            $tape = $times(1.7);
            $tape->tape->taken('trial', ['test' => $test, 'part' => 'T2', 'text' => $choice]);

            return $tape;
        };
        self::assertTrue(Oscillation::isClean($seen('output-look', 'clean')->bench()->facts, 'T2'));
        self::assertFalse(Oscillation::isClean($seen('probe-touch', 'steady')->bench()->facts, 'T2'), 'the probe alone tells too little');
        self::assertSame(['bias-output-look-oscillates', Verdict::Out], [($bad = Oscillation::judge($seen('output-look', 'oscillates')->bench()->facts, 'T2')[0])->code, $bad->verdict]);
    }

    public function testWhatIsToBeKnownBeforeAPartIsChanged(): void
    {
        $codes = static fn (BiasTape $tape, string ...$positions): array => array_map(static fn (Reason $r): string => $r->code, BeforeChange::of(($bench = $tape->bench())->facts, [] === array_values(array_intersect_key($bench->tubes(), array_flip($positions))) ? self::fail('they are in') : array_values(array_intersect_key($bench->tubes(), array_flip($positions)))));
        self::assertSame(['before-mains', 'before-grids-open', 'before-coupling-open', 'before-type', 'before-look-open'], $codes(BiasTape::energised('teasel-50', 230.0), 'V4', 'V5'));
        self::assertSame('before-type-open', $codes(BiasTape::energised('teasel-50', 230.0, saysTubes: false), 'V4')[3]);
        self::assertSame('before-type-open', $codes(BiasTape::energised('teasel-50', 230.0, ['V4' => '6L6']), 'V4')[3], 'no suffix, no limit');
        $read = ['V4.8' => '0.0180', 'V4.3' => '454', 'V4.4' => '451', 'V5.8' => '0.0180', 'V5.3' => '454', 'V5.4' => '451', 'N2' => '-46.00', 'V4.5' => '-44.99', 'V5.5' => '-44.99'];
        self::assertSame(['before-mains', 'before-grids', 'before-coupling', 'before-type', 'before-look-open'], $codes(BiasTape::energised('teasel-50', 230.0)->reads($read), 'V4', 'V5'));
        self::assertSame('before-coupling-leaks', $codes(BiasTape::energised('teasel-50', 230.0)->reads([...$read, 'V5.5' => '-42.00']), 'V4', 'V5')[2]);
        $hotter = static function (string $second) use ($read): BiasTape {
            $tape = BiasTape::energised('teasel-50', 230.0);
            $tape->tape->taken('bias-target', ['stage' => 'T2', 'school' => 'percent', 'lowPercent' => 5, 'highPercent' => 10]);

            return $tape->reads([...$read, 'V4.8' => '18mA', 'V5.8' => $second]);
        };
        self::assertSame('before-all-hot', $codes($hotter('18mA'), 'V4', 'V5')[5], 'the mains, or the bias supply');
        self::assertSame('before-one-hot', $codes($hotter('4mA'), 'V4', 'V5')[5], 'its contact, its coupling capacitor, or the tube');
        $looked = BiasTape::energised('teasel-50', 230.0)->reads($read);
        $looked->tape->taken('trial', ['test' => 'output-look', 'part' => 'T2', 'text' => 'clean']);
        self::assertSame('bias-output-look-clean', $codes($looked, 'V4', 'V5')[4]);
        self::assertNotContains('before-look-open', $codes($looked, 'V4', 'V5'));
        $touched = static function (string $choice) use ($read): BiasTape {
            $tape = BiasTape::energised('teasel-50', 230.0)->reads($read);
            $tape->tape->taken('trial', ['test' => 'probe-touch', 'part' => 'T2', 'text' => $choice]);

            return $tape;
        };
        self::assertSame(['bias-probe-touch-steady', 'before-look-open'], \array_slice($codes($touched('steady'), 'V4', 'V5'), 4), 'the probe alone tells too little');
        self::assertSame(['bias-probe-touch-moves'], \array_slice($codes($touched('moves'), 'V4', 'V5'), 4), 'that is an answer');
    }
}
