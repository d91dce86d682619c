<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BiasJudge;
use Yew\Core\Bias\BiasSpread;
use Yew\Core\Bias\BiasStation;
use Yew\Core\Bias\BiasSweep;
use Yew\Core\Bias\BiasTube;
use Yew\Core\Owner\Recommendation;
use Yew\Core\Owner\Recommendations;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Test\Reason;

/** What is said of how an output tube idles (BIAS-2, BIAS-3, BIAS-5), with every band that straddles an edge said to do so. */
final class BiasJudgeTest extends TestCase
{
    /** 25 mA at 392 V are 9.8 W: of 12 W 82 %, of 14 W 70 % (common practice). */
    public function testWattsAreVoltsOfThePlateTimesItsOwnCurrent(): void
    {
        $tube = self::lantern('25mA', '392', '392')->tube('V4');
        $share = ($tube->screenAmperes->value ?? 0.0) / 0.025;
        self::assertEqualsWithDelta(9.8 * (1.0 - $share), $tube->plateWatts()->value ?? 0.0, 1e-3);
        self::assertEqualsWithDelta(9.8 * $share, $tube->screenWatts()->value ?? 0.0, 1e-3);
        self::assertGreaterThan(0.02, $share);
        self::assertLessThan(0.12, $share);
        self::assertSame([82, 70], [(int) round(100 * 9.8 / 12), (int) round(100 * 9.8 / 14)]);
    }

    /** 445 V and 33 mA of cathode current on a 6L6GC: 14.7 W less the screen’s share, about half of 30 W design-maximum (common practice). */
    public function testAboutHalfOfThirtyWatts(): void
    {
        $tube = self::lantern('33mA', '445', '445')->tube('V4');
        self::assertEqualsWithDelta(14.7, ($tube->plateWatts()->value ?? 0.0) + ($tube->screenWatts()->value ?? 0.0), 0.05);
        self::assertSame(['6L6GC', 'design-maximum', 30.0], [$tube->limits()[0]->type, $tube->limits()[0]->system, $tube->limits()[0]->plateWatts]);
        $reason = self::reason($tube, 'bias-cool');
        self::assertSame(Verdict::Watch, $reason->verdict);
        self::assertEqualsWithDelta(47.0, $reason->figures['limitPercent'], 3.0);
    }

    /** @return iterable<string, array{float, string, Verdict}> milliamperes of the cathode at 432 V, what is said first of 30 W */
    public static function currents(): iterable
    {
        yield 'far below the school’s band' => [35.0, 'bias-cool', Verdict::Watch];
        yield 'inside it' => [47.6, 'bias-on-target', Verdict::Within];
        yield 'above it and below the limit' => [58.0, 'bias-hot', Verdict::Watch];
        yield 'the limit inside the band' => [72.8, 'bias-straddles-limit', Verdict::CannotSay];
        yield 'surely over it' => [80.0, 'bias-over-limit', Verdict::Danger];
    }

    #[DataProvider('currents')]
    public function testEachSideOfEveryEdge(float $milliamperes, string $code, Verdict $verdict): void
    {
        self::assertSame($verdict, self::reason(self::lantern(\sprintf('%.2fmA', $milliamperes), '432', '432')->tube('V4'), $code)->verdict);
    }

    public function testABandThatReachesOutOfTheTargetSaysSo(): void
    {
        $near = self::lantern('44.5mA', '432', '432')->tube('V4');
        self::assertSame('bias-about-target', self::codes($near)[0]);
        $badly = BiasTape::energised('lantern-30', 117.0)->reads(['T2/a' => '2.4', 'V4.3' => '432', 'V4.4' => '432', 'V4.8' => '<1'])->tube('V4');
        self::assertContains('bias-straddles-target', self::codes($badly), 'half below, half inside');
    }

