<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Conditions;
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
        self::assertSame(['ohms' => 4700.0, 'node' => 'A'], $c->bleeder());
        self::assertEquals($c->toArray(), Conditions::decode($c->toArray())->toArray());
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
}
