<?php

declare(strict_types=1);

use Yew\Benchmark\Client;
use Yew\Browser\Stack;

require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

// A shop of many years: 5 000 jobs on the shelf and 200 sheets.
const MANY = <<<'SQL'
    INSERT INTO job (id, tag, owner_id, complaint, came_with, condition_notes, booked_in_at, search_text, shelf_state, shelf_since, waits_for)
    SELECT gen_random_uuid(), 'X'||n, (SELECT id FROM amplifier_owner LIMIT 1), 'hums', '', '', now(), 'owner '||n||' lantern 30 x'||n,
           (ARRAY['on-the-bench', 'parts', 'soaking', 'ready', 'owners-word'])[1 + n % 5], now() - n * INTERVAL '1 minute', '' FROM generate_series(1, 5000) n;
    INSERT INTO job_unit (job_id, unit_id) SELECT id, (SELECT id FROM unit LIMIT 1) FROM job WHERE tag LIKE 'X%';
    INSERT INTO sheet (id, name) SELECT gen_random_uuid(), 'Sheet '||n FROM generate_series(1, 200) n;
    INSERT INTO sheet_version (id, sheet_id, number, hash, document, made_at)
    SELECT gen_random_uuid(), s.id, 1, v.hash, v.document, now() FROM sheet s, (SELECT hash, document FROM sheet_version LIMIT 1) v WHERE s.name LIKE 'Sheet %';
    ANALYZE;
    SQL;

$stack = Stack::fresh('benchmark');
$stack->start(fsync: true);
try {
    $stack->database()->exec(MANY);
    $client = new Client($stack->address);
    foreach (['Shelf with 5 000 jobs' => '/api/jobs', 'Shelf with 5 000 jobs, search while typing' => '/api/jobs?q=lantern%2049', 'List of 206 sheets' => '/api/sheets'] as $what => $path) {
        $times = [];
        for ($i = 0; $i < 60; ++$i) {
            $begin = hrtime(true);
            $client->get($path);
            $times[] = (hrtime(true) - $begin) / 1e6;
        }
        report($what, array_slice($times, 10), 'median under 100 ms');
    }
} finally {
    $stack->stop();
}
