<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Server\Access\Entity\Person;

/** Whether this is the made-up shop, where nobody's amplifier is at stake. */
final readonly class DemoMark
{
    private const OWNER = 'nell.demo';

    public function __construct(private EntityManagerInterface $em)
    {
    }

    public function isDemo(): bool
    {
        return null !== $this->em->getRepository(Person::class)->findOneBy(['signInName' => self::OWNER]);
    }
}
