<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Revolt\EventLoop;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Instrument\AnswerFault;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Core\Instrument\NetworkAddress;
use Yew\Core\Instrument\Settling;
use Yew\Server\Http\Moment;
use Yew\Server\Shop\ShopTime;

use function Amp\async;
use function Amp\delay;

/** What runs beside the web workers: it asks the instruments, listens to the tape, and tells every browser that follows. */
final class LiveProcess
{
    private const RETRY_SECONDS = 0.25;
    private const SAVE_SECONDS = 0.25;
    private const BEAT_SECONDS = 1.0;
    /** Jobs that one stream may ask about when it comes back. */
    private const MOST_JOBS = 20;

    private const INSTRUMENTS = <<<'SQL'
        SELECT i.id, i.name, i.meter_id, m.document AS meter, i.profile, i.host, i.port, u.job_id, u.unit_id, u.function, extract(epoch FROM u.since) AS since
        FROM instrument i JOIN shop_meter m ON m.id = i.meter_id LEFT JOIN instrument_use u ON u.instrument_id = i.id WHERE i.retired_at IS NULL ORDER BY i.name, i.id
        SQL;
    private const RECORDINGS = 'SELECT id, job_id, unit_id, instrument_id, meter_id, place, function, armed_by FROM recording WHERE ended_at IS NULL';

    /** @var array<string, array<string, string|null>> rows of instruments in use, by id */
    private array $instruments = [];

    /** @var array<string, array{key: string, line: InstrumentLine, settling: Settling, meter: Meter}> by instrument */
    private array $lines = [];

    /** @var array<string, array{id: string, job: string, unit: string, meter: string, place: string, function: string, person: string, instrument: string}> by instrument */
    private array $recordings = [];

    /** @var array<string, array<string, mixed>> what each line said last, by instrument */
    private array $shown = [];

    /** @var \SplObjectStorage<Stream, null> */
    private \SplObjectStorage $streams;

    private bool $hasDatabase = false;

    private readonly Database $listener;

    private readonly Database $asker;

    private readonly Recorder $recorder;

    private readonly float $began;

    public function __construct(string $dsn, private readonly StopJudge $judge, private readonly ClockInterface $clock, private readonly ShopTime $time)
    {
        $this->listener = new Database($dsn);
        $this->asker = new Database($dsn);
        $this->recorder = new Recorder(new Database($dsn));
        $this->streams = new \SplObjectStorage();
        $this->began = microtime(true);
    }

    public function start(): void
    {
        async($this->listen(...));
        EventLoop::repeat(self::SAVE_SECONDS, $this->recorder->save(...));
        EventLoop::repeat(self::BEAT_SECONDS, $this->beat(...));
    }

    public function stop(): void
    {
        foreach ($this->lines as $one) {
            $one['line']->stop();
        }
        $this->recorder->save();
        foreach (iterator_to_array($this->streams, false) as $stream) {
            $stream->end();
        }
        $this->listener->close();
        $this->asker->close();
    }

    /** Tells the tape's news, and what the shop changed about its instruments, for as long as it runs. */
    private function listen(): void
    {
        while (true) {
            try {
                // Listen first, then look: nothing falls between.
                $this->listener->query('LISTEN tape');
                $this->listener->query('LISTEN instruments');
                $this->listener->follow($this->told(...), function (): void {
                    $this->hasDatabase = false;
                    $this->tell('database', ['away' => true]);
                    EventLoop::queue($this->listen(...));
                });
                $this->load();
                $this->hasDatabase = true;
                $this->judge->forget();
                // Whoever follows looks at the tape: something may have come while nobody listened.
                $this->tell('database', ['away' => false]);

                return;
            } catch (\RuntimeException) { // away, or in the middle of being made anew
                $this->hasDatabase = false;
                $this->listener->close(); // begun anew as a whole: half a beginning leaves a watcher behind
                delay(self::RETRY_SECONDS);
            }
        }
    }

    private function told(string $channel, string $payload): void
    {
        if ('tape' === $channel) {
            $this->judge->forget();
            $this->say('tape', $payload);
        } else {
            async(function (): void {
                try {
                    $this->load();
                } catch (\RuntimeException) {
                    // It is read anew when the database is back.
                }
            });
        }
    }

