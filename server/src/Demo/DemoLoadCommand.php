<?php

declare(strict_types=1);

namespace Yew\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Yew\Server\Access\Entity\Person;

#[AsCommand('demo:load', 'Loads the demo shop into an empty database')]
final readonly class DemoLoadCommand
{
    public function __construct(private EntityManagerInterface $em, private DemoShop $demo)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        if (0 < $this->em->getRepository(Person::class)->count()) {
            $io->writeln('the shop has people already; nothing loaded');

            return Command::SUCCESS;
        }
        $this->demo->load();
        $io->writeln('demo shop loaded');

        return Command::SUCCESS;
    }
}
