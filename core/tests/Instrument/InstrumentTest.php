<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Instrument;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\Answer;
use Yew\Core\Instrument\AnswerFault;
use Yew\Core\Instrument\DialTable;
use Yew\Core\Instrument\Equipment;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Core\Instrument\LiveValue;
use Yew\Core\Instrument\NetworkAddress;
use Yew\Core\Instrument\OutsideTable;
use Yew\Core\Instrument\Settling;

final class InstrumentTest extends TestCase
{
    private const PROFILE = [
        'format' => 'instrument-profile/1', 'name' => 'Plain', 'errors' => 'SYST:ERR?',
        'functions' => [
            ['function' => 'dc-volts', 'configure' => ['CONF:VOLT:DC'], 'read' => 'READ?', 'check' => ['ask' => 'CONF?', 'contains' => 'VOLT:DC']],
            ['function' => 'ohms', 'configure' => ['CONF:RES'], 'read' => 'READ?', 'scale' => 1000.0],
        ],
    ];

    /** One unit in the field, 65 → 70.8 V, 104 → 129.5, 117 → 135: no ratio and no offset corrects it (COND-1, common practice). */
    public function testADialIsStraightBetweenItsPointsAndUnknownBeyondThem(): void
    {
        $table = self::table([[65.0, 70.8], [104.0, 129.5], [117.0, 135.0]]);
        self::assertEqualsWithDelta(70.8, $table->volts(65.0), 1e-9);
        self::assertEqualsWithDelta(100.15, $table->volts(84.5), 1e-9);
        self::assertEqualsWithDelta(129.5, $table->volts(104.0), 1e-9);
        self::assertEqualsWithDelta(135.0, $table->volts(117.0), 1e-9);
        foreach ([64.9, 117.1] as $dial) {
            try {
                $table->volts($dial);
                self::fail('beyond its table');
            } catch (OutsideTable $e) {
                self::assertSame([65.0, 117.0], [$e->least, $e->most]);
                self::assertStringContainsString('from 65 to 117', $e->getMessage());
            }
        }
        self::assertEquals($table, DialTable::decode(Fields::of($table->toArray())));
    }

    /** @return iterable<string, array{list<array{float, float}>}> */
    public static function badTables(): iterable
    {
        yield 'two points say nothing of a curve' => [[[0.0, 0.0], [100.0, 110.0]]];
        yield 'a dial that goes back' => [[[0.0, 0.0], [60.0, 66.0], [60.0, 70.0]]];
        yield 'volts that fall' => [[[0.0, 0.0], [60.0, 66.0], [70.0, 66.0]]];
        yield 'more than there is' => [[[0.0, 0.0], [60.0, 66.0], [501.0, 500.0]]];
    }

    /** @param list<array{float, float}> $points */
    #[DataProvider('badTables')]
    public function testATableThatCannotBeIsRefused(array $points): void
    {
        $this->expectException(BadData::class);
        self::table($points);
    }

    /** @return iterable<string, array{string, float|null}> line, value; null for overload */
    public static function answers(): iterable
    {
        yield 'as SCPI has it' => ['+4.27312500E+02', 427.3125];
        yield 'plain' => ['427.3', 427.3];
        yield 'negative' => ['-36.4', -36.4];
        yield 'no digit before the point' => ['.5', 0.5];
        yield 'with its unit' => ['427.3 VDC', 427.3];
        yield 'overload' => ['+9.90000000E+37', null];
        yield 'overload the other way' => ['-9.90000000E+37', null];
        yield 'almost overload' => ['8.9E+37', 8.9e37];
        yield 'blanks around' => ["  1.5\r", 1.5];
    }

    #[DataProvider('answers')]
    public function testAnAnswerIsAFigureOrOverload(string $line, ?float $value): void
    {
        $profile = InstrumentProfile::decode(self::PROFILE);
        self::assertSame($value, Answer::read($line, self::volts($profile), $profile)->value);
    }

