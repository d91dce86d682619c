<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Work;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Drawn\DrawnLeads;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Station\Lead;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;
use Yew\Core\Work\Clock;
use Yew\Core\Work\LeadJudge;
use Yew\Core\Work\NewPartJudge;
use Yew\Core\Work\ReadBackJudge;
use Yew\Core\Work\WorkTestKind;

/** Ohms in place, new parts on the bench, leads and clocks, on both sides of each limit (WORK-1, WORK-3). */
final class ReadBackTest extends TestCase
{
    /** @return iterable<string, array{'joined'|'across'|'apart', float|null, string, string, Verdict}> */
    public static function figures(): iterable
    {
        [$within, $out, $danger, $open] = [Verdict::Within, Verdict::Out, Verdict::Danger, Verdict::CannotSay];
        yield 'a joint' => ['joined', 0.0, '0.2', 'joint-good', $within];
        yield 'a joint at its limit' => ['joined', 0.0, '1.0', 'joint-good', $within];
        yield 'a joint beyond it' => ['joined', 0.0, '1.1', 'joint-open', $out];
        yield 'no joint at all' => ['joined', 0.0, 'ol', 'joint-open', $out];
        yield 'less than a bound' => ['joined', 0.0, '<1', 'joint-good', $within];
        yield 'less than too much' => ['joined', 0.0, '<5', 'read-back-bound', $open];
        yield 'more than a little' => ['joined', 0.0, '>0.5', 'read-back-bound', $open];
        yield 'across' => ['across', 10e3, '10.0k', 'across-good', $within];
        yield 'across, low end' => ['across', 10e3, '8.50k', 'across-good', $within];
        yield 'across, too low' => ['across', 10e3, '8.49k', 'across-low', $out];
        yield 'across, high end' => ['across', 10e3, '11.50k', 'across-good', $within];
        yield 'across, too high' => ['across', 10e3, '11.51k', 'across-high', $out];
        yield 'across, open' => ['across', 10e3, 'ol', 'across-high', $out];
        yield 'across a sense resistor, with the leads in it' => ['across', 1.0, '1.6', 'across-good', $within];
        yield 'across a sense resistor, too much' => ['across', 1.0, '1.7', 'across-high', $out];
        yield 'across nothing' => ['across', null, 'ol', 'across-good', $within];
        yield 'across nothing, joined' => ['across', null, '999k', 'across-low-nothing', $out];
        yield 'apart' => ['apart', 220e3, '110k', 'apart-good', $within];
        yield 'apart, more than drawn' => ['apart', 220e3, 'ol', 'apart-good', $within];
        yield 'bridged' => ['apart', 220e3, '109k', 'bridged', $danger];
        yield 'apart, nothing between' => ['apart', null, '1.00M', 'apart-good', $within];
        yield 'bridged, nothing between' => ['apart', null, '990k', 'bridged-nothing', $danger];
        yield 'a bound below what is drawn' => ['apart', 220e3, '>20k', 'read-back-bound', $open];
    }

    /** @param 'joined'|'across'|'apart' $purpose */
    #[DataProvider('figures')]
    public function testWhatIsReadInPlace(string $purpose, ?float $drawn, string $text, string $code, Verdict $verdict): void
    {
        $reason = ReadBackJudge::judge(new DrawnLead('R14', 'B', $purpose, $drawn), TakenTest::typed(WorkTestKind::ReadBack, 'R14', 'R14→B', $text));
        self::assertSame([$code, $verdict], [$reason->code, $reason->verdict]);
    }

    /** @return iterable<string, array{string, string, Verdict}> */
    public static function resistors(): iterable
    {
        yield 'as drawn' => ['1050', 'new-as-drawn', Verdict::Within];
        yield 'a little off' => ['1051', 'new-off', Verdict::Watch];
        yield 'low' => ['949', 'new-off', Verdict::Watch];
        yield 'at the edge of another value' => ['1200', 'new-off', Verdict::Watch];
        yield 'another value' => ['1201', 'new-other-value', Verdict::Out];
        yield 'a decade' => ['10k', 'new-other-value', Verdict::Out];
    }

    #[DataProvider('resistors')]
    public function testANewResistor(string $text, string $code, Verdict $verdict): void
    {
        $reason = NewPartJudge::resistor(new DrawnResistor('R1', 1000.0, 'A', 'B'), TakenTest::typed(WorkTestKind::NewResistor, 'R1', '', $text));
        self::assertSame([$code, $verdict], [$reason->code, $reason->verdict]);
    }

    public function testANewCapacitorIsJudgedByItsFiguresAloneAndNotByTheShopsSchool(): void
    {
        $facts = UnitTape::in(\Yew\Core\Bench\ChassisState::Dead)->bench()->facts();
        $drawn = new DrawnCapacitor('C2', 47e-6, 450.0, 'filter');
        $codes = static fn (string $text): array => array_map(static fn (Reason $r): string => $r->code, NewPartJudge::capacitor($drawn, TakenTest::typed(WorkTestKind::NewCapacitor, 'C2', '', $text), $facts));
        self::assertEqualsCanonicalizing(['capacitance-within', 'esr-good', 'leakage-good'], $codes('46 0.4 40u@450/5m'));
        self::assertContains('capacitance-low', $codes('20 0.4'));
        self::assertContains('leakage-high', $codes('46 0.4 9m@450/5m'));
    }

