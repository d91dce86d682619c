<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Output;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\FullDrivePoint;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\PushPullDrive;

/** Power at the books’ bias and drive, stiff supplies, lossless transformer: within 20 % of what handbooks print. */
final class HandbookPowerTest extends TestCase
{
    private const NEAR = 0.20;
    /** Points of distortion, of a hundred. */
    private const NEAR_DISTORTION = 0.03;
    /** Known and not hidden: the law of these two, which is one, gives a fifth too much at low plate volts. */
    private const MISSES = ['EL84 at 250 V', '7189 at 250 V'];

    /** @return iterable<string, array{string, float, float, float, float, float, float, float}> type, plate, screen, bias, load, drive, watts, distortion */
    public static function singleEnded(): iterable
    {
        yield '6V6GT: 250 V, 5 kΩ, 4.5 W at 8 % (RCA RC-30, from memory)' => ['6V6GT', 250, 250, -12.5, 5000, 12.5, 4.5, 0.08];
        yield '6L6GC: 250 V, 2.5 kΩ, 6.5 W at 10 % (RCA RC-30, from memory)' => ['6L6GC', 250, 250, -14, 2500, 14, 6.5, 0.10];
        yield '6AQ5: 250 V, 5 kΩ, 4.5 W at 8 % (RCA RC-30, from memory)' => ['6AQ5', 250, 250, -12.5, 5000, 12.5, 4.5, 0.08];
        yield '6AQ5: 180 V, 5.5 kΩ, 2 W at 8 % (RCA RC-30, from memory)' => ['6AQ5', 180, 180, -8.5, 5500, 8.5, 2.0, 0.08];
        yield '6K6GT: 250 V, 7.6 kΩ, 3.4 W at 11 % (RCA RC-30, from memory)' => ['6K6GT', 250, 250, -18, 7600, 18, 3.4, 0.11];
        yield '6F6GT: 250 V, 7 kΩ, 3.2 W at 8 % (RCA RC-30, from memory)' => ['6F6GT', 250, 250, -16.5, 7000, 16.5, 3.2, 0.08];
        yield '50C5: 110 V, 2.5 kΩ, 1.9 W at 9 % (RCA RC-30, from memory)' => ['50C5', 110, 110, -7.5, 2500, 7.5, 1.9, 0.09];
        yield 'EL84: 250 V, 5.2 kΩ, 5.7 W at 10 % for 4.3 V RMS (Philips/Mullard data handbook, from memory)' => ['EL84', 250, 250, -7.3, 5200, 4.3 * \M_SQRT2, 5.7, 0.10];
    }

    #[DataProvider('singleEnded')]
    public function testSingleEndedStages(string $type, float $plate, float $screen, float $bias, float $ohms, float $drive, float $watts, float $distortion): void
    {
        $driven = Stages::driven(Stages::single($type, $ohms), $plate, $screen, $bias, $drive);
        self::assertEqualsWithDelta($watts, $driven->watts(), self::NEAR * $watts);
        self::assertEqualsWithDelta($distortion, $driven->period->distortion(), self::NEAR_DISTORTION);
    }

    public function testPairsInClassAb(): void
    {
        $misses = [];
        $checked = 0;
        foreach ($this->pairs() as $name => [$type, $point]) {
            $driven = Stages::driven(Stages::pair($type, $point->loadOhms), $point->plateVolts, $point->screenVolts, $point->gridVolts);
            self::assertEqualsWithDelta(-$point->gridVolts, $driven->volts, 0.05, $name.': to grid current');
            $misses = abs($driven->watts() / (float) $point->watts - 1) > self::NEAR ? [...$misses, $name] : $misses;
            ++$checked;
        }
        self::assertSame(self::MISSES, $misses);
        self::assertGreaterThanOrEqual(12, $checked);
    }

    /** Another way of working the same out, made for matched pairs alone: each instant bisected. */
    public function testPairsAreWhatBisectionFinds(): void
    {
        foreach ($this->pairs() as $name => [$type, $point]) {
            $driven = Stages::driven(Stages::pair($type, $point->loadOhms), $point->plateVolts, $point->screenVolts, $point->gridVolts);
            $model = Stages::law($type);
            self::assertInstanceOf(PentodeModel::class, $model);
            [$plate, $screen, $watts] = PushPullDrive::of($model, $point->plateVolts, $point->screenVolts, 0.0, $point->gridVolts, $point->loadOhms, -$point->gridVolts);
            self::assertEqualsWithDelta([$plate, $screen], $driven->amperes[0], 0.005 * $plate, $name);
            self::assertEqualsWithDelta($watts, $driven->watts(), 0.005 * $watts, $name);
        }
    }

    /** @return iterable<string, array{string, FullDrivePoint}> those without a resistor in the screens’ lead, each type once */
    private function pairs(): iterable
    {
        $tubes = ShippedTubes::catalogue();
        foreach (array_unique(array_map(static fn (string $n): string => $tubes->find($n)->name ?? '', $tubes->names())) as $type) {
            foreach ($tubes->find($type)?->section()->fullDrive ?? [] as $point) {
                if (0.0 === $point->screenOhms && null !== $point->watts) {
                    yield \sprintf('%s at %d V', $type, $point->plateVolts) => [$type, $point];
                }
            }
        }
    }
}
