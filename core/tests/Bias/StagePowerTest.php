<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BiasBench;
use Yew\Core\Bias\BiasTube;
use Yew\Core\Bias\StagePower;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\TubeType;

/** What is said of a stage’s power on the bench, and of its power with other loads and tubes. */
final class StagePowerTest extends TestCase
{
    public function testItIsOfTheLoadThatIsOnTheOutputAndSaysWhenAnotherIsDrawn(): void
    {
        $bench = BiasTape::energised('nuthatch-5', 120.0)->bench();
        $power = self::power($bench);
        self::assertEqualsWithDelta(8.0, $power->power->loadOhms, 1e-9, 'as the conditions say');
        self::assertSame(Verdict::Watch, self::reason($power, 'power-other-load')->verdict);
        self::assertEqualsWithDelta(4.0, self::reason($power, 'power-other-load')->figures['drawnOhms'], 1e-9);
        $drawn = self::power($bench, 4.0);
        self::assertNotContains('power-other-load', self::codes($drawn));
        self::assertGreaterThan($power->power->cleanWatts(), $drawn->power->cleanWatts());
    }

    public function testCleanPowerSaysWhatEndsIt(): void
    {
        self::assertContains('power-clean-grid', self::codes(self::power(BiasTape::energised('lantern-30', 117.0)->bench())), 'a loop makes it a sine until the grids draw current');
        $single = self::power(BiasTape::energised('nuthatch-5', 120.0)->bench(), 4.0);
        $clean = self::reason($single, 'power-clean-clipping');
        self::assertSame(Verdict::Within, $clean->verdict);
        self::assertEqualsWithDelta(10.0, $clean->figures['distortionPercent'], 0.5);
        self::assertContains('power-cut-off-first', self::codes($single));
        self::assertContains('power-knee-first', self::codes(self::power(BiasTape::energised('nuthatch-5', 120.0)->bench(), 8.0)), 'into twice its load the knee comes first');
    }

    public function testScreensAndPlatesAtFullDriveAgainstWhatTheTypeAllows(): void
    {
        $over = self::power(BiasTape::energised('lantern-30', 121.0)->bench());
        self::assertSame(Verdict::Watch, self::reason($over, 'power-screen-over')->verdict);
        self::assertGreaterThan(5.0, self::reason($over, 'power-screen-over')->figures['screenWatts']);
        self::assertSame(Verdict::Within, self::reason($over, 'power-plate-holds')->verdict);
        $holds = self::power(BiasTape::energised('quillon-duo-12', 230.0)->bench());
        self::assertContains('power-screen-holds', self::codes($holds));
        self::assertContains('power-plate-over', self::codes(self::power(BiasTape::energised('nuthatch-5', 120.0)->bench())), '12.9 of 12 W without a signal');
    }

    public function testATypeWithoutItsSuffixHasNoLimitsToSpeakOf(): void
    {
        $power = self::power(BiasTape::energised('lantern-30', 117.0, ['V4' => '6L6', 'V5' => '6L6'])->bench());
        self::assertSame([], $power->limits);
        self::assertSame([], array_filter(self::codes($power), static fn (string $c): bool => str_starts_with($c, 'power-screen') || str_starts_with($c, 'power-plate')));
    }

    public function testOtherTypesAreThoseThatGoIntoTheSocketsAsTheyAreWired(): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->bench();
        $names = array_map(static fn (TubeType $t): string => $t->name, StagePower::others($bench, array_values($bench->tubes())));
        self::assertContains('5881', $names);
        self::assertContains('EL34', $names);
        self::assertNotContains('6L6GC', $names, 'it is in');
        self::assertNotContains('EL84', $names, 'another base');
        self::assertNotContains('12AX7', $names);
        $with = self::power($bench, null, ShippedTubes::catalogue()->find('6V6GT'));
        self::assertSame('6V6GT', $with->limits[0]->type);
        self::assertNotEqualsWithDelta(self::power($bench)->power->points[0]->tubes['V4']['plateAmperes'], $with->power->points[0]->tubes['V4']['plateAmperes'], 0.005, 'it idles elsewhere');
    }

    public function testTheHalfThatClipsFirstIsNamed(): void
    {
        $uneven = self::power(BiasTape::energised('lantern-30', 117.0, ['V5' => '6V6GT'])->bench());
        $side = self::reason($uneven, 'power-side-first');
        self::assertSame(['V5', Verdict::Watch], [$side->figures['positions'], $side->verdict]);
        self::assertGreaterThan(3.0, $side->figures['shortPercent']);
        self::assertNotContains('power-side-first', self::codes(self::power(BiasTape::energised('lantern-30', 117.0)->bench())));
    }

    public function testBehindALampItIsForetoldWithoutItAtTheMainsThatItIsWiredForAndSaysSo(): void
    {
        $tape = BiasTape::energised('lantern-30', 121.0);
        self::assertNotContains('power-at-wired-mains', self::codes(self::power($tape->bench())));
        $tape->tape->taken('conditions', ['facts' => ['limiters' => ['value' => [['kind' => 'lamp', 'watts' => 100.0]], 'how' => 'measured']]], 1.0);
        $behind = self::power($tape->bench());
        self::assertSame($tape->bench()->facts->wiredForVolts, self::reason($behind, 'power-at-wired-mains')->figures['mainsVolts']);
        self::assertEqualsWithDelta(self::power(BiasTape::energised('lantern-30', $tape->bench()->facts->wiredForVolts)->bench())->power->cleanWatts(), $behind->power->cleanWatts(), 0.01);
    }

    public function testWithoutATubeThereIsNoStage(): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->bench();
        self::assertNull(StagePower::of($bench, []), 'no tube is in');
    }

    public function testMoreMainsIsMorePower(): void
    {
        self::assertGreaterThan(1.1 * self::power(BiasTape::energised('wren-15', 220.0)->bench())->power->cleanWatts(), self::power(BiasTape::energised('wren-15', 240.0)->bench())->power->cleanWatts());
    }

    private static function power(BiasBench $bench, ?float $loadOhms = null, ?TubeType $type = null): StagePower
    {
        $tubes = array_values($bench->tubes());
        $stage = $tubes[0]->drawn->stage;

        return StagePower::of($bench, array_values(array_filter($tubes, static fn (BiasTube $t): bool => $t->drawn->stage === $stage)), $loadOhms, $type) ?? throw new \LogicException('it has an answer');
    }

    /** @return list<string> */
    private static function codes(StagePower $power): array
    {
        return array_map(static fn (Reason $r): string => $r->code, $power->reasons());
    }

    private static function reason(StagePower $power, string $code): Reason
    {
        foreach ($power->reasons() as $reason) {
            if ($code === $reason->code) {
                return $reason;
            }
        }
        self::fail($code.' is not said: '.implode(', ', self::codes($power)));
    }
}
