<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** What the README promises, followed literally. */
final class ReadmeTest extends TestCase
{
    private static Stack $stack;
    private static ?Browser $browser = null;

    public static function setUpBeforeClass(): void
    {
        self::$stack = Stack::fresh('readme');
        self::$stack->start();
    }

    public static function tearDownAfterClass(): void
    {
        self::$browser?->close();
        self::$stack->stop();
    }

    /** The first ten minutes of the README, as it says them. */
    public function testTheFirstTenMinutesAreAsTheReadmeSays(): void
    {
        $readme = (string) file_get_contents(\dirname(__DIR__, 2).'/README.md');
        foreach (['`2.61`', '`y` says so, and it is judged as 261 V', '`V3.7 28`', '`T2 new`', 'Press Esc twice', 'by which meter', '`C3 leak 62k`'] as $promise) {
            self::assertStringContainsString($promise, $readme);
        }
        $b = new Browser(self::$stack->address);
        self::$browser = $b;
        $b->signIn('idris.demo');
        $b->type('renshaw', WebDriverKeys::ENTER);
        $b->stands('ENERGISED');
        $b->see('One finding, not three');
        $b->see('R14 carries');
        usleep(500_000);
        $b->type('2.61', WebDriverKeys::ENTER);
        $b->see('Meant 261 V?');
        $b->type('y');
        $b->see('261 V: within');
        $b->until(static fn (): bool => !str_contains($b->textOf('.probe b'), 'V3 pin 6'), 'the next probe is offered');
        $b->type('V3.77 28', WebDriverKeys::ENTER);
        $b->see('The sheet has no V3.77');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type(WebDriverKeys::BACKSPACE, WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        $b->stands('DISCHARGING');
        $b->see('Prove: reservoir');
        foreach (['>5' => 'proves nothing', '0.4' => 'Prove: bias'] as $typed => $says) {
            $b->type($typed, WebDriverKeys::ENTER);
            $b->see($says);
        }
        $b->type('0.1', WebDriverKeys::ENTER);
        $b->stands('DEAD');
        $b->type('f', 'T2 new', WebDriverKeys::ENTER);
        $b->see('what was tested before is of the old part');
        $b->type('s');
        $b->see('Power on, slowly');
        self::assertSame([], $b->axe(), 'the power panel');
    }
}
