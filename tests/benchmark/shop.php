<?php

declare(strict_types=1);

use Yew\Benchmark\Client;
use Yew\Browser\Stack;
use Yew\Core\Codec\Fields;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';
require __DIR__.'/Client.php';

/*
 * What a shop asks for beside the bench: a drawer of 500 tubes and its matched sets, a table of 10 000 rows taken in, the work of a job
 * with the reading back of a part, the history of an amplifier; fsync on, no browser.
 */

/**
 * @param Closure(int): mixed $call
 *
 * @return list<float> milliseconds
 */
function each(int $times, Closure $call): array
{
    $taken = [];
    for ($i = 0; $i < $times; ++$i) {
        $begin = hrtime(true);
        $call($i);
        $taken[] = (hrtime(true) - $begin) / 1e6;
    }

    return $taken;
}

$stack = Stack::fresh('benchmark-shop');
$stack->start(fsync: true);
try {
    $client = new Client($stack->address);
    mt_srand(11);
    for ($tray = 0; $tray < 10; ++$tray) {
        $lines = [];
        for ($i = 0; $i < 50; ++$i) {
            $lines[] = sprintf('%.1f %.2f', 40 + mt_rand(0, 150) / 10, 3.6 + mt_rand(0, 90) / 100);
        }
        $client->post('/api/drawer/trays', ['id' => Symfony\Component\Uid\Uuid::v7()->toRfc4122(), 'type' => '6V6GT', 'maker' => 'Tern', 'state' => 'pulled-good', 'tester' => 'jig, 250/-12.5/250, 6.3V, 5m', 'lines' => $lines]);
    }
    report('Drawer, 500 tubes of one type listed', each(30, static fn (int $i): mixed => $client->get('/api/drawer?type=6V6GT')), 'for comparison');
    foreach ([2 => 'pairs', 4 => 'quads', 6 => 'sextets'] as $size => $name) {
        report('Drawer, 500 tubes matched in '.$name, each(12, static fn (int $i): mixed => $client->get('/api/drawer/sets?type=6V6GT&sets=40&size='.$size)), 'under 2 s');
    }
    $job = Fields::of($client->get('/api/jobs?q=T50-0312'))->objects('jobs')[0]->string('id');
    $unit = Fields::of($client->get('/api/jobs/'.$job))->objects('units')[0]->string('id');
    $sent = Fields::of($client->post('/api/jobs/'.$job.'/estimate/sent', []));
    $answers = [];
    foreach ($sent->object('offer')->objects('lines') as $line) {
        $answers[$line->string('id')] = 'yes';
    }
    $client->post('/api/jobs/'.$job.'/estimate/answer', ['way' => 'telephone', 'answers' => $answers]);
    report('Work: the board', each(100, static fn (int $i): mixed => $client->get('/api/jobs/'.$job.'/units/'.$unit.'/stations/work')), 'p95 under 50 ms');
    report('Work: openings, clock, money, causes', each(100, static fn (int $i): mixed => $client->get('/api/jobs/'.$job.'/work')), 'p95 under 100 ms');
    $client->write($job, $unit, 'state-change', ['to' => 'discharging']);
    foreach (['A-standby' => '0.4', 'N1' => '0.1'] as $island => $text) {
        $client->write($job, $unit, 'discharge-proof', ['island' => $island, 'text' => $text, 'meterId' => 'no-1']);
    }
    $client->write($job, $unit, 'as-fitted', ['text' => 'C21 new']);
    report('Resistors: a resistor tested, on the same job', each(100, static fn (int $i): mixed => $client->write($job, $unit, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '0.99'])), 'for comparison');
    report('Work: a part read back, written and judged', each(100, static fn (int $i): mixed => $client->write($job, $unit, 'trial', ['test' => 'read-back', 'part' => 'C21', 'subject' => 'C21→B', 'text' => '0.2'])), 'p95 under 50 ms, or that of the resistor');
    $again = Fields::of($client->get('/api/jobs?q=L30-1544'))->objects('jobs')[0]->string('id');
    $chassis = Fields::of($client->get('/api/jobs/'.$again))->objects('units')[0]->string('id');
    report('History of three visits', each(100, static fn (int $i): mixed => $client->get('/api/units/'.$chassis.'/history?job='.$again)), 'p95 under 100 ms');
    report('Shelf with its reminders', each(100, static fn (int $i): mixed => $client->get('/api/jobs')), 'p95 under 50 ms');
} finally {
    $stack->stop();
}
