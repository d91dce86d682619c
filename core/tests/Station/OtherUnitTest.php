<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Station;

use PHPUnit\Framework\TestCase;
use Yew\Core\Iron\IronStation;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Resistor\ResistorStation;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Station;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Job\FakeUnit;

/** What was tested on the other monoblock is a sister for what is tested here (JUDGE-6). */
final class OtherUnitTest extends TestCase
{
    public function testItsTransformerIsTheSisterWhereTheChassisHasNone(): void
    {
        $ratio = static fn (string $text): TakenTest => TakenTest::typed(IronTestKind::Ratio, 'T2', '8', $text);
        // 11.50 : 0.400 at 8 Ω is 6.6 kΩ, 11.50 : 0.500 is 4.2 kΩ.
        self::assertContains('impedance-as-sister', self::codes(new IronStation(), 'T2', [$ratio('11.50/0.400')], [$ratio('11.50/0.402')]));
        self::assertContains('impedance-unas-sister', self::codes(new IronStation(), 'T2', [$ratio('11.50/0.400')], [$ratio('11.50/0.500')]));
        $alone = self::codes(new IronStation(), 'T2', [$ratio('11.50/0.400')], []);
        self::assertSame([], array_filter($alone, static fn (string $c): bool => str_contains($c, 'sister')));
    }

    public function testItsSocketIsTheSisterWhereNoneInTheChassisWasMeasured(): void
    {
        $unit = FakeUnit::lantern(true);
        $pins = $unit->drawn(new FittedChanges())->pinPairs['V4'][0]->pins ?? self::fail('no pins');
        $short = static fn (string $socket, string $text): TakenTest => TakenTest::typed(ResistorTestKind::PinShort, $socket, $pins, $text);
        self::assertContains('pins-unlike-sister', self::codes(new ResistorStation(), 'V4', [$short('V4', '1M')], [$short('V4', '2M')]));
        self::assertNotContains('pins-unlike-sister', self::codes(new ResistorStation(), 'V4', [$short('V4', '1M')], [$short('V4', '1M1')]));
        self::assertNotContains('pins-unlike-sister', self::codes(new ResistorStation(), 'V4', [$short('V4', '1M'), $short('V5', '1M')], [$short('V4', '2M')]), 'the sister in the same chassis comes first');
    }

    /**
     * @param list<TakenTest> $here
     * @param list<TakenTest> $there
     *
     * @return list<string>
     */
    private static function codes(Station $station, string $part, array $here, array $there): array
    {
        $unit = FakeUnit::lantern(true);
        $facts = new BenchFacts(new TestRecord($here), [], [], $unit->sheet(), $unit->drawn(new FittedChanges()), $unit->tubes(), new Practice(), 117.0, 2026, otherUnit: new TestRecord($there));

        return array_map(static fn (Reason $r): string => $r->code, $station->board($facts)->find($part)->judged->reasons ?? self::fail('no '.$part));
    }
}
