<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Stands\Amplifier\Sample;

/** First power on the simulated bench, by a hand that reads the meter and types: what is healthy comes up, what is not is stopped in time. */
#[CoversNothing]
final class FirstPowerTest extends TestCase
{
    private const LANTERN = ['V1', 'V2', 'V3', 'V4', 'V5'];

    private static Stack $stack;
    private static Browser $browser;
    private ?SimulatedBench $bench = null;

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('power');
        self::$stack->start(speed: SimulatedBench::SPEED);
        self::$browser = new Browser(self::$stack->address);
        self::$browser->signIn('nell.demo');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser->close();
        self::$stack->stop();
    }

    protected function tearDown(): void
    {
        $this->bench?->stop();
        $this->bench = null;
    }

    /**
     * The amplifier on the bench and in the books, off, with these tubes out.
     *
     * @param list<string>         $out
     * @param list<string>         $faults
     * @param array<string, mixed> $facts
     */
    private function begin(string $sheet, string $name, float $mains, string $fuse, array $out, array $faults = [], string $method = 'variac-lamp', array $facts = [], int $seed = 7): PowerHands
    {
        $this->bench = new SimulatedBench($sheet, $faults, $seed);
        $this->bench->hand('bleeder off', 'variac 0', ...array_map(static fn (string $t): string => 'tube out '.$t, $out));
        $hands = new PowerHands(self::$browser, $this->bench);
        $isByLamp = \in_array($method, ['variac-lamp', 'lamp'], true);
        $hands->bookIn($name, $fuse, $mains, $method, $isByLamp ? 100.0 : null);
        $hands->says(['load' => ['kind' => 'resistor', 'ohms' => 8], 'meterId' => 'no-1', 'tubes' => $hands->tubes($out), ...($isByLamp ? ['limiters' => [['kind' => 'lamp', 'watts' => 100, 'ratedVolts' => $mains]]] : ['limiters' => []]), ...$facts]);

        return $hands;
    }

    private function bench(): SimulatedBench
    {
        return $this->bench ?? self::fail('no bench');
    }

    public function testAnAmplifierComesUpFromItsGatesToFullMainsAndItsTubesGoInStepByStep(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, facts: ['standby' => 'play']);
        $b->see('keep the power off');
        $h->dead();
        $h->powerOn();
        self::assertSame([], $b->axe(), 'the way up');
        self::assertSame('done', $h->walk(), 'no tubes');
        $h->off();
        $h->dead();
        $b->see('The way up without it is walked.');
        self::assertSame([], $b->axe(), 'tubes in');
        foreach ([['V4', 'V5'], ['V3'], ['V1', 'V2']] as $n => $step) {
            $h->fits(...$step);
            self::assertStringNotContainsString('its socket', str_replace('its socket is proved', '', $b->textOf('.tubes-in')), 'every socket is proved');
            $h->powerOn();
            $end = $h->walk();
            if (0 === $n) {
                self::assertSame('lights', $end);
                $this->lightsOut();
                $b->until(static fn (): bool => 'Lights out' !== $h->title(), 'what was seen is counted');
                $end = $h->walk();
            }
            self::assertSame('done', $end, implode(' ', $step).$h->why());
            if ($n < 2) {
                $h->off();
                $h->dead();
            }
        }
        $b->type('e');
        $b->panel('Full mains: energised');
        $b->click('//button[contains(., "Full mains: energised")]');
        $b->stands('ENERGISED');
        $b->bare();
        $tape = $b->fetch('/api/jobs/'.$h->job.'/tape');
        self::assertStringContainsString('A signal at its', $tape);
        self::assertStringContainsString('faint-blue', $tape);
        // Whoever closes the page leaves it as it is: it is on until somebody says that it is off, and every screen says so.
        $b->open('/');
        $b->until(static fn (): bool => str_contains($b->says('return document.querySelector("nav.strip")?.innerText ?? ""'), 'ENERGISED'), 'the shelf says what is on');
        self::assertStringContainsString('"'.$h->job.'"', $b->fetch('/api/chassis'));
        $b->open('/jobs/'.$h->job.'/first-power');
        $b->stands('ENERGISED');
        $h->off();
    }

    /** No bias at the first stop: off, on every page that has the job open; nothing but off, proofs and what was found is taken until its cause is known. */
    public function testAWronglyWiredBiasIsStoppedAtTheFirstStop(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, ['resistor-open:R31'], facts: ['standby' => 'play']);
        $h->dead();
        $h->powerOn();
        $first = $b->driver->getWindowHandle();
        $b->driver->switchTo()->newWindow();
        $b->open('/jobs/'.$h->job.'/voltages');
        $b->stands('RAMPING');
        $b->driver->switchTo()->window($first);
        self::assertSame('off', $h->walk());
        $b->until(static fn (): bool => str_contains($b->textOf('#off-why'), 'No bias'), 'the server says why');
        self::assertSame([], $b->axe(), 'OFF');
        $b->driver->switchTo()->window(array_values(array_filter($b->driver->getWindowHandles(), static fn (mixed $w): bool => \is_string($w) && $w !== $first))[0] ?? self::fail('no second page'));
        $b->until(static fn (): bool => $h->isOff(), 'the other page stops as well', 6.0);
        $b->driver->close();
        $b->driver->switchTo()->window($first);
        $this->isOff();
        $h->dead();
        $b->tabTo('#entry');
        $b->type('s');
        $b->panel('The chassis is dead');
        self::assertSame([], $b->driver->findElements(WebDriverBy::cssSelector('button.hot')), 'its cause is not known: nobody is offered power');
        $b->type(WebDriverKeys::ESCAPE);
        $b->bare();
    }

    /** A shorted reservoir, through a lamp alone: the lamp takes it all. */
    public function testAShortedReservoirIsSeenByItsLampAtTheFirstStop(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, ['capacitor-shorted:C1/a'], 'lamp', ['standby' => 'play']);
        $h->dead();
        $h->powerOn();
        $h->sets();
        self::assertSame('full bright', $this->bench()->brightness(), 'the lamp takes it all');
        $volts = $this->bench()->read('A');
        self::assertLessThan(5.0, abs($volts));
        $h->lamp('bright');
        $b->until(static fn (): bool => $h->isOff(), 'a lamp that should be dark stops it');
        $b->until(static fn (): bool => str_contains(strtolower($b->textOf('#off-why')), 'lamp'), 'the server says why');
        $this->isOff();
    }

    /** Nearly a short: B+ stands low at the first stop and is gone at once when it goes off. */
    public function testAReservoirThatIsDraggedDownIsSeenByItsVoltsAndItsFallAtTheFirstStop(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, ['capacitor-leaking:C1/a:3000'], facts: ['standby' => 'play']);
        $h->dead();
        $h->powerOn();
        self::assertSame('against', $h->walk());
        $b->see('Against going on: A');
        $h->lamp('glow');
        $h->off();
        $h->dead();
        $tape = implode("\n", $h->lastLines());
        self::assertStringContainsString('The lamp glow', $tape);
        self::assertMatchesRegularExpression('/A Fall of [^\n]* (Gone within|Down to 5)/', $tape);
    }

    /** A leak of the last filter: with no tubes in its rail stands lower than the one before, and that stops the way up. */
    public function testASlowLeakShowsByItsDropWithTheTubesOut(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, ['capacitor-leaking:C4:100000'], facts: ['standby' => 'play']);
        $h->dead();
        $h->powerOn();
        self::assertStringStartsWith('Set ', $h->walk(1), 'the reservoir itself reads as it should');
        $h->reads('D');
        $b->see('Against going on: D');
        self::assertStringContainsString('low', $b->text());
        $h->off();
    }

    /** The same kind of leak at the reservoir hides in the tolerance of its capacitors, and shows by its fall once they were measured (PWR-4). */
    public function testASlowLeakShowsByItsFallWhereTheCapacitanceWasMeasured(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, ['capacitor-leaking:C2:680000'], facts: ['standby' => 'play']);
        $says = static fn (): Fields => Fields::of(json_decode($b->fetch('/api/jobs/'.$h->job.'/units/'.Fields::of(json_decode($b->fetch('/api/jobs/'.$h->job), true))->objects('units')[0]->string('id').'/power'), true))->objects('decays')[0];
        $h->dead();
        $h->powerOn();
        self::assertStringStartsWith('Set ', $h->walk(1), 'what is read there is as it should be');
        $h->off();
        usleep(1_000_000); // twenty seconds of the bench: the further it fell, the less a second of the hand counts
        $h->dead();
        self::assertSame(['within', false], [$says()->object('test')->string('verdict'), $says()->boolean('measured')], 'its capacitors may have less than their mark');
        $this->measures($h->job, 'lantern-30');
        self::assertSame(['out', true], [$says()->object('test')->string('verdict'), $says()->boolean('measured')], 'they have not');
        $b->open('/jobs/'.$h->job.'/first-power');
        $b->see('First power');
        $b->see('Tubes in: ');
        $b->click('//button[@role="tab"][contains(., "Tubes in")]');
        $b->see('A: it fell as it should not');
    }

    /** Every electrolytic of the bench’s own sample with what it really has, as a meter would show it. */
    private function measures(string $job, string $sheet): void
    {
        $drawn = (new SheetCodec(ShippedTubes::catalogue()))->decode(SheetFile::decode((string) file_get_contents(\dirname(__DIR__, 2).'/server/demo/sheets/'.$sheet.'.sheet.json')));
        $netlist = $drawn->circuit->netlist ?? self::fail('no circuit');
        $factors = Sample::of($netlist, 7)->factors;
        foreach ($netlist->all(Capacitor::class) as $capacitor) {
            if ($capacitor->farads >= 5e-6) {
                self::$browser->sends($job, 'trial', ['test' => 'capacitor', 'part' => $capacitor->id, 'text' => \sprintf('%.3gu', 1e6 * $capacitor->farads * $factors->part($capacitor->id))]);
            }
        }
    }

    /** Known to be good: cold, B+ stands above its capacitors’ working volts and under their surge. That is watched, and no stop. */
    public function testColdBPlusAboveTheWorkingVoltsOfAGoodAmplifierIsNoStop(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', [], method: 'straight', facts: ['standby' => 'play', 'source' => ['kind' => 'wall', 'volts' => 120]]);
        $h->dead();
        $h->powerOn();
        $b->write($h->job, 'reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '520', 'meterId' => 'no-1']);
        $b->until(static fn (): bool => str_contains($b->fetch('/api/jobs/'.$h->job.'/tape'), 'A 520'), 'it is read');
        self::assertFalse($h->isOff(), 'watched, and no stop');
        $h->off();
    }

    public function testAPairOnOneCathodeResistorIsFittedInOneStep(): void
    {
        $b = self::$browser;
        $h = $this->begin('wren-15', 'Wren 15', 230.0, 'T1A 250V', ['V1', 'V2', 'V3', 'V4'], seed: 3);
        $h->dead();
        $h->powerOn();
        self::assertSame('done', $h->walk(), 'through the dead zone of its rectifier, no tubes');
        $h->off();
        $h->dead();
        $b->see('They share a cathode resistor');
        $h->fits('V3', 'V4');
        $h->powerOn();
        self::assertSame('lights', $h->walk());
        self::assertFalse($h->isOff());
        $h->off();
    }

    /** A tube rectifier gives nothing at first: the stop below says so, and asks for no B+ there. */
    /** A new output transformer (PWR-8): at the first stop the loop is measured lifted, then closed; only then the way goes on. */
    public function testTheFeedbackOfANewOutputTransformerIsCheckedAtLowMains(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', [], method: 'variac-ammeter', facts: ['standby' => 'play']);
        $h->dead();
        $b->write($h->job, 'as-fitted', ['text' => 'T2 new']);
        $b->click('//button[@role="tab"][starts-with(normalize-space(), "Gates")]');
        $b->see('T2 was exchanged or re-led');
        $b->write($h->job, 'trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'lifted']);
        $h->powerOn();
        self::assertStringContainsString('Level on the load, feedback lifted', $h->walk(1));
        self::assertSame([], $b->axe(), 'the level is asked for');
        $b->enters('2.4');
        $b->until(static fn (): bool => str_starts_with($h->title(), 'Off; then:'), 'nothing more can be done under power');
        $h->off();
        $h->dead();
        $b->write($h->job, 'trial', ['test' => 'feedback-closed', 'part' => 'T2', 'text' => 'closed']);
        $h->powerOn();
        self::assertStringContainsString('Level on the load, feedback closed', $h->walk(1));
        $b->enters('0.8');
        $b->until(static fn (): bool => str_starts_with($h->title(), 'Set '), 'the way goes on');
        self::assertStringContainsString('of negative feedback', $b->fetch('/api/jobs/'.$h->job.'/tape'));
        $h->off();
    }

    /**
     * Two at one chassis: what the one reads is read for both, and neither can go ahead of the plan. What the other typed with no network
     * breaks a stop rule hours of the bench later: it stops both all the same, though the chassis is off and proved by then.
     */
    public function testTwoAtOneChassisGoOneWayAndALateReadingStopsThemBoth(): void
    {
        $b = self::$browser;
        $h = $this->begin('lantern-30', 'Lantern 30', 120.0, 'T2A 250V', self::LANTERN, facts: ['standby' => 'play']);
        $h->dead();
        $h->powerOn();
        $other = new Browser(self::$stack->address);
        try {
            $other->signIn('idris.demo');
            $other->open('/jobs/'.$h->job.'/first-power');
            $other->stands('RAMPING');
            $hands = new PowerHands($other, $this->bench());
            $h->sets();
            $other->until(static fn (): bool => str_starts_with($hands->title(), 'A'), 'the other page is at the stop');
            $other->tabTo('#entry');
            $other->enters(\sprintf('%.2f', $this->bench()->read('A')));
            $b->until(static fn (): bool => !str_starts_with($h->title(), 'A'), 'what the other read is read');
            self::assertStringStartsWith('V4 pin 5', $h->title());
            $answer = $other->sends($h->job, 'conditions', ['facts' => ['source' => ['value' => ['kind' => 'variac', 'volts' => 90], 'how' => 'measured']]]);
            self::assertStringContainsString('"refused":true', $answer, 'nobody goes ahead of the plan');

            $other->offline(true);
            $other->enters('V4.5 6');
            if (str_contains($other->text(), 'Meant ')) {
                $other->type(WebDriverKeys::ENTER);
            }
            $other->until(static fn (): bool => str_contains($other->text(), 'sending') || str_contains($other->text(), 'not judged yet'), 'it waits');
            $other->until(static fn (): bool => $hands->isOff(), 'the word stands with the server away');
            self::assertMatchesRegularExpression('/V4 pin 5: 6 V; off above −?[\d.]+ m?V/', $other->textOf('#off-why'));
            self::assertFalse($h->isOff());
            $h->off();
            $h->dead();
            $b->stands('DEAD');
            $other->offline(false);
            foreach ([$b, $other] as $page) {
                $page->until(static fn (): bool => str_contains($page->textOf('.top'), 'STOPPED'), 'it stops both', 30.0);
            }
            self::assertStringContainsString('"stop":{"place":"V4.5"', $b->fetch('/api/jobs/'.$h->job.'/tape?benches=1'));
            $b->tabTo('#entry');
            $b->type('s');
            $b->panel('The chassis is dead');
            self::assertSame([], $b->driver->findElements(WebDriverBy::cssSelector('button.hot')), 'no power before its cause is known');
            $b->type(WebDriverKeys::ESCAPE);
            $b->bare();
        } finally {
            $other->close();
        }
    }

    public function testATubeRectifierComesUpThroughItsDeadZone(): void
    {
        $b = self::$browser;
        $h = $this->begin('nuthatch-5', 'Nuthatch 5', 120.0, 'T1A 250V', ['V1', 'V2']);
        $h->dead();
        $h->powerOn();
        $h->sets();
        self::assertStringStartsWith('Look, listen, smell', $h->title(), 'nothing is asked of a rectifier that does not conduct yet');
        self::assertLessThan(5.0, abs($this->bench()->read('A')));
        self::assertSame('done', $h->walk());
        $h->off();
    }

    /** The one thing that can be done: it is off. */
    private function isOff(): void
    {
        $this->bench()->hand('switch off');
        self::$browser->click('//button[normalize-space()="It is off"]');
        self::$browser->stands('DISCHARGING');
    }

    private function lightsOut(): void
    {
        $b = self::$browser;
        $b->type('l');
        $b->see('Look at the plates and the screens.');
        self::assertSame([], $b->axe(), 'lights out');
        foreach (['V4', 'V5'] as $tube) {
            $b->until(static fn (): bool => str_contains($b->textOf('.dark'), $tube), $tube.' is asked for', 40.0);
            $b->type('2');
        }
        $b->until(static fn (): bool => [] === $b->driver->findElements(WebDriverBy::cssSelector('.dark')), 'light again');
    }
}
