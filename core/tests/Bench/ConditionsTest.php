<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Bleeder;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Limiter;
use Yew\Core\Codec\BadData;

/** Trade §2 and contract §5: every field is stated, unknown is said, nothing is defaulted. */
final class ConditionsTest extends TestCase
{
    public function testNothingIsDefaulted(): void
    {
        $unknown = Conditions::unknown();
        self::assertSame([null, null, null, null, null, false], [$unknown->inletVolts(), $unknown->limited(), $unknown->tubesOut(), $unknown->meterId(), $unknown->bleeder(), $unknown->inStandby()]);
        self::assertFalse($unknown->states('inletVolts'));
        $said = self::stated(['inletVolts' => null]);
        self::assertSame(['value' => null, 'how' => 'unknown', 'at' => null], $said->toArray()['inletVolts']);
        self::assertNull($said->inletVolts());
    }

    public function testFactsAreReadBack(): void
    {
        $c = self::stated([
            'inletVolts' => 121, 'limiter' => ['kind' => 'lamp', 'watts' => 60], 'tubes' => ['V1' => ['type' => '12AX7', 'tubeId' => null], 'V2' => 'out'],
            'standby' => 'standby', 'meterId' => 'no-1', 'bleeder' => ['clipped' => true, 'ohms' => 4700, 'node' => 'A'],
        ]);
        self::assertSame([121.0, true, ['V2'], 'no-1', true], [$c->inletVolts(), $c->limited(), $c->tubesOut(), $c->meterId(), $c->inStandby()]);
        self::assertEquals(new Bleeder(4700.0, 'A'), $c->bleeder());
        self::assertEquals($c->toArray(), Conditions::decode($c->toArray())->toArray());
    }

    public function testTheFirstFormBecomesTheSecond(): void
    {
        self::assertSame([], self::stated(['limiter' => ['kind' => 'none']])->limiters());
        $lamp = self::stated(['limiter' => ['kind' => 'lamp', 'watts' => 60], 'inletVolts' => 230]);
        self::assertEqualsCanonicalizing(['limiters', 'inletVolts'], array_keys($lamp->toArray()));
        self::assertEquals([new Limiter('lamp', 60.0)], $lamp->limiters(), 'what it leaves says nothing of its own volts');
        $wall = Conditions::decode(['inletVolts' => ['value' => 230, 'how' => 'assumed', 'at' => null], 'limiter' => ['value' => ['kind' => 'lamp', 'watts' => 60], 'how' => 'measured', 'at' => null]]);
        self::assertEquals([new Limiter('lamp', 60.0, 230.0)], $wall->limiters(), 'rated for the mains of the place');
        self::assertEquals($lamp->toArray(), Conditions::decode($lamp->toArray())->toArray());
        $electronic = self::stated(['limiter' => ['kind' => 'electronic', 'watts' => 60]]);
        self::assertTrue($electronic->limited());
        self::assertFalse($electronic->limitersAreKnown(), 'watts say nothing of it');
        self::assertNull(self::stated(['limiter' => null])->limited());
    }

    public function testSourceAndLimitersAreApart(): void
    {
        $c = self::stated(['source' => ['kind' => 'variac', 'volts' => 180], 'limiters' => [['kind' => 'lamp', 'watts' => 60, 'ratedVolts' => 240], ['kind' => 'electronic', 'amperes' => 1.5]], 'ammeter' => ['place' => 'T2/centre', 'ohms' => 1]]);
        self::assertSame([180.0, 180.0, null], [$c->sourceVolts(), $c->mainsVolts(), $c->inletVolts()]);
        self::assertTrue($c->limitersAreKnown());
        self::assertSame(['tubes'], $c->missing());
        self::assertFalse(self::stated(['source' => ['kind' => 'variac', 'volts' => 180], 'limiters' => [['kind' => 'lamp', 'watts' => 60]]])->limitersAreKnown(), 'behind a variac a lamp’s volts are not known by themselves');
        self::assertTrue(self::stated(['source' => ['kind' => 'wall', 'volts' => 240], 'limiters' => [['kind' => 'lamp', 'watts' => 60]]])->limitersAreKnown(), 'at the wall it is one of the place');
        self::assertFalse(self::stated(['source' => ['kind' => 'wall', 'volts' => 240], 'limiters' => [['kind' => 'electronic']]])->limitersAreKnown());
        self::assertFalse(Conditions::unknown()->limitersAreKnown());
        self::assertSame(['inletVolts', 'tubes', 'limiters'], Conditions::unknown()->missing());
    }

