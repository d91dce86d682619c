<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Look;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\FuseFamily;
use Yew\Core\Bench\FuseMark;
use Yew\Core\Codec\BadData;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Look\DateCode;
use Yew\Core\Look\FuseCheck;
use Yew\Core\Look\LookJudge;
use Yew\Core\Look\LookPlan;
use Yew\Core\Look\LookStation;
use Yew\Core\Look\LookTestKind;
use Yew\Core\Look\MainsConversion;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Item;
use Yew\Core\Station\Practice;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Tube\ShippedTubes;

final class LookTest extends TestCase
{
    public function testFuseScalesWithTheMains(): void
    {
        // FUSE-1: 4 A at 120 V is 2 A at 240 V; the values are those of IEC 60127 (from memory).
        self::assertSame(2.0, FuseCheck::scaled(4.0, 120, 240));
        self::assertSame(1.0, FuseCheck::scaled(2.0, 117, 234));
        self::assertSame(3.15, FuseCheck::scaled(1.6, 230, 117));
        // UL 248-14 and IEC 60127 do not mean the same: UL 4 A is about IEC 3.15 A (from memory).
        self::assertSame(3.15, FuseCheck::scaled(4.0, 120, 120, FuseFamily::Ul, FuseFamily::Iec));
    }

    public function testOnATieTheLowerFuse(): void
    {
        self::assertSame(1.0, FuseFamily::Iec->nearest(sqrt(1.0 * 1.25)));
        self::assertSame(1.5, FuseFamily::Ul->nearest(1.5));
    }

    /** @return iterable<string, array{string, float, string|null, float|null, FuseFamily}> */
    public static function fuses(): iterable
    {
        yield 'T2A 250V' => ['T2A 250V', 2.0, 'T', 250.0, FuseFamily::Iec];
        yield '500mAF' => ['500mAF', 0.5, 'F', null, FuseFamily::Iec];
        yield '3,15 AT' => ['3,15 AT', 3.15, 'T', null, FuseFamily::Iec];
        yield 'f 1.6a 250v' => ['f 1.6a 250v', 1.6, 'F', 250.0, FuseFamily::Iec];
        yield 'UL 2A slow' => ['UL 2A slow', 2.0, 'T', null, FuseFamily::Ul];
        yield 'no letter' => ['2', 2.0, null, null, FuseFamily::Iec];
    }

    #[DataProvider('fuses')]
    public function testReadsFuses(string $text, float $amperes, ?string $speed, ?float $volts, FuseFamily $family): void
    {
        $mark = FuseMark::read($text);
        self::assertEqualsWithDelta($amperes, $mark->amperes, 1e-9);
        self::assertSame([$speed, $volts, $family], [$mark->characteristic, $mark->volts, $mark->family]);
    }

    public function testFiveHundredAmperesIsASlip(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('500mA is half an ampere');
        FuseMark::read('500A');
    }

    /** @return iterable<string, array{string, string, Verdict}> */
    public static function fitted(): iterable
    {
        yield 'too big is a danger' => ['T4A 250V', 'fuse-too-big', Verdict::Danger];
        yield 'too small is a nuisance' => ['T1A 250V', 'fuse-too-small', Verdict::Watch];
        yield 'as drawn' => ['T2A 250V', 'fuse-fits', Verdict::Within];
        yield 'a 125 V link on 230 V' => ['T2A 125V', 'fuse-volts-low', Verdict::Danger];
        yield 'fast for slow' => ['F2A 250V', 'fuse-other-speed', Verdict::Watch];
    }

    #[DataProvider('fitted')]
    public function testFittedAgainstDrawn(string $fitted, string $code, Verdict $verdict): void
    {
        $reasons = Reason::worstFirst(FuseCheck::judge(FuseMark::read($fitted), FuseMark::read('T2A 250V'), 230, 230, true, null));
        self::assertSame([$code, $verdict], [$reasons[0]->code, $reasons[0]->verdict]);
    }

    public function testAFuseIsPlausibleByWhatTheAmplifierDraws(): void
    {
        $codes = static fn (string $fitted, float $running): array => array_map(static fn (Reason $r): string => $r->code, FuseCheck::judge(FuseMark::read($fitted), null, 230, 230, true, $running));
        self::assertSame(['fuse-plausible'], $codes('T1A', 0.7));
        self::assertSame(['fuse-under-running'], $codes('T500mA', 0.7));
        self::assertSame(['fuse-far-over-running'], $codes('T5A', 0.7));
    }

