<?php

declare(strict_types=1);

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Yew\Benchmark\Client;
use Yew\Browser\Browser;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;
use Yew\Stands\Tests\Line;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/*
 * Instruments: from a hand at the stand to the figure painted, then so many minutes of four meters under recording, with three browsers
 * and twenty clients that follow. live.php [MINUTES 10] [SPEED 6]
 */
$minutes = max(0.2, (float) ($argv[1] ?? 10));
$speed = max(1, min(20, (int) ($argv[2] ?? 6)));
const CLIENTS = 20;
const TRIALS = 100;

/**
 * Twenty streams read for so long.
 *
 * @param list<resource> $streams
 * @param list<string>   $heard   what each heard before
 *
 * @return list<string> what each heard by now
 */
function listen(array $streams, array $heard, float $seconds): array
{
    $end = microtime(true) + $seconds;
    while (microtime(true) < $end) {
        $read = $streams;
        $write = $except = null;
        if (0 < (int) stream_select($read, $write, $except, 0, 50_000)) {
            foreach ($read as $stream) {
                $heard[array_search($stream, $streams, true)] .= (string) fread($stream, 65536);
            }
        }
    }

    return array_values($heard);
}

/** @return array<string, true> every live value that a client heard, by instrument and moment */
function values(string $heard): array
{
    preg_match_all('/^data: (\{"id":.*"state":"live".*\})$/m', $heard, $found);
    $values = [];
    foreach ($found[1] as $json) {
        $one = Fields::of(json_decode($json, true));
        $values[$one->string('id').' '.$one->string('at')] = true;
    }

    return $values;
}

/** @return list<string> proofs of both banks, meters set while it is dead, then power; ids of the instruments */
function powered(Client $client, string $jobId, string $unitId, float $ahead): array
{
    foreach (['A' => '0.3', 'N1' => '0.1'] as $island => $text) {
        $client->write($jobId, $unitId, 'discharge-proof', ['island' => $island, 'text' => $text, 'meterId' => 'no-1'], -$ahead);
    }
    foreach (['practice-1' => ['dc-volts', 'probe', null], 'practice-2' => ['dc-volts', 'clipped', 'B'], 'practice-ammeter' => ['dc-amperes', 'in-series', 'F1'], 'no-2' => ['ac-volts', 'clipped', 'inlet']] as $meter => [$function, $leads, $place]) {
        $client->write($jobId, $unitId, 'meter-set', ['meterId' => $meter, 'function' => $function, 'leads' => $leads, 'jackSeen' => true, ...(null === $place ? [] : ['place' => $place])], -$ahead);
    }
    $ids = [];
    foreach (Fields::of($client->get('/api/equipment'))->objects('instruments') as $instrument) {
        $ids[$instrument->string('meterId')] = $instrument->string('id');
    }
    foreach (['practice-1' => 'A', 'practice-2' => 'B', 'practice-ammeter' => 'F1', 'no-2' => 'inlet'] as $meter => $place) {
        $client->post("/api/jobs/$jobId/units/$unitId/recordings", ['instrumentId' => $ids[$meter], 'place' => $place]);
    }

    return array_values($ids);
}

