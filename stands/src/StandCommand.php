<?php

declare(strict_types=1);

namespace Yew\Stands;

use Amp\Socket\SocketException;
use Revolt\EventLoop;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Codec\BadData;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Stands\Bench\Hands;
use Yew\Stands\Bench\Stand;
use Yew\Stands\Bench\StandSheet;
use Yew\Stands\Bench\TruthLog;
use Yew\Stands\Door\LineDoor;
use Yew\Stands\Door\PanelDoor;
use Yew\Stands\Instrument\Scpi;

/** `bin/bench stand SHEET.json …`: an amplifier of that sheet behind instruments on loopback, until it is told to quit. */
final class StandCommand
{
    private const TICK = 0.05;
    private const MOST_FILE_BYTES = 2_000_000;
    /** What a busy machine may make up for at once, seconds of ours. */
    private const MOST_CATCHING_UP = 1.0;

    private bool $leaving = false;

    /** @param list<string> $words behind the word stand */
    public static function run(array $words, string $root): int
    {
        try {
            $options = StandOptions::read($words);
        } catch (\InvalidArgumentException $e) {
            fwrite(\STDERR, 'stand: '.$e->getMessage()."\n".StandOptions::USAGE."\n");

            return 2;
        }
        try {
            (new self())->stand($options, $root);

            return 0;
        } catch (BadData|BadCircuit|SocketException|\RuntimeException $e) {
            fwrite(\STDERR, 'stand: '.$e->getMessage()."\n");

            return 2;
        }
    }

    /**
     * @throws BadData
     * @throws BadCircuit
     * @throws SocketException
     * @throws \RuntimeException
     */
    private function stand(StandOptions $options, string $root): void
    {
        $sheet = StandSheet::decode(self::json($options->sheet, 'the sheet'), TubeCatalogue::open(self::json($root.'/core/data/tubes.json', 'the tube data')));
        $log = new TruthLog($options->log);
        $unit = $sheet->unit($options->seed, $options->faults, $options->loose, $options->hidden);
        $stand = new Stand($unit, $log, $options->seed);
        $log->line('stand', ['sheet' => $sheet->sheet->name, 'seed' => $options->seed, 'speed' => $options->speed, 'dial' => $unit->dial->table, ...$unit->truth()]);
        echo $sheet->sheet->name.' on the stand: '.implode(', ', $this->open($stand, $options->port, $sheet->sheet->name))."\n";
        $this->walk($stand, $options->speed);
        foreach ([\SIGTERM, \SIGINT] as $signal) {
            EventLoop::onSignal($signal, $this->leave(...));
        }
        EventLoop::run();
    }

    /**
     * @return list<string> the doors and where they are
     *
     * @throws SocketException
     */
    private function open(Stand $stand, int $port, string $name): array
    {
        LineDoor::open($port, fn (string $line): string => $this->hand($stand->hands, $line), static fn (): float => 0.0, static fn (): null => null, Hands::MOST_LINE);
        $page = (string) file_get_contents(\dirname(__DIR__).'/panel/panel.html');
        PanelDoor::open($port + 1, $stand->hands, str_replace('@NAME@', htmlspecialchars($name), $page));
        $doors = ['hands '.$port, 'panel http://127.0.0.1:'.($port + 1).'/'];
        foreach ($stand->instruments as $i => $instrument) {
            $own = $port + 2 + $i;
            LineDoor::open($own, $instrument->scpi()->line(...), $instrument->answersAfter(...), $instrument->scpi()->tooLong(...), Scpi::MOST_LINE);
            $doors[] = $instrument->name().' '.$own;
        }

        return $doors;
    }

    private function hand(Hands $hands, string $line): string
    {
        if ('quit' !== trim($line)) {
            return $hands->line($line);
        }
        EventLoop::delay(self::TICK, $this->leave(...));

        return 'ok';
    }

    private function leave(): void
    {
        $this->leaving = true;
        EventLoop::getDriver()->stop();
    }

    /** Time goes with the clock on the wall. */
    private function walk(Stand $stand, float $speed): void
    {
        $last = hrtime(true);
        $step = function () use (&$last, $stand, $speed, &$step): void {
            $now = hrtime(true);
            $stand->advance(min(self::MOST_CATCHING_UP, ($now - $last) / 1e9) * $speed);
            $last = $now;
            if (!$this->leaving) {
                EventLoop::delay(self::TICK, $step);
            }
        };
        EventLoop::delay(self::TICK, $step);
    }

    /**
     * @return array<mixed>
     *
     * @throws \RuntimeException
     */
    private static function json(string $path, string $what): array
    {
        $text = is_file($path) && filesize($path) <= self::MOST_FILE_BYTES ? file_get_contents($path) : false;
        $data = false === $text ? null : json_decode($text, true, 64);

        return \is_array($data) ? $data : throw new \RuntimeException(\sprintf('%s %s cannot be read as JSON of at most 2 MB', $what, $path));
    }
}
