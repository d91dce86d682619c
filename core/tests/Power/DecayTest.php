<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Compute\JudgeDecay;
use Yew\Core\Power\Decay;
use Yew\Core\Power\DecayPath;
use Yew\Core\Reading\Verdict;

/** PWR-4. Decays are exact exponentials of a true capacitance through a true conductance. */
final class DecayTest extends TestCase
{
    private const MARKED = 40e-6;
    private const METER = 10e6;
    private const BLEEDER = 220e3;

    /** 20 µF × 10 MΩ = 200 s: with no bleeder the meter alone discharges it, and hardly falling is right. */
    public function testWithNoBleederHardlyFallingIsRight(): void
    {
        self::assertEqualsWithDelta(200.0, (new DecayPath(20e-6, 20e-6, true, self::METER, null))->leastSeconds(), 1e-9);
        $path = new DecayPath(19.6e-6, 20.4e-6, true, self::METER, null);
        $fall = self::fall(450.0, 200.0, 30.0);
        self::assertSame(['fall-healthy', Verdict::Within], self::says($fall, $path));
        self::assertSame(['fall-slower-than-meter', Verdict::CannotSay], self::says(self::fall(450.0, 260.0, 30.0), $path));
    }

    public function testAFallThatIsTooSmallToMeasureIsWatchedLonger(): void
    {
        $path = new DecayPath(19.6e-6, 20.4e-6, true, self::METER, null);
        $reason = Decay::judge(self::fall(450.0, 200.0, 10.2), $path);
        self::assertSame('fall-watch-longer', $reason->code);
        self::assertEqualsWithDelta(-log(0.95) * 204.0, $reason->figures['watchSeconds'], 1e-9);
        self::assertSame('fall-healthy', Decay::judge(self::fall(450.0, 200.0, 10.4), $path)->code);
    }

    /** @return iterable<string, array{float, float, bool, bool|null, string, Verdict}> true share of the mark, leak as a share of what is drawn, whether it was measured, whether B+ was low, and what is said */
    public static function decays(): iterable
    {
        yield 'as marked' => [1.0, 0.0, false, null, 'fall-healthy', Verdict::Within];
        yield 'the least of its tolerance' => [0.81, 0.0, false, null, 'fall-healthy', Verdict::Within];
        yield 'the most of its tolerance' => [1.49, 0.0, false, null, 'fall-healthy', Verdict::Within];
        // PWR-4: about 0.9 of the bleeder's conductance hides in the tolerance (1.5 / 0.8 = 1.875).
        yield 'a leak that the tolerance explains' => [1.5, 0.86, false, null, 'fall-healthy', Verdict::Within];
        yield 'a leak beyond it' => [1.5, 0.89, false, null, 'fall-leaks-or-lost', Verdict::Watch];
        yield 'the same leak, its capacitance measured' => [1.5, 0.1, true, null, 'fall-leaks', Verdict::Out];
        yield 'measured, and none' => [1.5, 0.0, true, null, 'fall-healthy', Verdict::Within];
        yield 'dried out, and it was seen' => [0.3, 0.0, false, true, 'fall-lost-capacitance', Verdict::Watch];
        yield 'dried out, and nobody looked' => [0.3, 0.0, false, null, 'fall-leaks-or-lost', Verdict::Watch];
        yield 'at once, though B+ stood well' => [1.0, 15.0, false, false, 'fall-shorted', Verdict::Danger];
        yield 'at once, and B+ was low' => [0.05, 0.0, false, true, 'fall-lost-capacitance', Verdict::Out];
        yield 'at once, and nobody looked' => [0.05, 0.0, false, null, 'fall-dragged-down', Verdict::Danger];
    }

    #[DataProvider('decays')]
    public function testWhatAFallSays(float $share, float $leak, bool $measured, ?bool $wasLow, string $code, Verdict $verdict): void
    {
        $true = $share * self::MARKED;
        $path = $measured ? new DecayPath(0.98 * $true, 1.02 * $true, true, self::METER, self::BLEEDER) : new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        $constant = $true / ($path->siemens() * (1 + $leak));
        self::assertSame([$code, $verdict], self::says(self::fall(430.0, $constant, $constant), $path, $wasLow));
    }