$stack = Stack::fresh('live-benchmark');
$stack->start(fsync: true, speed: $speed);
$browsers = [];
try {
    $client = new Client($stack->address);
    $owner = new Client($stack->address, 'nell.demo');
    $port = (int) Fields::of(json_decode((string) file_get_contents($stack->file('app/run/stand.json')), true))->number('port');
    $client->post('/api/practice-bench', []);
    // A fourth instrument: the second multimeter answers on a door of its own, as another meter of the shop would.
    $fourth = proc_open([\PHP_BINARY, dirname(__DIR__, 2).'/bin/bench', 'stand', dirname(__DIR__, 2).'/server/demo/sheets/lantern-30.sheet.json', '--seed', '7', '--speed', (string) $speed, '--port', (string) ($port + 20)], [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes);
    sleep(2);
    $owner->post('/api/shop/instruments', ['meterId' => 'no-2', 'host' => '127.0.0.1', 'port' => $port + 22, 'profile' => 'scpi-bench']);
    $hands = [new Line($port), new Line($port + 20)];
    $both = static function (string $deed) use ($hands): void {
        foreach ($hands as $one) {
            'ok' === $one->ask($deed) || throw new RuntimeException($deed.' is not taken');
        }
    };
    $found = $client->get('/api/jobs?q=K-427');
    $jobId = Fields::of($found)->objects('jobs')[0]->string('id');
    $unitId = Fields::of($client->get('/api/jobs/'.$jobId))->objects('units')[0]->string('id');
    $ids = powered($client, $jobId, $unitId, $client->ahead());
    foreach (['ammeter mains', 'probe dmm1 A', 'probe dmm2 B', 'variac 60', 'switch on'] as $deed) {
        $both($deed);
    }
    $hands[1]->ask('probe dmm1 inlet');

    for ($i = 0; $i < 3; ++$i) {
        $browsers[$i] = new Browser($stack->address);
        $browsers[$i]->signIn(['idris.demo', 'nell.demo', 'pim.demo'][$i]);
        $browsers[$i]->open('/jobs/'.$jobId.'/voltages');
        $browsers[$i]->until(static fn (): bool => '4' === $browsers[$i]->says('return document.querySelectorAll(".meter .value").length'), 'four meters are shown');
    }
    $b = $browsers[0];
    // Each change of a figure with the moment at which it had been painted: the second frame after it.
    $b->driver->executeScript(<<<'JS'
        window.painted = []
        for (const value of document.querySelectorAll('.meter .value')) {
          new MutationObserver(() => { const text = value.textContent; requestAnimationFrame(() => requestAnimationFrame(() => window.painted.push([Date.now(), text]))) }).observe(value, { characterData: true, childList: true, subtree: true })
        }
        JS);
    $latency = [];
    $unseen = 0;
    for ($i = 0; $i < TRIALS; ++$i) {
        $wanted = 0 === $i % 2 ? 80.0 : 60.0;
        $b->driver->executeScript('window.painted = []');
        $begin = microtime(true) * 1000;
        $hands[1]->ask('variac '.$wanted);
        // The inlet follows at once: between the marks lies no figure but the old and the new one.
        $seen = '';
        for ($wait = 0; $wait < 100 && '' === $seen; ++$wait) {
            usleep(20_000);
            $seen = $b->says('const hit = window.painted.find(([, text]) => Math.abs(parseFloat(text) - '.$wanted.') < 9 && Math.abs(parseFloat(text) - '.(140.0 - $wanted).') > 9); return hit === undefined ? "" : String(hit[0])');
        }
        if ('' === $seen) {
            ++$unseen;
            printf("  not seen within two seconds; the page says %s\n", (string) preg_replace('/\s+/', ' ', $b->says('return document.querySelector(\'.bar[aria-label="Meters on this unit"]\').innerText')));
            continue;
        }
        $latency[] = (float) $seen - $begin;
        usleep(random_int(20_000, 220_000));
    }
    report('Stand, a hand → the figure painted, 4 meters', $latency, $unseen.' more were not seen; p95 under 300 ms');

    $streams = $heard = [];
    for ($i = 0; $i < CLIENTS; ++$i) {
        $stream = stream_socket_client('tcp://'.parse_url($stack->address, \PHP_URL_HOST).':'.parse_url($stack->address, \PHP_URL_PORT));
        false === $stream && throw new RuntimeException('no stream');
        fwrite($stream, "GET /api/events HTTP/1.1\r\nHost: 127.0.0.1\r\n".$client->cookie()."\r\n\r\n");
        $streams[] = $stream;
        $heard[] = '';
    }
    $heard = listen($streams, $heard, 3.0);
    $cdp = new ChromeDevToolsDriver($b->driver);
    $cdp->execute('Performance.enable');
    $metrics = static function () use ($cdp): array {
        $got = [];
        foreach (Fields::of($cdp->execute('Performance.getMetrics'))->objects('metrics') as $metric) {
            $got[$metric->string('name')] = $metric->number('value');
        }

        return $got;
    };
    $live = static fn (): Fields => Fields::of($client->get('/api/status'))->object('live');
    $first = $live();
    $readings = static fn (Fields $status): float => array_sum(array_map(static fn (Fields $i): float => $i->number('readings'), $status->objects('instruments')));
    [$before, $mark, $begin] = [$metrics(), array_map(strlen(...), $heard), microtime(true)];
    for ($step = 0; microtime(true) - $begin < 60.0 * $minutes; ++$step) {
        $both('variac '.(60 + 10 * ($step % 5)));
        $heard = listen($streams, $heard, 5.0);
    }
    $seconds = microtime(true) - $begin;
    [$after, $last] = [$metrics(), $live()];
    $heard = listen($streams, $heard, 1.0);
    $sets = array_map(values(...), $heard);
    $all = array_reduce($sets, static fn (array $all, array $one): array => $all + $one, []);
    // What was told before the last client had come, or is on its way to one, is no loss.
    [$from, $to] = ['', '9'];
    foreach ($sets as $set) {
        $times = array_map(static fn (string $key): string => explode(' ', $key)[1], array_keys($set));
        sort($times);
        [$from, $to] = [max($from, $times[0] ?? '9'), min($to, $times[count($times) - 1] ?? '')];
    }
    $within = static fn (array $set): int => count(array_filter(array_keys($set), static fn (string $key): bool => ($at = explode(' ', $key)[1]) >= $from && $at <= $to));
    $missed = array_sum(array_map(static fn (array $set): int => $within($all) - $within($set), $sets));
    $told = $readings($last) - $readings($first);
    $work = 1000 * ($after['ScriptDuration'] - $before['ScriptDuration'] + $after['LayoutDuration'] - $before['LayoutDuration'] + $after['RecalcStyleDuration'] - $before['RecalcStyleDuration']);
    printf("%-44s %.1f min at speed %d: %.0f readings, %.2f /s and instrument, %d faults\n", 'Four meters under recording', $seconds / 60, $speed, $told, $told / $seconds / 4, array_sum(array_map(static fn (Fields $i): float => $i->number('faults'), $last->objects('instruments'))) - array_sum(array_map(static fn (Fields $i): float => $i->number('faults'), $first->objects('instruments'))));
    printf("%-44s %.0f saved, %.0f wait, %.0f lost (aim: none lost)\n", 'Samples', $last->number('samplesSaved') - $first->number('samplesSaved'), $last->number('samplesWaiting'), $last->number('samplesLost'));
    printf("%-44s %+.1f MB, to %.1f MB (aim: under 10 MB)\n", 'Event process, memory', ($last->number('rssKilobytes') - $first->number('rssKilobytes')) / 1024, $last->number('rssKilobytes') / 1024);
    printf("%-44s %d values told, %d missed by %d clients and 3 browsers’ streams open (aim: none)\n", 'Streams', count($all), $missed, CLIENTS);
    printf("%-44s %.2f ms per update (aim: under 4 ms)\n", 'Page, script and layout', $work / max(1.0, $told));
    foreach ($browsers as $i => $browser) {
        printf("%-44s %s\n", 'Browser '.($i + 1), $browser->says('return [...document.querySelectorAll(".meter")].every(m => !m.classList.contains("old")) ? "all four live" : "something is old"'));
    }
} finally {
    foreach ($browsers as $browser) {
        $browser->close();
    }
    $stack->stop();
    if (isset($fourth) && is_resource($fourth)) {
        proc_terminate($fourth);
    }
}
