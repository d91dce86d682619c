<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** Voltages by keyboard alone: what would explain them, where to probe, what moved them, tubes that change places, and all of it on paper (JUDGE-3 to JUDGE-7). */
final class VoltagesTest extends TestCase
{
    use OnTheDemo;

    private const TUBES = ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'];

    public function testWhatWouldExplainItIsShownWithThePlaceThatTellsMost(): void
    {
        $b = self::$browser;
        $job = self::lantern();
        $this->open($job, 'voltages');
        foreach (['A 432', 'B 431', 'C 319', 'D 282', 'E 244'] as $reading) {
            $b->enters($reading);
        }
        $b->see('causes explain every reading.');
        $b->until(static fn (): bool => str_starts_with($b->textOf('.hints li'), 'C3 leaks'), 'the likeliest first');
        $b->until(static fn (): bool => '' !== $b->textOf('.hints .go b'), 'a place is offered');
        $next = str_replace(' tells most', '', $b->textOf('.hints .go b'));
        self::assertNotSame('', $next);
        self::assertMatchesRegularExpression('/^[−\d.]+ to [−\d.]+$/u', $b->textOf('.hints li .then'), 'with what it would read');
        self::assertStringStartsNotWith($next, $b->textOf('.probe b'), 'the line goes on where it was until it is asked');
        self::assertSame([], $b->axe(), 'voltages with causes');

        $b->type('h');
        $b->until(static fn (): bool => str_starts_with($b->textOf('.probe b'), $next), 'the line asks for it');
        $b->tabTo('.hints li button');
        $b->type(WebDriverKeys::ENTER);
        $b->see('the same by every voltage: R14 has drifted');

        // What was fitted to this unit, and one place that is watched.
        $b->tabTo('#entry');
        $b->type('x');
        $b->see('Fitted to this unit');
        $b->see('no healthy spread of tubes and parts explains what was read there');
        self::assertSame([], $b->axe(), 'the fit');
        $b->type('w');
        $b->see('Watched: '.$next);
        $b->see('Too few readings yet');
        $b->type('w');
        $b->see('causes explain every reading.');

        // Another mains: what was read under the old one is asked for again, and says why.
        $b->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 124.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 124], 'how' => 'measured']]]);
        $b->see('5 readings no longer hold.');
        $b->see('Mains 117 V then, 124 V now: they are asked for again.');
        $b->until(static fn (): bool => [] === $b->driver->findElements(WebDriverBy::cssSelector('.hints')), 'what no longer holds explains nothing');
        self::assertStringContainsString('asked again', $b->textOf('.rows'));
        self::assertSame([], $b->consoleErrors());
    }

    public function testTubesThatReadApartChangePlacesWhenItIsDead(): void
    {
        $b = self::$browser;
        $job = self::lantern();
        $this->open($job, 'voltages');
        foreach (['V4.8 33.0mV', 'V5.8 44.0mV'] as $reading) {
            $b->enters($reading);
        }
        $b->see('What goes along is the tube; what stays is the socket');
        self::assertNotNull($b->driver->findElement(WebDriverBy::cssSelector('.swap button'))->getAttribute('disabled'), 'not while it is on');
        KnownGood::dead($b, $job);
        $b->stands('DEAD');
        $b->until(static fn (): bool => null === $b->driver->findElement(WebDriverBy::cssSelector('.swap button'))->getAttribute('disabled'), 'now they may');
        $b->tabTo('.swap button');
        $b->type(WebDriverKeys::ENTER);
        $b->see('As fitted: swap V4 V5');
        $b->see('V4 and V5 changed places. Read ');
        KnownGood::on($b, $job);
        $b->stands('ENERGISED');
        $b->tabTo('#entry');
        foreach (['V4.8 44.0mV', 'V5.8 33.0mV'] as $reading) {
            $b->enters($reading);
        }
        $b->see('The difference went with the tube: it is the one that stands at V5 now.');
        self::assertSame([], $b->consoleErrors());
    }

    /** The bias pages and the chart of each socket on paper: what it was before, what it is, its target and why. */
    public function testTheReportPrintsTheBiasPagesAndTheChart(): void
    {
        $b = self::$browser;
        $job = self::lantern();
        $read = ['V4.8 36.5mV', 'V4.3 440', 'V4.4 439', 'V5.8 36.5mV', 'V5.3 440', 'V5.4 439'];
        $this->open($job, 'bias');
        foreach ($read as $reading) {
            $b->enters($reading);
        }
        $b->until(static fn (): bool => '51 %,51 %' === self::idles(), 'both idle cold');
        $b->write($job, 'bias-target', ['stage' => 'T2', 'school' => 'owner', 'lowPercent' => 60, 'highPercent' => 66, 'reason' => 'plays it clean']);
        KnownGood::dead($b, $job);
        $b->write($job, 'as-fitted', ['text' => 'R32 12k']);
        KnownGood::on($b, $job);
        $b->stands('ENERGISED');
        foreach (['V4.8 46.3mV', 'V4.3 432', 'V4.4 431', 'V5.8 46.3mV', 'V5.3 432', 'V5.4 431'] as $reading) {
            $b->enters($reading);
        }
        $b->until(static fn (): bool => '63 %,63 %' === self::idles(), 'and where they belong');

        $text = Paper::report($b, $job);
        foreach ([
            'How hot its output tubes run', 'Without signal they use 63 % (V4) and 63 % (V5) of the heat that they may make', '60 to 66 % is as you like it (“plays it clean”)', 'Before, it was 51 % (V4) and 51 % (V5)',
            'Bias: output tubes without signal, at 117 V mains', 'Known by', 'design-maximum', 'Done since it was measured before: R32 12k', 'At the sockets, seen from below',
        ] as $says) {
            self::assertTrue(str_contains($text, $says), $says.' is on the report');
        }
        $chart = Paper::text($b, '/api/jobs/'.$job.'/units/'.KnownGood::unit($b, $job).'/voltages.pdf');
        foreach (['Lantern 30: voltages', '117 V mains', 'Rails and other places', 'V1 12AX7', '432 V', 'Sockets are seen from below'] as $says) {
            self::assertStringContainsString($says, $chart);
        }
        self::assertSame([], $b->consoleErrors());
    }

    /** The share of its limit of each output tube, as the page shows it. */
    private static function idles(): string
    {
        return self::$browser->says('return [...document.querySelectorAll(".tubes .head .big")].map(b => b.innerText).join()');
    }

    private static function lantern(): string
    {
        return KnownGood::energised(self::$browser, 'Lantern 30', 117.0, 'T2A 250V', self::TUBES);
    }

    private function open(string $job, string $station): void
    {
        self::$browser->open('/jobs/'.$job.'/'.$station);
        self::$browser->stands('ENERGISED');
        self::$browser->tabTo('#entry');
    }
}