    /** The Lantern’s first dropper and a bypass: two ends, what lies across, the neighbours of a pin (worked by hand from its drawing). */
    public function testWhatIsReadBackFollowsFromTheCircuit(): void
    {
        $leads = FakeUnit::lantern(true)->drawn(new FittedChanges())->leads;
        $told = static fn (string $part): array => array_map(static fn (DrawnLead $l): array => [$l->subject(), $l->purpose, null === $l->ohms ? null : round($l->ohms)], $leads[$part]);
        self::assertSame([['R14→B', 'joined', 0.0], ['R14→C', 'joined', 0.0], ['B→C', 'across', 10000.0]], $told('R14'));
        // 100 kΩ of plate load in series with 22 + 10 + 10 kΩ of droppers, the choke and 220 kΩ of bleeder, and 1 MΩ and 68 kΩ at the grid.
        self::assertSame([['R5→E', 'joined', 0.0], ['R5→V1.1', 'joined', 0.0], ['E→V1.1', 'across', 100000.0], ['V1.1→V1.9', 'apart', null], ['V1.1→V1.2', 'apart', 1430096.0]], $told('R5'));
        self::assertSame([['C2→B', 'joined', 0.0], ['C2→chassis', 'joined', 0.0], ['B→chassis', 'across', 220096.0]], $told('C2'));
        self::assertSame([['A→V4.3', 'across', 58.0], ['A→V5.3', 'across', 66.0]], $told('T2'));
        foreach ($leads as $part) {
            foreach ($part as $lead) {
                self::assertTrue('apart' !== $lead->purpose || null === $lead->ohms || $lead->ohms >= DrawnLeads::LEAST_APART_OHMS);
            }
        }
    }

    public function testPinsThatHardlyDifferAreNotAskedAbout(): void
    {
        $unit = FakeUnit::lantern(true);
        $circuit = $unit->sheet()->circuit ?? self::fail('no circuit');
        // From screen to plate: its stopper, the choke shorted, and 58 Ω of the primary.
        $apart = static fn (string $stopper): array => array_map(static fn (DrawnLead $l): string => $l->subject(), array_filter($unit->drawn(new FittedChanges([
            FittedChange::read('L1 short', $circuit->netlist, $unit->tubes()), FittedChange::read('R25 '.$stopper, $circuit->netlist, $unit->tubes()),
        ]))->leads['R25'], static fn (DrawnLead $l): bool => 'apart' === $l->purpose));
        self::assertContains('V4.4→V4.3', $apart('43'), '101 Ω');
        self::assertNotContains('V4.4→V4.3', $apart('41'), '99 Ω: a bead of solder would not be seen');
    }

    public function testALeadsColourBesideTheCode(): void
    {
        $lead = static fn (string $colour, string $does, string $certainty = 'seen'): Lead => Lead::decode(\Yew\Core\Codec\Fields::of(['name' => 'L1', 'colour' => $colour, 'from' => 'T1', 'to' => 'V6.4', 'does' => $does, 'certainty' => $certainty]));
        self::assertSame('lead-by-the-code', LeadJudge::colour($lead('Red / yellow', 'high-voltage-centre'))?->code);
        self::assertSame('lead-off-the-code', LeadJudge::colour($lead('red', 'high-voltage-centre'))?->code);
        self::assertNull(LeadJudge::colour($lead('pink', 'other')));
        self::assertSame([null, 'lead-believed'], [LeadJudge::way($lead('red', 'supply')), LeadJudge::way($lead('red', 'supply', 'believed'))?->code]);
        $this->expectExceptionMessageMatches('/seen or believed/');
        $lead('red', 'supply', 'guessed');
    }

    public function testAClockRunsOnAndOneThatWasForgottenCountsNothing(): void
    {
        $turn = static fn (string $person, float $minutes, bool $run, ?int $said = null): array => ['person' => $person, 'at' => 60 * $minutes, 'run' => $run, 'minutes' => $said];
        $clock = Clock::of([$turn('pa', 0, true), $turn('pa', 35, false), $turn('pa', 40, true), $turn('ned', 50, true), $turn('ned', 60, false)], 60 * 45.0);
        self::assertSame([50.0, ['pa' => 2400.0], []], [$clock->minutes, $clock->running, $clock->forgotten]);
        self::assertSame([0.0, ['pa' => 601.0]], [Clock::of([$turn('pa', 0, true), $turn('pa', 601, false)], 0)->minutes, Clock::of([$turn('pa', 0, true), $turn('pa', 601, false)], 0)->forgotten]);
        self::assertSame(600.0, Clock::of([$turn('pa', 0, true), $turn('pa', 600, false)], 0)->minutes);
        self::assertSame(25.0, Clock::of([$turn('pa', 0, true), $turn('pa', 900, false, 25)], 0)->minutes, 'unless somebody says what it was');
        self::assertSame([0.0, 1], [Clock::of([$turn('pa', 0, true)], 60 * 601.0)->minutes, \count(Clock::of([$turn('pa', 0, true)], 60 * 601.0)->forgotten)]);
        self::assertSame(10.0, Clock::of([$turn('pa', 5, false), $turn('pa', 10, true), $turn('pa', 12, true), $turn('pa', 20, false)], 0)->minutes, 'a second start is the first');
    }
}