    public function testHowBigTheLeakIs(): void
    {
        $path = new DecayPath(0.98 * self::MARKED, 1.02 * self::MARKED, true, self::METER, self::BLEEDER);
        $constant = self::MARKED / ($path->siemens() + 1 / 100e3);
        $figures = Decay::judge(self::fall(430.0, $constant, 5.0), $path)->figures;
        self::assertGreaterThan(100e3, $figures['leakMostOhms']);
        self::assertLessThan(100e3, $figures['leakLeastOhms']);
        self::assertEqualsWithDelta(100e3, $figures['leakMostOhms'], 4e3);
    }

    public function testABleederThatIsOpenLeavesTheMeterAlone(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        self::assertSame(['fall-not-discharging', Verdict::Out], self::says(self::fall(430.0, self::MARKED * self::METER, 60.0), $path));
        self::assertSame(['fall-slow', Verdict::Watch], self::says(self::fall(430.0, 20.0, 10.0), $path), 'slower than it may be, and not by the meter alone');
        self::assertSame('fall-not-discharging', Decay::judge([[0.0, 430.0], [60.0, 430.0]], $path)->code, 'it does not fall at all');
    }

    /** Marked 40 µF on 220 kΩ and 10 MΩ: 6.9 s at the least, so down to a twentieth in 20.6 s, at once within 2.1 s. */
    public function testWhatIsGoneWhenSomebodyLooksIsABoundAndNoFigure(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        $gone = $path->leastSecondsTo(0.05);
        self::assertEqualsWithDelta(20.6, $gone, 0.05);
        self::assertSame(['fall-dragged-down', Verdict::Danger], self::says([[0.0, 430.0], [0.099 * $gone, 5.0]], $path));
        self::assertSame(['fall-gone-too-soon', Verdict::Out], self::says([[0.0, 430.0], [0.101 * $gone, 5.0]], $path), 'a leak, or a short that nobody saw');
        self::assertSame(['fall-gone-too-soon', Verdict::Out], self::says([[0.0, 430.0], [0.99 * $gone, 5.0]], $path), 'no healthy fall is gone so soon');
        self::assertSame(['fall-unseen', Verdict::CannotSay], self::says([[0.0, 430.0], [1.01 * $gone, 5.0]], $path), 'healthy, or anything else');
        self::assertSame(['fall-unseen', Verdict::CannotSay], [($late = Decay::judge([[0.0, 430.0], [$gone - 0.5, 5.0]], $path, null, 1.0))->code, $late->verdict], 'the hand at the clock may be that far off');
        self::assertEqualsWithDelta($path->leastSecondsTo(0.5), Decay::judge([[0.0, 430.0], [30.0, 5.0]], $path)->figures['watchSeconds'], 1e-9);
        // With a figure on the way that says healthy, only a collapse after it speaks against it.
        $half = [8.0, 430.0 * exp(-8.0 / 9.0)];
        self::assertSame('fall-healthy', self::says([[0.0, 430.0], $half, [1.01 * $gone, 5.0]], $path)[0]);
        self::assertSame('fall-leaks-or-lost', self::says([[0.0, 430.0], $half, [0.99 * $gone, 5.0]], $path)[0]);
        self::assertSame('fall-unseen', self::says([[0.0, 430.0], [0.1, 429.0], [1.01 * $gone, 5.0]], $path)[0], 'a figure before it fell is none');
    }

    public function testTheHandAtTheClockMayBeASecondOff(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        $half = 215.0;
        [$least, $most] = [$path->leastSecondsTo(0.5), $path->mostSecondsTo(0.5)];
        foreach ([[$least - 0.99, 'fall-healthy'], [$least - 1.01, 'fall-leaks-or-lost'], [$most + 0.99, 'fall-healthy'], [$most + 1.01, 'fall-slow']] as [$seconds, $code]) {
            self::assertSame($code, Decay::judge([[0.0, 430.0], [$seconds, $half]], $path, null, Decay::HAND_SECONDS)->code, (string) $seconds);
        }
        self::assertSame('fall-leaks-or-lost', Decay::judge([[0.0, 430.0], [$least - 0.99, $half]], $path)->code, 'a clock of its own is not');
    }

    public function testOneReadingAfterItIsGoneIsAtOnce(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        self::assertSame(['fall-shorted', Verdict::Danger], self::says([[0.0, 430.0], [1.0, 0.0]], $path, false));
    }