    public function testABPlusFuseDoesNotScaleWithTheMains(): void
    {
        self::assertSame('fuse-fits', FuseCheck::judge(FuseMark::read('T500mA'), FuseMark::read('T500mA'), 117, 234, false, null)[0]->code);
        self::assertSame('fuse-too-big', FuseCheck::judge(FuseMark::read('T500mA'), FuseMark::read('T500mA'), 117, 234, true, null)[0]->code);
    }

    /** @return iterable<string, array{'single'|'two-equal'|'tapped', list<float>, float, float, float, bool, string}> */
    public static function conversions(): iterable
    {
        yield 'a single primary cannot be rewired (LOOK-3)' => ['single', [117.0], 234.0, 60.0, 50.0, false, 'none'];
        yield 'two equal ones in series' => ['two-equal', [117.0], 230.0, 50.0, 50.0, true, 'series'];
        yield 'two equal ones in parallel' => ['two-equal', [117.0], 120.0, 50.0, 60.0, true, 'parallel'];
        yield 'a tap' => ['tapped', [110.0, 120.0, 220.0, 240.0], 230.0, 50.0, 50.0, true, 'tap 240'];
        yield 'a 60 Hz transformer on 50 Hz carries a fifth more flux' => ['two-equal', [117.0], 234.0, 60.0, 50.0, false, 'none'];
    }

    /**
     * @param 'single'|'two-equal'|'tapped' $primary
     * @param list<float>                   $volts
     */
    #[DataProvider('conversions')]
    public function testMainsConversion(string $primary, array $volts, float $mains, float $made, float $hertz, bool $possible, string $wiring): void
    {
        $plan = MainsConversion::plan($primary, $volts, $mains, $made, $hertz, FuseMark::read('T4A'), 117);
        self::assertSame([$possible, $wiring], [$plan->isPossible, $plan->wiring]);
        self::assertSame($possible && $mains > 200 ? 2.0 : ($possible ? 4.0 : null), $plan->fuseAmperes);
        if (50.0 === $hertz && 60.0 === $made && 'two-equal' === $primary) {
            // LOOK-3: at most five sixths of its rated volts.
            self::assertEqualsWithDelta(5 / 6 * 234.0, $plan->highestVolts, 1e-9);
        }
    }

    public function testAStepDownCuresVoltsAndNotFlux(): void
    {
        // LOOK-3: a 60 Hz-only 117 V primary on 230 V, 50 Hz. At rated volts a fifth too much flux; at 5/6 of them heaters lose 17 %.
        $only60 = MainsConversion::plan('single', [117.0], 230.0, 60.0, 50.0, null, null);
        self::assertSame([false, null, ['another-transformer-flux']], [$only60->isPossible, $only60->stepDownVolts, $only60->steps]);
        self::assertEqualsWithDelta(97.5, $only60->highestVolts, 1e-9);
        self::assertEqualsWithDelta(-16.7, $only60->heaterPercent, 0.05);
        $for50 = MainsConversion::plan('single', [117.0], 230.0, 50.0, 50.0, null, null);
        self::assertSame([117.0, ['step-down']], [$for50->stepDownVolts, $for50->steps]);
        // On both sides of the heaters' ten per cent: made for 55 Hz they lose 9.1 %, for 56 Hz 10.7 %.
        self::assertEqualsWithDelta(117.0 / 1.1, MainsConversion::plan('single', [117.0], 230.0, 55.0, 50.0, null, null)->stepDownVolts ?? 0.0, 1e-9);
        self::assertNull(MainsConversion::plan('single', [117.0], 230.0, 56.0, 50.0, null, null)->stepDownVolts);
        self::assertNull(MainsConversion::plan('single', [230.0], 117.0, 50.0, 60.0, null, null)->stepDownVolts, 'nothing steps a lower mains down');
    }

    public function testDateCodesWithTheirCandidates(): void
    {
        // EIA source-date codes, from memory.
        self::assertSame([['maker' => '549', 'year' => 1961, 'week' => 22, 'decadeKnown' => true]], DateCode::read('549-6122', 2026)->toArray()['candidates']);
        $decades = DateCode::read('606 924', 2026)->toArray()['candidates'];
        self::assertSame([1949, 1959, 1969, 1979, 1989, 1999, 2009, 2019], array_column($decades, 'year'));
        self::assertSame(['606', 24, false], [$decades[0]['maker'], $decades[0]['week'], $decades[0]['decadeKnown']]);
        self::assertSame(2004, DateCode::read('1370452', 2026)->candidates[0]->year, '04 lies before such codes began');
    }

