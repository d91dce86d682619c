<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Yew\Core\Codec\Fields;
use Yew\Stands\Tests\Line;

/** The practice bench from its connection to ten readings by Enter: what stands on the tape is what was true at the stand. */
#[CoversNothing]
final class LiveBenchTest extends TestCase
{
    /** Of the practice meters, as their shop has them: percent of reading, digits. */
    private const ACCURACY = ['practice-1' => [0.05, 2.0], 'practice-2' => [0.3, 2.0]];
    private const STAND_NAMES = ['practice-1' => 'dmm1', 'practice-2' => 'dmm2'];

    private static Stack $stack;
    private static Browser $browser;
    private static int $port;
    private static Line $hands;
    private static string $job = '';

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('live');
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
        self::$browser->signIn('nell.demo');
        $stand = json_decode((string) file_get_contents(self::$stack->file('app/run/stand.json')), true);
        self::assertIsArray($stand);
        self::assertIsInt($stand['port']);
        self::$port = $stand['port'];
        self::$hands = new Line(self::$port);
        self::$job = self::$browser->job('K-427');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser->close();
        self::$stack->stop();
    }

    public function testOneClickConnectsTheBenchAndItsDialIsMeasured(): void
    {
        $b = self::$browser;
        $b->open('/equipment');
        $b->see('Connect the practice bench');
        $b->click('//button[contains(., "Connect the practice bench")]');
        $b->see('Connected: set its meters');
        $b->see('Practice meter 1');
        self::assertSame([], $b->axe(), 'equipment');

        // Under load: an amplifier that is switched on; the meter across its inlet.
        self::hand('switch on', 'probe dmm1 inlet');
        $b->click('//button[contains(., "Measure it")]');
        $b->see('Turn the dial to');
        $b->pick('By which meter', 'Practice meter 1');
        $b->see('Take from the meter');
        for ($point = 1; $point <= 4; ++$point) {
            self::hand('variac '.$b->textOf('.ask b'));
            $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label^="Volts at"]'))->sendKeys(WebDriverKeys::ENTER);
            $b->see("Keep $point point");
        }
        self::hand('variac '.$b->textOf('.ask b'));
        $typed = $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label^="Volts at"]'));
        $typed->sendKeys('20'.WebDriverKeys::ENTER);
        $b->see('is not above');
        $typed->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, WebDriverKeys::BACKSPACE]);
        $typed->sendKeys(WebDriverKeys::ENTER);
        $b->see('Keep 5 points');
        $b->click('//button[contains(., "Keep 5 points")]');
        $b->see('It speaks from');
        self::assertSame([], $b->axe(), 'a measured dial');
    }

    /** COND-1: what a dial says is taken by its table; beyond it, nothing is. */
    public function testWhatADialSaysComesOutRightAndBeyondItsTableIsRefused(): void
    {
        $b = self::$browser;
        self::hand('variac 112');
        $meter = new Line(self::$port + 2);
        $meter->send("CONF:VOLT:AC\n");
        $meter->ask('READ?');
        $truth = $this->truths('dmm1', 'inlet');
        $true = end($truth)['truth'] ?? self::fail('the meter at the inlet was not read');
        self::assertGreaterThan(4.0, abs($true - 112.0), 'this dial lies');

        $b->open('/jobs/'.self::$job.'/voltages');
        $b->see('Prove: ');
        $this->say('139');
        $b->see('The dial’s table goes from 25 to 125; what it gives at 139 is not known.');
        self::assertNull($this->mains(), 'nothing was kept of it');
        $this->say('112');
        $b->until(fn (): bool => null !== $this->mains(), 'the dial is taken for volts');
        self::assertEqualsWithDelta($true, (float) $this->mains(), 0.006 * $true, 'between the marks of the table');
        self::hand('switch off', 'bleeder A 2200');
    }

    public function testTenReadingsByEnterFromTwoMetersAreWhatWasTrue(): void
    {
        $b = self::$browser;
        $this->dead($b);
        $this->metersOn($b);
        $this->powered($b);
        self::assertSame([], $b->axe(), 'live values');
        $before = \count($this->readings());
        for ($round = 1; $round <= 5; ++$round) {
            self::hand('variac '.(20 + 14 * $round));
            if (3 === $round) {
                $this->killedAndBack($b);
            }
            foreach (['A', 'B'] as $place) {
                $count = \count($this->readings());
                $this->goTo($place);
                $b->until(static fn (): bool => 'live' === $b->says('const f = document.querySelector(".field"); return f.classList.contains("live") && !f.classList.contains("old") ? "live" : ""'), 'a live value stands in the field');
                $b->type(WebDriverKeys::ENTER);
                $b->until(fn (): bool => \count($this->readings()) === $count + 1 && str_starts_with($b->textOf('.probe b'), 1 === $round && 'A' === $place ? 'B ·' : 'C ·'), 'one reading more, and the next is asked for');
            }
        }
        $taken = \array_slice($this->readings(), $before);
        self::assertCount(10, $taken);
        foreach ($taken as $n => $reading) {
            self::assertSame(0 === $n % 2 ? ['A', 'practice-1'] : ['B', 'practice-2'], [$reading['place'], $reading['meterId']]);
            $this->compare($reading);
        }
        self::assertGreaterThan(1.5, (float) $taken[8]['text'] / (float) $taken[0]['text'], 'it was ramped meanwhile');
        self::assertSame([], $b->consoleErrors());
    }

    /** PWR-4: a meter that hangs on the first rail traces it from power on; what it showed of the fall is drawn, judged and taken down by Enter. */
    public function testTheFallIsTracedByTheMeterThatHangsOnTheRail(): void
    {
        $b = self::$browser;
        $b->open('/jobs/'.self::$job.'/first-power');
        $b->stands('RAMPING');
        self::hand('switch off', 'bleeder A 2200');
        $b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->stands('DISCHARGING');
        $this->dead($b, true);
        $b->write(self::$job, 'conditions', ['facts' => ['tubes' => ['value' => ['V1' => ['type' => '12AX7', 'tubeId' => null], 'V2' => ['type' => '12AX7', 'tubeId' => null], 'V3' => ['type' => '12AX7', 'tubeId' => null], 'V4' => ['type' => '6L6GC', 'tubeId' => null], 'V5' => ['type' => '6L6GC', 'tubeId' => null]], 'how' => 'measured']]]);
        $b->driver->findElement(WebDriverBy::id('entry'))->click();
        $b->type('m');
        $b->panel('Practice meter 2');
        $place = $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Where Practice meter 2 is"]'));
        $place->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, 'A']);
        $b->click('//li[.//b[normalize-space()="Practice meter 2"]]//input[@type="checkbox"]');
        $b->click('//li[.//b[normalize-space()="Practice meter 2"]]//button[contains(., "Set anew")]');
        $b->until(static fn (): bool => str_contains($b->fetch('/api/jobs/'.self::$job.'/tape?benches=1'), '"place":"A","leads":"clipped"') || str_contains($b->fetch('/api/jobs/'.self::$job.'/tape?benches=1'), '"leads":"clipped","place":"A"'), 'it hangs on A');
        $b->type(WebDriverKeys::ESCAPE);
        $b->bare();
        $this->powered($b, false);
        self::hand('probe dmm2 A', 'variac 90');
        $b->open('/jobs/'.self::$job.'/first-power');
        $b->stands('RAMPING');
        $b->until(static fn (): bool => str_contains($b->textOf('.bar[aria-label="Meters on this unit"]'), 'tracing'), 'it is traced without being asked to');
        sleep(12);
        self::hand('switch off');
        $b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->see('Fall of A after switching off');
        $b->until(static fn (): bool => str_contains($b->textOf('.probe b'), 'Fall of') && str_contains($b->textOf('.fall'), 'Down to'), 'what it showed is judged', 20.0);
        $b->driver->takeScreenshot('/tmp/p8-fall.png');
        self::assertSame([], $b->axe(), 'a fall');
        $b->type(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => str_contains($b->fetch('/api/jobs/'.self::$job.'/tape'), '"test":"decay"'), 'it is on the tape');
        $falls = array_values(array_filter(Fields::of(json_decode($b->fetch('/api/jobs/'.self::$job.'/tape'), true))->objects('entries'), static fn (Fields $e): bool => 'trial' === $e->string('kind') && 'decay' === $e->object('payload')->string('test')));
        self::assertSame('within', $falls[0]->optionalText('verdict'), $falls[0]->optionalText('line'));
        $b->until(static fn (): bool => str_starts_with($b->textOf('.probe b'), 'Prove'), 'the banks are asked for');
    }

    /** Says what the dial of the variac shows, through the panel of conditions. */
    private function say(string $dial): void
    {
        $b = self::$browser;
        if ([] === $b->driver->findElements(WebDriverBy::id('conditions-title'))) {
            $b->click('//button[contains(., "conditions")]');
            $b->panel('Conditions, stamped on every reading');
            $b->pick('Fed from', 'a variac');
            $b->pick('The figure is', 'on the dial of Bench variac');
        }
        $field = $b->driver->findElement(WebDriverBy::id('c-src'));
        $field->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, $dial]);
        $field->sendKeys(WebDriverKeys::ENTER);
    }

    private function dead(Browser $b, bool $hasMeter = false): void
    {
        $b->open('/jobs/'.self::$job.'/voltages');
        foreach (['0.4', '0.3'] as $n => $volts) {
            $b->see('Prove: ');
            $bank = $b->textOf('.probe b');
            $b->driver->findElement(WebDriverBy::id('entry'))->sendKeys($volts.WebDriverKeys::ENTER);
            if (0 === $n && !$hasMeter) {
                $b->nameMeter();
            }
            $b->until(static fn (): bool => $bank !== $b->textOf('.probe b') || str_contains($b->text(), 'DEAD'), 'the bank is proved');
        }
        $b->stands('DEAD');
    }

    /** One as a probe in the hand, one clipped on at the second reservoir. */
    private function metersOn(Browser $b): void
    {
        $b->driver->findElement(WebDriverBy::id('entry'))->click();
        $b->type('m');
        $b->see('Meters on this unit');
        $b->panel('Practice meter 2');
        $b->pick('Leads of Practice meter 2', 'clipped on at');
        $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Where Practice meter 2 is"]'))->sendKeys('B');
        foreach ([1, 2] as $n) {
            $row = '//li[.//b[normalize-space()="Practice meter '.$n.'"]]';
            self::assertSame('true', $b->driver->findElement(WebDriverBy::xpath($row.'//button[contains(., "Set on this unit")]'))->getAttribute('disabled'), 'not before somebody looked at its jacks');
            $b->click($row.'//input[@type="checkbox"]');
            $b->click($row.'//button[contains(., "Set on this unit")]');
            $b->until(static fn (): bool => str_contains($b->driver->findElement(WebDriverBy::xpath($row))->getText(), 'hangs on this unit'), "meter $n is set");
        }
        self::assertSame([], $b->axe(), 'meters');
        $b->type(WebDriverKeys::ESCAPE);
        $b->bare();
    }

    private function powered(Browser $b, bool $asks = true): void
    {
        $b->readyForPower(self::$job, 'T4A 250V', 120);
        self::hand('bleeder off', 'probe dmm1 A', 'probe dmm2 B', 'variac 20', 'switch on');
        $b->driver->findElement(WebDriverBy::id('entry'))->click();
        $b->type('s');
        $b->panel('Power on, slowly');
        $b->throughTheGates('practice');
        $b->driver->findElement(WebDriverBy::id('gate-volumes'))->click();
        $b->click('//button[contains(., "Power on, ramping")]');
        $b->stands('RAMPING');
        if ($asks) {
            $b->panel('Conditions, stamped on every reading'); // what is missing of them is no matter here
            $b->type(WebDriverKeys::ESCAPE);
        }
        $b->bare();
        $b->driver->findElement(WebDriverBy::id('entry'))->click();
    }

    /** Back to a point that was read. */
    private function goTo(string $place): void
    {
        $b = self::$browser;
        for ($i = 0; $i < 3 && !str_starts_with($b->textOf('.probe b'), $place.' ·'); ++$i) {
            $b->type(WebDriverKeys::ARROW_UP);
            usleep(100_000);
        }
        self::assertStringStartsWith($place.' ·', $b->textOf('.probe b'));
    }

    /** The event process dies: what it showed is old and cannot be taken; it comes back by itself. */
    private function killedAndBack(Browser $b): void
    {
        $count = \count($this->readings());
        exec('pkill -KILL -s '.(int) file_get_contents(self::$stack->file('run/live')), result_code: $code);
        self::assertSame(0, $code, 'it was there');
        $b->until(static fn (): bool => str_contains($b->textOf('.bar[aria-label="Meters on this unit"]'), 'No live values.'), 'the page says at once that nobody tells anything', 6.0);
        $b->until(static fn (): bool => [] !== $b->driver->findElements(WebDriverBy::cssSelector('.field.old')) || !str_contains($b->textOf('.bar[aria-label="Meters on this unit"]'), 'No live values.'), 'the old value is struck');
        if ([] !== $b->driver->findElements(WebDriverBy::cssSelector('.field.old'))) {
            $b->type(WebDriverKeys::ENTER);
        }
        $b->until(static fn (): bool => !str_contains($b->textOf('.bar[aria-label="Meters on this unit"]'), 'No live values.'), 'it follows again', 30.0);
        self::assertCount($count, $this->readings(), 'nothing was taken meanwhile');
    }

    /** @param array{place: string, text: string, meterId: string, at: float} $reading */
    private function compare(array $reading): void
    {
        $near = array_filter($this->truths(self::STAND_NAMES[$reading['meterId']] ?? self::fail('an unknown meter'), $reading['place']), static fn (array $t): bool => abs($t['at'] - $reading['at']) < 0.25);
        self::assertNotSame([], $near, 'the stand was read then');
        [$percent, $digits] = self::ACCURACY[$reading['meterId']];
        $volts = (float) $reading['text'];
        $resolution = 10.0 ** -\strlen(substr((string) strrchr($reading['text'], '.'), 1));
        $off = min(array_map(static fn (array $t): float => abs($volts - $t['truth']) - $percent / 100 * abs($t['truth']), $near));
        self::assertLessThanOrEqual(($digits + 1) * max(0.025, $resolution), $off, json_encode($reading, \JSON_THROW_ON_ERROR));
    }

    /** @return list<array{place: string, text: string, meterId: string, at: float}> what was taken from instruments, oldest first */
    private function readings(): array
    {
        $answer = json_decode(self::$browser->fetch('/api/jobs/'.self::$job.'/tape'), true);
        self::assertIsArray($answer);
        self::assertIsArray($answer['entries']);
        $readings = [];
        foreach ($answer['entries'] as $entry) {
            $payload = \is_array($entry) && 'reading' === $entry['kind'] && \is_array($entry['payload']) ? $entry['payload'] : [];
            if (\is_array($payload['sample'] ?? null) && \is_string($payload['sample']['at']) && \is_string($payload['place']) && \is_string($payload['text']) && \is_string($payload['meterId'])) {
                $readings[] = ['place' => $payload['place'], 'text' => $payload['text'], 'meterId' => $payload['meterId'], 'at' => (float) (new \DateTimeImmutable($payload['sample']['at']))->format('U.u')];
            }
        }

        return $readings;
    }

    /** @return list<array{at: float, truth: float}> what was true at a place whenever a meter of the stand was read there */
    private function truths(string $meter, string $place): array
    {
        $truths = [];
        foreach (explode("\n", trim((string) file_get_contents(self::$stack->file('app/stand-truth.jsonl')))) as $line) {
            $said = json_decode($line, true);
            if (\is_array($said) && 'reading' === $said['kind'] && $meter === $said['meter'] && $place === $said['place'] && is_numeric($said['truth']) && is_numeric($said['at'])) {
                $truths[] = ['at' => (float) $said['at'], 'truth' => (float) $said['truth']];
            }
        }

        return $truths;
    }

    /** Volts of the mains that the bench takes its readings at; null where nobody said. */
    private function mains(): ?float
    {
        $answer = json_decode(self::$browser->fetch('/api/jobs/'.self::$job.'/tape?benches=1'), true);
        $bench = \is_array($answer) && \is_array($answer['benches'] ?? null) ? $answer['benches'][0] ?? null : null;
        $conditions = \is_array($bench) && \is_array($bench['conditions'] ?? null) ? $bench['conditions'] : [];
        $source = \is_array($conditions['source'] ?? null) ? $conditions['source']['value'] ?? null : null;

        return \is_array($source) && 'variac' === ($source['kind'] ?? '') && is_numeric($source['volts'] ?? null) ? (float) $source['volts'] : null;
    }

    private static function hand(string ...$deeds): void
    {
        foreach ($deeds as $deed) {
            self::assertSame('ok', self::$hands->ask($deed), $deed);
        }
    }
}
