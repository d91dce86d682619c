<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Output;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Output\Drive;
use Yew\Core\Output\DrivenTubes;
use Yew\Core\Output\OutputStage;
use Yew\Core\Output\Period;
use Yew\Core\Output\StageSupply;
use Yew\Core\Output\Standing;

/** What must hold of any driven stage, whatever its tubes: energy, symmetry, what the crest leaves on the plate. */
final class DriveTest extends TestCase
{
    /** @return iterable<string, array{OutputStage, float, float, float}> stage, plate and screen volts, bias */
    public static function stages(): iterable
    {
        yield 'pair' => [Stages::pair('6L6GC', 5600), 450, 400, -37];
        yield 'unequal pair' => [Stages::pair('EL34', 3400, [1.0, 0.8]), 375, 375, -33];
        yield 'ultralinear' => [Stages::pair('EL84', 8000, [1.0, 1.0], 'tap', 0.43), 300, 0, -12];
        yield 'triodes' => [Stages::pair('EL34', 5000, [1.0, 1.0], 'plate'), 400, 0, -36];
        yield 'single pentode' => [Stages::single('6V6GT', 5000), 250, 250, -12.5];
        yield 'single triode' => [Stages::single('300B', 3500), 350, 0, -74];
    }

    #[DataProvider('stages')]
    public function testWhatTheSuppliesGiveTheLoadAndTheTubesTake(OutputStage $stage, float $plates, float $screens, float $bias): void
    {
        foreach ([0.0, 0.5, 1.0] as $share) {
            $driven = Stages::driven($stage, $plates, $screens, $bias, $share * -$bias);
            $given = $taken = 0.0;
            foreach ($driven->amperes as $s => [$plate, $screen]) {
                $given += $plates * $plate + ('supply' === $stage->screens ? $screens : $plates) * $screen;
                $taken += $driven->dissipation()[$s]['plate'] + $driven->dissipation()[$s]['screen'];
            }
            self::assertEqualsWithDelta($given, $taken + $driven->watts(), 0.002 * $given, \sprintf('at %d %% of the drive', 100 * $share));
        }
    }

    #[DataProvider('stages')]
    public function testWithoutASignalNothingSwingsAndTubesIdle(OutputStage $stage, float $plates, float $screens, float $bias): void
    {
        $still = Stages::driven($stage, $plates, $screens, $bias, 0.0);
        self::assertEqualsWithDelta(0.0, $still->watts(), 1e-6);
        self::assertSame(0.0, $still->period->distortion());
        self::assertEqualsWithDelta($plates, $still->peakPlateVolts(), 0.05, 'an ideal transformer drops nothing');
    }

    public function testAMatchedPairHasNoEvenHarmonicsAndASingleTubeHas(): void
    {
        $pair = Stages::driven(Stages::pair('6L6GC', 5600), 450, 400, -37)->period->harmonics();
        self::assertLessThan(1e-6, $pair[1] / $pair[0]);
        self::assertLessThan(1e-6, $pair[3] / $pair[0]);
        self::assertGreaterThan(0.01, $pair[2] / $pair[0]);
        $single = Stages::driven(Stages::single('300B', 3500), 350, 0, -74)->period->harmonics();
        self::assertGreaterThan(3 * $single[2], $single[1], 'a triode’s second is its largest');
    }

    public function testTheWeakerSidePullsLess(): void
    {
        ['a' => $a, 'b' => $b] = Stages::driven(Stages::pair('6L6GC', 5600, [1.0, 0.7]), 450, 400, -37)->peaks();
        self::assertGreaterThan(1.05 * $b, $a);
        ['a' => $a, 'b' => $b] = Stages::driven(Stages::pair('6L6GC', 5600, [0.7, 1.0]), 450, 400, -37)->peaks();
        self::assertGreaterThan(1.05 * $a, $b);
    }

    /** 390 V, 5.6 kΩ plate to plate, 115 Ω a half: what the crest leaves on the plate, and its copper, are lost to the load (common practice; 181 mA with 115 V left are 23 W). */
    public function testTheCrestIsTheLoadLineOfOneSideAlone(): void
    {
        $copper = ['a' => ['plate' => 115.0, 'tap' => 0.0], 'b' => ['plate' => 115.0, 'tap' => 0.0]];
        $law = Stages::law('6V6GT');
        $stage = new OutputStage([new DrivenTubes(['V1'], 'a', $law), new DrivenTubes(['V2'], 'b', $law)], 'supply', 0.0, $copper, 5600.0, 1.0, false);
        $driven = Stages::driven($stage, 390.0, 300.0, -40.0);
        $crest = $driven->period->tubes[0][Period::STEPS];
        self::assertEqualsWithDelta(0.0, $driven->period->tubes[1][Period::STEPS]['amperes'], 1e-4, 'the other side is cut off');
        self::assertEqualsWithDelta((390.0 - $crest['plate']) / (1400.0 + 115.0), $crest['amperes'], 1e-5);
        self::assertEqualsWithDelta(0.5 * $crest['amperes'] ** 2 * 1400.0, $driven->sineWatts(), 0.01);
        self::assertEqualsWithDelta(0.181, (390.0 - 115.0) / (1400.0 + 115.0), 0.001);
        self::assertEqualsWithDelta(23.0, 0.5 * 0.181 ** 2 * 1400.0, 0.1);
    }