    public function testWhatHoldsNoWeekIsNoDate(): void
    {
        foreach (['549-6154', '549-6100', 'hello', '', '12'] as $text) {
            try {
                DateCode::read($text, 2026);
                self::fail($text.' was read');
            } catch (BadData $e) {
                self::assertSame('text', $e->path);
            }
        }
    }

    public function testTheNewestOriginalPartTellsTheEarliestYear(): void
    {
        $codes = [DateCode::read('137-6822', 2026), DateCode::read('137-7118', 2026), DateCode::read('606-609', 2026)];
        self::assertSame([1971, 18], [($built = DateCode::builtNotBefore(...$codes))?->year, $built?->week]);
        self::assertNull(DateCode::builtNotBefore());
    }

    /** @return iterable<string, array{TestKind, string, string, string, Verdict}> */
    public static function seen(): iterable
    {
        yield 'a milky tube' => [LookTestKind::TubeLook, '', 'white', 'tube-look-white', Verdict::Out];
        yield 'a two-wire cord' => [LookTestKind::Cord, '', 'two', 'cord-two-wire', Verdict::Out];
        yield 'no class Y' => [LookTestKind::LineCapacitor, '', 'other', 'line-capacitor-other', Verdict::Out];
        yield 'earth through a cord (SAFE-4a)' => [LookTestKind::EarthBond, 'cord', '0.18', 'earth-good', Verdict::Within];
        yield 'the same at the inlet' => [LookTestKind::EarthBond, '', '0.18', 'earth-high', Verdict::Danger];
        yield 'no earth' => [LookTestKind::EarthBond, 'cord', 'ol', 'earth-open', Verdict::Danger];
        yield 'mains holds' => [LookTestKind::MainsInsulation, '', '500/>50M', 'mains-tight', Verdict::Within];
        yield 'mains leaks' => [LookTestKind::MainsInsulation, '', '500/340k', 'mains-leaks', Verdict::Danger];
        yield 'mains leaks, as a current' => [LookTestKind::MainsInsulation, '', '500/2mA', 'mains-leaks', Verdict::Danger];
        yield 'at most a fifth of an ohm' => [LookTestKind::EarthBond, 'cord', '<0.2', 'earth-good', Verdict::Within];
        yield 'at most half an ohm says nothing' => [LookTestKind::EarthBond, 'cord', '<0.5', 'earth-bound', Verdict::CannotSay];
        yield 'at least half an ohm' => [LookTestKind::EarthBond, 'cord', '>0.5', 'earth-high', Verdict::Danger];
        yield 'beyond any lead' => [LookTestKind::EarthBond, 'cord', '>1k', 'earth-open', Verdict::Danger];
        yield 'mains seen to half a megohm' => [LookTestKind::MainsInsulation, '', '500/>500k', 'mains-meter-too-coarse', Verdict::CannotSay];
        yield 'mains seen to a megohm' => [LookTestKind::MainsInsulation, '', '500/>1M', 'mains-tight', Verdict::Within];
        yield 'mains, overload' => [LookTestKind::MainsInsulation, '', '500/ol', 'mains-limit-not-said', Verdict::CannotSay];
        yield 'mains, nothing on a milliamperemeter' => [LookTestKind::MainsInsulation, '', '500/0mA', 'mains-meter-too-coarse', Verdict::CannotSay];
        yield 'mains, at least two milliamperes' => [LookTestKind::MainsInsulation, '', '500/>2mA', 'mains-leaks', Verdict::Danger];
        yield 'mains, at most 400 kilohms' => [LookTestKind::MainsInsulation, '', '500/<400k', 'mains-leaks', Verdict::Danger];
        yield 'tested too low' => [LookTestKind::MainsInsulation, '', '50/>20M', 'mains-tested-low', Verdict::CannotSay];
        yield 'a bridged holder' => [LookTestKind::Fuse, '', 'bridged', 'fuse-bridged', Verdict::Danger];
        yield 'an empty holder' => [LookTestKind::Fuse, '', 'none', 'fuse-missing', Verdict::Out];
    }

    #[DataProvider('seen')]
    public function testWhatWasSeenIsJudged(TestKind $kind, string $subject, string $text, string $code, Verdict $verdict): void
    {
        $reasons = LookJudge::judge(TakenTest::typed($kind, 'x', $subject, $text));
        self::assertSame([$code, $verdict], [$reasons[0]->code, $reasons[0]->verdict]);
    }

