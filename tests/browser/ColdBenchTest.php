<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** One amplifier through the cold stations by the keyboard alone, to the report; photos, schematic and quick sums. */
#[CoversNothing]
final class ColdBenchTest extends TestCase
{
    private static Stack $stack;
    private static ?Browser $browser = null;
    private static string $job = '';

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('cold');
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
        self::$browser->see('Sign in to the bench');
        self::$browser->type('idris.demo', WebDriverKeys::TAB, 'yew-bench-demo', WebDriverKeys::ENTER);
        self::$browser->see('On the bench');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser?->close();
        self::$stack->stop();
    }

    public function testTheColdStationsByKeyboardFindWhatIsWrong(): void
    {
        $b = self::browser();
        self::$job = $this->booked($b, 'Lantern 30');
        $this->look($b);
        $this->ironDead($b);
        $this->ironDriven($b);
        $this->capacitors($b);
        $this->resistors($b);
        $this->tubes($b);
        $this->report($b);
        self::assertSame([], $b->consoleErrors());
    }

    public function testTheOwnerReadsTheEstimateOnAPhoneAndSaysYes(): void
    {
        $b = self::browser();
        $b->open('/jobs/'.self::$job.'/owners-word');
        $b->see('not sent yet');
        $lines = $b->driver->findElements(WebDriverBy::cssSelector('.lines td.what'));
        self::assertGreaterThan(4, \count($lines), 'what the stations found stands there by itself');
        $price = $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label^="Parts, Replace T2"]'));
        $price->sendKeys('118.5'.WebDriverKeys::TAB);
        $b->until(static fn (): bool => str_contains($b->textOf('.lines'), '206.50') || str_contains($b->textOf('.lines'), '190.50'), 'the price follows');
        $price->clear();
        $price->sendKeys('1.2345678'.WebDriverKeys::TAB);
        $b->see('is no price');
        $price->clear();
        $price->sendKeys('118.50'.WebDriverKeys::TAB);
        usleep(700_000);
        self::assertSame([], $b->axe(), 'owner’s word');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "Freeze and make the link")]'))->click();
        $b->see('shown this once');
        $path = (string) parse_url($b->textOf('.link'), \PHP_URL_PATH);
        $b->see('Estimate sent');
        // The owner’s phone, where nobody is signed in.
        $phone = new Browser(self::$stack->address);
        try {
            $phone->resize(390, 844);
            $phone->open($path);
            $phone->see('Say yes, no or later to each line');
            self::assertStringNotContainsString('Tape', $phone->text());
            self::assertFalse($phone->driver->executeScript('return document.documentElement.scrollWidth > window.innerWidth'), 'nothing is cut off');
            self::assertSame([], $phone->axe(), 'the estimate on a phone');
            foreach ($phone->driver->findElements(WebDriverBy::cssSelector('.says')) as $i => $says) {
                $phone->driver->executeScript('arguments[0].scrollIntoView({block: "center"})', [$says]);
                $says->findElements(WebDriverBy::tagName('button'))[0 === $i ? 2 : 0]->click();
            }
            $phone->see('Send my answer');
            $phone->driver->findElement(WebDriverBy::id('send-answer'))->click();
            $phone->see('Your answer has reached the shop');
            $phone->driver->navigate()->refresh();
            $phone->see('Your answer has reached the shop');
            self::assertCount(0, $phone->driver->findElements(WebDriverBy::id('send-answer')), 'once');
            $phone->open('/word/'.str_repeat('A', 43));
            $phone->see('it is no longer open: ask the shop');
        } finally {
            $phone->close();
        }
        $b->open('/jobs/'.self::$job.'/owners-word');
        $b->see('answered by the link');
        $b->see('The owner’s word');
        self::assertSame('later', $b->textOf('.lines tbody tr:not(.group) .says'));
    }

    public function testTheOwnerSetsUpTheShopAndSomebodyNewComesAndGoes(): void
    {
        $owner = new Browser(self::$stack->address);
        $wren = null;
        try {
            $owner->signIn('nell.demo');
            $owner->open('/shop');
            $owner->see('What we charge');
            self::assertSame([], $owner->axe(), 'shop');
            $rate = $owner->driver->findElement(WebDriverBy::id('rate'));
            $rate->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, 'fifty', WebDriverKeys::ENTER]);
            $owner->see('“fifty” is no price');
            $rate->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, '52.50', WebDriverKeys::ENTER]);
            $owner->see('hourlyRateMinor: 4800 → 5250');
            self::assertStringContainsString('35.01', $owner->textOf('form[aria-label="What we charge"]'), '35 and 5 minutes at 52.50, each rounded by itself');
            $owner->driver->findElement(WebDriverBy::id('invited-name'))->sendKeys('Wren Ashby');
            $owner->driver->findElement(WebDriverBy::id('invited-as'))->sendKeys('wren'.WebDriverKeys::ENTER);
            $owner->see('invited, no password yet');
            $link = (string) strstr($owner->textOf('.people .link'), '/welcome#');
            $wren = new Browser(self::$stack->address);
            $wren->open($link);
            $wren->see('works once');
            self::assertSame([], $wren->axe(), 'welcome');
            $password = $wren->driver->findElement(WebDriverBy::id('welcome-password'));
            $password->sendKeys('short'.WebDriverKeys::ENTER);
            $wren->see('at least ten characters');
            $password->sendKeys(' and then longer'.WebDriverKeys::ENTER);
            $wren->see('On the bench');
            $wren->open('/shop');
            $wren->see('set by its owner');
            self::assertStringNotContainsString('Make an invitation', $wren->text());
            foreach (['end', 'really end'] as $says) {
                $owner->until(static fn (): bool => $says === $owner->textOf('button[aria-label="End the access of Wren Ashby"]'), $says);
                $owner->driver->findElement(WebDriverBy::cssSelector('button[aria-label="End the access of Wren Ashby"]'))->click();
            }
            $owner->see('access ended');
            $wren->open('/');
            $wren->see('Sign in to the bench');
            self::assertSame([], $owner->consoleErrors());
        } finally {
            $owner->close();
            $wren?->close();
        }
    }

    public function testAMatchedPairOutOfTheDrawerIsFitted(): void
    {
        $b = self::browser();
        $this->station($b, 'tubes');
        $this->choose($b, 'V4');
        $b->see('fit in V4 V5');
        preg_match('/(T\d+) (T\d+), ([\d.]+) % apart/', $b->textOf('.from p'), $pair);
        self::assertCount(4, $pair, $b->textOf('.from p'));
        $b->driver->findElement(WebDriverBy::xpath('//button[normalize-space()="fit in V4 V5"]'))->click();
        $b->see('As fitted: V5 6L6GC #'.$pair[2]);
        $b->see('label '.$pair[1]);
        self::assertStringNotContainsString('V5 replace', $b->textOf('.board-in'), 'the shorted one is out, and took its faults along');
        $b->open('/drawer/'.$pair[1].'?type=6L6GC');
        $b->see('V4 Hollinwick Lantern 30');
        $b->see('still there');
        self::assertSame([], $b->axe(), 'drawer');
        $b->open('/drawer?type=6L6GC&panel=sets');
        $b->see('no choice is better than');
        self::assertStringNotContainsString($pair[1], $b->textOf('.sets table'), 'what stands in a socket is no stock');
        self::assertSame([], $b->axe(), 'sets');
    }

    /** In five minutes, at less than two keys a second: 28 pulled tubes of one type, each with plate current and transconductance. */
    public function testATrayOfTwentyEightTubesIsTypedInOneGo(): void
    {
        $b = self::browser();
        $b->open('/drawer?panel=tray');
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement?.closest(".same") !== null'), 'the type is asked for first');
        $keys = 0;
        $type = static function (string ...$typed) use ($b, &$keys): void {
            foreach ($typed as $text) {
                $keys += mb_strlen($text);
                $b->type($text);
            }
        };
        $type('EL34', WebDriverKeys::TAB, 'Tern', WebDriverKeys::TAB, WebDriverKeys::TAB, WebDriverKeys::TAB, 'bench jig, 250/-13.5/250, 6.3V, 5m', WebDriverKeys::TAB);
        for ($i = 0; $i < 28; ++$i) {
            $type(\sprintf('%.1f %.1f', 80 + 0.7 * $i, 9.5 + 0.05 * $i), WebDriverKeys::ENTER);
        }
        $b->see('28 so far');
        $b->driver->navigate()->refresh();
        $b->see('28 so far');
        $b->tabTo('.tray .acts button');
        $type(WebDriverKeys::ENTER);
        $b->see('EL34 42');
        self::assertLessThan(480, $keys);
        self::assertStringContainsString('labels of 28', $b->textOf('.top'));
        $b->open('/drawer?panel=tray');
        $b->see('0 so far');
        self::assertSame([], $b->axe(), 'tray');
        self::assertSame([], $b->consoleErrors());
    }

    public function testAPhotoIsTakenPinnedAndShown(): void
    {
        $b = self::browser();
        $file = sys_get_temp_dir().'/yew-photo-'.bin2hex(random_bytes(4)).'.jpg';
        $image = imagecreatetruecolor(3200, 2400);
        imagefilledellipse($image, 1600, 1200, 900, 700, 0xCC8844);
        imagejpeg($image, $file);
        $this->station($b, 'look');
        $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Photos"]'))->sendKeys($file);
        $b->until(static fn (): bool => true === $b->driver->executeScript('const i = document.querySelector(".strip img[src*=\"/api/photos/\"]"); return i !== null && i.naturalWidth > 100'), 'the thumbnail from the server');
        $b->driver->findElement(WebDriverBy::cssSelector('ul.strip button'))->click();
        $b->see('Click into the picture');
        $b->driver->findElement(WebDriverBy::cssSelector('.picture'))->click();
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement?.matches(".pins input") === true'), 'the pin’s words are asked for');
        $b->type('red, plate of V4');
        $b->driver->findElement(WebDriverBy::cssSelector('.acts .go'))->click();
        $b->until(static fn (): bool => str_contains($b->textOf('ul.strip'), '· 1'), 'one pin');
        file_put_contents($file, 'MZ no picture');
        $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Photos"]'))->sendKeys($file);
        $b->see('this is a program, not a picture');
        self::assertCount(1, $b->driver->findElements(WebDriverBy::cssSelector('ul.strip img[src*="/api/photos/"]')), 'nothing half stored');
        unlink($file);
    }

    public function testTheSchematicFollowsTheJob(): void
    {
        $b = self::browser();
        $file = sys_get_temp_dir().'/yew-drawing-'.bin2hex(random_bytes(4)).'.png';
        $image = imagecreatetruecolor(1600, 1000);
        imagefill($image, 0, 0, 0xFFFFFF);
        imageline($image, 100, 500, 1500, 500, 0);
        imagepng($image, $file);
        $b->open('/jobs/'.self::$job.'/schematic');
        $b->see('No page yet');
        $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Schematic"]'))->sendKeys($file);
        $b->see('still to place');
        foreach ($b->driver->findElements(WebDriverBy::cssSelector('.unplaced button')) as $button) {
            if ('R26' === $button->getText()) {
                $button->click();
            }
        }
        $b->see('Click where R26 is');
        $b->driver->findElement(WebDriverBy::cssSelector('.sheet'))->click();
        $b->until(static fn (): bool => str_contains($b->textOf('.legend'), 'measured off 1'), 'the mark with its state');
        self::assertSame('R26: off', $b->driver->findElement(WebDriverBy::cssSelector('.mark'))->getAttribute('title'));
        self::assertSame([], $b->axe(), 'schematic');
        unlink($file);
    }

    public function testQuickSumsAreInTheAddress(): void
    {
        $b = self::browser();
        $b->open('/sums/ratio?primary=11.0&secondary=0.5&load=4&wanted=5k');
        $b->see('1.936 kΩ');
        $b->see('22.00 : 1');
        self::assertSame([], $b->axe(), 'sums');
        $b->open('/sums/colours?text=yellow%20violet%20pink');
        $b->see('“pink” is no colour');
        $b->open('/sums/fuse?drawn=T4A&at=120&mains=240&fitted=T4A');
        $b->see('T 2.00 A');
        $b->see('too big');
        $b->open('/sums/leakage?farads=20u&volts=450');
        $b->see('58.0 µA');
        $b->see('290 µA');
        $b->open('/sums/matching?tubes=38.2%2041.0%20A7%3D38.9%2044.1%2040.2&size=2&sets=2&limit=2.5');
        $b->see('1: matched');
        $b->see('1 · A7');
        $b->see('no choice is closer');
        self::assertSame([], $b->axe(), 'matching');
        $b->open('/sums/matching?tubes=38.2%204o&size=2&sets=1&limit=5');
        $b->see('“4o” is not mA');
        $b->open('/sums/matching?tubes=38.2%2041&size=4&sets=1&limit=5');
        $b->see('2 there, 4 wanted');
    }

    public function testStationsPassAxeInBothThemes(): void
    {
        $b = self::browser();
        foreach (['day', 'lamp'] as $theme) {
            $b->driver->executeScript('localStorage.setItem("theme", arguments[0])', [$theme]);
            foreach (['look', 'iron', 'capacitors', 'resistors', 'tubes'] as $station) {
                $this->station($b, $station);
                $b->still();
                self::assertSame([], $b->axe(), $station.', '.$theme);
            }
        }
        $b->driver->executeScript('localStorage.setItem("theme", "day")');
    }

    private function look(Browser $b): void
    {
        $this->station($b, 'look');
        $b->see('Mains · Cord');
        $b->type('1');
        $this->asks($b, 'Mains · Capacitor from line');
        $b->type('1');
        $this->asks($b, 'F1 ·');
        $b->type('T4A 250V', WebDriverKeys::ENTER);
        $b->see('it protects nothing');
        $this->asks($b, 'V1 ·');
        foreach (['V1', 'V2', 'V3', 'V4'] as $tube) {
            $this->asks($b, $tube.' ·');
            $b->type('1');
        }
        $this->asks($b, 'V5 ·');
        $b->type('3');
        $b->see('vacuum is lost');
        $this->asks($b, 'C1 ·');
        $b->type('x');
        $b->type('under its cover', WebDriverKeys::ENTER);
        $b->see('left alone');
    }

    /** Dead first: ohms. */
    private function ironDead(Browser $b): void
    {
        $this->station($b, 'iron');
        $this->asks($b, 'Prove: reservoir');
        $b->type('0.4', WebDriverKeys::ENTER);
        $b->nameMeter();
        $this->asks($b, 'Prove: bias');
        $b->type('0.1', WebDriverKeys::ENTER);
        $b->stands('DEAD');
        $this->asks($b, 'T1 · Primary, ohms');
        foreach (['1.1', '85.2', '0.1'] as $text) {
            $b->enters($text);
        }
        $this->choose($b, 'T2');
        foreach (['57.4', '65.8', '0.4'] as $text) {
            $b->enters($text);
        }
        $b->see('as drawn');
    }

    private function ironDriven(Browser $b): void
    {
        $b->type('s');
        $b->panel('Drive it off the mains');
        $b->tabTo('#gate-isolated');
        $b->type(' ', WebDriverKeys::TAB, ' ');
        $b->tabTo('button.go:not(.hot)');
        $b->type(WebDriverKeys::ENTER);
        $b->stands('DRIVEN');
        $b->bare();
        $this->choose($b, 'T2');
        $this->asks($b, 'T2 · Ratio');
        $b->type('0.4/11.5', WebDriverKeys::ENTER);
        $b->see('Meant the other way round?');
        $b->type(WebDriverKeys::ENTER);
        $b->see('the leads are swapped');
        $b->type(WebDriverKeys::ARROW_LEFT);
        $this->asks($b, 'T2 · Ratio');
        $b->type('11.5/0.400', WebDriverKeys::ENTER);
        $b->see('6.61 kΩ');
        $this->asks($b, 'T2 · Plate to centre');
        $b->type('5.74/5.77', WebDriverKeys::ENTER);
        $this->asks($b, 'T2 · Magnetising');
        $b->type('5.02/1.4', WebDriverKeys::ENTER);
        $b->see('T2 condemned');
        $b->see('specification, PDF');
    }

    private function capacitors(Browser $b): void
    {
        $b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->stands('DISCHARGING');
        $this->station($b, 'capacitors');
        foreach (['0.3', '0.2'] as $text) {
            $b->enters($text);
        }
        $b->stands('DEAD');
        $b->type('l');
        $done = static fn (): bool => 'true' === $b->says('return String(![...document.querySelectorAll("tbody tr:not(.group)")].some(r => r.innerText.includes("not done")))');
        $b->see('not done');
        for ($i = 0; $i < 40 && !$done(); ++$i) {
            $title = $b->textOf('.probe b');
            $part = explode(' ', $title)[0];
            if (str_contains($title, 'Polarity')) {
                $b->type('1');
            } else {
                $drawn = $b->says('return document.querySelector("tr.lit .what").innerText');
                // Each as drawn, but for one that leaks.
                $value = 1 === preg_match('/([\d.]+) ([µnp])F/u', $drawn, $m) ? $m[1].('µ' === $m[2] ? '' : $m[2]) : '1';
                $b->type('C14' === $part ? $value.' - 4u@300' : $value.' 0.3', WebDriverKeys::ENTER);
            }
            $b->until(static fn (): bool => $b->textOf('.probe b') !== $title || $done(), 'the next one is asked for');
            self::assertSame('entry', $b->driver->executeScript('return document.activeElement.id'), 'the hands stay on the keyboard');
        }
        $b->see('C14 replace');
        $this->choose($b, 'C14');
        $b->see('lifts the grid by');
    }

    private function resistors(Browser $b): void
    {
        $this->station($b, 'resistors');
        $this->choose($b, 'V4');
        $b->type('5 loose', WebDriverKeys::ENTER);
        $b->see('loses its bias there');
        $this->choose($b, 'R26');
        $b->type('612', WebDriverKeys::ENTER);
        $b->see('R26 replace');
        $b->type(WebDriverKeys::ARROW_LEFT);
        $this->asks($b, 'R26');
        $b->type('f');
        $b->panel('A finding');
        $b->tabTo('#finding-text');
        $b->type('board brown around it', WebDriverKeys::ENTER);
        $b->see('board brown around it');
    }

    private function tubes(Browser $b): void
    {
        $this->station($b, 'tubes');
        $this->asks($b, 'Tester ·');
        $b->type('jig, 250/-14/250, 6.3V, 5m', WebDriverKeys::ENTER);
        $this->asks($b, 'V4 · Type');
        $b->type('6L6', WebDriverKeys::ENTER);
        $b->see('without its suffix could be 6L6G, 6L6GB, 6L6GC');
        $this->asks($b, 'V4 · Shorts');
        $b->type('k-h 12M', WebDriverKeys::ENTER);
        $this->asks($b, 'V4 · Emission');
        $b->type(WebDriverKeys::PAGE_UP, WebDriverKeys::PAGE_DOWN);
        $this->choose($b, 'V4');
        $b->type(WebDriverKeys::ARROW_UP, WebDriverKeys::ARROW_UP, WebDriverKeys::ARROW_UP, WebDriverKeys::ARROW_UP);
        $this->asks($b, 'V4 · Type');
        $b->type('6l6gc', WebDriverKeys::ENTER);
        $b->see('6L6GC, as drawn: 30.0 W, design-maximum.');
        $this->asks($b, 'V4 · Emission');
        $b->type('5900mS', WebDriverKeys::ENTER);
        $b->see('Meant 5.900 mS? Another unit?');
        $b->type('y');
        $b->see('of what the type has there');
        $this->asks($b, 'V4 · Gas');
        $b->type('0.4', WebDriverKeys::ENTER);
        $b->see('of bias');
        // V5 is milky white: nothing more is asked of it, and it can be said all the same.
        $this->asks($b, 'V1 · Type');
        $this->choose($b, 'V5');
        $b->type(WebDriverKeys::ARROW_DOWN, WebDriverKeys::ARROW_DOWN);
        $this->asks($b, 'V5 · Shorts');
        $b->type('p-s', WebDriverKeys::ENTER);
        $b->see('V5 replace. Plate to screen: shorted. It goes.');
        $this->choose($b, 'V5');
        $b->see('Look at these too');
        $b->driver->findElement(WebDriverBy::linkText('R26'))->click();
        $b->until(static fn (): bool => 'R26' === $b->says('return document.querySelector("tr.lit th")?.innerText ?? ""'), 'the link leads to the part');
        $b->see('Asked for by the fault at V5.');
        $this->station($b, 'tubes');
        $this->choose($b, 'V1');
        self::assertStringContainsString('swap with V2', $b->textOf('.fitting'));
    }

    private function report(Browser $b): void
    {
        $text = Paper::report($b, self::$job);
        foreach (['T2, output transformer, condemned', 'C14, coupling: replace', 'R26, screen: replace', 'V4, socket, bad', 'F1, fuse, unsafe without', 'V5, tube: replace', 'V4', 'under its cover', 'Not tested unplugged'] as $says) {
            self::assertStringContainsString($says, $text);
        }
    }

    private function station(Browser $b, string $station): void
    {
        $b->open('/jobs/'.self::$job.'/'.$station);
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement !== null && document.activeElement.id === "entry" && document.querySelector("tr.lit") !== null'), 'the station is open');
    }

    private function asks(Browser $b, string $title): void
    {
        $b->until(static fn (): bool => str_starts_with($b->textOf('.probe b'), $title), 'asks for '.$title);
    }

    /** Part by part with the page keys. */
    private function choose(Browser $b, string $part): void
    {
        $at = static fn (): string => $b->says('return document.querySelector("tr.lit th").innerText');
        for ($i = 0; $i < 80 && $at() !== $part; ++$i) {
            $parts = (array) $b->driver->executeScript('return [...document.querySelectorAll("tbody tr:not(.group) th")].map(t => t.innerText)');
            $b->type(array_search($part, $parts, true) > array_search($at(), $parts, true) ? WebDriverKeys::PAGE_DOWN : WebDriverKeys::PAGE_UP);
        }
        self::assertSame($part, $at());
    }

    public function testABookingSentManyTimesAtOnceIsOneJob(): void
    {
        $tags = self::browser()->driver->executeAsyncScript('const d = arguments[0];
            const body = JSON.stringify({id: "01900000-0000-7000-9000-000000000001", owner: {name: "Wilmot Gray", phone: "", email: ""}, units: [{maker: "Hollinwick", model: "Lantern 30", serial: "L30-9001", wiredForVolts: 120}], complaint: "hums", cameWith: "", conditionNotes: ""});
            Promise.all([1, 2, 3, 4, 5, 6].map(() => fetch("/api/jobs", {method: "POST", headers: {"Content-Type": "application/json"}, body}).then(r => r.json()))).then(jobs => d(jobs.map(j => j.tag ?? j.detail)))');
        self::assertIsArray($tags);
        self::assertCount(6, $tags);
        self::assertCount(1, array_unique(array_map(static fn (mixed $t): string => \is_string($t) ? $t : '', $tags)));
        self::assertMatchesRegularExpression('/^[A-Z]-\d{3}$/', \is_string($tags[0]) ? $tags[0] : '');
    }

    private function booked(Browser $b, string $model): string
    {
        $id = $b->driver->executeAsyncScript('const d = arguments[1], json = r => r.json();
            fetch("/api/sheets").then(json).then(all => all.find(s => s.name === arguments[0])).then(s => {
                const id = "01900000-0000-7000-8000-" + String(Date.now()).padStart(12, "0").slice(-12);
                return fetch("/api/jobs", {method: "POST", headers: {"Content-Type": "application/json"}, body: JSON.stringify({id, owner: {name: "Tamsin Orchard", phone: "", email: ""}, units: [{maker: "Hollinwick", model: s.name, serial: "L30-4410", wiredForVolts: 120, sheetVersionId: s.versionId}], complaint: "no sound", cameWith: "", conditionNotes: ""})}).then(() => d(id));
            })', [$model]);
        self::assertIsString($id);

        return $id;
    }

    private static function browser(): Browser
    {
        return self::$browser ?? self::fail('no browser');
    }
}
