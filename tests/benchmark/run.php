<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Yew\Benchmark\Client;
use Yew\Browser\Browser;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/**
 * What the disk under the data folder takes to make 8 kB durable: every commit waits for it.
 *
 * @return list<float> milliseconds
 */
function durableWrites(string $folder): array
{
    $file = fopen($folder.'/durable-write', 'w');
    $times = [];
    for ($i = 0; false !== $file && $i < 200; ++$i) {
        $begin = hrtime(true);
        fwrite($file, str_repeat('x', 8192));
        fsync($file);
        $times[] = (hrtime(true) - $begin) / 1e6;
    }
    unlink($folder.'/durable-write');

    return $times;
}

report('Disk, 8 kB written and synced', durableWrites(dirname(__DIR__, 2).'/var'), 'for comparison: each commit waits for this');
$stack = Stack::fresh('benchmark');
$stack->start(fsync: true);
try {
    $client = new Client($stack->address);
    $found = $client->get('/api/jobs?q=L30-2071');
    $jobId = Fields::of($found)->objects('jobs')[0]->string('id');
    $unitId = Fields::of($client->get('/api/jobs/'.$jobId))->objects('units')[0]->string('id');
    $places = ['A', 'B', 'C', 'D', 'E', 'V4.3', 'V4.4', 'V5.3', 'V5.4', 'V3.6', 'V3.3', 'V2.1', 'V2.6', 'V1.1', 'V1.6'];
    $times = [];
    for ($i = 0; $i < 520; ++$i) {
        $begin = hrtime(true);
        $client->read($jobId, $unitId, $places[$i % 15], (string) (300 + $i % 50));
        $times[] = (hrtime(true) - $begin) / 1e6;
    }
    report('API, one reading judged and stored', array_slice($times, 20), 'p95 under 40 ms');
    $ping = [];
    for ($i = 0; $i < 100; ++$i) {
        $begin = hrtime(true);
        $client->get('/api/ping');
        $ping[] = (hrtime(true) - $begin) / 1e6;
    }
    report('API, ping without the database', $ping, 'for comparison');
    $polls = [];
    for ($i = 0; $i < 100; ++$i) {
        $begin = hrtime(true);
        $client->get('/api/jobs/'.$jobId.'/tape?after=100000');
        $polls[] = (hrtime(true) - $begin) / 1e6;
    }
    report('API, the two-second poll', $polls, 'for comparison');
} finally {
    $stack->stop();
}

// A fresh shop again: the page is measured on a tape of everyday length.
$stack = Stack::fresh('benchmark');
$stack->start(fsync: true);
$browser = new Browser($stack->address);
try {
    $browser->signIn('idris.demo');
    $browser->type('L30-2071');
    usleep(1_500_000);
    $browser->type(WebDriverKeys::ENTER);
    $browser->see('One finding, not three');
    // From the Enter key to the second animation frame after the last-read line shows this very reading's verdict.
    $browser->driver->executeScript(<<<'JS'
        window.painted = []
        let begin = 0
        let wanted = ''
        document.addEventListener('keydown', (e) => { if (e.key === 'Enter' && e.target.value !== '') { begin = performance.now(); wanted = e.target.value.replace('-', '−') } }, true)
        new MutationObserver(() => {
          const said = document.querySelector('#entry-said')
          if (begin > 0 && said !== null && said.innerText.includes(' ' + wanted + ' V:')) {
            const from = begin
            begin = 0
            requestAnimationFrame(() => requestAnimationFrame(() => window.painted.push(performance.now() - from)))
          }
        }).observe(document.body, { subtree: true, childList: true, characterData: true })
        JS);
    for ($i = 0; $i < 50; ++$i) {
        $browser->type(sprintf('%.2f', 340 + $i / 10), WebDriverKeys::ENTER);
        usleep(150_000);
        $browser->driver->executeScript('if (document.querySelector("#entry-said .asked")) document.querySelectorAll("#entry-said button")[1].click()');
        $browser->until(static fn (): bool => $i < count((array) $browser->driver->executeScript('return window.painted')), 'verdict '.$i.' painted');
        usleep(100_000);
    }
    /** @var list<float> $painted numbers as the page gave them */
    $painted = array_map(static fn (mixed $v): float => is_numeric($v) ? (float) $v : 0.0, (array) $browser->driver->executeScript('return window.painted'));
    report('Browser, Enter to verdict painted', $painted, 'median under 100 ms');
} finally {
    $browser->close();
    $stack->stop();
}
