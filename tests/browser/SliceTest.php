<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** The whole slice on the real stack: book in, prove, power, measure, judge, close out, report; and what happens when the server dies. */
#[CoversNothing]
final class SliceTest extends TestCase
{
    private static Stack $stack;
    private static ?Browser $browser = null;

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('slice');
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser?->close();
        self::$stack->stop();
    }

    public function testFromSignInToThePdfByKeyboardAlone(): void
    {
        $b = self::browser();
        $b->see('Sign in to the bench');
        self::assertSame([], $b->axe(), 'sign-in');
        $b->type('idris.demo', WebDriverKeys::TAB, 'wrong', WebDriverKeys::ENTER);
        $b->see('do not match');
        $b->type('yew-bench-demo', WebDriverKeys::ENTER);
        $b->see('On the bench');
        $cookie = $b->driver->manage()->getCookieNamed('YEWSID');
        self::assertSame([true, 'Strict'], [$cookie?->isHttpOnly(), $cookie?->getSameSite()]);
        self::assertSame([], $b->axe(), 'shelf');
        $this->bookIn($b);
        $this->powerUp($b);
        $this->measure($b);
        $this->closeOut($b);
        self::assertSame([], $b->consoleErrors());
    }

    public function testAPairIsBookedInAsOneJobAndEachHasItsOwnState(): void
    {
        $b = self::browser();
        $b->open('/book-in');
        $b->see('Its owner');
        $b->tabTo('#serial');
        $b->type('Z9-1', WebDriverKeys::TAB, 'Brackenby', WebDriverKeys::TAB, 'Nuthatch 5', WebDriverKeys::TAB);
        $b->tabTo('#another');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Chassis 2 of 2');
        self::assertSame([], $b->axe(), 'two chassis');
        $b->tabTo('#serial-2');
        $b->type('Z9-2', WebDriverKeys::TAB);
        self::assertSame('Nuthatch 5', $b->says('return document.querySelector("#model-2").value'), 'the other of a pair is the same thing with another serial');
        $b->type(WebDriverKeys::BACKSPACE);
        $b->tabTo('#owner');
        $b->type('Orla Pennant');
        $b->chord(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $b->see('Chassis 2: Maker and model are missing.');
        $b->driver->findElement(WebDriverBy::id('maker-2'))->sendKeys('Brackenby');
        $b->chord(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $b->see('Put this tag on the chassis');
        $b->tabTo('nav.path a[href$="/voltages"]');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Prove: reservoir');
        $b->type('0.8', WebDriverKeys::ENTER);
        $b->nameMeter();
        $b->see('Z9-1 DEAD');
        $b->see('Z9-2 DISCHARGING');
        $b->tabTo('#entry');
        $b->type('j');
        $b->until(static fn (): bool => str_contains($b->textOf('.unit.now'), 'Z9-2'), 'the other unit is chosen');
        $b->see('Prove: reservoir');
        self::assertStringContainsString('Z9-1 DEAD', $b->textOf('.units'), 'both in sight');
        self::assertSame([], $b->consoleErrors());
    }

    public function testTypingGoesOnWhileTheServerIsDeadAndEverythingArrivesOnceInOrder(): void
    {
        $b = self::browser();
        $this->openLantern($b);
        $before = $this->readings($b);
        self::$stack->kill();
        foreach (['243.0', '46.5', '219.4'] as $text) {
            $b->type($text, WebDriverKeys::ENTER);
        }
        $b->see('Server away');
        $b->see('3 entries wait here');
        $b->see('not judged yet');
        self::assertStringContainsString('V2 pin 6', $b->textOf('footer'), 'the next probe is offered all the same');
        self::$stack->start();
        $b->until(static fn (): bool => !str_contains($b->text(), 'not judged yet') && !str_contains($b->text(), 'Server away'), 'everything arrives', 30.0);
        $after = \array_slice($this->readings($b), \count($before));
        self::assertSame([['V3.6', '243.0', 'within'], ['V3.3', '46.5', 'within'], ['V2.1', '219.4', 'within']], $after);
    }

    public function testACurrentIsTypedWithItsUnitAndJudged(): void
    {
        $b = self::browser();
        $this->openLantern($b);
        $before = $this->readings($b);
        $b->type('V4.8 44.1mA', WebDriverKeys::ENTER);
        $b->see('V4 pin 8 current 44.1 mA: within');
        $b->type('R14 11.8 mA', WebDriverKeys::ENTER);
        $b->see('R14 current 11.8 mA: out, high');
        $b->type('V9.3 12mA', WebDriverKeys::ENTER);
        $b->see('the sheet has no V9.3');
        self::assertSame([['V4.8', '44.1mA', 'within'], ['R14', '11.8 mA', 'out']], \array_slice($this->readings($b), \count($before), 2));
    }

    public function testEveryMainViewPassesAxeInBothThemes(): void
    {
        $b = self::browser();
        foreach (['day', 'lamp'] as $theme) {
            $b->open('/');
            $b->see('On the bench');
            $b->driver->executeScript('localStorage.setItem("theme", arguments[0])', [$theme]);
            $this->openLantern($b);
            $b->still();
            self::assertSame([], $b->axe(), 'voltages, '.$theme);
            $b->type('c');
            $b->panel('Conditions, stamped on every reading');
            self::assertSame([], $b->axe(), 'conditions, '.$theme);
            $b->type(WebDriverKeys::ESCAPE);
            $b->bare();
            $b->driver->findElement(WebDriverBy::id('entry'))->click();
            $b->type('s');
            $b->panel('The chassis is energised');
            self::assertSame([], $b->axe(), 'power, '.$theme);
            $b->type(WebDriverKeys::ESCAPE);
            $b->driver->findElement(WebDriverBy::linkText('Close-out'))->click();
            $b->see('Open ends go on the report');
            $b->still();
            self::assertSame([], $b->axe(), 'close-out, '.$theme);
            $b->open('/book-in');
            $b->see('What is wrong');
            self::assertSame([], $b->axe(), 'book-in, '.$theme);
            $b->open('/sheets');
            $b->see('Wren 15');
            self::assertSame([], $b->axe(), 'sheets, '.$theme);
            $b->driver->findElement(WebDriverBy::linkText('Wren 15'))->click();
            $b->see('Test points, in probing order');
            self::assertSame([], $b->axe(), 'sheet, '.$theme);
            $b->driver->findElement(WebDriverBy::id('edit-points'))->click();
            $b->see('Add a row');
            self::assertSame([], $b->axe(), 'sheet editor, '.$theme);
        }
        $b->driver->executeScript('localStorage.setItem("theme", "day")');
    }

    public function testAnOnlookerIsOfferedNothingToWrite(): void
    {
        $b = self::browser();
        $b->open('/');
        $b->see('On the bench');
        $b->driver->findElement(WebDriverBy::id('sign-out'))->click();
        $b->signIn('pim.demo');
        self::assertStringNotContainsString('Book in an amplifier', $b->text());
        $this->openLantern($b);
        $b->see('You look on');
        self::assertTrue('true' === $b->driver->findElement(WebDriverBy::cssSelector('button.state'))->getAttribute('disabled'));
    }

    private function bookIn(Browser $b): void
    {
        $b->tabTo('#book-in');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Its owner');
        $b->type('N5-0999', WebDriverKeys::TAB, 'Brackenby', WebDriverKeys::TAB, 'Nuthatch 5', WebDriverKeys::TAB, '120');
        $b->tabTo('#owner');
        $b->type('Wenna Ashlock', WebDriverKeys::TAB, '01632 960 777');
        $b->tabTo('#complaint');
        $b->type('<script>window.hacked = 1</script> hums when warm', WebDriverKeys::TAB, 'cord');
        $b->chord(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $b->see('Put this tag on the chassis');
        $b->see('<script>window.hacked = 1</script> hums when warm');
        self::assertNull($b->driver->executeScript('return window.hacked ?? null'));
        self::assertSame([], $b->axe(), 'a job’s book-in');
        $b->see('Nuthatch 5, version 1');
        $b->see('Go on: Cold look'); // the order of the work, not the voltages at once
        $b->tabTo('#go-on');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Mains inlet');
        $b->tabTo('nav.path a[href$="/voltages"]');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Prove: reservoir');
        $b->see('it will hold its charge');
    }

    private function powerUp(Browser $b): void
    {
        $b->type('43', WebDriverKeys::ENTER);
        $b->nameMeter();
        $b->see('low, not dead');
        $b->type('0.8', WebDriverKeys::ENTER);
        $b->stands('DEAD');
        $b->type('s');
        $b->see('Power on, slowly');
        $b->see('These keep the power off');
        self::assertSame('true', $b->driver->findElement(WebDriverBy::cssSelector('button.hot'))->getAttribute('disabled'), 'no fuse looked at, no load stated');
        $b->type(WebDriverKeys::ESCAPE);
        preg_match('~/jobs/([^/]+)/~', $b->driver->getCurrentURL(), $in);
        $b->readyForPower($in[1] ?? '', 'T1A 250V', 121);
        $b->bare();
        $b->type('s');
        $b->panel('Power on, slowly');
        $b->throughTheGates('known good');
        $b->tabTo('#gate-volumes');
        $b->type(WebDriverKeys::SPACE);
        $b->tabTo('button.go.hot');
        $b->type(WebDriverKeys::ENTER);
        $b->stands('RAMPING');
        $b->panel('Conditions, stamped on every reading');
        $b->type('121');
        $b->chord(WebDriverKeys::SHIFT, WebDriverKeys::TAB);
        $b->type(WebDriverKeys::SPACE, WebDriverKeys::TAB, WebDriverKeys::ENTER);
        $b->see('121 V');
        $b->bare();
        $b->tabTo('#entry');
        $b->type('s');
        $b->see('Full mains: energised');
        $b->see('The way up walked, stop by stop');
        $b->tabTo('.panel .why textarea');
        $b->type('known good');
        $b->tabTo('button.go.hot');
        $b->type(WebDriverKeys::ENTER);
        $b->stands('ENERGISED');
        $b->bare();
        $b->tabTo('#entry');
        $b->see('A · reservoir');
    }

    private function measure(Browser $b): void
    {
        foreach (['4,7,k' => 'only one fits', '1e999' => 'Understood 1', '12 A' => 'volts belong here'] as $nonsense => $says) {
            $b->chord(WebDriverKeys::CONTROL, 'a');
            $b->type($nonsense, WebDriverKeys::ENTER);
            $b->see($says);
        }
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('35.4', WebDriverKeys::ENTER);
        $b->see('Meant 354 V?');
        $b->type('y');
        $b->see('A · reservoir 354 V: within');
        $b->type('343,2', WebDriverKeys::ENTER);
        $b->see('B · screen 343.2 V: within');
        $b->type('306', WebDriverKeys::ENTER, '343.5', WebDriverKeys::ENTER, '342.9', WebDriverKeys::ENTER);
        $b->see('V2 pin 4 342.9 V: within');
        $b->type('25.9', WebDriverKeys::ENTER);
        $b->see('V2 pin 8 25.9 V: out, high');
        $b->type('a', 'the owner likes it so', WebDriverKeys::ENTER);
        $b->see('let stand');
        $b->type('0.003', WebDriverKeys::ENTER);
        $b->type('t', '196 115 195', WebDriverKeys::ENTER);
        $b->see('V1 pin 1 ≈ 115 V: out, low. Moves when tapped, from 115 V to 196 V');
        $b->type('n', 'V1 socket: pin 1 is loose', WebDriverKeys::ENTER);
        $b->see('pin 1 is loose');
        $b->type('400', WebDriverKeys::ENTER);
        $b->see('V1 pin 6 400 V: out, high');
        $b->type('u');
        $b->see('Taken back');
        $b->see('V1 pin 6');
        $b->type('195', WebDriverKeys::ENTER, '1.51', WebDriverKeys::ENTER, '1.52', WebDriverKeys::ENTER, '6.45', WebDriverKeys::ENTER);
        $b->see('All points read');
        $b->see('warming');
    }

    private function closeOut(Browser $b): void
    {
        $b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->stands('DISCHARGING');
        $b->tabTo('nav.path a[href$="close-out"]');
        $b->type(WebDriverKeys::ENTER);
        $b->see('What was found');
        $b->tabTo('#found');
        $b->type('A loose pin at the first socket.', WebDriverKeys::TAB, 'Pin tightened.');
        $b->tabTo('#make-report');
        $b->type(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => [] !== $b->driver->findElements(WebDriverBy::cssSelector('a.report')), 'a report is offered', 20.0);
        $href = $b->driver->findElement(WebDriverBy::cssSelector('a.report'))->getAttribute('href');
        self::assertIsString($href);
        $text = Paper::text($b, $href);
        foreach (['Brackenby Nuthatch 5', 'Wenna Ashlock', '<script>window.hacked = 1</script> hums when warm', 'A loose pin at the first socket.', 'the owner likes it so', 'intermittent', '354', 'Taken back'] as $expected) {
            self::assertStringContainsString($expected, $text);
        }
    }

    private function openLantern(Browser $b): void
    {
        $b->open('/');
        $b->see('On the bench');
        $b->type('L30-2071');
        $b->until(static fn (): bool => 1 === \count($b->driver->findElements(WebDriverBy::cssSelector('a.job'))), 'one is found');
        $b->type(WebDriverKeys::ENTER);
        $b->see('One finding, not three');
    }

    /** @return list<array{mixed, mixed, mixed}> place, text and verdict of every reading, in the order the server numbered them */
    private function readings(Browser $b): array
    {
        $url = (string) parse_url($b->driver->getCurrentURL(), \PHP_URL_PATH);
        $answer = json_decode($b->fetch('/api/jobs/'.explode('/', $url)[2].'/tape'), true);
        self::assertIsArray($answer);
        self::assertIsArray($answer['entries']);
        $readings = [];
        foreach ($answer['entries'] as $entry) {
            if (\is_array($entry) && 'reading' === $entry['kind'] && \is_array($entry['payload'])) {
                $readings[] = [$entry['payload']['place'], $entry['payload']['text'], $entry['verdict']];
            }
        }

        return $readings;
    }

    private static function browser(): Browser
    {
        return self::$browser ?? self::fail('no browser');
    }
}
