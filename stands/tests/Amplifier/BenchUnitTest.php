<?php

declare(strict_types=1);

namespace Yew\Stands\Tests\Amplifier;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Codec\BadData;
use Yew\Stands\Bench\StandSheet;
use Yew\Stands\Tests\StandFixture;

final class BenchUnitTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function sheets(): iterable
    {
        foreach (['lantern-30', 'nuthatch-5', 'quillon-duo-12', 'rushlight-60', 'teasel-50', 'wren-15'] as $name) {
            yield $name => [$name];
        }
    }

    /** Up, warm, within its parts' tolerance of the drawing, and down again: every demo sheet, on three samples. */
    #[DataProvider('sheets')]
    public function testEverySheetComesUpAndGoesDown(string $sheet): void
    {
        foreach ([1, 2, 3] as $seed) {
            $fixture = new StandFixture($sheet, $seed);
            $fixture->hands('switch on');
            $fixture->stand->advance(60.0);
            self::assertFalse($fixture->unit->seen()['lost']);
            $drawn = StandFixture::sheet($sheet);
            $reservoir = array_key_first($drawn->sheet->nodes);
            $printed = array_values(array_filter($drawn->sheet->points, static fn ($p): bool => $p->place === $reservoir))[0]->printedVolts;
            self::assertEqualsWithDelta((float) $printed, (float) $fixture->unit->volts((string) $reservoir, 'chassis'), 0.09 * (float) $printed, $sheet.' seed '.$seed);
            $fixture->hands('switch off');
            $fixture->stand->advance(120.0);
            self::assertLessThan(80.0, abs((float) $fixture->unit->volts((string) $reservoir, 'chassis')));
        }
    }

    public function testTheVariacSagsAndTheLampTakesItsShare(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('variac 117', 'switch on');
        $dial = $fixture->unit->dial->volts(117.0);
        $fixture->stand->advance(30.0);
        $bare = $fixture->unit->alternating('inlet', 'chassis');
        self::assertLessThan(0.995, $bare / $dial / 1.035);
        $amperes = $fixture->unit->instant()->mainsAmperes();
        $fixture->hands('limiter 60');
        $fixture->stand->advance(10.0);
        self::assertLessThan(0.75 * $bare, $fixture->unit->alternating('inlet', 'chassis'));
        self::assertLessThan($amperes, $fixture->unit->instant()->mainsAmperes());
        $fixture->hands('switch off');
        self::assertSame(0.0, $fixture->unit->alternating('inlet', 'chassis'));
    }

    /** A healthy unit: a flash while all is cold, then less. A shorted rail: bright and stays so. */
    public function testTheLampFlashesAndDimsOrStaysBright(): void
    {
        $words = ['dark', 'glowing', 'dim', 'half bright', 'full bright'];
        $seen = [[], []];
        foreach ([[], ['capacitor-shorted:C1/a']] as $i => $faults) {
            $fixture = new StandFixture(faults: $faults);
            self::assertSame('none', $fixture->unit->brightness());
            $fixture->hands('limiter 100', 'switch on');
            for ($n = 0; $n < 40; ++$n) {
                $fixture->stand->advance(0.25);
                $seen[$i][] = (int) array_search($fixture->unit->brightness(), $words, true);
            }
        }
        [$healthy, $shorted] = [end($seen[0]), end($seen[1])];
        self::assertGreaterThan($healthy, max([0, ...$seen[0]]), 'it flashes');
        self::assertGreaterThan($healthy, $shorted, 'a short keeps it brighter');
        self::assertGreaterThanOrEqual(3, $shorted);
    }

    public function testAShortOpensTheMainsFuseAndANewOneCarriesAgain(): void
    {
        $fixture = new StandFixture(faults: ['capacitor-shorted:C1/a']);
        $fixture->hands('switch on');
        $fixture->stand->advance(60.0);
        self::assertTrue($fixture->unit->seen()['fuseOpen']);
        self::assertEqualsWithDelta(0.0, $fixture->unit->instant()->mainsAmperes(), 1e-6);
        $healthy = new StandFixture();
        $healthy->hands('switch on');
        $healthy->stand->advance(60.0);
        self::assertFalse($healthy->unit->seen()['fuseOpen']);
        $fixture->hands('switch off', 'fuse mains');
        self::assertFalse($fixture->unit->seen()['fuseOpen']);
    }

    public function testAnAmmeterTakesItsShareAndItsFuseBreaksTheWay(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('ammeter centre-tap', 'switch on');
        $fixture->stand->advance(40.0);
        $drawn = $fixture->reads('ammeter');
        self::assertEqualsWithDelta($fixture->unit->truth()['drawnAmperes'], $drawn, 0.01 * $drawn + 2e-4);
        self::assertGreaterThan(0.06, $drawn);
        $fixture->hands('ammeter mains');
        self::assertEqualsWithDelta($fixture->unit->instant()->mainsAmperes(), $fixture->reads('ammeter'), 0.012 * $fixture->unit->instant()->mainsAmperes());

        $broken = new StandFixture(faults: ['capacitor-shorted:C1/a']);
        $broken->hands('ammeter centre-tap', 'limiter 100', 'switch on');
        $broken->stand->advance(20.0);
        self::assertFalse($broken->unit->seen()['ammeterFuseOpen'], 'the lamp holds it');
        $broken->hands('switch off', 'limiter none', 'ammeter mains', 'switch on');
        $broken->stand->advance(2.0);
        self::assertTrue($broken->unit->seen()['ammeterFuseOpen']);
        self::assertEqualsWithDelta(0.0, $broken->reads('ammeter'), 2e-4);
        self::assertFalse($broken->unit->seen()['fuseOpen'], 'the quick one was first');
    }

    public function testTubesComeOutAndGoIn(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('tube out V4', 'tube out V5', 'switch on');
        $fixture->stand->advance(40.0);
        $without = (float) $fixture->unit->volts('A', 'chassis');
        $fixture->hands('tube in V4', 'tube in V5');
        $fixture->stand->advance(1.0);
        self::assertEqualsWithDelta($without, (float) $fixture->unit->volts('A', 'chassis'), 3.0, 'cold yet');
        $fixture->stand->advance(40.0);
        self::assertLessThan($without - 15.0, (float) $fixture->unit->volts('A', 'chassis'));
        self::assertStringStartsWith('no: there is no such socket', $fixture->hands('tube out V9'));
    }

    public function testABleederDrainsAndOhmsAreReadWhenDead(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('switch on', 'probe dmm1 A', 'turn dmm1 ohms');
        $fixture->stand->advance(30.0);
        self::assertNull($fixture->unit->ohms('A', 'chassis'), 'under power');
        $fixture->hands('switch off');
        self::assertNull($fixture->unit->ohms('A', 'chassis'), 'charged');
        $fixture->hands('bleeder A 10000');
        $fixture->stand->advance(60.0);
        self::assertEqualsWithDelta(0.0, (float) $fixture->unit->volts('A', 'chassis'), 0.2);
        $clipped = $fixture->reads('dmm1');
        self::assertLessThan(10_000.0, $clipped);
        $fixture->hands('bleeder off');
        self::assertGreaterThan(50_000.0, $fixture->reads('dmm1'));
    }

    public function testAMeterLoadsAHighResistance(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('switch on');
        $fixture->stand->advance(40.0);
        $free = (float) $fixture->unit->volts('V4.5', 'chassis');
        $fixture->hands('probe dmm1 V4.5');
        $fixture->stand->advance(3.0);
        $loaded = (float) $fixture->unit->volts('V4.5', 'chassis');
        self::assertGreaterThan($free + 0.2, $loaded);
        $fixture->hands('probe dmm1 off');
        $fixture->stand->advance(3.0);
        self::assertEqualsWithDelta($free, (float) $fixture->unit->volts('V4.5', 'chassis'), 0.1);
    }

    /** A meter left in amperes from B+ to the chassis is a short until its fuse goes. */
    public function testAmperesOnHighTensionBlowTheMetersFuse(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('switch on');
        $fixture->stand->advance(20.0);
        $fixture->hands('turn dmm2 amperes', 'probe dmm2 A');
        $fixture->stand->advance(5.0);
        self::assertTrue($fixture->unit->isJackOpen('dmm2'));
        self::assertEqualsWithDelta(0.0, $fixture->reads('dmm2'), 2e-6);
        self::assertGreaterThan(300.0, $fixture->unit->volts('A', 'chassis'), 'and B+ is back');
        $fixture->hands('probe dmm2 off', 'fuse dmm2');
        self::assertFalse($fixture->unit->isJackOpen('dmm2'));
    }

    public function testHeatersWindingsAndRippleHaveAlternatingVolts(): void
    {
        $fixture = new StandFixture();
        $fixture->hands('switch on');
        $fixture->stand->advance(40.0);
        self::assertEqualsWithDelta(6.3, $fixture->unit->alternating('V5.7', 'chassis'), 0.4);
        self::assertEqualsWithDelta(662.0, $fixture->unit->alternating('T1/ht', 'chassis'), 40.0);
        $ripple = $fixture->unit->alternating('A', 'chassis');
        self::assertGreaterThan(0.3, $ripple);
        self::assertLessThan(10.0, $ripple);
        self::assertLessThan($ripple / 3.0, $fixture->unit->alternating('E', 'chassis'));
    }

    /** What comes and goes is not there, until somebody taps beside it. */
    public function testALooseJointAnswersATap(): void
    {
        $fixture = new StandFixture(loose: ['joint-bad:R14:100000']);
        $fixture->hands('switch on', 'probe dmm1 C');
        $fixture->stand->advance(30.0);
        $quiet = $fixture->reads('dmm1');
        $fixture->hands('tap R15');
        $fixture->stand->advance(0.3);
        self::assertEqualsWithDelta($quiet, $fixture->reads('dmm1'), 2.0, 'not that one');
        $fixture->hands('tap R14');
        $fixture->stand->advance(0.45);
        self::assertLessThan($quiet - 15.0, $fixture->reads('dmm1'));
        self::assertSame(['joint-bad:R14:100000'], $fixture->unit->truth()['looseNow']);
    }

    public function testAFaultCanBeHiddenStatedAndRefused(): void
    {
        $hidden = new StandFixture(seed: 11, hidden: true);
        self::assertCount(1, [...$hidden->unit->faults, ...$hidden->unit->loose]);
        self::assertSame($hidden->hands('reveal'), (new StandFixture(seed: 11, hidden: true))->hands('reveal'));
        self::assertNotSame($hidden->hands('reveal'), (new StandFixture(seed: 12, hidden: true))->hands('reveal'));
        self::assertSame(['resistor-open:R14'], array_map(static fn ($f): string => $f->text(), (new StandFixture(faults: ['resistor-open:R14'], hidden: true))->unit->faults));
        $this->expectException(BadData::class);
        new StandFixture(faults: ['resistor-open:C1/a']);
    }

    public function testMoreFaultsThanAreOneUnitAreRefused(): void
    {
        $texts = array_map(static fn ($f): string => $f->text(), \array_slice(FaultCatalogue::of(StandFixture::sheet('lantern-30')->drawn, StandFixture::tubes()), 0, 8));
        self::assertCount(8, (new StandFixture(faults: $texts))->unit->faults);
        $this->expectException(BadData::class);
        new StandFixture(faults: $texts, loose: ['joint-bad:R14']);
    }

    public function testASheetWithoutACircuitCannotBeAStand(): void
    {
        $data = StandFixture::json(\dirname(__DIR__, 3).'/server/demo/sheets/lantern-30.sheet.json');
        unset($data['circuit']);
        $data['points'] = [];
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('this sheet holds no circuit');
        StandSheet::decode($data, StandFixture::tubes());
    }
}
