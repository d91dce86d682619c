<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Symfony\Component\Console\Attribute\Argument;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;

/** How fast time goes in a demo shop; refused where real units are. */
#[AsCommand('shop:speed', 'So many seconds of a demo shop in one of the machine’s, 1 to 20')]
final readonly class SpeedCommand
{
    public function __construct(private DemoMark $demo, private ShopTime $time)
    {
    }

    public function __invoke(SymfonyStyle $io, #[Argument] string $factor): int
    {
        if (!is_numeric($factor) || (float) $factor < 1.0 || (float) $factor > ShopTime::MOST_FACTOR) {
            $io->getErrorStyle()->writeln(\sprintf('Time goes 1 to %d times as fast, not “%s”.', ShopTime::MOST_FACTOR, mb_substr($factor, 0, 20)));

            return Command::INVALID;
        }
        if (!$this->demo->isDemo()) {
            $io->getErrorStyle()->writeln('Time goes faster in a demo shop alone: on a real unit ten seconds are ten seconds.');

            return Command::FAILURE;
        }
        $this->time->go((float) $factor, microtime(true));

        return Command::SUCCESS;
    }
}
