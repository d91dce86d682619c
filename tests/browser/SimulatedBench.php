<?php

declare(strict_types=1);

namespace Yew\Browser;

use Symfony\Component\Process\Process;
use Yew\Core\Codec\Fields;
use Yew\Stands\Tests\Line;

/** A stand of its own for one test: an amplifier with or without a fault, hands, and the meter that is read off and typed. */
final class SimulatedBench
{
    /** Seconds of the amplifier in one of ours. */
    public const SPEED = 20;
    private const SETTLE_SECONDS = 0.4;
    private const TRIES = 5;

    private Process $process;
    private readonly Line $hands;
    private readonly Line $meter;

    /** @param list<string> $faults as the command line takes them */
    public function __construct(string $sheet, array $faults = [], int $seed = 7)
    {
        // Several ports in a row are wanted: the one that is free may have a neighbour that is not.
        $port = self::freePorts();
        for ($try = 1; !$this->listens($sheet, $faults, $seed, $port); ++$try) {
            $said = $this->process->getOutput().$this->process->getErrorOutput();
            $port = $try < self::TRIES && str_contains($said, 'in use') ? self::freePorts() : throw new \RuntimeException('the stand ended: '.$said);
        }
        $this->hands = new Line($port);
        $this->meter = new Line($port + 2);
    }

    /** @param list<string> $faults */
    private function listens(string $sheet, array $faults, int $seed, int $port): bool
    {
        $root = \dirname(__DIR__, 2);
        $this->process = new Process(['php', '-d', 'memory_limit=256M', $root.'/bin/bench', 'stand', $root.'/server/demo/sheets/'.$sheet.'.sheet.json', '--seed', (string) $seed, '--speed', (string) self::SPEED, '--port', (string) $port, ...array_merge(...array_map(static fn (string $f): array => ['--fault', $f], $faults))], timeout: null);
        $this->process->start();
        for ($i = 0; $i < 400 && false === @fsockopen('127.0.0.1', $port + 2, timeout: 0.2); ++$i) {
            if ($this->process->isTerminated()) {
                return false;
            }
            usleep(50_000);
        }

        return true;
    }

    public function stop(): void
    {
        $this->process->stop(2);
    }

    public function hand(string ...$deeds): void
    {
        foreach ($deeds as $deed) {
            $answer = $this->hands->ask($deed);
            if ('ok' !== $answer) {
                throw new \RuntimeException($deed.': '.$answer);
            }
        }
    }

    /** What the first meter shows at a place once it has settled. */
    public function read(string $place, string $function = 'DC'): float
    {
        $this->hand('probe dmm1 '.$place);
        $this->meter->send('CONF:VOLT:'.$function."\n");
        usleep((int) (1e6 * self::SETTLE_SECONDS));

        return $this->now();
    }

    /** What it shows now, where it hangs. */
    public function now(): float
    {
        $shown = $this->meter->ask('READ?');

        return is_numeric($shown) ? (float) $shown : throw new \RuntimeException('the meter shows '.$shown);
    }

    /** How bright its lamp is, in the stand’s words. */
    public function brightness(): string
    {
        return Fields::of(json_decode($this->hands->ask('state'), true))->string('brightness');
    }

    /** The first of the ports in a row that a stand takes. */
    private static function freePorts(): int
    {
        $port = FreePort::find();

        return $port > 60_000 ? $port - 10_000 : $port;
    }
}
