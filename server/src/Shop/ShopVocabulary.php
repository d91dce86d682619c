<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Wording\Vocabulary;

final readonly class ShopVocabulary implements Vocabulary
{
    public function __construct(private EntityManagerInterface $em)
    {
    }

    public function name(): string
    {
        return 'uk' === $this->em->getRepository(Shop::class)->findOneBy([])?->head()->vocabulary ? 'uk' : 'us';
    }

    public function words(): array
    {
        return $this->em->getRepository(Shop::class)->findOneBy([])?->head()->words ?? [];
    }
}
