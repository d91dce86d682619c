<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** Bias by keyboard alone: read, judged against the limit, the trim tried on the plane and turned, then read again (BIAS). */
final class BiasTest extends TestCase
{
    private static Stack $stack;
    private static Browser $browser;

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('bias');
        self::$stack->start();
        self::$browser = new Browser(self::$stack->address);
        self::$browser->signIn('idris.demo');
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser->close();
        self::$stack->stop();
    }

    public function testAPairIsReadTriedOnThePlaneTurnedAndReadAgain(): void
    {
        $b = self::$browser;
        $job = KnownGood::energised($b, 'Teasel 50', 230.0, 'T2A 250V', ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => 'EL34', 'V5' => 'EL34', 'V6' => '5AR4']);
        $b->open('/jobs/'.$job.'/bias');
        $b->see('V4 pin 8');
        $b->see('Not read yet.');
        $b->tabTo('#entry');
        foreach (['V4.8 0.0181', 'V4.3 454', 'V4.4 451', 'V5.8 0.0169', 'V5.3 454', 'V5.4 451', 'V4.5 -40.7'] as $reading) {
            $b->enters($reading);
        }
        $b->see('cooler than the 60 % to 70 % of the school');
        $b->see('Alike: ');
        $b->see('P5 takes it from ');
        self::assertSame([], $b->axe(), 'bias');
        $before = $this->percent('V4');
        self::assertSame('29 %', $before);

        $b->tabTo('input[type="range"]');
        $at = $b->says('return document.activeElement.value');
        for ($n = 0; $n < 40; ++$n) {
            $b->type(WebDriverKeys::ARROW_LEFT);
        }
        $b->until(static fn (): bool => (float) $b->says('return document.activeElement.value') < (float) $at, 'the trim is tried');
        $b->until(static fn (): bool => [] !== $b->driver->findElements(WebDriverBy::cssSelector('.moved path')), 'and the dots go');
        self::assertStringContainsString('V4 grid −3', $b->textOf('.turn'));
        self::assertSame($before, $this->percent('V4'), 'nothing was turned yet');
        $b->tabTo('.turn .go');
        $b->type(WebDriverKeys::ENTER);
        $b->see('As fitted: P5 @');
        $b->until(fn (): bool => str_starts_with($this->percent('V4'), '–'), 'what was read before is of before');
        $b->tabTo('#entry');
        $b->enters('V4.8 0.0341');
        $b->until(static fn (): bool => str_contains($b->text(), 'Read V4.3, V4.4'), 'it says what it lacks');
    }

    public function testAPlaceThatIsNoneIsRefusedASharedResistorGivesAMeanAndPowerIsForetold(): void
    {
        $b = self::$browser;
        $job = KnownGood::energised($b, 'Wren 15', 230.0, 'T1A 250V', ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => 'EL84', 'V4' => 'EL84', 'V5' => 'EZ81']);
        $b->open('/jobs/'.$job.'/bias');
        $b->see('Not read yet.');
        $b->tabTo('#entry');
        $b->type('V9.3 11.3', WebDriverKeys::ENTER);
        $b->see('The sheet has no V9.3');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        foreach (['V3.3 11.3', 'V3.7 324', 'V3.9 323', 'V4.7 324', 'V4.9 323'] as $reading) {
            $b->type($reading, WebDriverKeys::ENTER);
            $b->until(static fn (): bool => '' === $b->says('return document.getElementById("entry").value'), $reading.' is taken');
        }
        $b->see('The mean of 2 tubes');
        $b->see('Not read one by one: V3, V4');

        // What the stage should give, into what is on it and into half of that, by keyboard.
        $b->tabTo('#driven');
        $b->type(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => 1 === preg_match('/^\d+\.\d+ W$/', $b->textOf('.driven .big')), 'clean power is foretold');
        $b->until(static fn (): bool => !str_contains($b->textOf('.driven table'), '…'), 'beside it half the load and twice');
        self::assertSame([], $b->axe(), 'driven');
        $into = $b->textOf('.driven .big');
        $b->tabTo('#power-load');
        $b->see('8.00 Ω is on an output drawn for 15.0 Ω');
        $b->type('15', WebDriverKeys::ENTER);
        $b->until(static fn (): bool => !str_contains($b->textOf('.driven'), 'is on an output drawn for'), 'into what it is drawn for');
        $b->until(static fn (): bool => $into !== $b->textOf('.driven .big'), 'another load is another power');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('0.1', WebDriverKeys::ENTER);
        $b->see('A load of 0.5 to 1000 Ω belongs here.');
        self::assertSame([], $b->consoleErrors());
    }

    private function percent(string $position): string
    {
        return self::$browser->says('return [...document.querySelectorAll(".tubes .head")].find(h => h.innerText.startsWith("'.$position.'"))?.querySelector(".big").innerText ?? ""');
    }
}
