<?php

declare(strict_types=1);

use Yew\Benchmark\Client;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

/** A tape that somebody left an instrument on: so many readings of the unit from its last one until now. */
const LONG_TAPE = <<<'SQL'
    INSERT INTO tape_entry (id, job_id, unit_id, kind, v, payload, conditions_id, conditions, person_id, device, counter, observed_at, received_at, unit_sequence, job_sequence, judgement, refusal, body_hash)
    SELECT gen_random_uuid(), e.job_id, e.unit_id, e.kind, e.v, jsonb_set(e.payload, '{text}', to_jsonb((300 + n % 50)::text)), e.conditions_id, e.conditions, e.person_id, 'long', n,
           e.observed_at + (now() - INTERVAL '5 seconds' - e.observed_at) * n / :count, e.observed_at + (now() - INTERVAL '5 seconds' - e.observed_at) * n / :count, m.unit + n, m.job + n, e.judgement, NULL, md5(n::text) || md5(n::text)
    FROM (SELECT * FROM tape_entry WHERE job_id = :job AND kind = 'reading' ORDER BY job_sequence DESC LIMIT 1) e, (SELECT max(unit_sequence) AS unit, max(job_sequence) AS job FROM tape_entry WHERE job_id = :job) m, generate_series(1, :count) n
    SQL;

/**
 * @param Closure(): void $act
 *
 * @return list<float> milliseconds
 */
function times(int $count, Closure $act): array
{
    $times = [];
    for ($i = 0; $i < $count; ++$i) {
        $begin = hrtime(true);
        $act();
        $times[] = (hrtime(true) - $begin) / 1e6;
    }

    return $times;
}

/** @return array{string, string} job and unit */
function jobOf(Client $client, string $serial): array
{
    $job = Fields::of($client->get('/api/jobs?q='.$serial))->objects('jobs')[0]->string('id');

    return [$job, Fields::of($client->get('/api/jobs/'.$job))->objects('units')[0]->string('id')];
}

$stack = Stack::fresh('benchmark-tape');
$stack->start(fsync: true);
try {
    $client = new Client($stack->address);
    [$job, $unit] = jobOf($client, 'T50-0312');
    foreach (['look', 'iron', 'capacitors', 'resistors', 'voltages'] as $station) {
        report('API, board: '.$station, array_slice(times(60, static function () use ($client, $job, $unit, $station): void {
            $client->get('/api/jobs/'.$job.'/units/'.$unit.'/stations/'.$station);
        }), 10), 'p95 under 50 ms');
    }
    $tests = [['tube-look', 'V1', 'silvery'], ['area-look', 'wiring', 'sound'], ['date-code', 'T1', '549-6122'], ['can-look', 'C1', 'sound']];
    $n = 0;
    report('API, POST of a cold test', array_slice(times(220, static function () use ($client, $job, $unit, $tests, &$n): void {
        [$test, $part, $text] = $tests[$n++ % count($tests)];
        $client->write($job, $unit, 'trial', ['test' => $test, 'part' => $part, 'text' => $text]);
    }), 20), 'p95 under 50 ms');

    [$job, $unit] = jobOf($client, 'L30-2071');
    $database = $stack->database();
    $database->prepare(LONG_TAPE)->execute(['job' => $job, 'count' => 960]);
    $begin = hrtime(true);
    $report = Fields::of($client->post('/api/jobs/'.$job.'/reports', []));
    $asked = (hrtime(true) - $begin) / 1e6;
    while ($report->has('ready') && !$report->boolean('ready')) {
        usleep(50_000);
        $report = Fields::of($client->get('/api/reports/'.$report->string('id')));
    }
    report('Report of 1 000 entries, asked for', [$asked], 'out of the request');
    report('Report of 1 000 entries, ready', [(hrtime(true) - $begin) / 1e6], '4 s');
    $database->exec('DELETE FROM bench_projection');
    $database->exec("DELETE FROM tape_entry WHERE device = 'long'");
    // An hour on the bench: eighty entries a minute.
    $database->exec("UPDATE tape_entry SET observed_at = observed_at - INTERVAL '1 hour', received_at = received_at - INTERVAL '1 hour'");
    $database->exec("UPDATE job SET booked_in_at = booked_in_at - INTERVAL '1 hour'");
    $database->prepare(LONG_TAPE)->execute(['job' => $job, 'count' => 4960]);
    $database->exec('ANALYZE');
    $client->get('/api/jobs/'.$job.'/tape?after=100000'); // folds what the database was given behind its back
    $client->read($job, $unit, 'C', '341');
    report('API, one reading after 5 000 entries', array_slice(times(60, static function () use ($client, $job, $unit): void {
        $client->read($job, $unit, 'C', '341');
    }), 10), 'p95 under 50 ms');
    report('API, late entry at 5 000 entries', times(20, static function () use ($client, $job, $unit): void {
        $client->write($job, $unit, 'note', ['text' => 'found in the pocket'], 60.0);
    }), '100 ms');
    $ids = array_map(static fn (int $i): string => $client->write($job, $unit, 'reading', ['place' => 'C', 'function' => 'dc-volts', 'text' => '34'.$i]), range(0, 9));
    report('API, take-back at 5 000 entries', times(10, static function () use ($client, $job, $unit, &$ids): void {
        $client->write($job, $unit, 'correction', ['corrects' => array_pop($ids), 'reason' => '']);
    }), '100 ms');
    $bytes = 0;
    report('API, opening a job of 5 000 entries', array_slice(times(25, static function () use ($client, $job, &$bytes): void {
        $client->get('/api/jobs/'.$job);
        $bytes = $client->received();
        $client->get('/api/jobs/'.$job.'/tape');
        $bytes += $client->received();
    }), 5), '250 ms');
    printf("%-44s %d bytes   (aim: 300 kB)\n", 'API, opening a job of 5 000 entries', $bytes);
    $last = Fields::of($client->get('/api/jobs/'.$job.'/tape'))->objects('entries');
    $after = $last[count($last) - 1]->number('sequence');
    report('API, /api/me', array_slice(times(110, static function () use ($client): void {
        $client->get('/api/me');
    }), 10), 'for comparison');
    report('API, poll with nothing new', array_slice(times(110, static function () use ($client, $job, $after): void {
        $client->get(sprintf('/api/jobs/%s/tape?after=%d', $job, $after));
    }), 10), '/api/me + 3 ms');
    printf("%-44s %d bytes   (aim: 1 kB)\n", 'API, poll with nothing new', $client->received());
} finally {
    $stack->stop();
}
