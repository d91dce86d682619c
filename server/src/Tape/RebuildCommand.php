<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Yew\Server\Job\Entity\Job;

#[AsCommand('tape:rebuild', 'Folds the current state of every job anew from the tape')]
final readonly class RebuildCommand
{
    public function __construct(private EntityManagerInterface $em, private Benches $benches)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        $jobs = $this->em->getRepository(Job::class)->findAll();
        foreach ($io->progressIterate($jobs) as $job) {
            $this->benches->rebuild($job);
        }
        $io->success(\sprintf('%d jobs', \count($jobs)));

        return Command::SUCCESS;
    }
}
