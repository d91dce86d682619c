<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Live;

use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Instrument\Entity\Instrument;
use Yew\Server\Instrument\Entity\InstrumentUse;
use Yew\Server\Instrument\Entity\Recording;
use Yew\Server\Instrument\Profiles;
use Yew\Server\Live\LiveLine;
use Yew\Server\Shop\Entity\ShopMeter;
use Yew\Server\Tests\ServerTestCase;

/** The event process as it runs: against instruments that misbehave, a database that goes, and a unit that must be stopped. */
final class LiveProcessTest extends ServerTestCase
{
    /** How long a busy machine may take, s. */
    private const PATIENCE = 40.0;

    private const FAULTS = [
        'half' => ['away', 'does not answer in time'], 'silent' => ['away', 'does not answer in time'], 'flood' => ['fault', 'spoke unasked'], 'late' => ['away', 'does not answer in time'],
        'drop' => ['fault', 'gave half an answer'], 'unit' => ['fault', 'answered in ADC, not in V'], 'words' => ['fault', 'is no number'], 'unasked' => ['fault', 'spoke unasked'], 'nobody' => ['fault', 'does not say who it is'],
    ];

    /** @var list<Process> */
    private array $processes = [];

    private ?Process $live = null;

    private int $port = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->port = random_int(22000, 50000);
        $this->signIn('idris');
    }

    protected function tearDown(): void
    {
        foreach ([...$this->processes, ...(null === $this->live ? [] : [$this->live])] as $process) {
            $process->stop(2);
        }
        parent::tearDown();
    }

    /** Six hundred milliseconds of timeout would do; the profile's own is a second and a half. */
    public function testNoReadingIsInventedByAnInstrumentThatMisbehaves(): void
    {
        $job = $this->bookIn($this->lantern());
        $modes = ['good', 'overload', 'turned', ...array_keys(self::FAULTS)];
        $ids = [];
        foreach ($modes as $mode) {
            $ids[$mode] = $this->instrument($mode, $job);
        }
        $gone = $this->instrument('gone', $job, serve: false);
        $this->begin();
        $stream = $this->follow();
        $all = $this->hear($stream, self::PATIENCE, /** @param list<array{string, Fields}> $events */ static function (array $events) use ($ids, $gone): bool {
            $shown = self::shown($events);
            $saw = static fn (string $mode, string $why): bool => str_contains(self::why($shown[$ids[$mode]] ?? []), $why);

            return \count($shown[$ids['good']] ?? []) > 30 && $saw('turned', 'turned') && isset($shown[$gone])
                && [] === array_filter(self::FAULTS, static fn (array $told, string $mode): bool => !$saw($mode, $told[1]), \ARRAY_FILTER_USE_BOTH);
        });
        $shown = self::shown([...$all, ...$this->hear($stream, 2.0)]);
        $values = static fn (string $id): array => array_values(array_map(static fn (Fields $f): float => $f->number('value'), array_filter($shown[$id] ?? [], static fn (Fields $f): bool => 'live' === $f->string('state') && null !== $f->raw('value'))));
        self::assertGreaterThan(20, \count($values($ids['good'])), 'five a second');
        self::assertSame([427.3], array_values(array_unique($values($ids['good']))));
        self::assertSame([], $values($ids['overload']), 'overload is no figure');
        self::assertContains('overload', array_map(static fn (Fields $f): mixed => $f->raw('kind'), $shown[$ids['overload']] ?? []));
        self::assertLessThanOrEqual(2, \count($values($ids['turned'])), 'once it was turned by hand nothing counts');
        self::assertStringContainsString('turned', self::why($shown[$ids['turned']] ?? []));
        foreach (self::FAULTS as $mode => [$state, $why]) {
            self::assertSame([], $values($ids[$mode]), $mode);
            $last = $shown[$ids[$mode]] ?? [];
            self::assertStringContainsString($why, self::why($last), $mode);
            self::assertContains($state, array_map(static fn (Fields $f): string => $f->string('state'), $last), $mode);
        }
        self::assertStringContainsString('is not on the line', self::why($shown[$gone] ?? []));
        $status = $this->line()->status();
        self::assertIsArray($status);
        self::assertSame(0, $status['samplesWaiting']);
        self::assertSame('TESTS,FAULTY,good,1', $this->line()->identify($ids['good']));
    }

    public function testATapesNewsAreToldAndADatabaseThatGoesLosesNoSample(): void
    {
        $job = $this->bookIn($this->lantern());
        $id = $this->instrument('good', $job);
        $recording = Uuid::v7()->toRfc4122();
        $this->em()->persist(new Recording($recording, $job, $this->unitOf($job), $id, 'm-good', 'A', 'dc-volts', $this->person(), new \DateTimeImmutable()));
        $this->em()->flush();
        $this->begin();
        $stream = $this->follow('?since='.$job.':0');
        $events = $this->hear($stream, self::PATIENCE, static fn (array $more): bool => self::told($job, 1.0, $more));
        self::assertTrue(self::told($job, 1.0, $events), 'what it missed is told at once');
        $this->write($job, 'note', ['text' => 'warm']);
        $events = [...$events, ...$this->hear($stream, self::PATIENCE, static fn (array $more): bool => self::told($job, 2.0, $more))];
        self::assertTrue(self::told($job, 2.0, $events));
        // Every line to the database is cut, twice, while it records.
        for ($i = 0; $i < 2; ++$i) {
            $this->em()->getConnection()->executeStatement('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = current_user AND datname = current_database() AND pid <> pg_backend_pid()');
            $cut = $this->hear($stream, self::PATIENCE, static fn (array $events): bool => [true, false] === \array_slice(self::away($events), -2));
            self::assertSame([true, false], \array_slice(self::away($cut), -2), 'away, and back: '.$this->live?->getErrorOutput());
            $events = [...$events, ...$cut];
        }
        $this->write($job, 'note', ['text' => 'still']);
        $last = $this->hear($stream, self::PATIENCE, static fn (array $more): bool => self::told($job, 3.0, $more) && self::heard([...$events, ...$more]) > 25);
        self::assertTrue(self::told($job, 3.0, $last));
        $heard = self::heard([...$events, ...$last]);
        self::assertGreaterThan(25, $heard);
        $saved = fn (): mixed => $this->em()->getConnection()->fetchOne('SELECT count(*) FROM recording_sample WHERE recording_id = ?', [$recording]);
        for ($end = microtime(true) + self::PATIENCE; $saved() < $heard - 3 && microtime(true) < $end;) {
            usleep(100_000);
        }
        self::assertGreaterThanOrEqual($heard - 3, $saved(), 'all but what is still on its way');
        $this->live?->stop(self::PATIENCE);
        self::assertSame(0, $this->live?->getExitCode(), (string) $this->live?->getErrorOutput());
        self::assertGreaterThanOrEqual($heard, $saved(), 'a clean end keeps what waits');
    }

    public function testALiveSampleThatBreaksAStopRuleStopsTheUnit(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job);
        $id = $this->instrument('good', $job, value: 531.0);
        $this->em()->persist(new Recording(Uuid::v7()->toRfc4122(), $job, $this->unitOf($job), $id, 'm-good', 'A', 'dc-volts', $this->person(), new \DateTimeImmutable()));
        $this->em()->flush();
        $this->begin();
        $stream = $this->follow();
        $stops = fn (): array => array_values(array_filter($this->get('/api/jobs/'.$job.'/tape')->objects('entries'), static fn (Fields $e): bool => 'stop' === $e->string('kind')));
        for ($end = microtime(true) + self::PATIENCE; [] === $stops() && microtime(true) < $end;) {
            $this->hear($stream, 0.5);
            $this->em()->clear();
        }
        $this->hear($stream, 2.0);
        $this->em()->clear();
        $entries = $stops();
        self::assertCount(1, $entries, 'one, however many samples came');
        self::assertSame($this->person(), $entries[0]->string('personId'));
        self::assertNotNull($this->bench($job)->object('state')->raw('stop'));
    }

    public function testWhoIsNobodyFollowsNothing(): void
    {
        $this->begin();
        foreach (["GET /events HTTP/1.1\r\nHost: x\r\n\r\n", "GET /events HTTP/1.1\r\nX-Yew-Person: me\r\n\r\n"] as $request) {
            $socket = $this->open();
            fwrite($socket, $request);
            self::assertStringStartsWith('HTTP/1.1 403', (string) fgets($socket));
        }
        $socket = $this->open();
        fwrite($socket, "GET /nowhere HTTP/1.1\r\n\r\n");
        self::assertStringStartsWith('HTTP/1.1 404', (string) fgets($socket));
        $socket = $this->open();
        fwrite($socket, 'GET /events HTTP/1.1'.str_repeat("\r\nX: ".str_repeat('y', 1000), 20));
        self::assertSame('', (string) stream_get_contents($socket), 'a head without end is cut off');
    }

    /** @param list<Fields> $shown */
    private static function why(array $shown): string
    {
        return implode('; ', array_map(static fn (Fields $f): string => $f->optionalText('why'), $shown));
    }

    private function instrument(string $mode, string $job, bool $serve = true, float $value = 427.3): string
    {
        $port = ++$this->port;
        if ($serve) {
            $process = new Process([\PHP_BINARY, __DIR__.'/faulty-instrument.php', (string) $port, $mode, (string) $value], timeout: null);
            $process->start();
            $this->processes[] = $process;
        }
        $meter = 'm-'.$mode;
        $document = $this->meterDocument($meter);
        $this->em()->persist(new ShopMeter($meter, $document));
        $this->em()->flush();
        $id = Uuid::v7()->toRfc4122();
        $this->em()->persist(new Instrument($id, $mode, $meter, self::getContainer()->get(Profiles::class)->document('scpi-bench'), '127.0.0.1', $port));
        $this->em()->flush();
        $this->em()->persist(new InstrumentUse($id, $job, $this->unitOf($job), $this->person(), 'dc-volts', new \DateTimeImmutable()));
        $this->em()->flush();

        return $id;
    }

    /** @return array<string, mixed> */
    private function meterDocument(string $id): array
    {
        return ['id' => $id, 'name' => $id, 'functions' => [['function' => 'dc-volts', 'inputResistanceOhms' => 10e6, 'ranges' => [['max' => 1000.0, 'resolution' => 0.1, 'accuracyPercent' => 0.1, 'accuracyDigits' => 2]]]]];
    }

    private function begin(): void
    {
        $this->live = new Process([\PHP_BINARY, self::root().'/bin/bench', 'live:run'], self::root(), timeout: null);
        $this->live->start();
        for ($i = 0; $i < 100; ++$i) {
            usleep(100_000);
            if (true === ($this->line()->status()['database'] ?? null)) {
                return;
            }
        }
        self::fail('the process does not run: '.$this->live->getErrorOutput());
    }

    private function line(): LiveLine
    {
        return self::getContainer()->get(LiveLine::class);
    }

    /** @return resource */
    private function open()
    {
        $socket = stream_socket_client('unix://'.LiveLine::path(self::stateDir()), $code, $words, 2.0);
        self::assertIsResource($socket);
        stream_set_timeout($socket, 7);

        return $socket;
    }

    private static function stateDir(): string
    {
        $state = self::getContainer()->getParameter('yew.state');

        return $state;
    }

    /** @return resource */
    private function follow(string $since = '')
    {
        $socket = $this->open();
        fwrite($socket, 'GET /events'.$since." HTTP/1.1\r\nHost: x\r\nX-Yew-Person: ".$this->person()."\r\n\r\n");

        return $socket;
    }

    /**
     * @param list<array{string, Fields}> $events
     *
     * @return array<string, list<Fields>> what was told of each instrument
     */
    private static function shown(array $events): array
    {
        $shown = [];
        foreach ($events as [$name, $data]) {
            foreach ('live' === $name ? [$data] : ('instruments' === $name ? $data->objects('of') : []) as $one) {
                $shown[$one->string('id')][] = $one;
            }
        }

        return $shown;
    }

    /** @param list<array{string, Fields}> $events */
    private static function told(string $job, float $sequence, array $events): bool
    {
        return [] !== array_filter($events, static fn (array $e): bool => 'tape' === $e[0] && $job === $e[1]->string('job') && $sequence === $e[1]->number('jobSequence'));
    }

    /** @param list<array{string, Fields}> $events */
    private static function heard(array $events): int
    {
        return \count(array_filter($events, static fn (array $e): bool => 'live' === $e[0] && 'live' === $e[1]->string('state')));
    }

    /**
     * @param list<array{string, Fields}> $events
     *
     * @return list<bool> what was told of the database, in order
     */
    private static function away(array $events): array
    {
        return array_values(array_map(static fn (array $e): bool => $e[1]->boolean('away'), array_filter($events, static fn (array $e): bool => 'database' === $e[0])));
    }

    /**
     * @param resource                                           $stream
     * @param (\Closure(list<array{string, Fields}>): bool)|null $until
     *
     * @return list<array{string, Fields}> events by name, for so many seconds, or until there is what was waited for
     */
    private function hear($stream, float $seconds, ?\Closure $until = null): array
    {
        $end = microtime(true) + $seconds;
        $events = [];
        $name = '';
        while (microtime(true) < $end) {
            $read = [$stream];
            $write = $except = null;
            $line = 1 === stream_select($read, $write, $except, 0, 100_000) ? trim((string) fgets($stream)) : '';
            if (str_starts_with($line, 'event: ')) {
                $name = substr($line, 7);
            } elseif (str_starts_with($line, 'data: ')) {
                $events[] = [$name, Fields::of(json_decode(substr($line, 6), true))];
                if (true === $until?->__invoke($events)) {
                    break;
                }
            }
        }

        return $events;
    }

    private function unitOf(string $job): string
    {
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$job]);
        self::assertIsString($unit);

        return $unit;
    }

    private function person(): string
    {
        $id = $this->em()->getConnection()->fetchOne("SELECT id FROM person WHERE sign_in_name = 'idris'");
        self::assertIsString($id);

        return $id;
    }
}
