<?php

declare(strict_types=1);

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy;
use Yew\Browser\Browser;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/** @return list<float> numbers as the page gave them */
function numbers(mixed $said): array
{
    return array_values(array_map(static fn (mixed $v): float => is_numeric($v) ? (float) $v : 0.0, (array) $said));
}

$stack = Stack::fresh('benchmark-cold');
$stack->start(fsync: true);
$browser = new Browser($stack->address);
$folder = sys_get_temp_dir().'/yew-benchmark-'.bin2hex(random_bytes(4));
mkdir($folder);
try {
    $browser->signIn('nell.demo');
    $job = $browser->driver->executeAsyncScript('const d = arguments[0]; fetch("/api/jobs?q=T50-0312").then(r => r.json()).then(j => d(j.jobs[0].id))');
    assert(is_string($job));

    // From the click on a station to the second animation frame after its board is there.
    $browser->open('/jobs/'.$job.'/voltages');
    $browser->see('Stored charge');
    usleep(1_500_000);
    $times = [];
    foreach (range(1, 6) as $round) {
        foreach (['Cold look' => 'look', 'Iron' => 'iron', 'Capacitors' => 'capacitors', 'Resistors & sockets' => 'resistors'] as $title => $path) {
            $said = $browser->driver->executeAsyncScript(<<<'JS'
                const [title, path, done] = arguments
                const link = [...document.querySelectorAll('nav.path a')].find((a) => a.pathname.endsWith('/' + path))
                const begin = performance.now()
                const look = () => {
                  const there = document.querySelector('main.board h1')?.innerText.startsWith(title) && document.querySelector('main.board tr.lit') !== null
                  if (there) requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - begin)))
                  else requestAnimationFrame(look)
                }
                link.click()
                look()
                JS, [$title, $path]);
            $times[] = is_numeric($said) ? (float) $said : 0.0;
            usleep(2_300_000); // past the time in which a board counts as fresh
        }
    }
    report('Browser, a station opened', array_slice($times, 4), 'under 300 ms');

    // From the pick to the server's own thumbnail: a photo of 12 megapixels with grain, as phones make them.
    $image = imagecreatetruecolor(4000, 3000);
    mt_srand(7);
    for ($i = 0; $i < 4000; ++$i) {
        imagefilledellipse($image, mt_rand(0, 4000), mt_rand(0, 3000), mt_rand(10, 200), mt_rand(10, 200), mt_rand(0, 0xFFFFFF));
    }
    imagejpeg($image, $folder.'/photo.jpg', 90);
    $browser->open('/jobs/'.$job.'/look');
    $browser->until(static fn (): bool => true === $browser->driver->executeScript('return document.querySelector("tr.lit") !== null'), 'the station is open');
    $browser->driver->executeScript(<<<'JS'
        window.taken = []
        let begin = 0
        document.querySelector('input[aria-label="Photos"]').addEventListener('change', () => { begin = performance.now() }, true)
        new MutationObserver(() => {
          for (const image of document.querySelectorAll('ul.strip img[src*="/api/photos/"]:not([data-seen])')) {
            image.dataset.seen = '1'
            const from = begin
            image.decode().then(() => requestAnimationFrame(() => window.taken.push(performance.now() - from)))
          }
        }).observe(document.body, { subtree: true, childList: true })
        JS);
    foreach (range(1, 6) as $round) {
        $browser->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Photos"]'))->sendKeys($folder.'/photo.jpg');
        $browser->until(static fn (): bool => $round <= count((array) $browser->driver->executeScript('return window.taken')), 'photo '.$round.' shown');
        usleep(500_000);
    }
    report('Browser, 12 MP photo from pick to thumbnail', numbers($browser->driver->executeScript('return window.taken')), 'under 1500 ms');

    // A page with 150 marks, moved and zoomed frame by frame: what script, style and layout take of each.
    $page = imagecreatetruecolor(3600, 2400);
    imagefill($page, 0, 0, 0xFFFFFF);
    for ($i = 0; $i < 900; ++$i) {
        imageline($page, mt_rand(0, 3600), mt_rand(0, 2400), mt_rand(0, 3600), mt_rand(0, 2400), 0x202020);
    }
    imagepng($page, $folder.'/page.png');
    $other = $browser->driver->executeAsyncScript('const d = arguments[0]; fetch("/api/jobs?q=L30-2071").then(r => r.json()).then(j => d(j.jobs[0].id))');
    assert(is_string($other));
    $job = $other;
    $browser->open('/jobs/'.$job.'/schematic');
    $browser->see('No page yet');
    $browser->driver->findElement(WebDriverBy::cssSelector('input[aria-label="Schematic"]'))->sendKeys($folder.'/page.png');
    $browser->see('still to place');
    $browser->driver->executeAsyncScript(<<<'JS'
        const done = arguments[0]
        const image = document.querySelector('.page-in img').getAttribute('src').split('/')[3]
        const marks = Array.from({ length: 150 }, (_, i) => ({ place: 'R' + (i + 1), x: (i % 15) / 15 + 0.03, y: Math.floor(i / 15) / 10 + 0.05 }))
        fetch('/api/schematic-pages/' + image + '/marks', { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ marks }) }).then(() => done(1))
        JS);
    $browser->open('/jobs/'.$job.'/schematic');
    $browser->until(static fn (): bool => 150 === $browser->driver->executeScript('return document.querySelectorAll(".mark").length'), '150 marks');
    usleep(1_000_000);
    $tools = new ChromeDevToolsDriver($browser->driver);
    $tools->execute('Performance.enable');
    $spent = static function () use ($tools): float {
        $sum = 0.0;
        foreach (Fields::of($tools->execute('Performance.getMetrics'))->objects('metrics') as $metric) {
            $sum += in_array($metric->string('name'), ['ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration'], true) ? $metric->number('value') : 0.0;
        }

        return 1000 * $sum;
    };
    foreach (['pan' => 'box.dispatchEvent(new PointerEvent("pointermove", { clientX: r.left + 400 + 3 * n, clientY: r.top + 200 + n, pointerId: 1, bubbles: true }))', 'zoom' => 'box.dispatchEvent(new WheelEvent("wheel", { deltaY: n % 60 < 30 ? -12 : 12, clientX: r.left + 300, clientY: r.top + 200, cancelable: true }))'] as $what => $act) {
        $perFrame = [];
        foreach (range(1, 5) as $round) {
            $before = $spent();
            $browser->driver->executeAsyncScript('const done = arguments[0], box = document.querySelector(".sheet"), r = box.getBoundingClientRect(); box.setPointerCapture = () => {}; box.dispatchEvent(new PointerEvent("pointerdown", { clientX: r.left + 400, clientY: r.top + 200, pointerId: 1, bubbles: true })); let n = 0; const frame = () => { if (n++ < 120) { '.$act.'; requestAnimationFrame(frame) } else { box.dispatchEvent(new PointerEvent("pointerup", { clientX: r.left + 760, clientY: r.top + 320, pointerId: 1, bubbles: true })); done(1) } }; frame()');
            $perFrame[] = ($spent() - $before) / 120;
        }
        report('Browser, schematic with 150 marks, '.$what.', a frame', $perFrame, 'script, style and layout at most 10 ms');
    }
} finally {
    $browser->close();
    $stack->stop();
    foreach ((array) glob($folder.'/*') as $file) {
        unlink((string) $file);
    }
    rmdir($folder);
}
