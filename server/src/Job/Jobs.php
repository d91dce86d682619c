<?php

declare(strict_types=1);

namespace Yew\Server\Job;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;

/** Finds jobs. */
final readonly class Jobs
{
    private const MOST = 200;

    public function __construct(private EntityManagerInterface $em)
    {
    }

    public function get(string $id): Job
    {
        $job = Uuid::isValid($id) ? $this->em->find(Job::class, $id) : null;

        return $job ?? throw Refused::notFound('job');
    }

    /** @return list<Job> jobs that hold every word, longest waiting first; without words all that are still in the shop */
    public function search(string $words): array
    {
        $query = $this->em->createQueryBuilder()->select('j', 'u', 'a', 'o')->from(Job::class, 'j')->join('j.units', 'u')->join('u.unit', 'a')->join('j.owner', 'o')->orderBy('j.shelfSince');
        foreach (\array_slice((array) preg_split('/\s+/', mb_strtolower(trim($words)), -1, \PREG_SPLIT_NO_EMPTY), 0, 6) as $i => $word) {
            $query->andWhere('j.searchText LIKE :w'.$i)->setParameter('w'.$i, '%'.addcslashes((string) $word, '%_\\').'%');
        }
        if ('' === trim($words)) {
            $query->andWhere('j.shelfState <> :gone')->setParameter('gone', ShelfState::Collected);
        }
        $jobs = $query->getQuery()->getResult();

        return \is_array($jobs) ? \array_slice(array_values(array_filter($jobs, static fn (mixed $j): bool => $j instanceof Job)), 0, self::MOST) : [];
    }
}
