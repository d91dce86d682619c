<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** A shop that has nothing: from its owner's link to the first judged reading, without a file or a console, by keyboard alone. */
#[CoversNothing]
final class EmptyShopTest extends TestCase
{
    private static Stack $stack;
    private static ?Browser $browser = null;
    private static string $printed = '';

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('empty');
        self::$printed = self::$stack->start(demo: false);
        self::$browser = new Browser(self::$stack->address);
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser?->close();
        self::$stack->stop();
    }

    public function testFromTheOwnersLinkToTheFirstJudgedReading(): void
    {
        $b = self::$browser ?? self::fail('no browser');
        self::assertSame(1, preg_match('~(/first-owner#[0-9a-f]{32})~', self::$printed, $link));
        $b->open($link[1]);
        $b->see('A new shop');
        $b->tabTo('#owner-name');
        $b->type('Ada Larch', WebDriverKeys::TAB, 'ada', WebDriverKeys::TAB, 'long enough it is', WebDriverKeys::ENTER);
        $b->see('The shelf is empty');
        $this->shop($b);
        $this->sheet($b);
        $this->booked($b);
        $b->see('Prove: ');
        $b->type('0.4', WebDriverKeys::ENTER);
        $b->nameMeter();
        $b->stands('DEAD');
        $b->tabTo('nav.path a[href$="/resistors"]');
        $b->type(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement !== null && document.activeElement.id === "entry" && document.querySelector("tr.lit") !== null'), 'the station is open');
        $b->until(static function () use ($b): bool {
            if ('B/R' === $b->says('return document.querySelector("tr.lit th").innerText')) {
                return true;
            }
            $b->type(WebDriverKeys::PAGE_DOWN);

            return false;
        }, 'the dropper is asked for');
        $b->type('13k', WebDriverKeys::ENTER);
        $b->see('B/R replace');
        $b->see('13.0 kΩ');
        self::assertSame([], $b->consoleErrors());
    }

    private function shop(Browser $b): void
    {
        $b->tabTo('nav a[href="/shop"]');
        $b->type(WebDriverKeys::ENTER);
        $b->see('What we charge');
        $b->tabTo('#shop-name');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('Larch Amplifiers', WebDriverKeys::ENTER);
        $b->see('name: A new shop → Larch Amplifiers');
        $b->tabTo('nav a[href="/equipment"]');
        $b->type(WebDriverKeys::ENTER);
        $b->see('Meters on the network');
        $b->tabTo('#meter-name');
        $b->type('Grey one');
        foreach (['dcVoltsPercent' => '0.5', 'acVoltsPercent' => '1', 'ohmsPercent' => '0.8'] as $field => $percent) {
            $b->tabTo('#meter-'.$field);
            $b->type($percent);
        }
        $b->type(WebDriverKeys::ENTER);
        $b->see('Grey one 10 MΩ');
    }

    private function sheet(Browser $b): void
    {
        $b->open('/sheets/new/circuit');
        $b->see('Keep as version 1');
        $b->tabTo('#circuit-name');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('Siskin');
        while (true !== $b->driver->executeScript('return document.activeElement.tagName === "TEXTAREA"')) {
            $b->type(WebDriverKeys::TAB);
        }
        $b->type(implode("\n", ['mains 120 ht 310/12 heater 6.6/.02', 'supply ht bridge A 220u/500', 'rail B A 10k 47u/500', 'gain V1 12AX7 B 100k 1k5 25u', 'heaters heater V1']));
        $b->until(static fn (): bool => 1 === $b->driver->executeScript('return document.querySelectorAll(".chain .stage").length') && !str_contains($b->text(), '✕'), 'the stage stands in the chain', 15.0);
        $b->chord(WebDriverKeys::CONTROL, 's');
        $b->see('Siskin version 1');
    }

    private function booked(Browser $b): void
    {
        $b->open('/book-in');
        $b->see('Its owner');
        $b->type('S-1', WebDriverKeys::TAB, 'Larch', WebDriverKeys::TAB, 'Siskin', WebDriverKeys::TAB, '120');
        $b->tabTo('#owner');
        $b->type('Wenna Ashlock', WebDriverKeys::TAB, '01632 960 777');
        $b->tabTo('#complaint');
        $b->type('no sound', WebDriverKeys::TAB, 'cord');
        $b->chord(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $b->see('Put this tag on the chassis');
        $b->see('Siskin, version 1');
        $b->tabTo('nav.path a[href$="/voltages"]');
        $b->type(WebDriverKeys::ENTER);
    }
}
