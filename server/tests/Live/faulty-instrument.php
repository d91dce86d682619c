<?php

declare(strict_types=1);

/*
 * A meter on loopback that misbehaves: php faulty-instrument.php PORT MODE [VALUE]
 * good, overload, half, silent, flood, late, drop, unit, turned, words, unasked, nobody
 */
[, $port, $mode] = $argv;
$value = (float) ($argv[3] ?? 427.3);
$server = stream_socket_server('tcp://127.0.0.1:'.$port);
if (false === $server) {
    exit(1);
}
$guests = [];
$readings = 0;
while (true) {
    $read = [$server, ...$guests];
    $write = $except = null;
    if (false === @stream_select($read, $write, $except, 1)) {
        exit(0);
    }
    foreach ($read as $stream) {
        if ($stream === $server) {
            $guest = stream_socket_accept($server);
            if (false !== $guest) {
                $guests[] = $guest;
            }
            continue;
        }
        $line = fgets($stream);
        if (false === $line) {
            $guests = array_values(array_filter($guests, static fn ($g): bool => $g !== $stream));
            fclose($stream);
            continue;
        }
        $answer = match (trim($line)) {
            '*IDN?' => 'nobody' === $mode ? '12.5' : 'TESTS,FAULTY,'.$mode.',1',
            'SYST:ERR?' => '+0,"No error"',
            'CONF?' => 'turned' === $mode && $readings > 2 ? '"VOLT:AC AUTO"' : '"VOLT:DC AUTO"',
            'READ?' => sprintf('%+.6E', $value),
            default => null,
        };
        if (null === $answer) {
            continue;
        }
        if ('READ?' === trim($line)) {
            ++$readings;
            switch ($mode) {
                case 'overload': $answer = '+9.90000000E+37';
                    break;
                case 'half': fwrite($stream, substr($answer, 0, 6));
                    continue 2;
                case 'silent': continue 2;
                case 'flood': for ($i = 0; $i < 500; ++$i) {
                    @fwrite($stream, $answer."\n");
                } continue 2;
                case 'late': usleep(1_800_000);
                    break;
                case 'drop': fwrite($stream, substr($answer, 0, 4));
                    fclose($stream);
                    $guests = array_values(array_filter($guests, static fn ($g): bool => $g !== $stream));
                    continue 2;
                case 'unit': $answer .= ' ADC';
                    break;
                case 'words': $answer = 'ready';
                    break;
                case 'unasked': $answer .= "\n+1.0E+00";
                    break;
            }
        }
        @fwrite($stream, $answer."\n");
    }
}
