<?php

declare(strict_types=1);

namespace Yew\Browser;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** The application as `bin/start` runs it, on a data folder and a port of its own. */
final class Stack
{
    private ?Process $process = null;
    /** @var non-empty-string */
    public readonly string $address;

    public function __construct(private readonly string $data, private readonly int $port)
    {
        $this->address = 'http://127.0.0.1:'.$port;
    }

    public static function fresh(string $name): self
    {
        $data = \dirname(__DIR__, 2).'/var/browser-'.$name;
        (new Filesystem())->remove($data);
        $port = FreePort::find();

        return new self($data, $port);
    }

    /**
     * @param bool $fsync tests need no durability; measurements do
     * @param bool $demo  or an empty shop
     * @param int  $speed seconds of the demo shop in one of ours
     *
     * @return string what it printed until it was ready
     */
    public function start(bool $fsync = false, bool $demo = true, int $speed = 1): string
    {
        $this->process = new Process([\dirname(__DIR__, 2).'/bin/start', '--port', (string) $this->port, '--data', $this->data, ...($demo ? [] : ['--no-demo']), ...(1 === $speed ? [] : ['--speed', (string) $speed])], env: ['PG_FSYNC' => $fsync ? 'on' : 'off', 'PG_NO_SYNC' => '1'], timeout: null);
        $this->process->start();
        $this->process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, $demo ? 'Demo sign-ins' : 'The shop is empty'));
        if (!$this->process->isRunning()) {
            throw new \RuntimeException('bin/start ended: '.$this->process->getOutput().$this->process->getErrorOutput());
        }

        return $this->process->getOutput();
    }

    /** A file of its data folder. */
    public function file(string $name): string
    {
        return $this->data.'/'.$name;
    }

    /** Its database, as the role that migrates it; for measurements on more than a demo shop holds. */
    public function database(): \PDO
    {
        $secrets = parse_ini_file($this->data.'/secrets');
        $port = explode("\n", (string) file_get_contents($this->data.'/pg/data/postmaster.pid'))[3] ?? '';
        $password = \is_array($secrets) ? $secrets['owner_password'] ?? '' : '';

        return new \PDO('pgsql:host=127.0.0.1;port='.$port.';dbname=yew', 'yew_owner', \is_string($password) ? $password : '');
    }

    /** As a power cut does it: no chance to say goodbye. */
    public function kill(): void
    {
        $this->process?->signal(\SIGKILL);
        for ($i = 0; $i < 100 && false !== @fsockopen('127.0.0.1', $this->port, timeout: 0.2); ++$i) {
            usleep(50_000);
        }
        $this->process = null;
    }

    public function stop(): void
    {
        $this->process?->signal(\SIGTERM);
        $this->process?->wait();
        $this->process = null;
    }
}
