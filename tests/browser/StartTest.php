<?php

declare(strict_types=1);

namespace Yew\Browser;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Depends;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** `bin/start` as a newcomer meets it: its one-line errors, its empty shop, and what it leaves behind. */
#[CoversNothing]
final class StartTest extends TestCase
{
    private static string $data;

    public static function setUpBeforeClass(): void
    {
        self::$data = \dirname(__DIR__, 2).'/var/it’s a start, isn\'t it & more';
        (new Filesystem())->remove(self::$data);
    }

    public static function tearDownAfterClass(): void
    {
        preg_match_all('/^\d+/m', self::left(), $found);
        foreach ($found[0] as $pid) {
            posix_kill((int) $pid, \SIGKILL);
        }
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'no port' => [['--port', 'abc'], 'start: “abc” is no port'];
        yield 'a port too high' => [['--port', '70000'], 'start: “70000” is no port'];
        yield 'an option nobody knows' => [['--frobnicate'], 'start: unknown: --frobnicate'];
        yield 'a standstill' => [['--speed', '0'], 'start: --speed goes from 1 to 20, not “0”'];
        yield 'too fast' => [['--speed', '21'], 'start: --speed goes from 1 to 20, not “21”'];
        yield 'a folder that cannot be' => [['--data', '/proc/nowhere'], 'start: no right to write in /proc/nowhere'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('mistakes')]
    public function testAMistakeIsOneClearLine(array $arguments, string $says): void
    {
        $process = self::command(...$arguments);
        self::assertNotSame(0, $process->run());
        self::assertSame($says, trim((string) strrchr("\n".trim($process->getErrorOutput()), "\n")));
    }

    public function testAnEmptyShopOffersItsFirstOwnerOneAddressAndCtrlCLeavesNothing(): void
    {
        $port = self::freePort();
        $process = self::command('--port', (string) $port, '--data', self::$data, '--no-demo');
        $process->start();
        $process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'The shop is empty'));
        self::assertMatchesRegularExpression('~once, at http://127\.0\.0\.1:'.$port.'/first-owner#[0-9a-f]{32}~', $process->getOutput());

        $second = self::command('--port', (string) self::freePort(), '--data', self::$data);
        self::assertNotSame(0, $second->run());
        self::assertStringContainsString('another instance runs on', $second->getErrorOutput());

        $taken = self::command('--port', (string) $port, '--data', self::$data.'-2');
        self::assertNotSame(0, $taken->run());
        self::assertStringContainsString('is taken; choose another with --port', $taken->getErrorOutput());

        preg_match('~first-owner#([0-9a-f]{32})~', $process->getOutput(), $found);
        self::assertSame([200 => 1, 410 => 7], self::statuses('http://127.0.0.1:'.$port.'/api/setup', (string) json_encode(['token' => $found[1] ?? '', 'name' => 'Ada Larch', 'signInName' => 'ada', 'password' => 'long enough it is']), 8), 'however many ask at once, one is the first');
        self::assertSame([421 => 1], self::statuses('http://127.0.0.1:'.$port.'/api/ping', null, 1, 'Host: elsewhere.example'), 'a name that somebody else made point here');

        $curl = curl_init('http://127.0.0.1:'.$port.'/api/sign-in');
        self::assertNotFalse($curl);
        curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_HEADER => true, \CURLOPT_COOKIEFILE => '', \CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Origin: http://127.0.0.1:'.$port], \CURLOPT_POSTFIELDS => '{"name":"ada","password":"long enough it is"}']);
        self::assertStringContainsString('Set-Cookie: YEWSID=', (string) curl_exec($curl));
        curl_setopt_array($curl, [\CURLOPT_URL => 'http://127.0.0.1:'.$port.'/api/me', \CURLOPT_HTTPGET => true]);
        $me = (string) curl_exec($curl);
        self::assertStringContainsString('Ada Larch', $me);
        self::assertStringNotContainsString('Set-Cookie', $me, 'a late answer does not bring back a session that was replaced meanwhile');

