<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Fault\Observable;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Faults as values: what each can befall, what it does to a circuit, and what it leaves alone. */
final class FaultCatalogueTest extends TestCase
{
    /** Of the circuit in hand, as printed. */
    private static float $mains = 230.0;

    public function testEveryKindBefallsSomethingInSomeCircuitAndIsReadBackFromItsText(): void
    {
        $befallen = [];
        foreach (Circuits::all() as [$circuit]) {
            $fitted = AsFitted::drawn($circuit->netlist);
            foreach (FaultCatalogue::of($fitted, ShippedTubes::catalogue()) as $fault) {
                if (!isset($befallen[$fault->kind->id()])) {
                    $befallen[$fault->kind->id()] = true;
                    self::assertEquals($fault, FaultCatalogue::read($fault->text(), $fitted, ShippedTubes::catalogue()));
                }
            }
        }
        // A loose jumper is in none of them.
        self::assertSame(['jumper-lost'], array_values(array_diff(array_keys(FaultCatalogue::kinds()), array_keys($befallen))));
        $jumped = AsFitted::drawn(Circuits::typed(['mains 230 ht 250/20', 'supply ht bridge A 47u'])->netlist->with('R1', new Resistor('R1', 'B', 'chassis', 10e3))->with('J1', new Wire('J1', 'A', 'B')));
        self::assertEqualsWithDelta(0.0, self::broken($jumped, 'jumper-lost:J1')->at('B'), 1e-3);
        self::assertGreaterThan(300.0, self::broken($jumped, 'jumper-lost:J1')->at('A'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'no such kind' => ['resistor-tired:R14', 'there is no fault “resistor-tired”; there are resistor-open'];
        yield 'nothing said' => ['', 'there is no fault “”'];
        yield 'no such part' => ['resistor-open:R999', 'resistor-open cannot befall “R999” here; it can befall R'];
        yield 'a part of another kind' => ['capacitor-open:R14', 'cannot befall “R14”'];
        yield 'the load is no part of its own' => ['resistor-open:T2/load', 'cannot befall'];
        yield 'a degree where there is none' => ['resistor-open:R14:3', 'resistor-open has no degrees'];
        yield 'too much' => ['resistor-drifted:R14:20.1', 'takes times from 0.1 to 20'];
        yield 'too little' => ['resistor-drifted:R14:0.09', 'takes times from 0.1 to 20'];
        yield 'no figure' => ['resistor-drifted:R14:lots', 'takes times'];
        yield 'not a number' => ['capacitor-leaking:C14:NAN', 'takes ohms'];
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoFaultOfThisCircuitIsRefusedWithWhatThereIs(string $text, string $message): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage($message);
        FaultCatalogue::read($text, self::fitted('Lantern 30'), ShippedTubes::catalogue());
    }

    public function testTheBoundsOfADegreeBelongToIt(): void
    {
        foreach (['0.1', '20'] as $times) {
            self::assertSame((float) $times, FaultCatalogue::read('resistor-drifted:R14:'.$times, self::fitted('Lantern 30'), ShippedTubes::catalogue())->severity);
        }
        self::assertSame(1.5, FaultCatalogue::read('resistor-drifted:R14', self::fitted('Lantern 30'), ShippedTubes::catalogue())->severity, 'its usual one where none is said');
    }

    public function testGasMakesTheGridPositiveThroughItsLeakAndRunsAwayWithMore(): void
    {
        $fitted = self::fitted('Teasel 50');
        $healthy = $fitted->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue());
        $some = self::broken($fitted, 'tube-gassy:V4:0.0005');
        $ion = 0.0005 * self::plateAmperes($some, 'V4');
        // What the ions carry drops across the 220 kΩ grid leak and the stopper before it (BIAS-4c).
        $leak = $some->at('V4.5') - $some->at('N2');
        self::assertEqualsWithDelta($ion * 225.6e3, $leak, 0.02 * $leak + 0.01);
        self::assertGreaterThan(1.0, $leak);
        self::assertGreaterThan(1.2 * self::plateAmperes($healthy, 'V4'), self::plateAmperes($some, 'V4'));
        $much = self::broken($fitted, 'tube-gassy:V4:0.005');
        self::assertGreaterThan(-1.0, $much->at('V4.5'), 'until its own grid current holds it');
        self::assertLessThan(3.0, $much->at('V4.5'));
        self::assertGreaterThan($healthy->at('V5.5') + 2.0, $much->at('V5.5'), 'what it sends into the bias supply makes the other tube of the pair hotter too');
        self::assertLessThan(-30.0, $much->at('V5.5'));
    }

    public function testAHeaterLeakPutsDirectVoltsAndHumOnTheCathode(): void
    {
        $fitted = self::fitted('Lantern 30');
        $cathode = static fn (Solution $s): int => $s->circuit->nodes->number('V1.3');
        $healthy = $fitted->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue());
        $leaking = self::broken($fitted, 'heater-to-cathode:V1/1:1000');
        self::assertGreaterThan($leaking->at('V1.3') + 0.1, $healthy->at('V1.3'), 'a kilohm beside the cathode resistor');
        $hum = Ripple::of($leaking)['harmonics'];
        // Half of 6.3 V through the leak into what the cathode is at this frequency.
        $ohms = (new SmallSignal($leaking))->impedance($leaking->circuit->supplies[0]->hertz, 'V1.3');
        self::assertEqualsWithDelta(3.15 / 1000 * $ohms, $hum[1][$cathode($leaking)], 0.06 * $hum[1][$cathode($leaking)]);
        self::assertGreaterThan(100 * Ripple::of($healthy)['harmonics'][1][$cathode($healthy)], $hum[1][$cathode($leaking)]);
        self::assertLessThan(0.02 * $hum[1][$cathode($leaking)], $hum[3][$cathode($leaking)], 'at the mains frequency alone');
        $elevation = array_map(static fn (Heaters $h): Heaters => new Heaters($h->id, $h->winding, $h->positions, $h->volts, null), $fitted->netlist->all(Heaters::class));
        foreach ($elevation as $id => $heaters) {
            $fitted = $fitted->with($id, $heaters);
        }
        self::assertSame([], FaultCatalogue::kinds()['heater-to-cathode']->subjects($fitted, ShippedTubes::catalogue()), 'to what the heaters are referred nobody says');
    }

