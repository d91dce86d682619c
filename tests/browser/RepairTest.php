<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** A job of the demo shop from its findings to its history: estimate, the owner's answer on a phone, the work, what came out, what it leaves behind. */
final class RepairTest extends TestCase
{
    private static Stack $stack;
    private static Browser $browser;
    private static string $job = '';

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('repair');
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
        self::$browser->signIn('idris.demo');
        self::$job = self::$browser->job('T50-0312');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser->close();
        self::$stack->stop();
    }

    public function testFromTheFindingsToTheHistory(): void
    {
        $b = self::$browser;
        $this->answered($b);
        $this->off($b);
        $this->exchanged($b);
        $this->around($b);
        $this->pair($b);
        $this->history($b);
        self::assertSame([], $b->consoleErrors());
    }

    /** The estimate goes out, and the owner says yes on a phone. */
    private function answered(Browser $b): void
    {
        $b->open('/jobs/'.self::$job.'/owners-word');
        $b->see('Freeze and make the link');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "Freeze and make the link")]'))->click();
        $b->see('shown this once');
        $path = (string) parse_url($b->textOf('.link'), \PHP_URL_PATH);
        $phone = new Browser(self::$stack->address);
        try {
            $phone->resize(390, 844);
            $phone->open($path);
            $phone->see('Say yes, no or later to each line');
            foreach ($phone->driver->findElements(WebDriverBy::cssSelector('.says')) as $i => $says) {
                $phone->driver->executeScript('arguments[0].scrollIntoView({block: "center"})', [$says]);
                $says->findElements(WebDriverBy::tagName('button'))[6 === $i ? 2 : 0]->click();
            }
            $phone->see('Send my answer');
            $phone->driver->findElement(WebDriverBy::id('send-answer'))->click();
            $phone->see('Your answer has reached the shop');
            $phone->open('/jobs/'.self::$job.'/work');
            $phone->see('Sign in');
        } finally {
            $phone->close();
        }
    }

    /** Off the source. */
    private function off(Browser $b): void
    {
        $b->open('/jobs/'.self::$job.'/work');
        $b->see('The board out');
        // Escape, Escape: off.
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement?.id === "entry"'), 'the entry line has the keys');
        $b->type(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->stands('DISCHARGING');
    }

    /** One capacitor: measured, every bank proved, fitted, read back where it leads and where it must not, the old one bagged. */
    private function exchanged(Browser $b): void
    {
        $b->open('/jobs/'.self::$job.'/work?part=C21');
        $b->see('C21 · The new one, before it goes in');
        $b->type('46.2 0.4 30u@450/5m', WebDriverKeys::ENTER);
        // Measuring on the bench needs no dead chassis; what goes in does.
        $b->see('Prove: ');
        $b->until(static fn (): bool => true === $b->driver->executeScript('return document.activeElement?.id === "entry"'), 'the entry line has the keys');
        $b->type('0.4', WebDriverKeys::ENTER);
        $b->nameMeter();
        $b->see('Prove: bias');
        $b->type('0.1', WebDriverKeys::ENTER);
        $b->stands('DEAD');
        $b->see('C21 · What goes in');
        $source = $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Where it came from"]'));
        $source->sendKeys('drawer 3');
        $cost = $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="What it cost"]'));
        $cost->sendKeys('6.4.0'.WebDriverKeys::TAB);
        $b->see('is no price');
        $cost->click();
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('6.40', WebDriverKeys::ENTER);
        $b->see('In: C21 new');
        $b->until(static fn (): bool => str_contains($b->textOf('.probe'), 'C21 · C21 →'), 'it is read back next');
        $b->driver->findElement(WebDriverBy::id('entry'))->click();
        for ($i = 0; $i < 8; ++$i) {
            $probe = $b->textOf('.probe');
            if (str_contains($probe, 'where the old one went') || str_contains($probe, 'Where the old one went')) {
                break;
            }
            self::assertSame(1, preg_match('/(under 1|about|over|nothing)(?: ([\d.]+) ([kM]?)Ω)?/', $probe, $m), $probe);
            $b->type('under 1' === $m[1] ? '0.2' : ('about' === $m[1] ? ($m[2] ?? '').($m[3] ?? '') : 'ol'), WebDriverKeys::ENTER);
            $b->until(static fn (): bool => $b->textOf('.probe') !== $probe, 'the next is asked for after '.$probe);
        }
        $b->type('1');
        $b->until(static fn (): bool => !str_contains($b->textOf('.probe'), 'C21'), 'the next part is asked for');
        $b->driver->findElement(WebDriverBy::xpath('//tr[th[normalize-space()="C21"]]'))->click();
        $b->until(static fn (): bool => str_contains($b->textOf('section.detail'), 'bagged for the owner'), 'it is bagged');
        self::assertStringContainsString('Good', $b->textOf('section.detail header'));
        self::assertSame([], $b->axe(), 'work');
        $labels = $b->driver->findElement(WebDriverBy::linkText('labels'))->getAttribute('href');
        self::assertIsString($labels);
        self::assertStringStartsWith('%PDF', $b->fetch((string) parse_url($labels, \PHP_URL_PATH)));
    }

    /** The clock runs on through a reload; a lead, a proven cause, an order of parts. */
    private function around(Browser $b): void
    {
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "Start the clock")]'))->click();
        $b->see('Clock started');
        $b->driver->navigate()->refresh();
        $b->see('Stop the clock');
        $b->until(static fn (): bool => [] !== $b->driver->findElements(WebDriverBy::id('tab-leads')), 'the page of the work is there');
        $b->driver->findElement(WebDriverBy::id('tab-leads'))->click();
        foreach (['Colour' => 'pink', 'From' => 'T2', 'To' => 'V5.3'] as $label => $text) {
            $b->driver->findElement(WebDriverBy::cssSelector('form.lead input[aria-label="'.$label.'"]'))->sendKeys($text);
        }
        $b->driver->findElement(WebDriverBy::cssSelector('form.lead button[type="submit"]'))->click();
        $b->see('Lead L1 off: pink');
        $b->see('Leads that are off');
        $b->driver->findElement(WebDriverBy::id('tab-cause'))->click();
        $b->see('Measured bad:');
        $b->driver->findElement(WebDriverBy::xpath('//p[contains(@class, "offers")]//button[contains(., "R24")]'))->click();
        $b->driver->findElement(WebDriverBy::cssSelector('.cause form button[type="submit"]'))->click();
        $b->see('Cause, proven');
        $b->driver->findElement(WebDriverBy::id('tab-parts'))->click();
        $b->driver->findElement(WebDriverBy::cssSelector('input[aria-label="What is ordered"]'))->sendKeys('output transformer'.WebDriverKeys::ENTER);
        $b->see('it is here');
        self::assertSame([], $b->axe(), 'parts');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "it is here")]'))->click();
        $b->see('Arrived: output transformer');
        // What is wrong is taken back from the tape, as readings are.
        $b->driver->executeScript('document.querySelector("button[aria-label^=\'Take back: Lead L1\']").click()');
        $b->see('Take it back?');
        $b->driver->findElement(WebDriverBy::xpath('//div[contains(@class, "asks")]//button[contains(., "yes")]'))->click();
        $b->until(static fn (): bool => !str_contains($b->textOf('.left'), 'Leads that are off'), 'the lead was never off');
    }

    /** Two tubes of the drawer, by their labels. */
    private function pair(Browser $b): void
    {
        $b->open('/jobs/'.self::$job.'/tubes?part=V4');
        $b->see('fit in V4 V5');
        self::assertSame(1, preg_match('/(T\d+) (T\d+), ([\d.]+) % apart/', $b->textOf('.from p'), $pair), $b->textOf('.from p'));
        $b->driver->findElement(WebDriverBy::xpath('//button[normalize-space()="fit in V4 V5"]'))->click();
        $b->see('As fitted: V5 EL34 #'.$pair[2]);
        $b->open('/jobs/'.self::$job.'/work?part=V5');
        $b->see('V5 is in.');
    }

    private function history(Browser $b): void
    {
        $b->open('/jobs/'.self::$job.'/history');
        $b->see('What stands in it');
        $b->see('cause, proven');
        $b->see('C21 new');
        $b->see('owner said later');
        self::assertSame([], $b->axe(), 'history');
        // A comeback of the demo opens with what its last visits left in doubt.
        $found = json_decode($b->fetch('/api/jobs?q=L30-1544'), true);
        $again = \is_array($found) && \is_array($found['jobs'] ?? null) ? array_values(array_filter($found['jobs'], static fn (mixed $j): bool => \is_array($j) && 'on-the-bench' === ($j['shelfState'] ?? null)))[0]['id'] ?? '' : '';
        $b->open('/jobs/'.(\is_string($again) ? $again : ''));
        $b->see('Before you begin');
        $b->see('A fuse had blown before');
        $onlooker = new Browser(self::$stack->address);
        try {
            $onlooker->signIn('pim.demo');
            $onlooker->open('/jobs/'.self::$job.'/work');
            $onlooker->see('The board out');
            self::assertStringNotContainsString('Start the clock', $onlooker->text());
            self::assertCount(0, $onlooker->driver->findElements(WebDriverBy::cssSelector('section.fitting form, form.lead, .cause form')));
        } finally {
            $onlooker->close();
        }
    }
}