    public function testWhatWasMeasuredAtTheInletEndsWithAnotherSourceOrLimiter(): void
    {
        $measured = self::stated(['source' => ['kind' => 'variac', 'volts' => 200], 'limiters' => [['kind' => 'lamp', 'watts' => 60]], 'inletVolts' => 150]);
        self::assertSame(150.0, $measured->mainsVolts());
        self::assertSame(220.0, $measured->with(self::stated(['source' => ['kind' => 'variac', 'volts' => 220]]))->mainsVolts(), 'the variac was turned');
        self::assertNull($measured->with(self::stated(['limiters' => []]))->inletVolts(), 'the lamp is out');
        self::assertSame(150.0, $measured->with(self::stated(['source' => ['kind' => 'variac', 'volts' => 200]]))->mainsVolts(), 'the same again');
        self::assertSame(160.0, $measured->with(self::stated(['limiters' => [], 'inletVolts' => 160]))->mainsVolts(), 'measured again');
        self::assertTrue($measured->moved($measured->with(self::stated(['source' => ['kind' => 'variac', 'volts' => 220]]))));
    }

    public function testAFactStatedAnewReplacesTheOldOneAlone(): void
    {
        $c = self::stated(['inletVolts' => 121, 'limiter' => ['kind' => 'none']])->with(self::stated(['inletVolts' => 117]));
        self::assertSame([117.0, false], [$c->inletVolts(), $c->limited()]);
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}> */
    public static function moves(): iterable
    {
        $base = ['inletVolts' => 120, 'limiter' => ['kind' => 'none'], 'tubes' => ['V1' => ['type' => '12AX7', 'tubeId' => null]], 'load' => ['kind' => 'resistor', 'ohms' => 8]];
        yield 'nothing' => [$base, [], false];
        yield 'mains by 1 %' => [$base, ['inletVolts' => 121.2], false];
        yield 'mains by 3 %' => [$base, ['inletVolts' => 123.6], true];
        yield 'a tube out' => [$base, ['tubes' => ['V1' => 'out']], true];
        yield 'another tube in its place' => [$base, ['tubes' => ['V1' => ['type' => '12AX7', 'tubeId' => 't-7']]], true];
        yield 'a lamp in' => [$base, ['limiter' => ['kind' => 'lamp', 'watts' => 60]], true];
        yield 'another load' => [$base, ['load' => ['kind' => 'resistor', 'ohms' => 4]], true];
        yield 'covers on' => [$base, ['covers' => 'on'], false];
        yield 'a first statement moves nothing' => [['inletVolts' => 120], ['limiter' => ['kind' => 'none']], false];
    }

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $change
     */
    #[DataProvider('moves')]
    public function testWhatMakesReadingsStale(array $before, array $change, bool $moved): void
    {
        self::assertSame($moved, self::stated($before)->moved(self::stated([...$before, ...$change])));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'absurd mains' => [['inletVolts' => ['value' => 12000, 'how' => 'measured']], 'conditions.inletVolts.value'];
        yield 'text for mains' => [['inletVolts' => ['value' => '121', 'how' => 'measured']], 'conditions.inletVolts.value'];
        yield 'hearsay' => [['inletVolts' => ['value' => 121, 'how' => 'heard']], 'conditions.inletVolts.how'];
        yield 'no how' => [['inletVolts' => ['value' => 121]], 'conditions.inletVolts.how'];
        yield 'another limiter' => [['limiter' => ['value' => ['kind' => 'fuse'], 'how' => 'assumed']], 'conditions.limiter.value.kind'];
        yield 'a negative lamp' => [['limiter' => ['value' => ['kind' => 'lamp', 'watts' => -60], 'how' => 'assumed']], 'conditions.limiter.value.watts'];
        yield 'a limiter of the second form that nobody knows' => [['limiters' => ['value' => [['kind' => 'fuse']], 'how' => 'assumed']], 'conditions.limiters.value[0].kind'];
        yield 'a lamp with amperes' => [['limiters' => ['value' => [['kind' => 'lamp', 'amperes' => 1]], 'how' => 'assumed']], 'conditions.limiters.value[0].amperes'];
        yield 'both forms' => [['limiter' => ['value' => ['kind' => 'none'], 'how' => 'assumed'], 'limiters' => ['value' => [], 'how' => 'assumed']], 'conditions.limiter'];
        yield 'a generator' => [['source' => ['value' => ['kind' => 'generator', 'volts' => 230], 'how' => 'assumed']], 'conditions.source.value.kind'];
        yield 'a source without volts' => [['source' => ['value' => ['kind' => 'variac'], 'how' => 'assumed']], 'conditions.source.value.volts'];
        yield 'an ammeter nowhere' => [['ammeter' => ['value' => ['ohms' => 1], 'how' => 'assumed']], 'conditions.ammeter.value.place'];
        yield 'a tube of no type' => [['tubes' => ['value' => ['V1' => ['tubeId' => null]], 'how' => 'assumed']], 'conditions.tubes.value.V1.type'];
        yield 'a bleeder of no ohms' => [['bleeder' => ['value' => ['clipped' => true, 'node' => 'A'], 'how' => 'assumed']], 'conditions.bleeder.value.ohms'];
        yield 'a field nobody knows' => [['moonPhase' => ['value' => 'full', 'how' => 'assumed']], 'conditions.moonPhase'];
    }

