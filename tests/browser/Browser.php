<?php

declare(strict_types=1);

namespace Yew\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Assert;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;

/** Headless Chromium at 1280×800, worked as a person does: by the keyboard. */
final class Browser
{
    private readonly Process $service;
    private const MEMORY = '/dev/shm';
    /** Bytes that a profile is safe with. */
    private const ROOM = 2e9;
    private readonly string $profile;
    private int $written = 0;
    public readonly RemoteWebDriver $driver;

    public function __construct(private readonly string $address)
    {
        $port = FreePort::find();
        $this->profile = self::inMemory().'/yew-chrome-'.bin2hex(random_bytes(6));
        mkdir($this->profile, 0o700);
        $this->service = new Process(['chromedriver', '--port='.$port, '--log-level=WARNING'], env: ['HOME' => $this->profile, 'TMPDIR' => $this->profile], timeout: null);
        $this->service->start();
        for ($i = 0; $i < 100 && false === @fsockopen('127.0.0.1', $port); ++$i) {
            usleep(50_000);
        }
        $options = (new ChromeOptions())->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync',
            '--disable-dev-shm-usage', '--force-device-scale-factor=1', '--lang=en-US', '--window-size=1280,800', '--user-data-dir='.$this->profile.'/data',
        ]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        $this->driver = RemoteWebDriver::create('http://127.0.0.1:'.$port, $capabilities, 20_000, 60_000);
        $this->driver->get($address);
        // --headless=new keeps the (unseen) window frame inside --window-size, so the page's own size is set.
        $this->resize(1280, 800);
    }

    /** Where a profile waits for no disk: what a page stores must not wait for the fsyncs of the databases beside it. */
    private static function inMemory(): string
    {
        return is_dir(self::MEMORY) && is_writable(self::MEMORY) && disk_free_space(self::MEMORY) > self::ROOM ? self::MEMORY : sys_get_temp_dir();
    }

    public function resize(int $width, int $height): void
    {
        (new ChromeDevToolsDriver($this->driver))->execute('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => $width < 600]);
    }

    /** Cuts this page off the server, or lets it back. */
    public function offline(bool $is): void
    {
        $tools = new ChromeDevToolsDriver($this->driver);
        $tools->execute('Network.enable');
        $tools->execute('Network.emulateNetworkConditions', ['offline' => $is, 'latency' => 0, 'downloadThroughput' => -1, 'uploadThroughput' => -1]);
    }

    public function close(): void
    {
        try {
            $this->driver->quit();
        } finally {
            $this->service->stop(2);
            (new Filesystem())->remove($this->profile);
        }
    }

    public function open(string $path): void
    {
        $this->driver->get($this->address.$path);
    }

    /** Keys for whatever has the focus when each of them comes, as from a keyboard: no element is asked for, none is given the focus. */
    public function type(string ...$keys): void
    {
        $this->press(array_merge(...array_map(static fn (string $text): array => array_merge(...array_map(static fn (string $key): array => [['keyDown', $key], ['keyUp', $key]], mb_str_split($text))), $keys)));
    }

    /** A key while another is held. */
    public function chord(string $modifier, string $key): void
    {
        $this->press([['keyDown', $modifier], ['keyDown', $key], ['keyUp', $key], ['keyUp', $modifier]]);
    }

    /** @param list<array{string, string}> $strokes */
    private function press(array $strokes): void
    {
        $actions = array_map(static fn (array $s): array => ['type' => $s[0], 'value' => $s[1]], $strokes);
        $this->driver->execute(DriverCommand::ACTIONS, ['actions' => [['type' => 'key', 'id' => 'keyboard', 'actions' => $actions]]]);
    }

    /** Presses Tab until the wanted element has the focus. */
    public function tabTo(string $selector): void
    {
        for ($i = 0; $i < 120; ++$i) {
            if (true === $this->driver->executeScript('return document.activeElement !== null && document.activeElement.matches(arguments[0])', [$selector])) {
                return;
            }
            $this->type(WebDriverKeys::TAB);
        }
        Assert::fail('Tab never reaches '.$selector);
    }

    public function see(string $text, float $seconds = 25.0): void
    {
        $this->until(fn (): bool => str_contains($this->text(), $text), 'sees “'.$text.'”', $seconds);
    }

    /** The state of the chassis on this page, whatever others on the strip are in. */
    public function stands(string $state): void
    {
        $this->until(fn (): bool => $state === $this->says('return document.querySelector("header.strip .state b")?.innerText ?? ""'), 'it is '.$state);
    }

    /** @param \Closure(): bool $condition */
    public function until(\Closure $condition, string $what, float $seconds = 25.0): void
    {
        $end = microtime(true) + $seconds;
        while (!$condition()) {
            if (microtime(true) > $end) {
                Assert::fail($what.': not within '.$seconds.' s. The page says: '.$this->text());
            }
            usleep(30_000);
        }
    }

    /** Until nothing on the page is on its way any more: a panel that comes or goes, a list that opens. */
    public function still(): void
    {
        $this->until(fn (): bool => true === $this->driver->executeScript('return document.getAnimations().every(a => a.playState !== "running" || a.effect?.getComputedTiming().iterations === Infinity)'), 'the page stands still');
    }

    /** The panel over the page, once it is there, has its words and stands still. */
    public function panel(string $text): void
    {
        $this->see($text);
        $this->still();
    }

    /** Until no panel lies over the page any more. */
    public function bare(): void
    {
        $this->until(fn (): bool => [] === $this->driver->findElements(WebDriverBy::cssSelector('.n-modal-container [role="dialog"]')), 'the panel is gone');
        $this->still();
    }

    public function text(): string
    {
        $text = $this->driver->executeScript('return document.body.innerText');

        return \is_string($text) ? (string) preg_replace('/\s+/', ' ', $text) : '';
    }

    /** What a script in the page answers, as text; empty for anything else. */
    public function says(string $script): string
    {
        $said = $this->driver->executeScript($script);

        return \is_scalar($said) ? (string) $said : '';
    }

    public function textOf(string $selector): string
    {
        return (string) preg_replace('/\s+/', ' ', $this->driver->findElement(WebDriverBy::cssSelector($selector))->getText());
    }

    /** A value on the entry line, until it is taken and the field is free for the next. */
    public function enters(string $text): void
    {
        $this->type($text, WebDriverKeys::ENTER);
        $this->until(fn (): bool => '' === $this->says('return document.getElementById("entry").value'), $text.' is taken');
    }

    /** Answers by which meter a bank is proved: by the one that is offered first. */
    public function nameMeter(): void
    {
        $this->see('By which meter?');
        $asks = fn (): bool => true === $this->driver->executeScript('return document.querySelector("[aria-label=\"By which meter?\"]") !== null');
        // On a busy machine a key may come before the page listens: a hand would press once more.
        $this->until(function () use ($asks): bool {
            if (true === $this->driver->executeScript('return document.activeElement?.closest("#entry-said button") != null')) {
                $this->type(WebDriverKeys::ENTER);
                usleep(400_000);
            }

            return !$asks();
        }, 'the meter is named');
    }

    /** A click on what is there and takes it: a button that still waits for something is waited for. */
    public function click(string $xpath): void
    {
        $this->until(fn (): bool => true === ($this->driver->findElements(WebDriverBy::xpath($xpath))[0] ?? null)?->isEnabled(), 'can click '.$xpath);
        $element = $this->driver->findElement(WebDriverBy::xpath($xpath));
        $this->driver->executeScript('arguments[0].scrollIntoView({block: "center"})', [$element]);
        $element->click();
    }

    /** Chooses in a list that drops down. */
    public function pick(string $label, string $choice): void
    {
        $id = $this->says('return [...document.querySelectorAll("label")].find(l => l.textContent.trim() === '.json_encode($label, \JSON_THROW_ON_ERROR).')?.id ?? ""');
        $this->click('//div[contains(@class, "n-select")][@aria-label="'.$label.'" or @aria-labelledby="'.('' === $id ? '-' : $id).'"]//div[contains(@class, "n-base-selection")]');
        $this->until(fn (): bool => [] !== $this->driver->findElements(WebDriverBy::xpath('//div[contains(@class, "n-base-select-option")][normalize-space()="'.$choice.'"]')), 'the list offers '.$choice, 5.0);
        $this->still();
        $this->click('//div[contains(@class, "n-base-select-option")][normalize-space()="'.$choice.'"]');
        $this->still();
    }

    /** @return list<string> axe-core's violations of WCAG A and AA and its best practices */
    public function axe(): array
    {
        $this->driver->executeScript((string) file_get_contents(\dirname(__DIR__, 2).'/web/node_modules/axe-core/axe.min.js'));
        $found = $this->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]}).then(r => done(r.violations.map(v => v.id + ": " + v.nodes.map(n => n.target.join(" ") + " " + n.failureSummary).join(" | "))), e => done([String(e)]))');

        return \is_array($found) ? array_values(array_filter($found, is_string(...))) : ['axe did not answer'];
    }

    /** @return list<string> errors on the console, less those of requests that a test provokes */
    public function consoleErrors(): array
    {
        $messages = [];
        foreach ($this->driver->manage()->getLog('browser') as $line) {
            if (\is_array($line) && \is_string($line['message'] ?? null) && 'SEVERE' === ($line['level'] ?? '') && 1 !== preg_match('/\b401\b|\b422\b|\b503\b|ERR_CONNECTION|ERR_EMPTY|ERR_SOCKET/', $line['message'])) {
                $messages[] = $line['message'];
            }
        }

        return $messages;
    }

    /** An API answer in this browser's own session. */
    public function fetch(string $path): string
    {
        $answer = $this->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; fetch(arguments[0]).then(r => r.arrayBuffer()).then(b => done(btoa(Array.from(new Uint8Array(b), (c) => String.fromCharCode(c)).join(""))), e => done(""))', [$path]);

        return \is_string($answer) ? (string) base64_decode($answer, true) : '';
    }

    /**
     * One entry for the first chassis of a job, by the API in this browser's own session; what the page asks next hangs on it, not what is tested.
     *
     * @param array<string, mixed> $payload
     */
    public function write(string $jobId, string $kind, array $payload, int $version = 1): void
    {
        Assert::assertMatchesRegularExpression('/^20\d .*"refused":false/s', $this->sends($jobId, $kind, $payload, $version), $kind.' was taken');
    }

    /**
     * An entry that may be refused.
     *
     * @param array<string, mixed> $payload
     *
     * @return string status and body of the answer
     */
    public function sends(string $jobId, string $kind, array $payload, int $version = 1): string
    {
        $path = '/api/jobs/'.$jobId.'/tape';
        $tape = json_decode($this->fetch($path), true);
        $unit = \is_array($tape) && \is_array($tape['benches'] ?? null) && \is_array($tape['benches'][0] ?? null) ? $tape['benches'][0]['unitId'] : Assert::fail('no chassis in '.$jobId);
        $entry = ['id' => Uuid::v7()->toRfc4122(), 'unitId' => $unit, 'kind' => $kind, 'v' => $version, 'payload' => $payload, 'device' => substr(basename($this->profile), 4), 'counter' => ++$this->written, 'observedAt' => $tape['serverTime']]; // a practice shop’s time may run faster than ours

        return $this->post($path, $entry);
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return string status and body of an API answer in this browser's own session
     */
    public function post(string $path, array $body): string
    {
        $answer = $this->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; fetch(arguments[0], { method: "POST", headers: { "content-type": "application/json" }, body: arguments[1] }).then(async r => done(r.status + " " + await r.text()), e => done(String(e)))', [$path, json_encode($body, \JSON_THROW_ON_ERROR)]);

        return \is_string($answer) ? $answer : '';
    }

    /** An amplifier of a sheet of the demo shop, booked in anew; answers the job. */
    public function bookedIn(string $sheet, float $mains): string
    {
        $version = null;
        foreach (Fields::of(['all' => json_decode($this->fetch('/api/sheets'), true)])->objects('all') as $one) {
            $version = $one->string('name') === $sheet ? $one->string('versionId') : $version;
        }
        Assert::assertIsString($version, 'the demo shop has the sheet '.$sheet);
        $job = Uuid::v4()->toRfc4122();
        Assert::assertStringStartsWith('201', $this->post('/api/jobs', ['id' => $job, 'owner' => ['name' => 'Quill Ashdown', 'phone' => '', 'email' => ''], 'units' => [['maker' => 'Practice', 'model' => $sheet, 'serial' => 'P-'.substr($job, 0, 6), 'wiredForVolts' => $mains, 'sheetVersionId' => $version]], 'complaint' => 'Put away for years.', 'cameWith' => '', 'conditionNotes' => '']));

        return $job;
    }

    /** What nobody goes through without: the right fuse, known mains and a load; and known good, straight on, with its reason. */
    public function readyForPower(string $jobId, string $fuse, float $volts): void
    {
        $this->write($jobId, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => $fuse]);
        $this->write($jobId, 'conditions', ['facts' => ['source' => ['value' => ['kind' => 'wall', 'volts' => $volts], 'how' => 'measured'], 'load' => ['value' => ['kind' => 'resistor', 'ohms' => 8], 'how' => 'measured']]]);
        $this->write($jobId, 'power-choice', ['method' => 'straight', 'reason' => 'known good']);
    }

    /** The state panel, open on power: why the gates that are not met are gone through, and the volumes down. */
    public function throughTheGates(string $why): void
    {
        $this->see('Volumes are at zero.');
        $this->until(fn (): bool => !str_contains($this->text(), 'Asking what the record knows'), 'the record was asked');
        foreach ($this->driver->findElements(WebDriverBy::cssSelector('.panel .why textarea')) as $field) {
            $field->sendKeys($why);
        }
    }

    /** The one open job that a word finds, by the API in this browser's own session. */
    public function job(string $word): string
    {
        $found = json_decode($this->fetch('/api/jobs?q='.$word), true);

        return \is_array($found) && \is_array($found['jobs'] ?? null) && \is_array($found['jobs'][0] ?? null) && \is_string($found['jobs'][0]['id'] ?? null) ? $found['jobs'][0]['id'] : Assert::fail('no such job in the demo: '.$word);
    }

    public function signIn(string $name): void
    {
        $this->see('Sign in to the bench');
        $this->driver->findElement(WebDriverBy::id('name'))->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, $name]);
        $this->driver->findElement(WebDriverBy::id('password'))->sendKeys('yew-bench-demo'.WebDriverKeys::ENTER);
        $this->see('On the bench');
    }
}
