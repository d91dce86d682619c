<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Yew\Browser\Browser;
use Yew\Browser\KnownGood;
use Yew\Browser\Stack;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/* Bias: what a stage’s tubes would do at a mains that nobody asked for before, and the plane drawn anew for each key while the bias is moved. */
$stack = Stack::fresh('benchmark-bias');
$stack->start();
$browser = new Browser($stack->address);
try {
    $browser->signIn('idris.demo');
    $job = KnownGood::energised($browser, 'Teasel 50', 230.0, 'T2A 250V', ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => 'EL34', 'V5' => 'EL34', 'V6' => '5AR4']);
    $base = '/api/jobs/'.$job.'/units/'.KnownGood::unit($browser, $job).'/bias';
    $milliseconds = static function (string $path) use ($browser): float {
        $took = $browser->driver->executeAsyncScript('const done = arguments[1]; const begin = performance.now(); fetch(arguments[0]).then(r => r.text()).then(() => done(performance.now() - begin))', [$path]);

        return is_numeric($took) ? (float) $took : \NAN;
    };
    $said = $sweeps = $again = $powers = [];
    for ($n = 0; $n < 8; ++$n) {
        $browser->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 226.0 + $n, 'how' => 'measured']]]);
        $said[] = $milliseconds($base);
        $sweeps[] = $milliseconds($base.'/T2');
        $again[] = $milliseconds($base.'/T2');
        $powers[] = $milliseconds($base.'/T2/power');
    }
    report('What is said of the tubes', $said, 'under 300 ms');
    report('Where they would go, never asked before', $sweeps, 'a second');
    report('Where they would go, asked before', $again, 'under 100 ms');

    report('Expected power, never asked before', $powers, 'under 500 ms');

    $browser->open('/jobs/'.$job.'/bias');
    $browser->tabTo('input[type="range"]');
    $browser->driver->executeScript('window.drawn = []; let at = 0; addEventListener("keydown", () => { at = performance.now() }, true); new MutationObserver(() => { if (at > 0) { const from = at; at = 0; requestAnimationFrame(() => { window.drawn.push(performance.now() - from) }) } }).observe(document.querySelector(".plane"), { subtree: true, childList: true, attributes: true })');
    for ($n = 0; $n < 60; ++$n) {
        $browser->type(WebDriverKeys::ARROW_LEFT);
        usleep(40_000);
    }
    report('The plane drawn anew, from key to paint', array_map(floatval(...), explode(' ', $browser->says('return window.drawn.join(" ")'))), 'under 100 ms');
} finally {
    $browser->close();
    $stack->stop();
}
