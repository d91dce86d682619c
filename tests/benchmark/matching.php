<?php

declare(strict_types=1);

use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\Matching;

/* Choosing sets out of a drawer of five hundred tubes, by plate current and transconductance. */
require dirname(__DIR__, 2).'/vendor/autoload.php';
require __DIR__.'/figures.php';

mt_srand(7);
$drawer = [];
for ($i = 0; $i < 500; ++$i) {
    $drawer[] = new Candidate('t'.$i, mt_rand(30000, 50000) / 1e6, mt_rand(4000, 6000) / 1e6);
}
foreach ([2 => 200, 4 => 100, 6 => 60] as $size => $count) {
    $taken = [];
    for ($i = 0; $i < 11; ++$i) {
        $begin = hrtime(true);
        Matching::choose($drawer, $size, $count, 1.0);
        $taken[] = (hrtime(true) - $begin) / 1e6;
    }
    report(sprintf('%d sets of %d out of 500 tubes', $count, $size), $taken, 'under 2000 ms');
}
