<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Test;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestText;
use Yew\Core\Tubes\TubeTestKind;

/** What a tube tester shows, as it is typed. */
final class TubeTextTest extends TestCase
{
    /** @return iterable<string, array{TubeTestKind, string, array<string, float>, array<string, mixed>}> */
    public static function read(): iterable
    {
        yield 'transconductance with its mark in the same unit' => [TubeTestKind::Figures, '5200umho/3900', ['siemens' => 5.2e-3, 'goodSiemens' => 3.9e-3], []];
        yield 'a mark with a unit of its own' => [TubeTestKind::Figures, '5200umho/3.9mS', ['siemens' => 5.2e-3, 'goodSiemens' => 3.9e-3], []];
        yield 'milliamperes a volt' => [TubeTestKind::Figures, '5.2 mA/V', ['siemens' => 5.2e-3], []];
        yield 'microsiemens' => [TubeTestKind::Figures, '5200µS', ['siemens' => 5.2e-3], []];
        yield 'percent of a scale' => [TubeTestKind::Figures, '85 % / 60', ['percent' => 85.0, 'goodPercent' => 60.0], []];
        yield 'current and transconductance' => [TubeTestKind::Figures, '34.5mA 5.2mS/4.1', ['plateAmperes' => 0.0345, 'siemens' => 5.2e-3, 'goodSiemens' => 4.1e-3], []];
        yield 'a comma is decimal' => [TubeTestKind::Figures, '34,5mA', ['plateAmperes' => 0.0345], []];
        yield 'no shorts' => [TubeTestKind::Shorts, 'none', [], ['shorts' => []]];
        yield 'a short by names' => [TubeTestKind::Shorts, 'P-G2', [], ['shorts' => [['a' => 'plate', 'b' => 'screen']]]];
        yield 'shorts by pins, one that leaks' => [TubeTestKind::Shorts, '3-4, k-h 2M', ['leak2Ohms' => 2e6], ['shorts' => [['a' => '3', 'b' => '4'], ['a' => 'cathode', 'b' => 'heater']]]];
        yield 'no gas' => [TubeTestKind::Gas, 'OK', [], ['choice' => 'ok']];
        yield 'gassy' => [TubeTestKind::Gas, 'gassy', [], ['choice' => 'gassy']];
        yield 'grid current, bare in microamperes' => [TubeTestKind::Gas, '0.3', ['gridAmperes' => 0.3e-6], []];
        yield 'grid current flows out of the grid: its sign says nothing' => [TubeTestKind::Gas, '-0.3u', ['gridAmperes' => 0.3e-6], []];
        yield 'less than the meter sees' => [TubeTestKind::Gas, '<50n', ['gridAmperes' => 50e-9], []];
        yield 'a tester by its marks' => [TubeTestKind::Tester, 'card tester', [], ['instrument' => 'card tester']];
        yield 'a jig with its setting' => [TubeTestKind::Tester, 'jig 2, 250/-14/250, 6.3V, 5m', ['plateVolts' => 250.0, 'gridVolts' => -14.0, 'screenVolts' => 250.0, 'heaterVolts' => 6.3, 'warmMinutes' => 5.0], ['instrument' => 'jig 2']];
        yield 'of a triode, in another order' => [TubeTestKind::Tester, 'jig, 10 min, 6.25, 250/-2', ['warmMinutes' => 10.0, 'heaterVolts' => 6.25, 'plateVolts' => 250.0, 'gridVolts' => -2.0], ['instrument' => 'jig']];
    }

    /**
     * @param array<string, float> $figures
     * @param array<string, mixed> $said
     */
    #[DataProvider('read')]
    public function testIsUnderstood(TubeTestKind $kind, string $text, array $figures, array $said): void
    {
        $answer = TestText::read($kind, $text);
        self::assertEqualsWithDelta($figures, array_map(static fn (Quantity $q): float => $q->value, $answer->figures), 1e-12);
        self::assertSame($said, $answer->said);
        self::assertNull(TakenTest::typed($kind, 'V4', '', $text)->objection());
    }

    /** @return iterable<string, array{TubeTestKind, string}> */
    public static function refused(): iterable
    {
        yield 'a figure without its unit' => [TubeTestKind::Figures, '5200'];
        yield 'volts are no strength' => [TubeTestKind::Figures, '5.2V'];
        yield 'the same figure twice' => [TubeTestKind::Figures, '85% 90%'];
        yield 'two marks' => [TubeTestKind::Figures, '85%/60/50'];
        yield 'a mark of another unit' => [TubeTestKind::Figures, '5.2mS/60%'];
        yield 'a mark of nothing' => [TubeTestKind::Figures, '85%/0'];
        yield 'a mark that is a bound' => [TubeTestKind::Figures, '85%/<60'];
        yield 'negative' => [TubeTestKind::Figures, '-85%'];
        yield 'a reading that is a bound' => [TubeTestKind::Figures, '<85%/60'];
        yield 'an electrode joined to itself' => [TubeTestKind::Shorts, 'p-a'];
        yield 'no electrode' => [TubeTestKind::Shorts, 'x-y'];
        yield 'one of a pair' => [TubeTestKind::Shorts, 'plate'];
        yield 'ohms that are volts' => [TubeTestKind::Shorts, 'k-h 2V'];
        yield 'an ampere of grid current' => [TubeTestKind::Gas, '1m'];
        yield 'grid current above a bound' => [TubeTestKind::Gas, '>0.5u'];
        yield 'a tester without a name' => [TubeTestKind::Tester, '250/-14/250'];
        yield 'a grid that is positive' => [TubeTestKind::Tester, 'jig, 250/14/250'];
        yield 'a plate of nothing' => [TubeTestKind::Tester, 'jig, 0/-14'];
        yield 'a screen of nothing' => [TubeTestKind::Tester, 'jig, 250/-14/0'];
        yield 'four electrodes' => [TubeTestKind::Tester, 'jig, 250/-14/250/250'];
        yield 'a type is a change of the unit' => [TubeTestKind::Type, '6L6GC'];
        yield 'nothing' => [TubeTestKind::Figures, ' '];
    }

    #[DataProvider('refused')]
    public function testIsRefused(TubeTestKind $kind, string $text): void
    {
        try {
            $objection = TakenTest::typed($kind, 'V4', '', $text)->objection();
        } catch (BadData|CannotRead $e) {
            $objection = $e;
        }
        self::assertInstanceOf(\Throwable::class, $objection, $text);
    }

    public function testMoreShortsThanElectrodesAreNoTest(): void
    {
        self::assertCount(12, (array) TestText::read(TubeTestKind::Shorts, implode(',', array_fill(0, 12, 'p-k')))->said['shorts']);
        $this->expectException(BadData::class);
        TestText::read(TubeTestKind::Shorts, implode(',', array_fill(0, 13, 'p-k')));
    }

    public function testItsAnswerIsShownAsItWasTyped(): void
    {
        foreach ([[TubeTestKind::Figures, '5200umho/3900'], [TubeTestKind::Shorts, 'k-h 2M'], [TubeTestKind::Tester, 'jig, 250/-2'], [TubeTestKind::Gas, 'ok']] as [$kind, $text]) {
            self::assertSame($text, TakenTest::typed($kind, 'V4', '', $text)->answer());
        }
        self::assertSame('300 nA', TakenTest::typed(TubeTestKind::Gas, 'V4', '', '0.3u')->answer());
    }
}
