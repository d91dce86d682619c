<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Yew\Browser\Browser;
use Yew\Browser\Stack;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Stands\Tests\Line;

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
    $large = $browser->bookedIn('Quillon Duo 12', 230.0);
    $small = $browser->bookedIn('Lantern 30', 120.0);
    $unit = static fn (string $job): string => Fields::of(json_decode($browser->fetch('/api/jobs/'.$job), true))->objects('units')[0]->string('id');
    foreach (['largest amplifier' => [$large, $unit($large), 230.0], 'fixed-bias pair' => [$small, $unit($small), 120.0]] as $name => [$job, $id, $volts]) {
        $plans = $changes = [];
        for ($n = 0; $n < 8; ++$n) {
            $browser->write($job, 'power-choice', ['method' => 'variac-lamp', 'lampWatts' => 61.5 + $n, 'lampVolts' => $volts]);
            $plans[] = answerMilliseconds($browser, '/api/jobs/'.$job.'/units/'.$id.'/power');
            $browser->write($job, 'power-choice', ['method' => 0 === $n % 2 ? 'variac-ammeter' : 'lamp']);
            $changes[] = answerMilliseconds($browser, '/api/jobs/'.$job.'/units/'.$id.'/power');
        }
        report('Plan with a new lamp, '.$name, $plans, 'under 300 ms');
        report('Another way chosen, '.$name, array_slice($changes, 2), 'under 150 ms');
    }

    // The fall of every bank of the largest amplifier, all tubes in, by its circuit walked through time: nobody asked for it before.
    $falls = [];
    for ($n = 0; $n < 6; ++$n) {
        $walked = FakeUnit::demo('quillon-duo-12');
        $begun = microtime(true);
        $walked->model()?->fall(Conditions::decode(['source' => ['value' => ['kind' => 'wall', 'volts' => 225.0 + $n], 'how' => 'measured', 'at' => '2026-01-01T00:00:00Z']]), 230.0, new Calibration(new Factors(), [], [], []), new FittedChanges(), new FallAsked('A', 10e6, [], true));
        $falls[] = 1e3 * (microtime(true) - $begun);
    }
    report('Band of a fall with every tube in', $falls, 'under 1000 ms');

    // From Enter to the word, here and on another screen; both pages read one clock.
    $here = $there = [];
    foreach ([$browser, $other] as $one) {
        $one->open('/jobs/'.$small.'/voltages');
        $one->see('Tape');
    }
    $watch = 'window.off = 0; window.begun = 0; addEventListener("keydown", (e) => { if (e.key === "Enter") window.begun = Date.now() }, true); new MutationObserver(() => { if (window.off === 0 && document.getElementById("off-word") !== null) requestAnimationFrame(() => { window.off = Date.now() }) }).observe(document.body, { subtree: true, childList: true })';
    $browser->readyForPower($small, 'T2A 250V', 120);
    $id = $unit($small);
    $dead = static function () use ($browser, $small): void {
        foreach (Fields::of(json_decode($browser->fetch('/api/jobs/'.$small.'/tape'), true))->objects('benches')[0]->objects('islands') as $island) {
            $browser->write($small, 'discharge-proof', ['island' => $island->string('id'), 'text' => '0.3', 'meterId' => 'no-1']);
        }
    };
    $power = static function () use ($browser, $small, $id): void {
        $shut = array_values(array_filter(Fields::of(json_decode($browser->fetch('/api/jobs/'.$small.'/units/'.$id.'/power'), true))->objects('gates'), static fn (Fields $g): bool => !$g->boolean('passes') && 'volumes' !== $g->string('id')));
        $browser->write($small, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => array_fill_keys(array_map(static fn (Fields $g): string => $g->string('id'), $shut), 'a measurement')], 2);
    };
    // Off, with the finding that the stop asks for: the word goes.
    $off = static function () use ($browser, $other, $small): void {
        $browser->write($small, 'state-change', ['to' => 'discharging'], 2);
        $browser->write($small, 'finding', ['place' => 'C20', 'what' => 'leaking', 'severity' => 'danger']);
        foreach ([$browser, $other] as $one) {
            $one->until(static fn (): bool => 'null' === $one->says('return String(document.getElementById("off-word"))'), 'it is off');
        }
    };
    for ($n = 0; $n < $stops; ++$n) {
        $dead();
        $power();
        foreach ([$browser, $other] as $one) {
            $one->stands('RAMPING');
            $one->driver->executeScript($watch);
        }
        $browser->tabTo('#entry');
        $browser->type('V4.5 3', WebDriverKeys::ENTER);
        usleep(600_000); // nobody asks the pages anything meanwhile: it would cost them time
        foreach ([$browser, $other] as $one) {
            $one->until(static fn (): bool => '0' !== $one->says('return String(window.off)'), 'the word is there');
        }
        $begun = (float) $browser->says('return window.begun');
        $here[] = (float) $browser->says('return window.off') - $begun;
        $there[] = (float) $other->says('return window.off') - $begun;
        $off();
    }
    report('Stop rule, from Enter to the word', $here, 'p95 under 100 ms');
    report('Stop rule, on another screen', $there, 'by event');

    // From the stand to the word: a meter that hangs on B+ shows more than the reservoir is rated for, with no tubes in.
    $stand = (int) Fields::of(json_decode((string) file_get_contents($stack->file('app/run/stand.json')), true))->number('port');
    $hands = new Line($stand);
    $hand = static function (string ...$deeds) use ($hands): void {
        foreach ($deeds as $deed) {
            'ok' === $hands->ask($deed) || throw new RuntimeException($deed.' is not taken');
        }
    };
    $browser->post('/api/practice-bench', []);
    $tubes = ['V1', 'V2', 'V3', 'V4', 'V5'];
    $hand('probe dmm2 A', ...array_map(static fn (string $t): string => 'tube out '.$t, $tubes));
    $shown = [];
    foreach ([$browser, $other] as $one) {
        $one->open('/jobs/'.$small.'/first-power');
        $one->see('First power');
    }
    for ($n = 0; $n < $stops; ++$n) {
        $hand('bleeder A 2200');
        usleep(800_000);
        $dead();
        if (0 === $n) {
            $browser->write($small, 'conditions', ['facts' => ['tubes' => ['value' => array_fill_keys($tubes, 'out'), 'how' => 'measured']]]);
            $browser->write($small, 'meter-set', ['meterId' => 'practice-2', 'function' => 'dc-volts', 'leads' => 'clipped', 'jackSeen' => true, 'place' => 'A']);
        }
        $hand('bleeder off', 'variac 30', 'switch on');
        $power();
        $browser->until(static fn (): bool => str_contains($browser->textOf('.bar[aria-label="Meters on this unit"]'), 'tracing'), 'it is traced');
        foreach ([$browser, $other] as $one) {
            $one->driver->executeScript($watch);
        }
        usleep(500_000);
        $hand('variac 140');
        sleep(2); // likewise
        foreach ([$browser, $other] as $one) {
            $one->until(static fn (): bool => '0' !== $one->says('return String(window.off)'), 'the word is there');
        }
        $entries = array_values(array_filter(Fields::of(json_decode($browser->fetch('/api/jobs/'.$small.'/tape'), true))->objects('entries'), static fn (Fields $e): bool => 'stop' === $e->string('kind')));
        $sample = 1e3 * (float) (new DateTimeImmutable($entries[count($entries) - 1]->string('observedAt')))->format('U.u');
        $shown[] = max((float) $browser->says('return window.off'), (float) $other->says('return window.off')) - $sample;
        $hand('switch off');
        $off();
    }
    report('Stop rule, what a meter showed to both screens', $shown, 'p95 under 300 ms');
} finally {
    $browser->close();
    $other->close();
    $stack->stop();
}