    public function testWhatIsMissingIsAskedForAndNothingIsSaidBefore(): void
    {
        self::assertSame([], BiasJudge::judge(BiasTape::energised('lantern-30', 117.0)->tube('V4')));
        $tube = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '40mA'])->tube('V4');
        self::assertSame('V4.3, V4.4', self::reason($tube, 'bias-not-measured')->figures['wanted']);
        $turned = self::lantern('40mA', '432', '432');
        $turned->tape->taken('conditions', ['facts' => ['inletVolts' => ['value' => 122.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 122.0], 'how' => 'measured']]], 1.0);
        self::assertSame('bias-not-measured', self::codes($turned->reads(['V4.8' => '44mA'])->tube('V4'))[0], 'those of before are stale, and had their meter');
        $unsaid = BiasTape::energised('lantern-30', 117.0, saysTubes: false)->reads(['V4.8' => '46mA', 'V4.3' => '432', 'V4.4' => '432'])->tube('V4');
        self::assertSame(Verdict::CannotSay, self::reason($unsaid, 'bias-type-not-said')->verdict, 'what is drawn is a guess');
        self::assertNotContains('bias-type-not-said', self::codes(self::lantern('46mA', '432', '432')->tube('V4')));
    }

    /** 6L6G and 6L6GB may 19 W design-centre, a 6L6GC 30 W design-maximum: without its suffix a tube between them cannot be judged (BIAS-2). */
    public function testATubeWithoutItsSuffixIsNotJudgedBetweenItsLimits(): void
    {
        $between = static fn (string $milliamperes): BiasTube => BiasTape::energised('lantern-30', 117.0, ['V4' => '6L6'])->reads(['V4.8' => $milliamperes, 'V4.3' => '432', 'V4.4' => '432'])->tube('V4');
        $tube = $between('50mA');
        self::assertTrue($tube->isOfUnknownSuffix());
        self::assertSame(Verdict::CannotSay, self::reason($tube, 'bias-suffix-missing')->verdict);
        self::assertSame(Verdict::Danger, self::reason($between('85mA'), 'bias-over-limit')->verdict, 'over every one of them');
    }

    /** A design-maximum limit must hold at the highest mains of the place, too; a design-centre one contains it (BIAS-2). */
    public function testADesignMaximumLimitIsHeldAtTheHighestMains(): void
    {
        $hot = self::lantern('63mA', '432', '432')->tube('V4');
        self::assertGreaterThan(1.15, $hot->highRatio);
        self::assertGreaterThan(100.0, self::reason($hot, 'bias-over-at-high-mains')->figures['highPercent']);
        self::assertNotContains('bias-over-at-high-mains', self::codes(self::lantern('47mA', '432', '432')->tube('V4')));
        $centre = BiasTape::energised('teasel-50', 230.0)->reads(['V4.8' => '52mA', 'V4.3' => '454', 'V4.4' => '451'])->tube('V4');
        self::assertSame('design-centre', $centre->limits()[0]->system);
        self::assertNotContains('bias-over-at-high-mains', self::codes($centre));
    }

    public function testTwoWaysThatAgreeOrContradict(): void
    {
        $both = static fn (string $drop): BiasTube => self::lantern('44.3mA', '432', '432')->reads(['T2/a' => $drop])->tube('V4');
        self::assertSame(Verdict::Within, self::reason($both('2.63'), 'bias-methods-agree')->verdict);
        $against = self::reason($both('4.2'), 'bias-methods-contradict');
        self::assertSame([Verdict::CannotSay, 'half-drop'], [$against->verdict, $against->figures['wrongMethod']], 'the one on copper that nobody measured');
    }

    public function testWhatIsNoFigureIsNotTakenForOne(): void
    {
        $tube = self::lantern('0mA', '432', '432')->tube('V4');
        self::assertSame(['bias-not-drawing'], self::codes($tube));
        $zero = self::lantern('40mA', '0', '432')->tube('V4');
        self::assertSame(['bias-not-drawing'], self::codes($zero), 'no watts where the plate stands at nothing');
        $backwards = self::lantern('40mA', '432', '432')->reads(['R25' => '-4.7'])->tube('V4');
        self::assertSame(['bias-screen-backwards'], self::codes($backwards));
        $most = self::lantern('40mA', '432', '432')->reads(['R25' => '23.5'])->tube('V4');
        self::assertSame(['bias-screen-over-cathode'], self::codes($most), '50 mA of a screen do not come out of 40');
        self::assertNotContains('bias-screen-over-cathode', self::codes(self::lantern('40mA', '432', '432')->reads(['R25' => '4.7'])->tube('V4')), '10 mA do');
        $unknown = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '>30mA', 'V4.3' => '432', 'V4.4' => '432'])->tube('V4');
        self::assertNull($unknown->current(), 'a bound is no figure');
        self::assertSame([], self::codes($unknown));
    }

    public function testTheTargetFollowsTheKindOfStage(): void
    {
        $band = static fn (string $sheet, float $mains, string $position): array => [($target = BiasTape::energised($sheet, $mains)->tube($position)->target())->low, $target->high, $target->setBy];
        self::assertSame([0.6, 0.7, 'school'], $band('lantern-30', 117.0, 'V4'));
        self::assertSame([0.75, 1.0, 'school'], $band('wren-15', 230.0, 'V3'));
        self::assertSame([0.8, 1.0, 'school'], $band('nuthatch-5', 120.0, 'V2'));
    }

    /** Under 5 mA or 10 % is good (BIAS-5); a band that straddles that says so; a mean says nothing of one. */
    public function testTheSpreadOfASet(): void
    {
        $pair = static fn (string $one, string $other): ?Reason => BiasSpread::judge(array_values(BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => $one, 'V5.8' => $other])->bench()->tubes()));
        $good = $pair('44.0mA', '41.0mA');
        self::assertSame(['bias-spread-good', Verdict::Within], [$good?->code, $good?->verdict]);
        $wide = $pair('50.0mA', '40.0mA') ?? self::fail('they are two');
        self::assertSame(['bias-spread-wide', 'V4', 'V5'], [$wide->code, $wide->figures['most'], 'V4' === $wide->figures['heavySide'] ? 'V5' : '']);
        self::assertEqualsWithDelta(0.01, $wide->figures['heavyAmperes'], 1e-9);
        self::assertSame('bias-spread-straddles', $pair('45.05mA', '40.0mA')?->code);
        $one = BiasSpread::judge(array_values(BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '44mA'])->bench()->tubes()));
        self::assertSame(['bias-spread-unknown', 'V5'], [$one?->code, $one->figures['unread'] ?? '']);
        self::assertNull(BiasSpread::judge(array_values(BiasTape::energised('nuthatch-5', 120.0)->bench()->tubes())), 'one tube is no set');
    }

    public function testTheBoardAsksForEveryOutputTubeThatIsIn(): void
    {
        $bench = BiasTape::energised('quillon-duo-12', 230.0)->reads(['V2.3' => '11.3', 'V2.7' => '321', 'V2.9' => '323', 'V3.7' => '321', 'V3.9' => '323']);
        $board = (new BiasStation())->board($bench->tape->bench()->facts());
        self::assertSame(['V2', 'V3', 'V5', 'V6', 'T2', 'T3'], array_map(static fn ($i): string => $i->part, $board->items));
        self::assertNotSame(Outcome::Open, $board->find('V2')?->judged->outcome);
        self::assertContains('bias-is-a-mean', array_map(static fn (Reason $r): string => $r->code, $board->find('V3')->judged->reasons ?? []));
        self::assertSame(Outcome::Open, $board->find('V5')?->judged->outcome, 'the other channel is not read');
        self::assertSame(Outcome::Open, $board->find('T2')?->judged->outcome, 'a mean tells no spread');
    }

    /** A tube that idles over its limit is a symptom: of its bias supply, its coupling capacitor, its mains. It proves no tube bad, and is no work by itself. */
    public function testATubeThatIdlesHotIsNoProofAgainstIt(): void
    {
        $bench = self::lantern('80mA', '432', '432');
        self::assertSame('bias-over-limit', self::codes($bench->tube('V4'))[0]);
        self::assertNull($bench->tape->bench()->proofAgainst('V4'));
        self::assertSame([], array_filter(Recommendations::of($bench->tape->bench()->boards()), static fn (Recommendation $r): bool => 'bias' === $r->station));
    }

    /** The trim is tried from end to end, at three mains; a part under the cathodes from half to twice its ohms. */
    public function testWhereTheTubesWouldGoIsWorkedOutBeforehand(): void
    {
        $bench = BiasTape::energised('rushlight-60', 230.0);
        $sweep = BiasSweep::of($bench->bench(), $bench->tube('V3')) ?? self::fail('its circuit tells');
        self::assertSame(['P1', 'setting'], [$sweep->handle?->part, $sweep->handle?->kind]);
        self::assertCount(9, $sweep->steps);
        $grids = array_map(static fn (array $s): float => $s['now']['V3']->gridVolts, $sweep->steps);
        $sorted = $grids;
        sort($sorted);
        self::assertContains($grids, [$sorted, array_reverse($sorted)], 'it moves one way');
        foreach ($sweep->steps as $step) {
            self::assertGreaterThan($step['low']['V3']->plateAmperes, $step['now']['V3']->plateAmperes);
            self::assertGreaterThan($step['now']['V3']->plateVolts, $step['high']['V3']->plateVolts);
        }
        $shared = BiasTape::energised('wren-15', 230.0);
        $sweep = BiasSweep::of($shared->bench(), $shared->tube('V3')) ?? self::fail('its circuit tells');
        self::assertSame(['R15', 'cathode', 75.0, 300.0], [$sweep->handle?->part, $sweep->handle?->kind, $sweep->steps[0]['value'], $sweep->steps[8]['value']]);
        self::assertGreaterThan($sweep->steps[8]['now']['V3']->plateAmperes, $sweep->steps[0]['now']['V3']->plateAmperes);
        $untrimmed = BiasTape::energised('lantern-30', 117.0);
        self::assertSame(['R32', 'supply'], [($handle = BiasSweep::of($untrimmed->bench(), $untrimmed->tube('V4'))?->handle)?->part, $handle?->kind], 'nothing to turn');
    }

    private static function lantern(string $cathode, string $plate, string $screen): BiasTape
    {
        return BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => $cathode, 'V4.3' => $plate, 'V4.4' => $screen]);
    }

    /** @return list<string> */
    private static function codes(BiasTube $tube): array
    {
        return array_map(static fn (Reason $r): string => $r->code, BiasJudge::judge($tube));
    }

    private static function reason(BiasTube $tube, string $code): Reason
    {
        foreach (BiasJudge::judge($tube) as $reason) {
            if ($code === $reason->code) {
                return $reason;
            }
        }
        self::fail($code.' is not said, but '.implode(', ', self::codes($tube)));
    }
}
