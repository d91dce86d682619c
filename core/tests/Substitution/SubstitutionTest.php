<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Substitution;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Substitution\Change;
use Yew\Core\Substitution\ChangeJudge;
use Yew\Core\Substitution\HeaterFit;
use Yew\Core\Substitution\LimitFit;
use Yew\Core\Substitution\SocketFit;
use Yew\Core\Substitution\Substitution;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\TubeLimits;
use Yew\Core\Tube\TubeType;

/** Another tube type in the place of what is fitted, on both sides of each limit (TUBE-4). */
final class SubstitutionTest extends TestCase
{
    private const CLASS_A = ['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'rail B A 10k 22u/450', 'gain V1 12AX7 B 100k 1k5 25u leak 1M', 'se V2 6V6GT A screens A sstop 100 cath 330 25u from V1 22n ot 5k', 'heaters H1 heater V1,V2'];

    /** @return iterable<string, array{string, string, list<array{string, string, string}>}> fitted, other; code, verdict, pin or base */
    public static function sockets(): iterable
    {
        yield 'the same' => ['12AX7', '12AX7', []];
        yield 'the same pins' => ['12AX7', '12AT7', []];
        yield 'a cathode within its heater' => ['5Y3GT', '5AR4', []];
        yield 'a cathode within its heater, back' => ['5AR4', '5Y3GT', []];
        yield 'another base' => ['6V6GT', '6AQ5A', [['other-base', 'out', 'octal']]];
        yield 'a suppressor that is not there' => ['EL34', '6L6GC', []];
        yield 'a suppressor where nothing was' => ['6L6GC', 'EL34', [['free-pin-on-electrode', 'cannot-say', '1']]];
        yield 'the heater’s middle' => ['12AX7', '6DJ8', [['pin-of-another-electrode', 'danger', '9']]];
        yield 'an electrode short' => ['12AX7', '6C4', [['other-base', 'out', 'B9A']]];
        yield 'another electrode, and none' => ['6X5GT', '5Y3GT', [['pin-without-electrode', 'out', '3'], ['free-pin-on-electrode', 'cannot-say', '4'], ['pin-without-electrode', 'out', '5'], ['free-pin-on-electrode', 'cannot-say', '6'], ['pin-without-electrode', 'out', '7'], ['pin-of-another-electrode', 'danger', '8']]];
    }

    /** @param list<array{string, string, string}> $expected */
    #[DataProvider('sockets')]
    public function testEveryPinIsLookedAt(string $fitted, string $other, array $expected): void
    {
        $reasons = SocketFit::judge(self::type($fitted), self::type($other), self::netlist(self::CLASS_A), 'V9');
        self::assertSame($expected, array_map(static fn (Reason $r): array => [$r->code, $r->verdict->value, $r->figures['pin'] ?? $r->figures['base'] ?? ''], $reasons));
    }

    public function testATiePointOnAFreePinWouldHangOnTheElectrode(): void
    {
        $netlist = self::netlist(self::CLASS_A)->with('R90', new Resistor('R90', 'V2.1', 'chassis', 1e5));
        [$reason] = SocketFit::judge(self::type('6L6GC'), self::type('EL34'), $netlist, 'V2');
        self::assertSame(['tie-point-on-electrode', Verdict::Danger, '1', 'suppressor'], [$reason->code, $reason->verdict, $reason->figures['pin'], $reason->figures['otherElectrode']]);
        [$elsewhere] = SocketFit::judge(self::type('6L6GC'), self::type('EL34'), $netlist, 'V20');
        self::assertSame('free-pin-on-electrode', $elsewhere->code);
    }

    public function testAHeaterGetsItsVoltsAndTheWindingGivesMore(): void
    {
        self::assertSame([], self::heaters(['V1' => '12AX7'], self::type('5751')), 'a twentieth of an ampere more');
        self::assertSame([['heater-of-other-volts', null, null]], self::heaters(['V2' => '6V6GT'], self::heater(6.0, 0.45)));
        self::assertSame([], self::heaters(['V2' => '6V6GT'], self::heater(6.3 * 0.981, 0.45)), 'within 2 %');
        self::assertSame('heater-of-other-volts', self::heaters(['V2' => '6V6GT'], self::heater(6.3 * 0.979, 0.45))[0][0] ?? '');
        self::assertSame([], self::heaters(['V2' => '6V6GT'], self::heater(6.3, 0.549)));
        self::assertEqualsWithDelta([['winding-gives-more', 0.1, 0.85]], self::heaters(['V2' => '6V6GT'], self::heater(6.3, 0.55)), 1e-9);
        self::assertEqualsWithDelta([['winding-gives-more', 0.15, 0.9]], self::heaters(['V1' => '12AX7', 'V2' => '6V6GT'], self::heater(6.3, 0.45)), 1e-9, 'both together');
        self::assertEqualsWithDelta([['heater-takes-more', 0.45, null]], self::heaters(['V9' => '6V6GT'], self::heater(6.3, 0.9)), 1e-9, 'on no winding that the circuit knows');
        $verdicts = array_map(static fn (string $position): Verdict => HeaterFit::judge([$position => self::type('6V6GT')], self::heater(6.3, 0.9), self::netlist(self::CLASS_A), ShippedTubes::catalogue())[0]->verdict, ['V2', 'V9']);
        self::assertSame([Verdict::CannotSay, Verdict::CannotSay], $verdicts, 'whether it can, nobody knows');
    }

    public function testGainCurrentAndRailsOnBothSidesOfWhatIsTheSame(): void
    {
        $gain = static fn (?float $before, ?float $after): ?string => ChangeJudge::gain(new Change('V1/1', $before, $after))?->code;
        self::assertSame([null, 'more-gain', null, 'less-gain', 'gain-unknown', 'gain-unknown'], [$gain(30.0, 33.0), $gain(30.0, 33.01), $gain(30.0, 27.0), $gain(30.0, 26.99), $gain(30.0, null), $gain(null, 30.0)]);
        $current = static fn (?float $before, ?float $after): ?string => ChangeJudge::current(new Change('V1/1', $before, $after))?->code;
        self::assertSame([null, 'bias-moves', null, 'bias-moves', 'current-unknown', 'current-unknown', 'current-unknown'], [$current(1e-3, 1.0999e-3), $current(1e-3, 1.1001e-3), $current(1e-3, 0.9001e-3), $current(1e-3, 0.8999e-3), $current(1e-3, null), $current(null, 1e-3), $current(0.0, 1e-3)]);
        $rails = static fn (?float $a, ?float $b, ?float $c = 200.0): array => array_map(static fn (Reason $r): array => [$r->code, $r->figures['place'], $r->figures['count'] ?? 0], ChangeJudge::rails([new Change('A', 200.0, $a), new Change('B', 200.0, $b), new Change('C', 200.0, $c)]));
        self::assertSame([], $rails(209.99, 190.01));
        self::assertSame([['rails-move', 'B', 2]], $rails(210.01, 189.0));
        self::assertSame([['rail-unknown', 'A', 0]], $rails(null, 200.0));
    }

    public function testEachLimitOnBothItsSides(): void
    {
        $lines = self::CLASS_A;
        // EL84-like limits: a 6K6GT stands 315 V of plate and 285 V of screen.
        $limits = self::type('6K6GT')->limitsOf('1');
        self::assertNotNull($limits);
        $mains = self::mainsFor($lines, '6K6GT', static fn (Solution $s): float => $s->at('V2.4', 'V2.8'), (float) $limits->screenVolts);
        self::assertSame([], self::over($mains * 0.999, $lines, '6K6GT'));
        self::assertSame(['screen-volts-over'], self::over($mains * 1.001, $lines, '6K6GT'));
        $low = [...\array_slice($lines, 0, 4), 'se V2 6V6GT A screens B sstop 100 cath 330 25u from V1 22n ot 5k', $lines[5]];
        $mains = self::mainsFor($low, '6K6GT', static fn (Solution $s): float => $s->at('V2.3', 'V2.8'), (float) $limits->plateVolts);
        self::assertSame([], self::over($mains * 0.999, $low, '6K6GT'));
        self::assertSame(['plate-volts-over'], self::over($mains * 1.001, $low, '6K6GT'));
        $hot = ['mains 230 ht 200/10 heater 6.5/.05', 'supply ht bridge A 220u/450', 'gain V1 12AU7 A 4k7 10 leak 1M'];
        $most = (float) self::type('12AU7')->limitsOf('1')?->cathodeAmperes;
        $mains = self::mainsFor($hot, '12AU7', static fn (Solution $s): float => $s->at('V1.3') / 10.0, $most, 'V1');
        self::assertSame([], self::over($mains * 0.999, $hot, '12AU7', 'V1'));
        self::assertSame(['cathode-amperes-over'], self::over($mains * 1.001, $hot, '12AU7', 'V1'));
    }

    public function testOhmsOfTheGridCircuitByItsBias(): void
    {
        $judge = static fn (string $leak): array => self::gridOhms(LimitFit::judge(self::solved(self::netlist(['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'gain V1 12AX7 A 100k 1k5 25u leak 1M', "se V2 6V6GT A screens A sstop 100 cath 470 25u from V1 22n ot 5k leak $leak"]), 230.0), self::type('6V6GT'), ['V2']));
        self::assertSame([], $judge('499k'), 'a cathode that makes the bias allows 500 kΩ');
        self::assertSame([['grid-ohms-over', 'cathode']], $judge('501k'));
        $fixed = ['mains 230 ht 300/40 bias 50/30 heater 6.6/.02', 'supply ht bridge A 47u/450', 'bias bias N1 N2 47u/100 15k 47k', 'gain V1 12AX7 A 100k 1k5 25u leak 1M', 'ltp V3 12AX7 A 82k 100k 470 10k from V1 22n', 'pp T2 V4/V5 6L6GC A screens A sstop 470 gstop 1k5 bias N2 from V3 47n ot 6k6'];
        $netlist = self::netlist($fixed);
        $ohms = PlaceVolts::at(self::solved($netlist, 230.0), 'V4.5')->sourceOhms();
        foreach ([[101e3, []], [101.6e3, [['grid-ohms-over', 'fixed']]]] as [$wanted, $expected]) {
            $changed = AsFitted::of($netlist, AsFitted::drawn($netlist)->factors, [Fields::of(['kind' => 'part', 'id' => 'T2/gridleak-a', 'ohms' => 220e3 + $wanted - $ohms])], ShippedTubes::catalogue())->netlist;
            self::assertSame($expected, self::gridOhms(LimitFit::judge(self::solved($changed, 230.0), self::type('6L6GC'), ['V4'])), (string) $wanted);
        }
    }

    public function testAGridAVoltBelowTheChassisHasABiasOfItsOwn(): void
    {
        // 235 kΩ: more than a bias of its own allows a 6L6GC, less than a cathode's.
        $netlist = self::netlist(['mains 230 ht 300/40 bias 50/30 heater 6.6/.02', 'supply ht bridge A 47u/450', 'bias bias N1 N2 47u/100 15k 47k', 'gain V1 12AX7 A 100k 1k5 25u leak 1M', 'ltp V3 12AX7 A 82k 100k 470 10k from V1 22n', 'pp T2 V4/V5 6L6GC A screens A sstop 470 gstop 1k5 bias N2 from V3 47n ot 6k6']);
        $at = static fn (float $shunt): Solution => self::solved(AsFitted::of($netlist, AsFitted::drawn($netlist)->factors, [Fields::of(['kind' => 'part', 'id' => 'D2/shunt', 'ohms' => $shunt])], ShippedTubes::catalogue())->netlist, 230.0);
        [$low, $high] = [1.0, 2000.0];
        for ($i = 0; $i < 30; ++$i) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $at($middle)->at('V4.5') > -1.0 ? [$middle, $high] : [$low, $middle];
        }
        $judged = static fn (Solution $solution): array => self::gridOhms(LimitFit::judge($solution, self::type('6L6GC'), ['V4']));
        self::assertSame([[], [['grid-ohms-over', 'fixed']]], [$judged($at(0.97 * $low)), $judged($at(1.03 * $low))]);
    }

    public function testEffectsAreTheModelsOwnSolution(): void
    {
        $netlist = self::netlist(self::CLASS_A);
        $rails = ['A', 'B'];
        $substitution = Substitution::of(AsFitted::drawn($netlist), ['V1' => self::type('12AX7')], self::type('12AU7'), new SolveConditions(230.0), ShippedTubes::catalogue(), $rails);
        $effects = $substitution->effects;
        self::assertNotNull($effects);
        [$before, $after] = [self::solved($netlist, 230.0), self::solved(self::with($netlist, 'V1', '12AU7'), 230.0)];
        foreach ($effects->rails as $i => $rail) {
            self::assertEqualsWithDelta([$before->at($rails[$i]), $after->at($rails[$i])], [$rail->before, $rail->after], 1e-6);
        }
        [$first] = $effects->plateAmperes;
        self::assertEqualsWithDelta([($before->at('B') - $before->at('V1.1')) / 1e5, ($after->at('B') - $after->at('V1.1')) / 1e5], [$first->before, $first->after], 1e-7);
        [$gain] = $effects->gains;
        self::assertEqualsWithDelta([self::gain($netlist), self::gain(self::with($netlist, 'V1', '12AU7'))], [$gain->before, $gain->after], 0.01);
        self::assertSame(['less-gain', 'bias-moves'], \array_slice(array_map(static fn (Reason $r): string => $r->code, $substitution->reasons), 0, 2));
        self::assertSame(Verdict::Watch, $substitution->verdict());
    }

    public function testAStageAnswersForItselfWithoutFeedbackOrItsPartner(): void
    {
        $lines = ['mains 230 ht 300/40 bias 50/30 heater 6.6/.02', 'supply ht bridge A 100u/450', 'bias bias N1 N2 47u/100 15k 47k', 'gain V1 12AX7 A 100k 1k5 leak 1M', 'ltp V3 12AX7 A 82k 100k 470 10k from V1 22n', 'pp T2 V4/V5 EL34 A screens A sstop 470 gstop 1k5 bias N2 from V3 47n ot 3k4'];
        $open = self::pairGains($lines);
        self::assertCount(2, $open);
        self::assertEqualsWithDelta($open[0], $open[1], 0.2, 'the two of a pair are alike');
        self::assertEqualsWithDelta($open, self::pairGains([...$lines, 'fb FB 47k from T2 to V1']), 0.1, 'a loop around them changes nothing');
    }

    public function testWhatDoesNotFitIsNotWorkedOut(): void
    {
        $substitution = Substitution::of(AsFitted::drawn(self::netlist(self::CLASS_A)), ['V1' => self::type('12AX7')], self::type('6EU7'), new SolveConditions(230.0), ShippedTubes::catalogue(), ['A']);
        self::assertNull($substitution->effects);
        self::assertSame([Verdict::Danger, 'pin-of-another-electrode'], [$substitution->verdict(), $substitution->reasons[0]->code]);
        $same = Substitution::of(AsFitted::drawn(self::netlist(self::CLASS_A)), ['V1' => self::type('12AX7')], self::type('7025'), new SolveConditions(230.0), ShippedTubes::catalogue(), ['A']);
        self::assertSame([Verdict::Within, []], [$same->verdict(), $same->reasons]);
    }

    public function testWhatIsNotKnownIsSaid(): void
    {
        $of = static fn (TubeType $other, array $out = []): array => array_map(static fn (Reason $r): array => [$r->code, $r->verdict], Substitution::of(AsFitted::drawn(self::netlist(self::CLASS_A)), ['V2' => self::type('6V6GT')], $other, new SolveConditions(230.0, tubesOut: array_values(array_filter($out, is_string(...)))), ShippedTubes::catalogue(), ['A'])->reasons);
        self::assertSame([['tubes-are-out', Verdict::CannotSay]], $of(self::type('6V6GT'), ['V2']));
        self::assertNotContains('tubes-are-out', array_column($of(self::type('6V6GT'), ['V1']), 0));
        $solution = self::solved(self::netlist(self::CLASS_A), 230.0);
        $without = static fn (float $plate, ?float $heater): TubeType => new TubeType('made up', 'octal', [], 6.3, 0.45, [], [], [new TubeLimits('design-centre', 'made up', null, 0.0 === $plate ? null : $plate, null, null, null, null, null, null, $heater, null)], [], 'made up');
        self::assertSame(['plate-volts-limit-unknown', 'screen-volts-limit-unknown'], array_map(static fn (Reason $r): string => $r->code, LimitFit::judge($solution, $without(0.0, null), ['V2'])));
        self::assertSame(['screen-volts-limit-unknown'], array_map(static fn (Reason $r): string => $r->code, LimitFit::judge($solution, $without(500.0, null), ['V2'])));
        self::assertSame(['limits-unknown'], array_map(static fn (Reason $r): string => $r->code, LimitFit::judge($solution, self::heater(6.3, 0.45), ['V2'])));
        // A follower's cathode stands far over its heater; a gain stage's does not.
        $follower = ['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'rail B A 4k7 22u/450', 'gain V1 12AX7 B 100k 1k5 leak 1M', 'follower V1b B 100k from V1'];
        $codes = static fn (?float $limit): array => array_map(static fn (Reason $r): string => $r->code.' '.(\is_string($r->figures['stage'] ?? null) ? $r->figures['stage'] : ''), LimitFit::judge(self::solved(self::netlist($follower), 230.0), $without(500.0, $limit), ['V1']));
        self::assertSame(['heater-cathode-limit-unknown V1/2'], $codes(null));
        $mains = self::mainsFor($follower, '12AX7', static fn (Solution $s): float => $s->at('V1.8'), 50.0, 'V1');
        self::assertSame([[], ['heater-cathode-limit-unknown']], array_map(static fn (float $share): array => array_map(static fn (Reason $r): string => $r->code, LimitFit::judge(self::solved(self::netlist($follower), $share * $mains), $without(500.0, null), ['V1'])), [0.97, 1.03]), 'fifty volts is what any heater stands');
        self::assertSame([], $codes(180.0), 'against a limit that is known the circuit’s own remarks judge it');
    }

    public function testAnotherRectifierIsJudgedByTheCircuit(): void
    {
        $rectifier = static fn (string $fitted, string $other, string $farads): Substitution => Substitution::of(AsFitted::drawn(self::netlist(['mains 230 ht 640/240 rect 5.2/.1', "supply ht ct A $farads/500 tube V3 $fitted", 'rail B A 10k 22u/450', 'gain V1 12AX7 B 100k 1k5 25u leak 1M', 'se V2 6V6GT A screens A sstop 100 cath 470 25u from V1 22n ot 5k'])), ['V3' => self::type($fitted)], self::type($other), new SolveConditions(230.0), ShippedTubes::catalogue(), ['A']);
        $up = $rectifier('5Y3GT', '5AR4', '20u');
        self::assertGreaterThan(5.0, $up->effects?->rails[0]->percent(), '17 V of drop instead of 50 V');
        self::assertContains('rails-move', array_map(static fn (Reason $r): string => $r->code, $up->reasons));
        $down = $rectifier('5AR4', '5Y3GT', '47u');
        self::assertContains('rectifier-reservoir', array_map(static fn (Reason $r): string => $r->code, $down->reasons), 'it stands 20 µF');
        self::assertSame(Verdict::Out, $down->verdict());
    }

    /**
     * @param array<string, string> $fitted types by position
     *
     * @return list<array{string, mixed, mixed}>
     */
    private static function heaters(array $fitted, TubeType $other): array
    {
        $types = [];
        foreach ($fitted as $position => $type) {
            $types[$position] = self::type($type);
        }

        return array_map(static fn (Reason $r): array => [$r->code, $r->figures['moreAmperes'] ?? null, $r->figures['afterAmperes'] ?? null], HeaterFit::judge($types, $other, self::netlist(self::CLASS_A), ShippedTubes::catalogue()));
    }

    /**
     * @param list<string> $lines
     *
     * @return list<string> what is over its limit
     */
    private static function over(float $mains, array $lines, string $other, string $position = 'V2'): array
    {
        return array_map(static fn (Reason $r): string => $r->code, LimitFit::judge(self::solved(self::with(self::netlist($lines), $position, $other), $mains), self::type($other), [$position]));
    }

    /**
     * @param list<string> $lines with a pair of EL34 as V4 and V5
     *
     * @return list<float|null> dB
     */
    private static function pairGains(array $lines): array
    {
        $same = Substitution::of(AsFitted::drawn(self::netlist($lines)), ['V4' => self::type('EL34'), 'V5' => self::type('EL34')], self::type('EL34'), new SolveConditions(230.0), ShippedTubes::catalogue(), []);

        return array_map(static fn (Change $c): ?float => $c->before, $same->effects->gains ?? []);
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<array{string, mixed}>
     */
    private static function gridOhms(array $reasons): array
    {
        return array_values(array_map(static fn (Reason $r): array => [$r->code, $r->figures['bias'] ?? ''], array_filter($reasons, static fn (Reason $r): bool => 'grid-ohms-over' === $r->code)));
    }

    /** dB from grid to plate of V1, driven in front of its grid with nothing else around it. */
    private static function gain(Netlist $netlist): float
    {
        $driven = $netlist->with('g', new VoltageSource('g', 'g/out', 'chassis', 0.0, 1.0))->with('gc', new Capacitor('gc', 'g/out', 'V1.2', 1e-3));
        $signal = new SmallSignal(self::solved($driven, 230.0));

        return 20 * log10($signal->reading(1000.0, 'V1.1')[0] / $signal->reading(1000.0, 'V1.2')[0]);
    }

    /**
     * @param list<string>              $lines
     * @param \Closure(Solution): float $figure
     *
     * @return float mains volts at which it is what is wanted
     */
    private static function mainsFor(array $lines, string $other, \Closure $figure, float $wanted, string $position = 'V2'): float
    {
        $netlist = self::with(self::netlist($lines), $position, $other);
        [$low, $high] = [50.0, 500.0];
        for ($i = 0; $i < 40; ++$i) {
            $middle = ($low + $high) / 2;
            if ($figure(self::solved($netlist, $middle)) < $wanted) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }

    /** @param list<string> $lines */
    private static function netlist(array $lines): Netlist
    {
        return Circuits::typed($lines)->netlist;
    }

    private static function with(Netlist $netlist, string $position, string $type): Netlist
    {
        return AsFitted::of($netlist, AsFitted::drawn($netlist)->factors, [Fields::of(['kind' => 'tube', 'position' => $position, 'type' => $type])], ShippedTubes::catalogue())->netlist;
    }

    private static function solved(Netlist $netlist, float $mains): Solution
    {
        return AsFitted::drawn($netlist)->solved(new SolveConditions($mains), ShippedTubes::catalogue());
    }

    private static function type(string $name): TubeType
    {
        return ShippedTubes::catalogue()->find($name) ?? throw new \LogicException($name);
    }

    private static function heater(float $volts, float $amperes): TubeType
    {
        return new TubeType('made up', 'octal', [], $volts, $amperes, [], [], [], [], 'made up');
    }
}
