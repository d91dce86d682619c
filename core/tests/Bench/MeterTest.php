<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Tests\Reading\Bench;
use Yew\Core\Tests\TubeFixture;
use Yew\Core\Tube\TubeCatalogue;

final class MeterTest extends TestCase
{
    public function testTheSmallestRangeThatShowsTheValue(): void
    {
        $meter = Bench::meter();
        self::assertSame([0.6, 6.0, 600.0, 1000.0, null], array_map(static fn (float $v): ?float => $meter->rangeFor(MeterFunction::DcVolts, $v)?->max, [0.0385, -1.5, 452.0, 1000.0, 1200.0]));
        self::assertSame(1000.0, $meter->highest(MeterFunction::DcVolts));
        self::assertNull($meter->highest(MeterFunction::Farads));
        self::assertNull($meter->inputResistanceOhms(MeterFunction::Ohms));
    }

    /** ± (0.5 % + 2 digits) at 452.0 V on the 600 V range: 2.26 V of gain, 0.2 V of digits, 0.05 V of rounding. */
    public function testAReadingCarriesItsErrors(): void
    {
        $figure = Bench::meter()->figure(MeterFunction::DcVolts, 452.0, 0.1, 'r');
        self::assertEqualsWithDelta(2.26 + 0.2 + 0.05, $figure->worstCase(), 1e-9);
        self::assertLessThan($figure->worstCase(), $figure->halfWidth95());
        self::assertGreaterThan(0.95 * 2.26 * 0.99, $figure->halfWidth95());
    }

    /** JUDGE-7b: between two readings of one meter the gain error counts once, for the difference. */
    public function testADropIsBetterKnownThanItsEnds(): void
    {
        $meter = Bench::meter();
        $a = $meter->figure(MeterFunction::DcVolts, 452.0, 0.1, 'a');
        $b = $meter->figure(MeterFunction::DcVolts, 391.0, 0.1, 'b');
        self::assertLessThan(0.8, $a->minus($b)->halfWidth95());
        self::assertGreaterThan(0.95 * 0.005 * 391.0, $b->halfWidth95());
    }

    public function testAMeterThatCannotBeReadIsRefused(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('meter.functions[0].ranges[0].max: must be above zero');
        Meter::decode(['id' => 'x', 'name' => 'x', 'functions' => [['function' => 'dc-volts', 'ranges' => [['max' => 0, 'resolution' => 1, 'accuracyPercent' => 1, 'accuracyDigits' => 1]]]]]);
    }

    public function testTubesAreFoundByEveryNameAndOnlyExactly(): void
    {
        $tubes = TubeFixture::catalogue();
        self::assertSame('12AX7', $tubes->find('ECC83')?->name);
        self::assertNull($tubes->find('6L6'), 'without its suffix a type is another one (BIAS-2)');
        self::assertSame(9, $tubes->pinCount('B9A'));
    }

    public function testTheShippedTubeDataHangsTogether(): void
    {
        $data = json_decode((string) file_get_contents(__DIR__.'/../../data/tubes.json'), true);
        self::assertIsArray($data);
        $tubes = TubeCatalogue::decode($data);
        self::assertGreaterThan(30, \count($tubes->names()));
        foreach ($tubes->names() as $name) {
            $tube = $tubes->find($name);
            self::assertNotNull($tube);
            self::assertCount(null === $tube->heaterVolts ? 0 : 2, $tube->heaterPins, $name);
            foreach ($tube->heaterPins as $pin) {
                self::assertStringContainsString('heater', $tube->pins[$pin] ?? '', $name);
            }
            self::assertContains('plate', $tube->pins, $name);
            self::assertNotSame('', $tube->source, $name);
        }
    }

    public function testAPinThatTheBaseLacksIsRefused(): void
    {
        $this->expectException(BadData::class);
        TubeCatalogue::decode(['format' => 'tubes/1', 'version' => 'x', 'bases' => ['B7G' => 7], 'types' => [['type' => 'X', 'base' => 'B7G', 'pins' => ['8' => 'plate'], 'heaterVolts' => 6.3, 'heaterPins' => [3, 4], 'source' => 'from memory']]]);
    }
}