    public function testABadContactLeavesTheSocketRightAndABrokenLeadDoesNot(): void
    {
        $fitted = self::fitted('Lantern 30');
        $healthy = $fitted->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue());
        $contact = self::broken($fitted, 'contact-bad:V4.5:1e12');
        $lead = self::broken($fitted, 'lead-broken:V4.5');
        self::assertEqualsWithDelta($healthy->at('V4.5'), $contact->at('V4.5'), 1.5, 'what is wired to the pin is as it was');
        self::assertGreaterThan($healthy->at('V4.5') + 5.0, $lead->at('V4.5'), 'the pin has lost its bias');
        foreach ([$contact, $lead] as $broken) {
            self::assertGreaterThan(1.5 * self::plateAmperes($healthy, 'V4'), self::plateAmperes($broken, 'V4'), 'the tube runs without bias');
        }
    }

    public function testWhatEachFaultDoes(): void
    {
        $lantern = self::fitted('Lantern 30');
        $healthy = $lantern->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue());
        $dead = self::broken($lantern, 'tube-dead:V4');
        $dark = self::broken($lantern, 'tube-heater-open:V4');
        self::assertSame(0.0, self::plateAmperes($dead, 'V4'));
        self::assertSame(0.0, self::plateAmperes($dark, 'V4'));
        self::assertLessThan($dead->supplies[0]->conductance, $dark->supplies[0]->conductance, 'its heater takes nothing');
        self::assertSame($lantern, self::fault($lantern, 'tube-microphonic:V1')->in($lantern, ShippedTubes::catalogue()), 'no reading knows of it');
        foreach (['fuse-open:T1', 'winding-open:T1/primary'] as $nothing) {
            self::assertEqualsWithDelta(0.0, self::broken($lantern, $nothing)->at('A'), 1e-6, $nothing);
        }
        self::assertLessThan(0.75 * self::plateAmperes($healthy, 'V4'), self::plateAmperes(self::broken($lantern, 'tube-weak:V4:0.6'), 'V4'));
        $wren = self::fitted('Wren 15');
        self::assertLessThan(10.0, abs(self::broken($wren, 'tube-dead:V5')->at('A')), 'a dead rectifier feeds nothing: what is left is what plates collect through their leakage');
        self::assertGreaterThan($wren->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue())->primaryAmperes() + 0.02, self::broken($wren, 'winding-shorted-turns:T1/primary:0.02')->primaryAmperes());
        self::assertGreaterThan(10 * self::rippleAt($wren, null, 'A', 1), self::rippleAt($wren, 'winding-open:D1/half', 'A', 1), 'one half missing shows at the mains frequency');
    }

    public function testASpeakerThatIsOffAWrongTapAndShortedTurnsShowInTheSignalAlone(): void
    {
        $fitted = self::fitted('Nuthatch 5');
        $plate = static fn (Solution $s): float => (new SmallSignal($s))->impedance(1000.0, 'V2.3');
        $healthy = $plate($fitted->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue()));
        self::assertGreaterThan(1.5 * $healthy, $plate(self::broken($fitted, 'output-disconnected:T2/load')));
        self::assertLessThan(0.9 * $healthy, $plate(self::broken($fitted, 'tap-wrong:T2/secondary:2')));
        self::assertGreaterThan(1.05 * $healthy, $plate(self::broken($fitted, 'tap-wrong:T2/secondary:0.5')));
        self::assertLessThan(0.75 * $healthy, $plate(self::broken($fitted, 'winding-shorted-turns:T2/a:0.02')), 'turns that touch load the core');
    }

    /** Those of the kinds that leave it, at every fifth of what they befall: an ohmmeter finds the same everywhere. */
    public function testWhatAFaultCannotChangeInTheColdItDoesNot(): void
    {
        $tubes = ShippedTubes::catalogue();
        $fitted = self::fitted('Teasel 50');
        $ohms = static function (AsFitted $f) use ($tubes): array {
            $cold = ColdResistance::of($f->netlist, $tubes, $f->factors);

            return array_map(static fn (string $place): ?float => $cold->ohms($place), ['A', 'B', 'C', 'V4.5', 'V4.3', 'V1.1', 'V2.3', 'N2']);
        };
        $healthy = $ohms($fitted);
        $tried = 0;
        foreach (FaultCatalogue::of($fitted, $tubes) as $number => $fault) {
            if (0 !== $number % 5 || $fault->canChange(Observable::ColdOhms)) {
                continue;
            }
            ++$tried;
            foreach ($ohms($fault->in($fitted, $tubes)) as $i => $found) {
                self::assertSame(null === $healthy[$i], null === $found, $fault->text());
                self::assertEqualsWithDelta($healthy[$i] ?? 0.0, $found ?? 0.0, 1e-6 * ($healthy[$i] ?? 0.0), $fault->text());
            }
        }
        self::assertGreaterThan(25, $tried);
        self::assertNotEquals($healthy, $ohms(self::fault($fitted, 'resistor-open:R10')->in($fitted, $tubes)));
    }

    private static function rippleAt(AsFitted $fitted, ?string $fault, string $place, int $harmonic): float
    {
        $solution = null === $fault ? $fitted->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue()) : self::broken($fitted, $fault);

        return Ripple::of($solution)['harmonics'][$harmonic][$solution->circuit->nodes->number($place)];
    }

    private static function plateAmperes(Solution $solution, string $position): float
    {
        foreach ($solution->circuit->tubes as $stage) {
            if ($stage->position === $position) {
                return $stage->at(...$stage->volts($solution->volts))[0];
            }
        }
        self::fail('no tube '.$position);
    }

    private static function fitted(string $name): AsFitted
    {
        [$circuit, self::$mains] = Circuits::named($name);

        return AsFitted::drawn($circuit->netlist);
    }

    private static function fault(AsFitted $fitted, string $text): Fault
    {
        return FaultCatalogue::read($text, $fitted, ShippedTubes::catalogue());
    }

    private static function broken(AsFitted $fitted, string $text): Solution
    {
        return self::fault($fitted, $text)->in($fitted, ShippedTubes::catalogue())->solved(new SolveConditions(self::$mains), ShippedTubes::catalogue());
    }
}
