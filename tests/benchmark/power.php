<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Yew\Browser\Browser;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/*
 * First power: its plan with a lamp that nobody asked for before, another way chosen, and a broken stop rule from Enter to the word on this
 * screen and on another. power.php [STOPS 12]
 */
$stops = max(2, (int) ($argv[1] ?? 12));

/** What an API answer says, and how many milliseconds it took. */
function answerMilliseconds(Browser $browser, string $path): float
{
    $said = $browser->driver->executeAsyncScript('const done = arguments[1]; const begin = performance.now(); fetch(arguments[0]).then(r => r.text()).then(() => done(performance.now() - begin))', [$path]);

    return is_numeric($said) ? (float) $said : 0.0;
}

$stack = Stack::fresh('benchmark-power');
$stack->start(fsync: true);
$browser = new Browser($stack->address);
$other = new Browser($stack->address);
try {
    $browser->signIn('nell.demo');
    $other->signIn('idris.demo');
    // The largest circuit of the demo shop: two channels, four output tubes.
    $large = $browser->job('K-420');
    $small = $browser->job('K-428');
    $unit = static fn (string $job): string => Fields::of(json_decode($browser->fetch('/api/jobs/'.$job), true))->objects('units')[0]->string('id');
    foreach (['largest amplifier' => [$large, $unit($large)], 'fixed-bias pair' => [$small, $unit($small)]] as $name => [$job, $id]) {
        $plans = $changes = [];
        for ($n = 0; $n < 8; ++$n) {
            $browser->write($job, 'power-choice', ['method' => 'variac-lamp', 'lampWatts' => 61.5 + $n, 'lampVolts' => 230.0]);
            $plans[] = answerMilliseconds($browser, '/api/jobs/'.$job.'/units/'.$id.'/power');
            $browser->write($job, 'power-choice', ['method' => 0 === $n % 2 ? 'variac-ammeter' : 'lamp']);
            $changes[] = answerMilliseconds($browser, '/api/jobs/'.$job.'/units/'.$id.'/power');
        }
        report('Plan with a new lamp, '.$name, $plans, 'under 300 ms');
        report('Another way chosen, '.$name, array_slice($changes, 2), 'under 150 ms');
    }

    // From Enter to the word, here and on another screen; both pages read one clock.
    $here = $there = [];
    foreach ([$browser, $other] as $one) {
        $one->open('/jobs/'.$small.'/voltages');
        $one->see('Tape');
    }
    $watch = 'window.off = 0; window.begun = 0; addEventListener("keydown", (e) => { if (e.key === "Enter") window.begun = Date.now() }, true); new MutationObserver(() => { if (window.off === 0 && document.getElementById("off-word") !== null) requestAnimationFrame(() => { window.off = Date.now() }) }).observe(document.body, { subtree: true, childList: true })';
    $browser->readyForPower($small, 'T2A 250V', 120);
    for ($n = 0; $n < $stops; ++$n) {
        foreach (Fields::of(json_decode($browser->fetch('/api/jobs/'.$small.'/tape'), true))->objects('benches')[0]->objects('islands') as $island) {
            $browser->write($small, 'discharge-proof', ['island' => $island->string('id'), 'text' => '0.3', 'meterId' => 'no-1']);
        }
        $gates = Fields::of(json_decode($browser->fetch('/api/jobs/'.$small.'/units/'.$unit($small).'/power'), true))->objects('gates');
        $browser->write($small, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => array_fill_keys(array_map(static fn (Fields $g): string => $g->string('id'), array_values(array_filter($gates, static fn (Fields $g): bool => !$g->boolean('passes') && 'volumes' !== $g->string('id')))), 'a measurement')], 2);
        foreach ([$browser, $other] as $one) {
            $one->see('RAMPING');
            $one->driver->executeScript($watch);
        }
        $browser->tabTo('#entry');
        $browser->type('V4.5 3', WebDriverKeys::ENTER);
        foreach ([$browser, $other] as $one) {
            $one->until(static fn (): bool => '0' !== $one->says('return String(window.off)'), 'the word is there');
        }
        $begun = (float) $browser->says('return window.begun');
        $here[] = (float) $browser->says('return window.off') - $begun;
        $there[] = (float) $other->says('return window.off') - $begun;
        $browser->write($small, 'state-change', ['to' => 'discharging'], 2);
        $browser->write($small, 'finding', ['place' => 'C20', 'what' => 'leaking', 'severity' => 'danger']);
        foreach ([$browser, $other] as $one) {
            $one->until(static fn (): bool => 'null' === $one->says('return String(document.getElementById("off-word"))'), 'it is off');
        }
    }
    report('Stop rule, from Enter to the word', $here, 'p95 under 100 ms');
    report('Stop rule, on another screen', $there, 'by event');
} finally {
    $browser->close();
    $other->close();
    $stack->stop();
}
