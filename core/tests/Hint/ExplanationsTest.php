<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Hint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Hint\Cause;
use Yew\Core\Hint\Explanation;
use Yew\Core\Hint\Witness;

/** A hint is shown only where the circuit, given that cause, explains every reading. */
final class ExplanationsTest extends TestCase
{
    /** @return iterable<string, array{string, string, list<string>}> sheet, what is wrong, what may be named first */
    public static function faults(): iterable
    {
        yield 'plate equals supply: the tube draws nothing' => ['teasel-50', 'tube-dead:V2', ['tube-dead:V2']];
        yield 'plate equals supply, cathode high: its resistor is open' => ['wren-15', 'resistor-open:R11', ['resistor-open:R11']];
        yield 'plate equals supply: a pin that does not touch' => ['lantern-30', 'contact-bad:V2.6:1000000000000', ['contact-bad:V2.6']];
        yield 'cathode high, plate low: the coupling capacitor leaks' => ['teasel-50', 'capacitor-leaking:C10:1000000', ['capacitor-leaking:C10']];
        yield 'the same in another amplifier' => ['wren-15', 'capacitor-leaking:C4:2000000', ['capacitor-leaking:C4']];
        yield 'a dropper that rose: everything behind it is low together' => ['teasel-50', 'resistor-drifted:R31:2.2', ['resistor-drifted:R31']];
        yield 'a tired output tube' => ['rushlight-60', 'tube-weak:V4:0.4', ['tube-weak:V4']];
        yield 'no B+ at all: the standby contact, the winding, or the rectifier' => ['teasel-50', 'tube-dead:V6', ['tube-dead:V6', 'contact-bad:D1/standby', 'winding-open:T1/ht']];
    }

    /** @param list<string> $first */
    #[DataProvider('faults')]
    public function testTheCauseIsNamedFirstInASampleWhosePartsAreNotAsDrawn(string $sheet, string $wrong, array $first): void
    {
        $amplifier = new Amplifier($sheet);
        $found = $amplifier->explained($amplifier->read($wrong, 0.3));
        self::assertNotSame([], $found->off);
        $best = $found->list[0] ?? self::fail('nothing explains it');
        self::assertContains($best->cause->key(), $first);
        self::assertContains(implode(':', \array_slice(explode(':', $wrong), 0, 2)), Amplifier::named($found));
    }

    public function testTheDegreeIsFound(): void
    {
        $amplifier = new Amplifier('teasel-50');
        $found = $amplifier->explained($amplifier->read('resistor-drifted:R31:2.2'));
        self::assertEqualsWithDelta(2.2, $found->list[0]->cause->severity, 0.2);
        $found = $amplifier->explained($amplifier->read('capacitor-leaking:C10:1000000'));
        self::assertEqualsWithDelta(log(1e6), log($found->list[0]->cause->severity ?? 1.0), log(1.6));
    }

    public function testEveryCauseThatIsShownPutsEveryReadingInsideItsWindow(): void
    {
        $amplifier = new Amplifier('wren-15');
        $read = $amplifier->read('capacitor-leaking:C4:2000000', 0.3);
        $found = $amplifier->explained($read, ['A', 'B', 'C', 'V2.1', 'V2.6']);
        self::assertGreaterThan(1, \count($found->list), 'with a few readings more than one is left');
        foreach ($found->list as $explanation) {
            foreach ($read as $witness) {
                if (\in_array($witness->point->place, ['A', 'B', 'C', 'V2.1', 'V2.6'], true)) {
                    self::assertLessThanOrEqual(1.0, abs($witness->misfit($explanation->forecast) ?? 0.0), $explanation->cause->key().' at '.$witness->point->place);
                }
            }
        }
        self::assertEqualsWithDelta(1.0, array_sum(array_map(static fn (Explanation $e): float => $e->weight, $found->list)), 1e-9);
    }

    /** Two faults at once in different corners: no single cause is made up for them. */
    public function testWhereNoSingleCauseExplainsThemNoneIsShown(): void
    {
        $amplifier = new Amplifier('teasel-50');
        $one = $amplifier->read('tube-dead:V2');
        $other = array_column(array_map(static fn (Witness $w): array => [$w->point->place, $w->volts], $amplifier->read('capacitor-leaking:C10:300000')), 1, 0);
        $both = array_map(static fn (Witness $w): Witness => 'V3' === explode('.', $w->point->place)[0] ? $w->reading((float) $other[$w->point->place]) : $w, $one);
        $found = $amplifier->explained($both);
        self::assertGreaterThan(4, \count($found->off));
        self::assertSame([], $found->list);
        self::assertNull($found->next);
    }

    public function testNothingIsSoughtWhereEverythingIsAsItShouldBe(): void
    {
        $amplifier = new Amplifier('wren-15');
        $found = $amplifier->explained($amplifier->read(Cause::mains(1.0), 0.3));
        self::assertSame([[], [], 0], [$found->off, $found->list, $found->tried]);
    }

