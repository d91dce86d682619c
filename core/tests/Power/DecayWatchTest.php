<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Power\DecayPath;
use Yew\Core\Power\DecayWatch;
use Yew\Core\Power\FallTrace;
use Yew\Core\Power\PowerTestKind;
use Yew\Core\Power\TubeRoles;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/**
 * PWR-4 on a whole amplifier, with tubes in and out, typed and traced. What falls is the amplifier itself, walked through time with parts
 * that lie elsewhere in their tolerance than the two whose curves are the band.
 */
final class DecayWatchTest extends TestCase
{
    private const SHEET = 'rushlight-60';
    private const METER = 10e6;

    /** @return iterable<string, array{float, bool, Verdict, string}> share of its mark that each capacitor has, tubes in, what is said */
    public static function falls(): iterable
    {
        yield 'as drawn, tubes out' => [1.0, false, Verdict::Within, 'fall-healthy'];
        yield 'as drawn, tubes in' => [1.0, true, Verdict::Within, 'fall-healthy'];
        yield 'the least of its mark, tubes in' => [0.82, true, Verdict::Within, 'fall-healthy'];
        yield 'the most of its mark, tubes in' => [1.45, true, Verdict::Within, 'fall-healthy'];
        yield 'dried out, tubes out' => [0.4, false, Verdict::Watch, 'fall-leaks-or-lost'];
        yield 'dried out, tubes in' => [0.4, true, Verdict::Watch, 'fall-fast-with-tubes'];
        yield 'far more than its mark, tubes in' => [2.4, true, Verdict::Watch, 'fall-slow-with-tubes'];
        yield 'far more than its mark, tubes out' => [2.4, false, Verdict::Watch, 'fall-slow'];
        yield 'nothing left, tubes out' => [0.004, false, Verdict::Danger, 'fall-dragged-down'];
    }

    #[DataProvider('falls')]
    public function testAnAmplifierFallsInTheBandOfItsOwnCircuit(float $share, bool $tubesIn, Verdict $verdict, string $code): void
    {
        $tape = self::on($tubesIn);
        $this->fallsOff($tape, $share, $tubesIn);
        $reason = self::judged($tape);
        self::assertSame([$code, $verdict], [$reason->code, $reason->verdict], json_encode($reason->figures, \JSON_THROW_ON_ERROR));
    }

    public function testColdTubesMayHaveGivenNothing(): void
    {
        $tape = self::on(true, 30.0);
        self::assertSame('fall-healthy', $this->fallsOff($tape, 1.0, false)->code, 'on for half a minute: as slow as with none in');
        $tape = self::on(true, 61.0);
        self::assertNotSame('fall-healthy', $this->fallsOff($tape, 1.0, false)->code, 'warm, they would have emptied it');
    }