    /** @throws DatabaseAway */
    private function load(): void
    {
        $rows = [];
        foreach ($this->asker->query(self::INSTRUMENTS) as $row) {
            $rows[(string) $row['id']] = $row;
        }
        $recordings = [];
        foreach ($this->asker->query(self::RECORDINGS) as $r) {
            $recordings[(string) $r['instrument_id']] = ['id' => (string) $r['id'], 'job' => (string) $r['job_id'], 'unit' => (string) $r['unit_id'], 'meter' => (string) $r['meter_id'], 'place' => (string) $r['place'], 'function' => (string) $r['function'], 'person' => (string) $r['armed_by'], 'instrument' => (string) $r['instrument_id']];
        }
        $this->instruments = $rows;
        $this->recordings = $recordings;
        foreach ($this->lines as $id => $one) {
            if (!isset($rows[$id]) || $one['key'] !== self::key($rows[$id])) {
                $one['line']->stop();
                unset($this->lines[$id], $this->shown[$id]);
            }
        }
        foreach ($rows as $id => $row) {
            if (null !== $row['function'] && !isset($this->lines[$id])) {
                $this->open($id, $row);
            }
        }
        $this->tell('instruments', ['of' => array_values($this->shown)]);
    }

    /** @param array<string, string|null> $row */
    private function open(string $id, array $row): void
    {
        try {
            $profile = InstrumentProfile::decode(json_decode((string) $row['profile'], true));
            $function = $profile->function(MeterFunction::from((string) $row['function'])) ?? throw BadData::at('function', 'its dialect does not know that');
            $meter = Meter::decode(json_decode((string) $row['meter'], true));
            $address = NetworkAddress::of((string) $row['host'], (int) $row['port']);
        } catch (BadData|\ValueError $e) {
            $this->shown[$id] = [...self::who($id, $row), 'state' => 'fault', 'why' => $e->getMessage()];

            return;
        }
        [$job, $unit] = [(string) $row['job_id'], (string) $row['unit_id']];
        $line = new InstrumentLine($id, $address, $profile, $function, fn (): bool => $this->judge->isDead($job, $unit), $this->read(...), $this->changed(...));
        $this->lines[$id] = ['key' => self::key($row), 'line' => $line, 'settling' => new Settling($this->time->factor), 'meter' => $meter];
        $this->shown[$id] = [...self::who($id, $row), 'state' => 'away', 'why' => $line->why];
        $line->start();
    }

    private function read(InstrumentLine $line, ?float $value): void
    {
        $one = $this->lines[$line->id] ?? null;
        if (null === $one || $one['line'] !== $line) {
            return;
        }
        $at = $this->now();
        $one['settling']->sample($at, $value);
        $range = null === $value ? null : $one['meter']->rangeFor($line->function->function, $value);
        $this->shown[$line->id] = [
            ...self::who($line->id, $this->instruments[$line->id] ?? []), 'state' => 'live', 'why' => '', 'value' => $value, 'kind' => null === $value ? 'overload' : 'value',
            'text' => null === $value ? 'OL' : self::text($value, $range->resolution ?? 0.0), 'range' => $range?->max, 'at' => Moment::ofSeconds($at), 'settled' => $one['settling']->isSettled($range->resolution ?? 0.0),
            'recording' => $this->recordings[$line->id]['id'] ?? null,
        ];
        $this->tell('live', $this->shown[$line->id]);
        $recording = $this->recordings[$line->id] ?? null;
        if (null !== $recording && $recording['function'] === $line->function->function->value) {
            $this->recorder->add($recording['id'], $value, $at);
            $this->judge->look($recording, $value, $at);
        }
    }

    private function changed(InstrumentLine $line): void
    {
        if (($this->lines[$line->id]['line'] ?? null) !== $line || 'live' === $line->state) {
            return; // its first reading tells that it lives
        }
        $this->lines[$line->id]['settling']->restart();
        $this->shown[$line->id] = [...self::who($line->id, $this->instruments[$line->id] ?? []), 'state' => $line->state, 'why' => $line->why, 'at' => Moment::ofSeconds($this->now())];
        $this->tell('live', $this->shown[$line->id]);
    }

    /**
     * A browser that begins to follow: what hangs on which chassis, and whether the jobs that it has open went on without it.
     *
     * @param array<string, int> $since job sequence that it knows, by job
     */
    public function follow(Stream $stream, array $since): void
    {
        $this->streams->attach($stream);
        $stream->send(self::event('instruments', ['of' => array_values($this->shown)]).self::event('beat', $this->pulse()));
        if ([] === $since || \count($since) > self::MOST_JOBS) {
            return;
        }
        try {
            foreach ($this->asker->query('SELECT job_id AS job, max(job_sequence) AS last FROM tape_entry WHERE job_id = ANY($1::uuid[]) GROUP BY job_id', ['{'.implode(',', array_keys($since)).'}']) as $row) {
                if ((int) $row['last'] > ($since[(string) $row['job']] ?? 0)) {
                    $stream->send(self::event('tape', ['job' => $row['job'], 'jobSequence' => (int) $row['last'], 'unit' => null]));
                }
            }
        } catch (\RuntimeException) {
            // Told to everybody when it is back.
        }
    }

