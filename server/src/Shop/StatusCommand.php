<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Attribute\Option;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\FirstOwnerToken;
use Yew\Server\Shop\Entity\Shop;

/** Says whether anybody can sign in; an empty shop gets a one-time token for its first owner. */
#[AsCommand('shop:status', 'Prints “demo”, “in use”, or “empty TOKEN”')]
final readonly class StatusCommand
{
    public function __construct(private EntityManagerInterface $em, private ShopMeters $meters, private DemoMark $demo, private string $stateDir)
    {
    }

    public function __invoke(SymfonyStyle $io, #[Option] bool $open = false): int
    {
        if ($open && [] === $this->meters->all()->all) {
            $this->em->persist(HandMeter::general()->listed('general'));
            $this->em->flush();
        }
        if (0 < $this->em->getRepository(Person::class)->count()) {
            $io->writeln($this->demo->isDemo() ? 'demo' : 'in use');

            return Command::SUCCESS;
        }
        if ($open && null === $this->em->getRepository(Shop::class)->findOneBy([])) {
            $this->em->persist(new Shop(1, 'A new shop', '', 'UTC', 'us', ''));
            $this->em->flush();
        }
        $file = FirstOwnerToken::file($this->stateDir);
        if (!is_file($file)) {
            file_put_contents($file, bin2hex(random_bytes(16)));
            chmod($file, 0o600);
        }
        $io->writeln('empty '.trim((string) file_get_contents($file)));

        return Command::SUCCESS;
    }
}