    /** @return iterable<string, array{string, string}> */
    public static function faults(): iterable
    {
        yield 'nothing' => ['', 'answered nothing'];
        yield 'words' => ['OVERLOAD', 'is no number'];
        yield 'half an answer' => ['+4.27E', 'not in V'];
        yield 'two at once' => ['+4.2E+02,+4.3E+02', 'is no number'];
        yield 'another unit' => ['1.5 A', 'answered in A, not in V'];
        yield 'a unit nobody knows' => ['1.5 FURLONG', 'not in V'];
        yield 'no number, as SCPI says it' => ['9.91E+37', 'has no number'];
        yield 'an identity' => ['MAKER,MODEL,1,2', 'is no number'];
        yield 'signs of another world' => ["\x00\xff12", 'is no number'];
    }

    #[DataProvider('faults')]
    public function testWhatIsNoReadingIsAFault(string $line, string $why): void
    {
        $profile = InstrumentProfile::decode(self::PROFILE);
        $this->expectException(AnswerFault::class);
        $this->expectExceptionMessage($why);
        Answer::read($line, self::volts($profile), $profile);
    }

    public function testAnotherDialectNeedsNoCode(): void
    {
        $profile = InstrumentProfile::decode(self::PROFILE);
        $ohms = $profile->function(MeterFunction::Ohms);
        self::assertNotNull($ohms);
        self::assertSame(4700.0, Answer::read('4.7', $ohms, $profile)->value, 'it answers in kilohms');
        self::assertNull($profile->function(MeterFunction::AcVolts));
        self::assertSame(['VOLT:DC', 1.5, 0.2, '*IDN?', '+0'], [self::volts($profile)->contains, $profile->timeout, $profile->every, $profile->identify, $profile->noError]);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function badProfiles(): iterable
    {
        yield 'another format' => [['format' => 'instrument-profile/2']];
        yield 'no function' => [['functions' => []]];
        yield 'one function twice' => [['functions' => [self::PROFILE['functions'][0], self::PROFILE['functions'][0]]]];
        yield 'two lines in one' => [['functions' => [['function' => 'dc-volts', 'configure' => ["CONF\nOUTP ON"], 'read' => 'READ?']]]];
        yield 'a timeout for ever' => [['timeoutSeconds' => 11.0]];
        yield 'a flood of questions' => [['everySeconds' => 0.04]];
        yield 'what nobody knows' => [['colour' => 'red']];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('badProfiles')]
    public function testAProfileThatCannotBeIsRefused(array $change): void
    {
        $this->expectException(BadData::class);
        InstrumentProfile::decode([...self::PROFILE, ...$change]);
    }

    /** COND-3a: ten seconds within a thousandth. */
    public function testAValueHasSettledAfterTenQuietSeconds(): void
    {
        $settling = new Settling();
        self::assertFalse($settling->isSettled());
        for ($i = 0; $i <= 49; ++$i) {
            $settling->sample($i * 0.2, 400.0 + ($i % 2) * 0.39);
        }
        self::assertFalse($settling->isSettled(), '9.8 s');
        $settling->sample(10.0, 400.0);
        self::assertTrue($settling->isSettled(), '10 s within 0.39 V of 400');
        $settling->sample(10.2, 400.41);
        self::assertFalse($settling->isSettled(), '0.41 V of 400 is more than a thousandth');
        self::assertTrue($settling->isSettled(0.21), 'unless its meter shows no finer');
    }

    public function testOverloadAGapAndAClockSetBackBeginAnew(): void
    {
        foreach (['overload' => [10.2, null], 'a gap' => [12.1, 5.0], 'set back' => [9.0, 5.0]] as $what => [$at, $value]) {
            $settling = new Settling();
            for ($i = 0; $i <= 50; ++$i) {
                $settling->sample($i * 0.2, 5.0);
            }
            self::assertTrue($settling->isSettled());
            $settling->sample($at, $value);
            self::assertFalse($settling->isSettled(), $what);
        }
        $settling = new Settling();
        for ($i = 0; $i <= 50; ++$i) {
            $settling->sample($i * 0.2, 5.0);
        }
        $settling->sample(12.0, 5.0);
        self::assertTrue($settling->isSettled(), 'a slow meter is no gap');
        $settling->restart();
        self::assertFalse($settling->isSettled());
    }

    /** At six times the pace a meter of one reading in 0.3 s is seen every 1.8 s; twelve seconds of the shop are two of its own. */
    public function testInPracticeAGapIsOneByTheInstrumentsOwnTime(): void
    {
        foreach ([[11.9, true], [12.1, false]] as [$gap, $settled]) {
            $settling = new Settling(6.0);
            foreach ([0.0, 1.8, 10.8, 10.8 + $gap] as $at) {
                $settling->sample($at, 5.0);
            }
            self::assertSame($settled, $settling->isSettled(), "$gap s");
        }
    }

    public function testAValueIsLiveForTwoSeconds(): void
    {
        $value = new LiveValue(5.0, 100.0, true);
        self::assertTrue($value->isLive(102.0));
        self::assertFalse($value->isLive(102.01));
        self::assertFalse($value->isLive(97.9), 'nor is one from the future');
    }

    /** @return iterable<string, array{string, int, bool}> */
    public static function addresses(): iterable
    {
        yield 'this machine' => ['127.0.0.1', 5025, true];
        yield 'this machine, six' => ['::1', 5025, true];
        yield 'ten' => ['10.255.0.1', 5025, true];
        yield 'twelve bits' => ['172.16.0.1', 5025, true];
        yield 'their last' => ['172.31.255.254', 5025, true];
        yield 'beyond them' => ['172.32.0.1', 5025, false];
        yield 'before them' => ['172.15.0.1', 5025, false];
        yield 'a shop’s' => ['192.168.1.20', 5025, true];
        yield 'beside it' => ['192.169.1.20', 5025, false];
        yield 'link-local' => ['169.254.7.7', 5025, true];
        yield 'unique local' => ['fd12::1', 5025, true];
        yield 'link-local, six' => ['fe80::1', 5025, true];
        yield 'the world, six' => ['2001:db8::1', 5025, false];
        yield 'the world in six’s clothes' => ['::ffff:8.8.8.8', 5025, false];
        yield 'this machine in six’s clothes' => ['::ffff:127.0.0.1', 5025, true];
        yield 'the world' => ['8.8.8.8', 5025, false];
        yield 'everybody' => ['0.0.0.0', 5025, false];
        yield 'a name' => ['meter.shop', 5025, false];
        yield 'a service of the machine' => ['127.0.0.1', 22, false];
        yield 'the last of them' => ['127.0.0.1', 1023, false];
        yield 'the first of the others' => ['127.0.0.1', 1024, true];
        yield 'an old instrument' => ['192.168.1.20', 23, true];
        yield 'no port' => ['127.0.0.1', 65536, false];
    }

    #[DataProvider('addresses')]
    public function testOnlyNearAddressesAreInstruments(string $number, int $port, bool $near): void
    {
        if (!$near) {
            $this->expectException(BadData::class);
        }
        self::assertStringEndsWith(':'.$port, NetworkAddress::of($number, $port)->text());
    }

    public function testEquipmentKeepsWhatBelongsToItsKind(): void
    {
        $variac = Equipment::decode(['id' => 'v1', 'kind' => 'variac', 'name' => 'Bench variac', 'amperes' => 5, 'calibratedOn' => '2026-11-01', 'touchesVolts' => 300, 'note' => 'behind the isolation transformer', 'dial' => self::table([[0.0, 0.0], [60.0, 66.0], [120.0, 129.0]])->toArray()]);
        self::assertEquals($variac, Equipment::decode($variac->toArray()));
        self::assertSame(66.0, $variac->dial?->volts(60.0));
        $faults = [['kind' => 'spaceship'], ['name' => ' '], ['watts' => 60], ['calibratedOn' => '2026-13-01'], ['amperes' => 0.05], ['touchesVolts' => 0.5]];
        foreach ($faults as $fault) {
            try {
                Equipment::decode([...$variac->toArray(), ...$fault]);
                self::fail((string) json_encode($fault));
            } catch (BadData) {
            }
        }
        $this->expectException(BadData::class);
        Equipment::decode(['id' => 'l1', 'kind' => 'lamp', 'name' => 'Lamp', 'watts' => 60, 'dial' => $variac->dial->toArray()]);
    }

    /** @param list<array{float, float}> $points */
    private static function table(array $points): DialTable
    {
        return DialTable::decode(Fields::of(['points' => array_map(static fn (array $p): array => ['dial' => $p[0], 'volts' => $p[1]], $points), 'measuredOn' => '2026-11-01', 'meterId' => 'no-1']));
    }

    private static function volts(InstrumentProfile $profile): \Yew\Core\Instrument\ProfileFunction
    {
        return $profile->function(MeterFunction::DcVolts) ?? throw new \LogicException('no volts');
    }
}