    public function testAMeasuredCapacitanceTellsALeakThatTheMarkHides(): void
    {
        foreach ([[false, 0.3, 'fall-healthy'], [true, 0.3, 'fall-leaks'], [true, 0.05, 'fall-healthy']] as [$measured, $leak, $code]) {
            $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET));
            $facts = $tape->bench()->facts();
            $bank = DecayWatch::banks($facts)[0];
            $farads = 0.0;
            foreach ($facts->drawn->capacitors as $c) {
                if (\in_array($c->does, ['reservoir', 'filter'], true) && \in_array($c->plus, $facts->sheet?->islandAt($bank)->nodes ?? [], true)) {
                    $farads += $c->farads;
                    $tape = $measured ? $tape->taken('trial', ['test' => 'capacitor', 'part' => $c->id, 'text' => \sprintf('%gu', 1e6 * $c->farads)], 1.0) : $tape;
                }
            }
            self::powered($tape, false);
            $path = DecayWatch::path($tape->bench()->facts(), $bank) ?? self::fail('nothing discharges it');
            self::assertSame($measured, $path->isMeasured);
            // As much siemens more as a share of what is drawn there.
            $constant = $farads / ($path->siemens() * (1.0 + $leak));
            $tape->taken('state-change', ['to' => 'discharging'], 0.0);
            $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => \sprintf('400/%.2f/%.1f', $constant, 400.0 / \M_E)]);
            self::assertSame($code, self::judged($tape)->code, \sprintf('measured: %s, leak: %g', var_export($measured, true), $leak));
        }
    }

    public function testWithoutACircuitTubesEmptyItNobodyKnowsHowFast(): void
    {
        $path = new DecayPath(40e-6, 40e-6, false, self::METER, null, hasTubes: true);
        self::assertTrue($path->isBled());
        self::assertFalse((new DecayPath(40e-6, 40e-6, false, self::METER, null))->isBled());
    }

    public function testATraceTellsWhenItBeganToFall(): void
    {
        $stands = array_map(static fn (int $n): array => [$n * 0.2, 400.0 + 0.5 * ($n % 2)], range(0, 100));
        $falls = array_map(static fn (int $n): array => [20.2 + $n * 0.2, 400.0 * exp(-$n * 0.2 / 5.0)], range(1, 30));
        $trace = FallTrace::of([...$stands, ...$falls], 400.0) ?? self::fail('it falls');
        self::assertEqualsWithDelta(400.0, $trace->samples[0][1], 1.0);
        self::assertEqualsWithDelta(0.2, $trace->secondsOff, 0.21);
        self::assertEqualsWithDelta(6.2, $trace->samples[\count($trace->samples) - 1][0], 0.3);
        self::assertNull(FallTrace::of($stands, 400.0), 'it stands');
        $sags = array_map(static fn (int $n): array => [$n * 0.2, 440.0 - 0.2 * $n], range(0, 100));
        $sagged = FallTrace::of([...$sags, ...array_map(static fn (array $s): array => [$s[0], 1.05 * $s[1]], $falls)], 420.0) ?? self::fail('it falls');
        self::assertEqualsWithDelta(420.0, $sagged->samples[0][1], 1.0, 'it sagged while its tubes warmed, and fell from there');
        self::assertNull(FallTrace::of([], null));
        self::assertNull(FallTrace::of([...$stands, ...$falls], 450.0), 'something else was typed');
        self::assertNotNull(FallTrace::of([...$stands, ...$falls], 440.0), 'the same, misread a little');
        self::assertLessThanOrEqual(121, \count((FallTrace::of([...$stands, ...array_map(static fn (int $n): array => [20.2 + 0.2 * $n, 400.0 * exp(-$n / 900.0)], range(1, 2000))], null) ?? self::fail('it falls'))->drawn()));
    }

    public function testWhatAMeterKeptOfAFallDecidesOverTheHandsThreeFigures(): void
    {
        $tape = self::on(true);
        $bank = DecayWatch::banks($tape->bench()->facts())[0];
        // By the hand’s figures it is healthy; by the trace it was gone in a fifth of a second.
        $text = $this->text(1.0, true);
        [$start] = sscanf($text, '%f/') ?? [0.0];
        $begin = $tape->now;
        $tape->unit->recorded[$bank] = [...array_map(static fn (int $n): array => [$begin - 10.0 + 0.2 * $n, (float) $start], range(0, 49)), [$begin, (float) $start], [$begin + 0.05, 0.2 * (float) $start], [$begin + 0.1, 0.01 * (float) $start], [$begin + 0.3, 0.0]];
        $off = $tape->taken('state-change', ['to' => 'discharging'], 0.0);
        $off->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => $text], 5.0);
        self::assertSame(Verdict::Danger, self::judged($tape)->verdict);
        $falling = DecayWatch::falling($tape->bench()->facts(), $bank, $tape->now) ?? self::fail('it is traced');
        self::assertSame(Verdict::Danger, DecayWatch::judgeTrace($tape->bench()->facts(), $bank, $falling, $tape->now)->verdict);
    }

    public function testThroughAClippedBleederItSaysNothing(): void
    {
        $tape = self::on(false);
        $bank = DecayWatch::banks($tape->bench()->facts())[0];
        $tape->taken('state-change', ['to' => 'discharging'], 0.0)->taken('conditions', ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'node' => $bank, 'ohms' => 10e3], 'how' => 'measured']]], 1.0);
        $tape->refused('decay-through-bleeder', 'trial', ['test' => 'decay', 'part' => $bank, 'text' => '400/5/300']);
        $other = array_values(array_filter($tape->bench()->islands(), static fn (string $island): bool => $island !== $tape->state->chassis->bleederOn));
        self::assertNotSame([], $other, 'it has another bank');
        $tape->taken('conditions', ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'node' => $tape->unit->sheet()?->island($other[0])?->proofAt, 'ohms' => 10e3], 'how' => 'measured']]], 1.0);
        $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => '400/5/300'], 1.0);
    }

    public function testTheMeterThatHungThereThenIsTheOneThatCounts(): void
    {
        $tape = self::on(false);
        self::assertSame('fall-healthy', $this->fallsOff($tape, 1.0, false)->code);
        $tape->taken('conditions', ['facts' => ['meterId' => ['value' => 'lent-out', 'how' => 'measured']]], 1.0);
        self::assertSame('fall-healthy', self::judged($tape)->code, 'another is in hand by now, of which nobody knows anything');
        self::assertSame('lent-out', $tape->state->conditions->meterId());
    }

    public function testANewerFallThatSaysNothingDoesNotTakeAnOlderOneBack(): void
    {
        $tape = self::on(false);
        self::assertSame(Verdict::Within, $this->fallsOff($tape, 1.0, false)->verdict);
        $bank = DecayWatch::banks($tape->bench()->facts())[0];
        $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => '15/5/12'], 5.0);
        self::assertSame('fall-healthy', self::judged($tape)->code);
    }

    public function testAFallThatSaidNothingIsAskedForTheNextTimeThatThereIsOne(): void
    {
        $tape = self::on(false)->taken('state-change', ['to' => 'discharging'], 0.0);
        $bank = DecayWatch::banks($tape->bench()->facts())[0];
        $asks = static fn (): bool => true === ($tape->bench()->board('first-power')->find($bank)->steps[1] ?? null)?->isOpen();
        self::assertTrue($asks());
        $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => '15/5/12'], 5.0);
        self::assertFalse($asks(), 'this one is over');
        $tape->discharged();
        self::assertFalse($asks());
        self::powered($tape, false)->taken('state-change', ['to' => 'discharging'], 0.0);
        self::assertTrue($asks());
        $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => $this->text(1.0, false)], 5.0)->discharged();
        self::powered($tape, false)->taken('state-change', ['to' => 'discharging'], 0.0);
        self::assertFalse($asks(), 'that one said what there is to say');
    }

    /** The path curves of a fall: quicker than slowest, from the whole down, and further than anybody followed them. */
    public function testTheBandOfTheCircuitIsABand(): void
    {
        $unit = FakeUnit::demo(self::SHEET);
        $tape = self::on(true);
        $asked = new FallAsked('A', self::METER, [], true);
        $fall = $unit->fall($tape->state->conditions, $tape->bench()->made(), $asked) ?? self::fail('it falls');
        $before = 0.0;
        foreach ([0.99, 0.9, 0.7, 0.5, 0.3, 0.1, 0.05, 0.01] as $share) {
            self::assertGreaterThan($before, $fall->leastSecondsTo($share));
            self::assertGreaterThan($fall->leastSecondsTo($share), $fall->mostSecondsTo($share));
            $before = $fall->leastSecondsTo($share);
        }
        self::assertSame(0.0, $fall->leastSecondsTo(1.0));
        self::assertEquals($fall, $fall::fromArray($fall->toArray()));
        self::assertNotSame($asked->key(), (new FallAsked('A', self::METER, [], false))->key());
    }

    /** On the mains, all tubes in or all but a rectifier out. */
    private static function on(bool $tubesIn, float $seconds = 600.0): UnitTape
    {
        return self::powered(UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET)), $tubesIn, $seconds);
    }

    private static function powered(UnitTape $tape, bool $tubesIn, float $seconds = 600.0): UnitTape
    {
        $tubes = $tape->unit->tubesBut($tubesIn ? [] : self::others($tape->unit));
        $volts = $tape->unit->wiredForVolts();
        $tape->readyForPower()->taken('conditions', ['facts' => ['tubes' => ['value' => $tubes, 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => $volts], 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured']]], 1.0);
        $tape->taken('state-change', $tape->powerOn('owner'), 1.0);
        $tape->now += $seconds;

        return $tape;
    }

    /** @return list<string> positions of all but a rectifier */
    private static function others(FakeUnit $unit): array
    {
        return TubeRoles::others($unit->sheet() ?? self::fail('a sheet'), $unit->tubes());
    }

    /** Off, and its fall read by hand when half of it is gone. */
    private function fallsOff(UnitTape $tape, float $share, bool $tubesIn): Reason
    {
        $bank = DecayWatch::banks($tape->bench()->facts())[0];
        $tape->taken('state-change', ['to' => 'discharging'], 0.0);
        $tape->taken('trial', ['test' => 'decay', 'part' => $bank, 'text' => $this->text($share, $tubesIn)], 5.0);

        return self::judged($tape);
    }

    /** What a hand writes of the fall of an amplifier whose capacitors have this share of their mark. */
    private function text(float $share, bool $tubesIn): string
    {
        $unit = FakeUnit::demo(self::SHEET);
        $sheet = $unit->sheet() ?? self::fail('a sheet');
        $netlist = $sheet->circuit->netlist ?? self::fail('a circuit');
        $sample = AsFitted::drawn($netlist);
        foreach ($netlist->all(Capacitor::class) as $id => $c) {
            $sample = $c->farads >= 1e-6 ? $sample->withFarads($id, $share * $c->farads) : $sample;
        }
        $out = $tubesIn ? [] : self::others($unit);
        $time = AmplifierInTime::settled($sample, $unit->tubes(), new SolveConditions($unit->wiredForVolts(), null, $out));
        $bank = 'A';
        $start = $time->instant()->volts($bank) ?? 0.0;
        $time->under((new SolveConditions(0.0, null, $out))->metered($bank, 'chassis', self::METER));
        $time->run(900.0, static fn ($now): bool => ($now->volts($bank) ?? 0.0) > 0.4 * $start);
        $fallen = $time->instant();

        return \sprintf('%.2f/%.3f/%.3f', $start, max(0.001, $fallen->seconds), $fallen->volts($bank) ?? 0.0);
    }

    private static function judged(UnitTape $tape): Reason
    {
        $facts = $tape->bench()->facts();
        $bank = DecayWatch::banks($facts)[0];
        $fall = DecayWatch::latest($facts, $bank) ?? self::fail('no fall was taken down');
        self::assertSame(PowerTestKind::Decay, $fall->test->kind);

        return $fall->reason;
    }
}
