<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;

/** The worker: what takes longer than a page may wait. bin/start keeps it running. */
#[AsCommand('worker:run', 'Does the long computations, until it is stopped')]
final readonly class WorkerCommand
{
    public function __construct(private Worker $worker)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        pcntl_async_signals(true);
        foreach ([\SIGTERM, \SIGINT, \SIGQUIT] as $signal) {
            pcntl_signal($signal, $this->worker->stop(...));
        }
        $io->writeln('worker: waits');
        $this->worker->run();

        return Command::SUCCESS;
    }
}