    /** @param array<string, mixed> $data */
    #[DataProvider('refusals')]
    public function testRefusesWithThePath(array $data, string $path): void
    {
        try {
            Conditions::decode($data);
            self::fail('was accepted');
        } catch (BadData $e) {
            self::assertSame($path, $e->path);
        }
    }

    /** @param array<string, mixed> $facts null for unknown */
    private static function stated(array $facts): Conditions
    {
        return Conditions::decode(array_map(static fn (mixed $v): array => ['value' => $v, 'how' => null === $v ? 'unknown' : 'measured', 'at' => null], $facts));
    }

    /** @return iterable<string, array{string, mixed, bool}> field, what is stated, whether it is taken */
    public static function limits(): iterable
    {
        yield 'a mains of one volt' => ['inletVolts', 1.0, true];
        yield 'of less' => ['inletVolts', 0.99, false];
        yield 'of 500 V' => ['inletVolts', 500, true];
        yield 'of more' => ['inletVolts', 501, false];
        yield 'a variac at one volt' => ['source', ['kind' => 'variac', 'volts' => 1.0], true];
        yield 'at less' => ['source', ['kind' => 'variac', 'volts' => 0.99], false];
        $lamp = ['kind' => 'lamp', 'watts' => 60];
        yield 'three limiters in one lead' => ['limiters', [$lamp, $lamp, $lamp], true];
        yield 'a fourth' => ['limiters', [$lamp, $lamp, $lamp, $lamp], false];
        $clip = static fn (float $ohms): array => ['clipped' => true, 'ohms' => $ohms, 'node' => 'A'];
        yield 'a discharge resistor of 470 Ω' => ['bleeder', $clip(470), true];
        yield 'one that burns at once' => ['bleeder', $clip(469), false];
        yield 'one of 100 kΩ' => ['bleeder', $clip(100e3), true];
        yield 'one that takes all day' => ['bleeder', $clip(101e3), false];
    }

    #[DataProvider('limits')]
    public function testWhatCanBeStated(string $field, mixed $value, bool $taken): void
    {
        try {
            self::stated([$field => $value]);
            self::assertTrue($taken, 'it was taken');
        } catch (BadData $e) {
            self::assertFalse($taken, $e->getMessage());
            self::assertStringStartsWith('conditions.'.$field, $e->path);
        }
    }
}
