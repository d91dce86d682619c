<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\Meters;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\BranchCurrent;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\Judgement;
use Yew\Core\Reading\ReadingLog;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Tests\SheetFixture;

/** Limits of the judgement of voltages from both of their sides (COND-5, JUDGE-2, CAP-4, SAFE-6). */
final class EdgesTest extends TestCase
{
    public function testMainsTooFarToScale(): void
    {
        $code = static fn (float $share): string => Bench::judge('D', \sprintf('%.1f', 326 * $share), Bench::setting(['inletVolts' => 117 * $share]))->reasonCode;
        self::assertSame(['within', 'mains-too-far'], [$code(1.149), $code(1.151)]);
        self::assertSame(['within', 'mains-too-far'], [$code(0.851), $code(0.849)]);
    }

    public function testATraceOnAGridShiftsNothing(): void
    {
        $code = static fn (string $text): string => Bench::judge('V2.5', $text)->reasonCode;
        self::assertSame(['trace-leakage', 'some-leakage', 'some-leakage', 'leakage'], [$code('0.048'), $code('0.052'), $code('0.48'), $code('0.52')]);
    }

    public function testFromWhereOnANegativePointIsABias(): void
    {
        $code = static fn (float $printed, string $text, string $kind = 'grid'): string => self::printed($kind, $printed, $text)->reasonCode;
        self::assertSame('bias-lost', $code(-1.1, '0.0'), 'a bias may be lost');
        self::assertNotSame('bias-lost', $code(-0.9, '0.0'), 'a tube’s own contact potential may not');
        self::assertSame('bias-less-negative', $code(-5.1, '-3.8', 'other'), 'an output stage’s, whatever kind it was given');
        self::assertSame('high', $code(-4.9, '-3.6', 'other'));
    }

    public function testATenthOfTheBiasIsNone(): void
    {
        $code = static fn (string $text): string => self::printed('bias', -40.0, $text)->reasonCode;
        self::assertSame(['bias-less-negative', 'bias-lost'], [$code('-4.1'), $code('-3.9')]);
    }

    public function testWarmAfterTenMinutes(): void
    {
        self::assertTrue(Bench::setting(warm: 9.9)->isWarming());
        self::assertFalse(Bench::setting(warm: 10.0)->isWarming());
    }

    public function testACurrentAFifthOff(): void
    {
        // R2, 10 kΩ, drops 60 V as printed. The meter's own band on two rails of some 400 V is a few per cent of that.
        $code = static function (float $percent): string {
            $log = new ReadingLog(['B|dc-volts' => [self::read('B', 430.0)], 'C|dc-volts' => [self::read('C', 430.0 - 60.0 * (1 + $percent / 100))]], Bench::conditions(), ChassisState::Energised, 0.0, new FittedChanges(), 1000.0);
            $currents = (new JudgedBench($log, SheetFixture::sheet(), 117.0, new Meters(['no2' => Bench::meter()]), []))->currents();

            return array_values(array_filter($currents, static fn (BranchCurrent $c): bool => 'R2' === $c->part->id))[0]->reasonCode ?? self::fail('no current through R2');
        };
        self::assertSame(['current-within', 'current-straddles', 'current-high'], [$code(13.5), $code(20.0), $code(28.0)]);
        self::assertSame(['current-within', 'current-low'], [$code(-13.5), $code(-28.0)]);
    }

    private static function printed(string $kind, float $volts, string $text): Judgement
    {
        return Bench::judge('V2.5', $text, Bench::setting(sheet: SheetFixture::sheet([...SheetFixture::document(), 'points' => [['place' => 'V2.5', 'kind' => $kind, 'printedVolts' => $volts]]])));
    }

    private static function read(string $place, float $volts): TakenReading
    {
        return new TakenReading($place, $place, MeterFunction::DcVolts, (string) $volts, ReadingKind::Value, $volts, 0.1, [], 'no2', Bench::conditions(), ChassisState::Energised, 20.0, 500.0, 'pa', null, null, 0);
    }
}
