<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\LeadsZero;
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

    /** @return iterable<string, array{array<string, mixed>, bool, string|null}> what its manual says of AC, whether a lamp is in, and what speaks against it */
    public static function acMeters(): iterable
    {
        yield 'nobody said, a sine' => [[], false, null];
        yield 'nobody said, behind a lamp' => [[], true, 'meter-detector-unknown'];
        yield 'average, a sine' => [['detector' => 'average'], false, null];
        yield 'average, behind a lamp' => [['detector' => 'average'], true, 'meter-averages'];
        yield 'true RMS, behind a lamp' => [['detector' => 'true-rms'], true, null];
        yield 'from 50 Hz to 60 Hz' => [['detector' => 'true-rms', 'bandHertz' => ['low' => 50, 'high' => 60]], true, null];
        yield 'from 51 Hz' => [['detector' => 'true-rms', 'bandHertz' => ['low' => 51, 'high' => 1000]], false, 'meter-beyond-band'];
        yield 'to 59 Hz' => [['bandHertz' => ['low' => 20, 'high' => 59]], false, 'meter-beyond-band'];
    }

    /**
     * COND-5b.
     *
     * @param array<string, mixed> $manual
     */
    #[DataProvider('acMeters')]
    public function testWhichWavesItReads(array $manual, bool $behindLamp, ?string $against): void
    {
        self::assertSame($against, self::ac($manual)->mainsObstacle($behindLamp));
    }

    public function testFrequenciesInItsBand(): void
    {
        $meter = self::ac(['bandHertz' => ['low' => 45, 'high' => 1000]]);
        self::assertSame([false, true, true, false], array_map($meter->reaches(...), [44.9, 45.0, 1000.0, 1001.0]));
        self::assertTrue(self::ac([])->reaches(1e6), 'nobody said');
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function badManuals(): iterable
    {
        yield 'another detector' => [['detector' => 'peak']];
        yield 'a band upside down' => [['bandHertz' => ['low' => 1000, 'high' => 45]]];
        yield 'half a band' => [['bandHertz' => ['low' => 45]]];
        yield 'a band with more' => [['bandHertz' => ['low' => 45, 'high' => 60, 'at' => 3]]];
    }

    /** @param array<string, mixed> $manual */
    #[DataProvider('badManuals')]
    public function testAManualThatCannotBeIsRefused(array $manual): void
    {
        $this->expectException(BadData::class);
        self::ac($manual);
    }

    public function testItsLeadsItsJacksAndItsDay(): void
    {
        $meter = static fn (array $zero, array $more = []): Meter => Meter::decode(['id' => 'm', 'name' => 'M', 'functions' => [['function' => 'ohms', 'leadsZero' => $zero, 'ranges' => [['max' => 600, 'resolution' => 0.1, 'accuracyPercent' => 1, 'accuracyDigits' => 2]]]], ...$more]);
        $known = $meter(['ohms' => 0.12, 'measuredOn' => '2026-11-30'], ['ratedVolts' => 1000, 'calibratedOn' => '2026-02-28']);
        self::assertSame([0.12, '2026-11-30', 1000.0, '2026-02-28'], [$known->leadsZero?->ohms, $known->leadsZero?->measuredOn, $known->ratedVolts, $known->calibratedOn]);
        foreach ([[['ohms' => 2.1, 'measuredOn' => '2026-11-30'], []], [['ohms' => -0.1, 'measuredOn' => '2026-11-30'], []], [['ohms' => 0.1, 'measuredOn' => '2026-02-30'], []], [['ohms' => 0.1, 'measuredOn' => 'today'], []], [['ohms' => 0.1, 'measuredOn' => '2026-11-30'], ['calibratedOn' => '30.11.2026']], [['ohms' => 0.1, 'measuredOn' => '2026-11-30'], ['ratedVolts' => -1]]] as [$zero, $more]) {
            try {
                $meter($zero, $more);
                self::fail(json_encode([$zero, $more], \JSON_THROW_ON_ERROR));
            } catch (BadData $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    /** COND-5b; a day is our choice. */
    public function testTheZeroOfItsLeadsIsOfTodayOrOld(): void
    {
        $zero = new LeadsZero(0.12, '2026-11-30');
        $at = static fn (string $moment): float => (float) strtotime($moment.' UTC');
        self::assertSame([true, true, false], array_map($zero->isFresh(...), [$at('2026-11-30 23:59'), $at('2026-12-01 23:59'), $at('2026-12-02 00:01')]));
        self::assertSame([0, 31], [$zero->ageDays($at('2026-11-30 23:59')), $zero->ageDays($at('2026-12-31 00:01'))]);
    }

    /** @param array<string, mixed> $manual */
    private static function ac(array $manual): Meter
    {
        return Meter::decode(['id' => 'm', 'name' => 'M', 'functions' => [['function' => 'ac-volts', ...$manual, 'ranges' => [['max' => 600, 'resolution' => 0.1, 'accuracyPercent' => 1, 'accuracyDigits' => 2]]]]]);
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
