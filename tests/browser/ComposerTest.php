<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** The composer and the what-if panel, by keyboard alone, in a real browser. */
final class ComposerTest extends TestCase
{
    use OnTheDemo;

    /** A stereo amplifier, six stages a channel: three gain stages, a follower, a long-tailed inverter, a push-pull output. */
    public function testATwoChannelAmplifierOfTwelveStagesTakesAtMostTwelveHundredKeys(): void
    {
        $b = self::browser();
        $b->open('/sheets');
        $b->see('Wren 15');
        $kept = $b->fetch('/api/sheets');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "Begin a new sheet")]'))->sendKeys(WebDriverKeys::ENTER);
        $b->see('Keep as version 1');
        self::assertSame($kept, $b->fetch('/api/sheets'), 'nothing is stored of a sheet that was only begun');
        $b->tabTo('#circuit-name');
        $keys = 0;
        $type = static function (string ...$typed) use ($b, &$keys): void {
            foreach ($typed as $text) {
                $keys += mb_strlen($text);
                $b->type($text);
            }
        };
        $b->chord(WebDriverKeys::CONTROL, 'a');
        ++$keys;
        $type('Nightjar 2');
        while (true !== $b->driver->executeScript('return document.activeElement.tagName === "TEXTAREA"')) {
            $type(WebDriverKeys::TAB);
        }
        $lines = ['mains 230 ht 310/12 bias 50/30 heater 6.6/.02', 'supply ht bridge A 220u/500', 'rail B A 1k 47u/500', 'rail C B 22k 22u/450', 'bias bias N1 N2 47u/100 15k 47k'];
        foreach ([1, 6] as $v) {
            [$a, $s, $i, $x, $y] = ['V'.$v, 'V'.($v + 1), 'V'.($v + 2), 'V'.($v + 3), 'V'.($v + 4)];
            array_push($lines, "gain $a 12AX7 C 100k 1k5 25u", "gain {$a}b C 100k 1k5 from $a 22n", "gain $s 12AX7 C 100k 1k5 from {$a}b 22n", "follower {$s}b C 100k from $s", "ltp $i 12AX7 B 82k 100k 470 10k from {$s}b 22n", "pp $x/$y EL34 A screens B sstop 1k bias N2 from $i 47n ot 3k4");
        }
        $lines[] = 'heaters heater V1-V10';
        foreach ($lines as $n => $line) {
            $type((0 === $n ? '' : "\n").$line);
        }
        $b->until(static fn (): bool => 12 === $b->driver->executeScript('return document.querySelectorAll(".chain .stage").length'), 'twelve stages stand in the chain', 15.0);
        $b->until(static fn (): bool => !str_contains($b->text(), '✕'), 'no line has a fault');
        self::assertSame([], $b->axe());
        $b->chord(WebDriverKeys::CONTROL, 's');
        ++$keys;
        $b->see('Plate dissipation');
        $b->see('Nightjar 2 version 1');
        self::assertLessThanOrEqual(1200, $keys, 'keystrokes for two channels and twelve stages');
        self::assertGreaterThan(400, $keys, 'they were really typed');
        self::assertSame([], $b->consoleErrors());
    }

    public function testNonsenseIsMarkedWhileTypingAndADraftSurvivesAReload(): void
    {
        $b = self::browser();
        $this->openSheet($b, 'Wren 15');
        $b->driver->findElement(WebDriverBy::id('edit-circuit'))->sendKeys(WebDriverKeys::ENTER);
        $b->see('Without tubes and at mains + 10 %', 15.0);
        $b->until(static fn (): bool => [] !== $b->driver->findElements(WebDriverBy::tagName('textarea')), 'the composer is there');
        $area = $b->driver->findElement(WebDriverBy::tagName('textarea'));
        $area->click();
        $b->chord(WebDriverKeys::CONTROL, WebDriverKeys::END);
        $b->type("\nrail Z Q 1k 22u/350");
        $b->see('nothing feeds “Q”');
        $b->type(str_repeat(WebDriverKeys::BACKSPACE, 14), 'Z A 470 22u/250');
        $b->see('and is rated for 250 V');
        $b->type("\nres R99 V3.9 B 4.7.7k");
        $b->see('write “res R90 A B 1k”');
        $b->chord(WebDriverKeys::CONTROL, 's');
        $b->see('Nothing was stored');
        $b->driver->navigate()->refresh();
        $b->see('kept here as a draft');
        self::assertStringContainsString('res R99', (string) $b->driver->executeScript('return document.querySelector("textarea").value')); // @phpstan-ignore cast.string (a text area's value)
        $b->see('As it was');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "As it was")]'))->sendKeys(WebDriverKeys::ENTER);
        $b->see('1 to look at', 15.0);
    }

    public function testWhatIfMovesStairsAndDissipation(): void
    {
        $b = self::browser();
        $this->openSheet($b, 'Lantern 30');
        $b->see('Plate dissipation');
        $b->tabTo('#whatif');
        $b->type('C3 leak 62k', WebDriverKeys::ENTER);
        $b->until(static fn (): bool => str_contains($b->textOf('.whatif .stairs'), '320'), 'C falls to 320 V');
        self::assertStringContainsString('drawn 365', $b->textOf('.whatif .stairs'));
        $b->type('R31 open', WebDriverKeys::ENTER);
        $b->see('V4: plate dissipation');
        $b->type('R99 open', WebDriverKeys::ENTER);
        $b->see('the circuit has no part “R99”');
        $b->chord(WebDriverKeys::CONTROL, 'a');
        $b->type('mains 100', WebDriverKeys::ENTER);
        $b->see('mains 100 V');
        $b->type('V1 12AU7', WebDriverKeys::ENTER);
        $b->see('12AU7 for 12AX7 at V1: goes in, and this changes');
        $b->see('dB less gain');
        $b->type('V1 6EU7', WebDriverKeys::ENTER);
        $b->see('6EU7 for 12AX7 at V1: not in this socket');
        self::assertSame([], $b->axe());
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "As drawn")]'))->sendKeys(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => 1 === preg_match('/365\s*drawn 365/', $b->textOf('.whatif .stairs')), 'all is as drawn');
    }

    private function openSheet(Browser $b, string $name): void
    {
        $b->open('/sheets');
        $b->see($name);
        $b->driver->findElement(WebDriverBy::linkText($name))->click();
        $b->see('Test points, in probing order');
    }

    /** An amplifier that nobody has a drawing of: from the circuit that is most like it to the first verdict, which says so. */
    public function testFromATextbookCircuitToTheFirstVerdict(): void
    {
        $b = self::browser();
        $b->open('/sheets/new/circuit');
        $b->see('No drawing of it?');
        self::assertSame([], $b->axe(), 'circuits to begin from');
        $b->tabTo('#circuit-name');
        $b->type('Dormouse 12');
        $b->driver->findElement(WebDriverBy::xpath('//button[contains(., "Push-pull, cathode bias, cathodyne")]'))->sendKeys(WebDriverKeys::ENTER);
        $b->until(static fn (): bool => 3 === $b->driver->executeScript('return document.querySelectorAll(".chain .stage").length'), 'its three stages stand in the chain');
        $b->until(static fn (): bool => str_contains($b->text(), 'Nothing to remark'), 'nothing is wrong with it');
        // Its cathode resistor is another one than the textbook’s.
        $b->driver->executeScript('const t = document.querySelector("textarea"); const at = t.value.indexOf("R10=130"); t.focus(); t.setSelectionRange(at + 4, at + 7)');
        $b->type('150');
        $b->until(static fn (): bool => str_contains($b->says('return document.querySelector("textarea").value'), 'R10=150/5W'), 'changed where it differs');
        $b->chord(WebDriverKeys::CONTROL, 's');
        $b->see('Dormouse 12 version 1');
        $b->see('similar');

        $job = KnownGood::energised($b, 'Dormouse 12', 230.0, 'T1A 250V', ['V1' => '12AX7', 'V2' => 'EL84', 'V3' => 'EL84', 'V4' => 'EZ81']);
        $b->open('/jobs/'.$job.'/voltages');
        $b->see('Dormouse 12');
        $b->tabTo('#entry');
        $b->type('V2.7 322', WebDriverKeys::ENTER);
        $b->see('V2 pin 7 322 V: within');
        $b->type('V1.1 90', WebDriverKeys::ENTER);
        $b->see('It is judged by a circuit that is only similar: look first whether it is built as drawn.');
        self::assertStringContainsString('V1 pin 1 90 V: watch', $b->text());
    }

    private static function browser(): Browser
    {
        return self::$browser;
    }
}
