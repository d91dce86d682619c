<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Doctrine\DBAL\Connection;
use Revolt\EventLoop;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Yew\Server\Shop\ShopTime;

/** The event process: instruments, the tape's news, and browsers that follow. bin/start keeps it running. */
#[AsCommand('live:run', 'Asks the instruments and tells every browser what is new, until it is stopped')]
final readonly class LiveCommand
{
    /** What a process says that wants to be started again. */
    private const AGAIN = 70;

    public function __construct(private Connection $connection, private string $stateDir, private StopJudge $judge, private ClockInterface $clock, private ShopTime $time)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        $process = new LiveProcess(Database::dsn($this->connection), $this->judge, $this->clock, $this->time);
        $door = new LiveDoor(LiveLine::path($this->stateDir), $process);
        $code = Command::SUCCESS;
        $end = static function () use ($process, $door): void {
            $door->close();
            $process->stop();
            EventLoop::getDriver()->stop();
        };
        foreach ([\SIGTERM, \SIGINT, \SIGQUIT] as $signal) {
            EventLoop::onSignal($signal, $end);
        }
        EventLoop::setErrorHandler(static function (\Throwable $e) use ($end, &$code): void {
            fwrite(\STDERR, date('c').' live: '.$e::class.': '.$e->getMessage().' in '.$e->getFile().':'.$e->getLine()."\n");
            $code = self::AGAIN;
            $end();
        });
        $process->start();
        $io->writeln('live: follows');
        EventLoop::run();

        return $code;
    }
}