    public function testTheWalkBeginsWithTheMainsAndForgetsNothing(): void
    {
        $items = LookPlan::items(null, ['C1'], ['T1'], new TestRecord());
        self::assertSame(['mains', 'F1', 'C1'], array_map(static fn ($i): string => $i->part, \array_slice($items, 0, 3)));
        self::assertSame('T1', $items[\count($items) - 1]->part);
        self::assertTrue($items[0]->steps[0]->isOpen());
    }

    /** @return iterable<string, array{TestKind, string, string, string, string, string}> test, subject, what is typed on the one side of a limit and what is said of it, then on the other */
    public static function limits(): iterable
    {
        yield 'SAFE-4a, a tenth of an ohm at the inlet' => [LookTestKind::EarthBond, '', '0.099', 'earth-good', '0.101', 'earth-high'];
        yield 'SAFE-4a, a fifth through a cord' => [LookTestKind::EarthBond, 'cord', '0.199', 'earth-good', '0.201', 'earth-high'];
        yield 'no lead at all from a kilohm on' => [LookTestKind::EarthBond, 'cord', '>990', 'earth-high', '>1.01k', 'earth-open'];
        yield 'a megohm to the chassis' => [LookTestKind::MainsInsulation, '', '500/1.01M', 'mains-tight', '500/0.99M', 'mains-leaks'];
        yield 'nine tenths of 500 V' => [LookTestKind::MainsInsulation, '', '451/>50M', 'mains-tight', '449/>50M', 'mains-tested-low'];
    }

    #[DataProvider('limits')]
    public function testBothSidesOfALimit(TestKind $kind, string $subject, string $inside, string $said, string $outside, string $saidThere): void
    {
        $code = static fn (string $text): string => LookJudge::judge(TakenTest::typed($kind, 'x', $subject, $text))[0]->code;
        self::assertSame([$said, $saidThere], [$code($inside), $code($outside)]);
    }

    public function testAFuseOfSixTimesTheRunningCurrent(): void
    {
        $code = static fn (float $running): string => FuseCheck::judge(FuseMark::read('T5A'), null, 230, 230, true, $running)[0]->code;
        self::assertSame(['fuse-plausible', 'fuse-far-over-running'], [$code(0.84), $code(0.83)], 'four times its headroom of one and a half');
        self::assertSame(['fuse-plausible', 'fuse-under-running'], [$code(4.9), $code(5.1)]);
    }

    public function testHowFarAWindingReaches(): void
    {
        $possible = static fn (float $mains): bool => MainsConversion::plan('single', [220.0], $mains, 50.0, 50.0, null, null)->isPossible;
        self::assertSame([true, false, true, false], [$possible(235.0), $possible(236.0), $possible(205.0), $possible(204.0)], 'seven per cent');
    }

    public function testAMarkLongerThanAnyIsNone(): void
    {
        self::assertCount(1, DateCode::read('549'.str_repeat(' ', 13).'6122', 2026)->candidates);
        $this->expectException(BadData::class);
        DateCode::read('549'.str_repeat(' ', 14).'6122', 2026);
    }

    public function testMainsOfAnotherCountry(): void
    {
        $says = static fn (float $mains): array => array_map(static fn (Reason $r): string => $r->code, array_merge(...array_map(static fn (Item $i): array => 'mains' === $i->part ? $i->judged->reasons : [], (new LookStation())->board(new BenchFacts(new TestRecord(), [], [], null, DrawnParts::listed(null), ShippedTubes::catalogue(), new Practice(mainsVolts: $mains), 117.0, 2026))->items)));
        self::assertSame([[], ['wired-for-other-mains']], [$says(117 / 1.119), $says(117 / 1.121)]);
        self::assertSame([[], ['wired-for-other-mains']], [$says(117 / 0.881), $says(117 / 0.879)]);
    }

    public function testAFrequencyThatNobodyKnowsIsSaid(): void
    {
        $codes = static function (float $hertz): array {
            $facts = new BenchFacts(new TestRecord([TakenTest::typed(LookTestKind::Primary, 'mains', '', 'two equal')]), [], [], null, DrawnParts::listed(null), ShippedTubes::catalogue(), new Practice(mainsVolts: 234.0, mainsHertz: $hertz), 117.0, 2026);

            return array_map(static fn (Reason $r): string => $r->code, (new LookStation())->board($facts)->find('mains')->judged->reasons ?? []);
        };
        self::assertContains('conversion-frequency-unknown', $codes(50.0), 'it may be made for 60 Hz');
        self::assertContains('conversion-possible', $codes(60.0));
        self::assertNotContains('conversion-frequency-unknown', $codes(60.0), 'made for less it carries less flux here');
    }
}
