<?php

declare(strict_types=1);

namespace Yew\Stands\Tests\Instrument;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Stands\Instrument\Scpi;
use Yew\Stands\Tests\StandFixture;

/** Headers and error numbers: SCPI-1999 volume 1 §6 and volume 2 §21.8; IEEE 488.2 §10 (from memory). */
final class ScpiTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> */
    public static function lines(): iterable
    {
        yield 'identity' => ['*IDN?', 'A,B,C,1'];
        yield 'long form' => ['MEASURE:VOLTAGE:DC?', 'measured '];
        yield 'short form' => ['MEAS:VOLT:DC?', 'measured '];
        yield 'what may be left out' => ['meas:volt?', 'measured '];
        yield 'with a parameter' => ['MEAS:VOLT? 200', 'measured 200'];
        yield 'a colon before' => [':MEAS:VOLT?', 'measured '];
        yield 'two at once' => ['*OPC?;*IDN?', '1;A,B,C,1'];
        yield 'a command answers nothing' => ['*CLS', null];
        yield 'neither long nor short' => ['MEASU:VOLT?', null];
        yield 'half a header' => ['MEAS?', null];
        yield 'empty' => ['  ;; ', null];
    }

    #[DataProvider('lines')]
    public function testHeadersHaveALongAndAShortForm(string $line, ?string $answer): void
    {
        self::assertSame($answer, self::language()->line($line));
    }

    public function testErrorsWaitUntilTheyAreAskedForAndTheQueueEnds(): void
    {
        $scpi = self::language();
        self::assertSame('+0,"No error"', $scpi->line('SYST:ERR?'));
        $scpi->line('NONSENSE');
        $scpi->tooLong();
        self::assertSame('-113,"Undefined header"', $scpi->line('SYST:ERR?'));
        self::assertSame('-363,"Input buffer overrun"', $scpi->line('SYSTem:ERRor:NEXT?'));
        for ($i = 0; $i < 25; ++$i) {
            $scpi->line('NONSENSE');
        }
        $errors = [];
        for ($i = 0; $i < 21; ++$i) {
            $errors[] = $scpi->line('SYST:ERR?');
        }
        self::assertSame(['-113,"Undefined header"', '-350,"Queue overflow"', '+0,"No error"'], \array_slice($errors, 18));
        $scpi->line('NONSENSE');
        $scpi->line('*CLS');
        self::assertSame('+0,"No error"', $scpi->line('SYST:ERR?'));
    }

    public function testAMeterKnowsItsRangesAndSaysOverload(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('variac wall', 'switch on', 'probe dmm1 A');
        $fixture->stand->advance(40.0);
        $meter = $fixture->scpi('dmm1');
        self::assertSame('"VOLT:DC AUTO"', $meter->line('CONF?'));
        self::assertEqualsWithDelta((float) $fixture->unit->volts('A', 'chassis'), (float) $meter->line('READ?'), 0.5);
        self::assertNull($meter->line('CONF:VOLT:DC 200'));
        self::assertSame('"VOLT:DC +2.00000000E+2"', $meter->line('CONF?'));
        self::assertSame('+9.90000000E+37', $meter->line('READ?'), 'B+ on 200 V');
        self::assertSame('-230,"Data corrupt or stale"', $meter->line('CONF:VOLT:DC;FETC?;SYST:ERR?'));
        self::assertSame($meter->line('READ?'), $meter->line('FETC?'));
        self::assertSame('-222,"Data out of range"', $meter->line('CONF:VOLT:DC 2000;SYST:ERR?'));
        self::assertSame('-104,"Data type error"', $meter->line('CONF:VOLT:DC far;SYST:ERR?'));
        self::assertSame('-221,"Settings conflict"', $meter->line('VOLT:AC:RANG 200;SYST:ERR?'));
        self::assertSame('+9.90000000E+37', $meter->line('MEAS:RES?'), 'no ohms under power');
        self::assertSame('+1.00000000E+7', $meter->line('INP:IMP?'));
    }

    private static function language(): Scpi
    {
        $scpi = new Scpi('A,B,C,1');
        $scpi->on('MEASure:VOLTage[:DC]?', static fn (string $rest): string => 'measured '.$rest);

        return $scpi;
    }
}