    /** JUDGE-3: nothing at one place and everything else as it should be is first a probe that did not touch; beside a cathode that says so, it is the tube. */
    public function testNothingAmongHealthyNeighboursIsTheProbeFirst(): void
    {
        $amplifier = new Amplifier('wren-15');
        $found = $amplifier->explained($amplifier->read(Cause::mains(1.0), 0.3, ['V1.1' => 0.0]));
        self::assertSame('probe:V1.1', $found->list[0]->cause->key());
        $found = $amplifier->explained($amplifier->read('tube-shorted:V1.1+V1.3:0.01', 0.3));
        self::assertNotContains('probe:V1.1', Amplifier::named($found));
        // Three volts where 150 belong are no missing contact.
        $found = $amplifier->explained($amplifier->read(Cause::mains(1.0), 0.3, ['V1.1' => 3.0]));
        self::assertNotContains('probe:V1.1', Amplifier::named($found));
    }

    /** All high by the same share: the mains is another than was stated. */
    public function testAllHighIsAnotherMains(): void
    {
        $amplifier = new Amplifier('wren-15');
        $found = $amplifier->explained($amplifier->read(Cause::mains(1.13)));
        self::assertContains('mains:', Amplifier::named($found));
        $mains = array_values(array_filter($found->list, static fn (Explanation $e): bool => 'mains' === $e->cause->kind))[0];
        self::assertEqualsWithDelta(1.13, $mains->cause->severity, 0.02);
    }

    /** JUDGE-7g: with the tubes out nothing should drop across a dropper; what does is a capacitor that leaks. */
    public function testADropWithTubesOutIsALeakingCapacitor(): void
    {
        $amplifier = new Amplifier('teasel-50', ['V1', 'V2', 'V3', 'V4', 'V5']);
        $found = $amplifier->explained($amplifier->read('capacitor-leaking:C22/b:60000'));
        self::assertNotSame([], $found->off);
        self::assertSame('capacitor-leaking:C22/b', $found->list[0]->cause->key());
        self::assertContains('capacitor-leaking', array_unique(array_map(static fn (Explanation $e): string => $e->cause->kind, $found->list)));
    }

    /** The reading that tells most: after it, what is left is less, whatever it reads. */
    public function testTheNextProbeTellsTheCausesApart(): void
    {
        $amplifier = new Amplifier('teasel-50');
        $read = $amplifier->read('capacitor-leaking:C10:1000000', 0.3);
        $first = ['A', 'B', 'C', 'D', 'V3.1'];
        $before = $amplifier->explained($read, $first);
        $next = $before->next ?? self::fail('there is something to tell apart');
        self::assertGreaterThan(0.0, $next->tells);
        self::assertNotContains($next->at->point->place, $first);
        $causes = array_merge(...array_map(static fn (array $o): array => $o['causes'], $next->outcomes));
        sort($causes);
        self::assertSame(array_keys($before->list), $causes, 'each cause has its outcome, and one alone');
        $after = $amplifier->explained($read, [...$first, $next->at->point->place]);
        self::assertContains('capacitor-leaking:C10', Amplifier::named($after));
        self::assertLessThan(\count(Amplifier::named($before)), \count(Amplifier::named($after)));
    }

    public function testAsPlainValuesItNamesTestPointsByTheirKeys(): void
    {
        $amplifier = new Amplifier('wren-15');
        $read = $amplifier->read('capacitor-leaking:C4:2000000');
        $told = $amplifier->explained($read)->toArray();
        self::assertContains('V2.1|dc-volts', $told['off']);
        self::assertSame('capacitor-leaking', $told['causes'][0]['kind']);
        self::assertSame('C4', $told['causes'][0]['figures']['part']);
        self::assertEqualsWithDelta(136.0, $told['causes'][0]['reads']['V2.1|dc-volts'], 3.0);
    }

    /** The job's fit (contract §1): a healthy sample is met within the spread of parts and tubes; a fault is not swallowed, it resists. */
    public function testTheFitOfAJobMeetsASampleAndLeavesAFault(): void
    {
        $amplifier = new Amplifier('teasel-50');
        $sample = $amplifier->circuit()->fitted($amplifier->read(Cause::mains(1.0), 0.4)) ?? self::fail('it has a fit');
        self::assertSame([], array_filter($sample->residuals, static fn (array $r): bool => $r['resists']));
        self::assertNotSame([], array_filter($sample->fitted, static fn (array $f): bool => abs($f['factor'] - 1.0) > 0.005));
        foreach ($sample->fitted as $moved) {
            self::assertLessThanOrEqual(0.7, abs(log($moved['factor'])), $moved['id']);
        }
        $faulty = $amplifier->circuit()->fitted($amplifier->read('tube-dead:V2')) ?? self::fail('it has a fit');
        $resisting = array_column(array_filter($faulty->residuals, static fn (array $r): bool => $r['resists']), 'place');
        self::assertContains('V2.3', $resisting);
        self::assertNull($amplifier->circuit()->fitted([]));
    }
}