    public function leave(Stream $stream): void
    {
        $this->streams->detach($stream);
    }

    /**
     * Who answers at an instrument's address.
     *
     * @throws LineFault
     */
    public function identify(string $id): string
    {
        $known = $this->lines[$id]['line']->identity ?? '';
        if ('' !== $known) {
            return $known; // its line is in use: a second one would disturb the first
        }
        [$address, $profile] = $this->reached($id);

        return InstrumentLine::identify($address, $profile);
    }

    /**
     * One reading of an instrument that hangs on no chassis, for a calibration.
     *
     * @throws LineFault|AnswerFault
     */
    public function readingOf(string $id, MeterFunction $function): ?float
    {
        if (isset($this->lines[$id])) {
            throw new LineFault('hangs on a chassis; it is left as it is');
        }
        [$address, $profile] = $this->reached($id);

        return InstrumentLine::readingOf($address, $profile, $profile->function($function) ?? throw new LineFault('does not measure that'));
    }

    /** @return array<string, mixed> how it is, for the status page and the logs */
    public function status(): array
    {
        $rss = 1 === preg_match('/VmRSS:\s+(\d+)/', (string) @file_get_contents('/proc/self/status'), $m) ? (int) $m[1] : null;

        return [
            'upSeconds' => round(microtime(true) - $this->began, 1), 'database' => $this->hasDatabase, 'streams' => \count($this->streams), 'rssKilobytes' => $rss, 'memoryKilobytes' => intdiv(memory_get_usage(), 1024),
            'samplesSaved' => $this->recorder->saved, 'samplesWaiting' => $this->recorder->waiting(), 'samplesLost' => $this->recorder->lost,
            'instruments' => array_values(array_map(static fn (array $one): array => ['id' => $one['line']->id, 'state' => $one['line']->state, 'why' => $one['line']->why, 'readings' => $one['line']->readings, 'faults' => $one['line']->faults], $this->lines)),
        ];
    }

    /**
     * @return array{NetworkAddress, InstrumentProfile}
     *
     * @throws LineFault
     */
    private function reached(string $id): array
    {
        $row = $this->instruments[$id] ?? throw new LineFault('is not in the shop’s list');
        try {
            return [NetworkAddress::of((string) $row['host'], (int) $row['port']), InstrumentProfile::decode(json_decode((string) $row['profile'], true))];
        } catch (BadData $e) {
            throw new LineFault($e->getMessage());
        }
    }

    private function beat(): void
    {
        $this->tell('beat', $this->pulse());
    }

    /** @return array<string, mixed> */
    private function pulse(): array
    {
        return ['serverTime' => Moment::ofSeconds($this->now()), 'timeFactor' => $this->time->factor, 'database' => $this->hasDatabase];
    }

    /** @param array<string, mixed> $data */
    private function tell(string $event, array $data): void
    {
        if (\count($this->streams) > 0) {
            $this->send(self::event($event, $data));
        }
    }

    private function say(string $event, string $data): void
    {
        $this->send("event: $event\ndata: ".str_replace(["\r", "\n"], ' ', $data)."\n\n");
    }

    private function send(string $text): void
    {
        foreach ($this->streams as $stream) {
            $stream->send($text);
        }
    }

    /** @param array<string, mixed> $data */
    private static function event(string $event, array $data): string
    {
        return "event: $event\ndata: ".json_encode($data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE)."\n\n";
    }

    /**
     * @param array<string, string|null> $row
     *
     * @return array<string, string|null>
     */
    private static function who(string $id, array $row): array
    {
        return ['id' => $id, 'name' => $row['name'] ?? '', 'meterId' => $row['meter_id'] ?? '', 'function' => $row['function'] ?? '', 'job' => $row['job_id'] ?? null, 'unit' => $row['unit_id'] ?? null];
    }

    /**
     * What makes another line of it.
     *
     * @param array<string, string|null> $row
     */
    private static function key(array $row): string
    {
        return implode(' ', [$row['host'] ?? '', $row['port'] ?? '', $row['job_id'] ?? '', $row['unit_id'] ?? '', $row['function'] ?? '', $row['since'] ?? '']);
    }

    /** With as many decimals as its meter shows. */
    private static function text(float $value, float $resolution): string
    {
        return $resolution <= 0.0 ? StopJudge::text($value) : number_format(round($value / $resolution) * $resolution, max(0, (int) round(-log10($resolution))), '.', '');
    }

    private function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }
}