    public function testWhatRisesIsStillFed(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        self::assertSame(['fall-rises', Verdict::Danger], self::says([[0.0, 100.0], [1.0, 90.0], [2.0, 92.1]], $path));
        self::assertNotSame('fall-rises', Decay::judge([[0.0, 100.0], [1.0, 90.0], [2.0, 91.9]], $path)->code);
    }

    public function testABankThatBeginsLowSaysNothing(): void
    {
        $path = new DecayPath(0.8 * self::MARKED, 1.5 * self::MARKED, false, self::METER, self::BLEEDER);
        self::assertSame('fall-too-low', Decay::judge([[0.0, 19.9], [5.0, 10.0]], $path)->code);
        self::assertNotSame('fall-too-low', Decay::judge([[0.0, 20.0], [5.0, 10.0]], $path)->code);
    }

    public function testWhatIsNoSeriesIsRefused(): void
    {
        $path = new DecayPath(1e-6, 1e-6, true, 1e6, null);
        foreach ([[], [[0.0, 100.0]], [[0.0, 100.0], [0.0, 90.0]]] as $samples) {
            try {
                Decay::judge($samples, $path);
                self::fail('it was judged');
            } catch (\InvalidArgumentException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
        $this->expectException(\InvalidArgumentException::class);
        new DecayPath(2e-6, 1e-6, true, 1e6, null);
    }

    public function testTheFormTakesTheUsualTolerancesWhereNobodySaysOtherwise(): void
    {
        $in = ['farads' => self::MARKED, 'isMeasured' => false, 'bleederOhms' => self::BLEEDER, 'samples' => [['seconds' => 0, 'volts' => 430], ['seconds' => 8, 'volts' => 180]]];
        $form = new JudgeDecay();
        $siemens = 1 / self::BLEEDER + 1 / self::METER;
        $out = $form->run($in);
        self::assertEqualsWithDelta([0.8 * self::MARKED / $siemens, 1.5 * self::MARKED / $siemens], [$out['leastSeconds'], $out['mostSeconds']], 1e-9);
        $out = $form->run([...$in, 'isMeasured' => true, 'wasLow' => true]);
        [$low, $high] = [1 / (0.9 * self::BLEEDER) + 1 / self::METER, 1 / (1.1 * self::BLEEDER) + 1 / self::METER];
        self::assertEqualsWithDelta([0.95 * self::MARKED / $low, 1.05 * self::MARKED / $high], [$out['leastSeconds'], $out['mostSeconds']], 1e-9);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function nonsense(): iterable
    {
        $samples = static fn (array ...$pairs): array => ['samples' => array_map(static fn (array $p): array => ['seconds' => $p[0], 'volts' => $p[1]], $pairs)];
        yield 'one reading' => [$samples([0, 430]), 'samples'];
        yield 'time that stands still' => [$samples([0, 430], [0, 400]), 'samples[1].seconds'];
        yield 'negative volts' => [$samples([0, 430], [5, -1]), 'samples[1].volts'];
        yield 'no capacitance' => [['farads' => 0], 'farads'];
        yield 'a tolerance of all' => [['lowPercent' => 90.1], 'lowPercent'];
        yield 'a bleeder of nothing' => [['bleederOhms' => 0], 'bleederOhms'];
        yield 'low of what' => [['wasLow' => 'yes'], 'wasLow'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedWithItsPath(array $change, string $path): void
    {
        try {
            (new JudgeDecay())->run([...['farads' => 40e-6, 'isMeasured' => false, 'samples' => [['seconds' => 0, 'volts' => 430], ['seconds' => 5, 'volts' => 300]]], ...$change]);
            self::fail($path);
        } catch (BadData $e) {
            self::assertStringContainsString($path, $e->getMessage());
        }
    }

    /**
     * @param list<array{float, float}> $samples
     *
     * @return array{string, Verdict}
     */
    private static function says(array $samples, DecayPath $path, ?bool $wasLow = null): array
    {
        $reason = Decay::judge($samples, $path, $wasLow);

        return [$reason->code, $reason->verdict];
    }

    /** @return list<array{float, float}> ten readings of an exponential */
    private static function fall(float $start, float $constant, float $seconds): array
    {
        return array_map(static fn (int $n): array => [$n * $seconds / 9, $start * exp(-$n * $seconds / 9 / $constant)], range(0, 9));
    }
}