    public function testSecondaryCopperTakesItsShare(): void
    {
        $law = Stages::law('6L6GC');
        $sets = [new DrivenTubes(['V1'], 'a', $law), new DrivenTubes(['V2'], 'b', $law)];
        $none = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];
        $lossless = Stages::driven(new OutputStage($sets, 'supply', 0.0, $none, 5600.0, 1.0, false), 450, 400, -37);
        $lossy = Stages::driven(new OutputStage($sets, 'supply', 0.0, $none, 5600.0, 0.95, false), 450, 400, -37);
        self::assertEqualsWithDelta(0.95 * $lossless->watts(), $lossy->watts(), 1e-6);
    }

    public function testTwoTubesASideAreTwiceTheOneIntoHalfTheLoad(): void
    {
        $law = Stages::law('EL84');
        $none = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];
        $quad = new OutputStage([new DrivenTubes(['V1', 'V2'], 'a', $law), new DrivenTubes(['V3', 'V4'], 'b', $law)], 'supply', 0.0, $none, 4000.0, 1.0, false);
        self::assertEqualsWithDelta(2 * Stages::driven(Stages::pair('EL84', 8000), 300, 300, -14.7)->watts(), Stages::driven($quad, 300, 300, -14.7)->watts(), 0.01);
    }

    public function testAlikeTubesOfASideAreOneSetAndOthersAreNot(): void
    {
        $law = Stages::law('EL84');
        $one = new DrivenTubes(['V1'], 'a', $law);
        self::assertSame(['V1', 'V2'], $one->joinedBy(new DrivenTubes(['V2'], 'a', $law))?->positions);
        self::assertNull($one->joinedBy(new DrivenTubes(['V2'], 'b', $law)), 'of the other side');
        self::assertNull($one->joinedBy(new DrivenTubes(['V2'], 'a', $law, 0.9)), 'weaker');
        self::assertNull($one->joinedBy(new DrivenTubes(['V2'], 'a', Stages::law('6V6GT'))), 'of another type');
        self::assertNull($one->joinedBy(new DrivenTubes(['V2'], 'a', $law, 1.0, 100.0)), 'behind a stopper');
    }

    /** A cathode resistor without its capacitor follows the signal; with it, it rises with the mean current and no more. */
    public function testABypassIsHalfTheGain(): void
    {
        $law = Stages::law('6V6GT');
        $none = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];
        $swing = static function (bool $isHeld) use ($law, $none): float {
            $stage = new OutputStage([new DrivenTubes(['V1'], 'a', $law, 1.0, 0.0, 250.0, $isHeld)], 'supply', 0.0, $none, 5000.0, 1.0, true);
            $drive = Drive::at($stage, StageSupply::stiff($stage, 262.5, 262.5, [0.0]), new Standing(262.5, 262.5, [0.0], [$isHeld ? 12.5 : 0.0], 0.045), 4.0);

            return sqrt($drive->watts());
        };
        // 4.1 mS behind 250 Ω: half (common practice; a pentode’s screen current counts besides).
        self::assertEqualsWithDelta(0.5, $swing(false) / $swing(true), 0.05);
    }

    public function testSeveralSetsOnOneResistorShareIt(): void
    {
        $law = Stages::law('EL84');
        $none = ['a' => ['plate' => 0.0, 'tap' => 0.0], 'b' => ['plate' => 0.0, 'tap' => 0.0]];
        $set = static fn (string $p, string $side): DrivenTubes => new DrivenTubes([$p], 'a' === $side ? 'a' : 'b', $law, 1.0, 0.0, 10.0, true, ['V1', 'V2'], 130.0);
        $stage = new OutputStage([$set('V1', 'a'), $set('V2', 'b')], 'supply', 0.0, $none, 8000.0, 1.0, false);
        self::assertEqualsWithDelta([0.04 * 10.0 + 0.08 * 130.0, 0.04 * 10.0 + 0.08 * 130.0], Drive::held($stage, [[0.036, 0.004], [0.036, 0.004]]), 1e-9);
    }
}