        // A browser that follows the events holds its line open.
        preg_match('/YEWSID\t(\S+)/', implode("\n", curl_getinfo($curl, \CURLINFO_COOKIELIST)), $session);
        $stream = stream_socket_client('tcp://127.0.0.1:'.$port);
        self::assertNotFalse($stream);
        fwrite($stream, "GET /api/events HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: YEWSID=".($session[1] ?? '')."\r\n\r\n");
        stream_set_timeout($stream, 5);
        self::assertStringContainsString('200', (string) fgets($stream));
        $begin = microtime(true);
        $process->signal(\SIGINT);
        $process->wait();
        self::assertLessThan(15.0, microtime(true) - $begin, 'whoever follows keeps nothing running');
        self::assertSame('', self::left(), 'nothing is left running');
        self::assertSame(130, $process->getExitCode());
        (new Filesystem())->remove(self::$data.'-2');
    }

    #[Depends('testAnEmptyShopOffersItsFirstOwnerOneAddressAndCtrlCLeavesNothing')]
    public function testAServerThatIsKilledIsStartedAgainAndTheThirdDeathInAMinuteEndsTheWhole(): void
    {
        $port = self::freePort();
        $process = self::started($port);
        $died = ['nginx' => self::kill('nginx'), 'php-fpm' => self::kill('php-fpm')]; // both at once: the one that dies while the other is started is not forgotten
        foreach ($died as $name => $pid) {
            self::assertTrue(self::soon(static fn (): bool => self::pid($name) !== $pid && self::answers($port)), $name.' is started again');
            self::assertStringContainsString($name.' stopped by itself; it is started again', $process->getOutput());
        }
        self::kill('PostgreSQL');
        $process->wait();
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString('PostgreSQL stopped by itself, the third death within a minute', $process->getErrorOutput());
        self::assertStringContainsString('database system', $process->getErrorOutput(), 'with the last lines of its log');
        self::assertSame('', self::left(), 'and the others are ended too');
    }

    #[Depends('testAServerThatIsKilledIsStartedAgainAndTheThirdDeathInAMinuteEndsTheWhole')]
    public function testAfterACrashItStartsAtOnce(): void
    {
        $port = self::freePort();
        foreach ([['nginx'], ['php-fpm', 'PostgreSQL'], []] as $besides) {
            $process = self::started($port);
            $process->signal(\SIGKILL);
            array_map(self::kill(...), $besides);
            $process->wait();
            self::assertNotSame('', self::left(), 'workers that nobody ends');
        }
        $process = self::started($port);
        self::assertTrue(self::answers($port));
        $process->signal(\SIGTERM);
        $process->wait();
        self::assertSame([143, ''], [$process->getExitCode(), self::left()]);
    }

    #[Depends('testAfterACrashItStartsAtOnce')]
    public function testOnAnAddressOfTheShopItAnswersByTlsWithACertificateForThatAddress(): void
    {
        foreach (['127.0.0.2', '127.0.0.3'] as $address) {
            $port = self::freePort();
            $process = self::started($port, '--listen', $address);
            $context = stream_context_create(['ssl' => ['verify_peer' => false, 'verify_peer_name' => false, 'capture_peer_cert' => true]]);
            $socket = stream_socket_client('ssl://'.$address.':'.$port, timeout: 5, context: $context);
            self::assertNotFalse($socket);
            $tls = stream_context_get_options($context)['ssl'] ?? null;
            $shown = \is_array($tls) ? $tls['peer_certificate'] ?? null : null;
            self::assertInstanceOf(\OpenSSLCertificate::class, $shown);
            self::assertStringContainsString("'subjectAltName' => 'IP Address:".$address."'", var_export(openssl_x509_parse($shown), true));
            fwrite($socket, \sprintf("GET /api/ping HTTP/1.1\r\nHost: %s:%d\r\nConnection: close\r\n\r\n", $address, $port));
            $answer = (string) stream_get_contents($socket);
            self::assertStringContainsString('HTTP/1.1 200', $answer);
            self::assertMatchesRegularExpression('/^Strict-Transport-Security: max-age=\d{7,}/m', $answer);
            $process->signal(\SIGTERM);
            $process->wait();
        }
    }

    private static function started(int $port, string ...$more): Process
    {
        $process = self::command('--port', (string) $port, '--data', self::$data, '--no-demo', ...$more);
        $process->start();
        $process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'Ctrl-C stops it'));
        self::assertTrue($process->isRunning(), $process->getErrorOutput());

        return $process;
    }

    private static function kill(string $name): int
    {
        $pid = self::pid($name);
        self::assertTrue(posix_kill($pid, \SIGKILL));

        return $pid;
    }

    private static function pid(string $name): int
    {
        return (int) file_get_contents(self::$data.'/run/'.$name);
    }

    private static function answers(int $port): bool
    {
        return [401 => 1] === self::statuses('http://127.0.0.1:'.$port.'/api/me', null, 1);
    }

    /** @param \Closure(): bool $holds */
    private static function soon(\Closure $holds): bool
    {
        for ($i = 0; $i < 200; ++$i) {
            if ($holds()) {
                return true;
            }
            usleep(50_000);
        }

        return false;
    }

    /** What still runs of the folder’s servers: a worker whose master was killed is known by its session alone. */
    private static function left(): string
    {
        $sessions = array_map(static fn (string $file): string => trim((string) file_get_contents($file)), false === ($files = glob(self::$data.'/run/*')) ? [] : $files);

        return [] === $sessions ? '' : trim((string) shell_exec('pgrep -a -s '.implode(',', $sessions).' || true'));
    }

    /** @return array<int, int> how often each status was answered, of so many requests sent at once */
    private static function statuses(string $url, ?string $body, int $times, string ...$headers): array
    {
        $all = curl_multi_init();
        $handles = [];
        for ($i = 0; $i < $times; ++$i) {
            $handle = curl_init($url);
            self::assertNotFalse($handle);
            curl_setopt_array($handle, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Origin: '.substr($url, 0, (int) strpos($url, '/', 8)), ...array_values($headers)]] + (null === $body ? [] : [\CURLOPT_POSTFIELDS => $body]));
            curl_multi_add_handle($all, $handle);
            $handles[] = $handle;
        }
        do {
            curl_multi_exec($all, $running);
            curl_multi_select($all, 0.1);
        } while (0 < $running);
        $statuses = array_count_values(array_map(static fn (\CurlHandle $h): int => curl_getinfo($h, \CURLINFO_RESPONSE_CODE), $handles));
        ksort($statuses);

        return $statuses;
    }

    private static function command(string ...$arguments): Process
    {
        return new Process([\dirname(__DIR__, 2).'/bin/start', ...$arguments], env: ['PG_FSYNC' => 'off', 'PG_NO_SYNC' => '1'], timeout: 120);
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($socket);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }
}
