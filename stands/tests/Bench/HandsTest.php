<?php

declare(strict_types=1);

namespace Yew\Stands\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Stands\Bench\Hands;
use Yew\Stands\Bench\TruthLog;
use Yew\Stands\Tests\StandFixture;

final class HandsTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => ['', 'nothing was said'];
        yield 'unknown' => ['explode now', 'nothing hands can do'];
        yield 'too many words' => ['switch on off', 'nothing hands can do'];
        yield 'switch' => ['switch maybe', 'on or off'];
        yield 'a dial beyond its end' => ['variac 141', 'the dial goes from 0 to 140.4'];
        yield 'a dial below nothing' => ['variac -1', 'the dial goes from 0'];
        yield 'words on a dial' => ['variac full', 'the dial goes'];
        yield 'a lamp too small' => ['limiter 4', 'a lamp of 5 to 2000'];
        yield 'a lamp too large' => ['limiter 2001', 'a lamp of 5 to 2000'];
        yield 'an ammeter' => ['ammeter plate', 'mains, centre-tap or out'];
        yield 'a meter' => ['probe dmm9 A', 'the meters are dmm1, dmm2'];
        yield 'a place' => ['probe dmm1 Z9', 'no place “Z9”'];
        yield 'the other place' => ['probe dmm1 A Z9', 'no place “Z9”'];
        yield 'a bleeder of nothing' => ['bleeder A 99', '100 to 1000000 ohms'];
        yield 'a bleeder nowhere' => ['bleeder Z9 10000', 'no place'];
        yield 'a knob' => ['turn dmm1 sideways', 'volts, ac, amperes or ohms'];
        yield 'another fuse' => ['fuse house', 'mains, ammeter'];
    }

    #[DataProvider('nonsense')]
    public function testWhatCannotBeIsRefusedAndChangesNothing(string $line, string $why): void
    {
        $fixture = new StandFixture();
        $before = $fixture->unit->seen();
        $answer = $fixture->hands($line);
        self::assertStringStartsWith('no: ', $answer);
        self::assertStringContainsString($why, $answer);
        self::assertSame($before, $fixture->unit->seen());
    }

    public function testEveryWordOfTheHelpIsUnderstood(): void
    {
        $fixture = new StandFixture();
        foreach (array_keys(Hands::WORDS) as $line) {
            $said = strtr($line, ['on|off' => 'on', 'VOLTS|wall' => '10', 'WATTS|none' => '60', 'METER PLACE [AGAINST]' => 'dmm1 A', 'mains|centre-tap|out' => 'mains', 'out|in POSITION' => 'out V1', 'PLACE OHMS' => 'A 10000', 'mains|ammeter|METER' => 'mains', 'METER volts|ac|amperes|ohms' => 'dmm1 ac', 'PART' => 'V1']);
            if ('quit' !== $said) { // whoever holds the door understands that one
                self::assertStringStartsNotWith('no: ', $fixture->hands($said), $said);
            }
        }
        self::assertStringContainsString('switch on|off', $fixture->hands('help'));
    }

    public function testTheLogTellsTheTruthAndWhatHandsDid(): void
    {
        $path = tempnam(sys_get_temp_dir(), 'truth');
        self::assertIsString($path);
        try {
            $fixture = new StandFixture(faults: ['resistor-drifted:R14:1.5'], log: new TruthLog($path, static fn (): float => 1000.0));
            $fixture->hands('switch on', 'probe dmm1 A', 'state');
            $fixture->stand->advance(30.0);
            $shown = $fixture->reads('dmm1');
            $lines = array_map(static fn (string $l): mixed => json_decode($l, true), explode("\n", trim((string) file_get_contents($path))));
            self::assertSame(['switch on', 'probe dmm1 A'], array_column($lines, 'hand'), 'what is only asked moves nothing');
            $truths = array_values(array_filter($lines, static fn (mixed $l): bool => \is_array($l) && 'truth' === $l['kind']));
            self::assertGreaterThan(12, \count($truths));
            $last = $truths[\count($truths) - 1];
            self::assertSame(['resistor-drifted:R14:1.5'], $last['faults']);
            self::assertIsArray($last['volts']);
            self::assertEqualsWithDelta($fixture->unit->volts('A', 'chassis'), $last['volts']['A'], 2.0);
            $reading = $lines[\count($lines) - 1];
            self::assertIsArray($reading);
            self::assertSame(['reading', 'dmm1', 'A', 'VOLT:DC'], [$reading['kind'], $reading['meter'], $reading['place'], $reading['function']]);
            self::assertEqualsWithDelta($shown, $reading['shown'], 1e-9);
            self::assertEqualsWithDelta($reading['truth'], $shown, 0.0006 * $shown + 0.1);
            self::assertStringNotContainsString('R14', $fixture->hands('state'), 'nobody at the stand sees it');
            self::assertStringContainsString('R14', $fixture->hands('reveal'));
        } finally {
            unlink($path);
        }
    }

    public function testALogThatCannotBeWrittenIsSaid(): void
    {
        $this->expectException(\RuntimeException::class);
        new TruthLog('/no/such/folder/truth.jsonl');
    }
}
