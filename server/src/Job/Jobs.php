<?php

declare(strict_types=1);

namespace Yew\Server\Job;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Job\ShelfState;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Entity\Unit;

/** Finds jobs. */
final readonly class Jobs
{
    /** Jobs shown of one place on the shelf. */
    public const MOST_OF_A_STATE = 40;
    private const MOST_VISITS = 60;

    public function __construct(private EntityManagerInterface $em)
    {
    }

    public function get(string $id): Job
    {
        $job = Uuid::isValid($id) ? $this->em->find(Job::class, $id) : null;

        return $job ?? throw Refused::notFound('job');
    }

    public function unit(string $jobId, string $unitId): JobUnit
    {
        return $this->get($jobId)->unit($unitId) ?? throw Refused::notFound('unit on this job');
    }

    /** The tag of an open job on which a unit stands, another one than is named; null where there is none. Lock the unit before. */
    public function openTagOf(string $unitId, ?string $besides = null): ?string
    {
        $tag = $this->em->getConnection()->fetchOne('SELECT j.tag FROM job j JOIN job_unit u ON u.job_id = j.id WHERE u.unit_id = ? AND j.id IS DISTINCT FROM ? AND j.shelf_state <> ? LIMIT 1', [$unitId, $besides, ShelfState::Collected->value]);

        return \is_string($tag) ? $tag : null;
    }

    /** @return list<JobUnit> the jobs that an amplifier was here for, the newest first */
    public function visits(Unit $unit): array
    {
        $found = $this->em->createQuery('SELECT u, j FROM '.JobUnit::class.' u JOIN u.job j WHERE u.unit = :unit ORDER BY j.bookedInAt DESC')->setParameter('unit', $unit->id)->setMaxResults(self::MOST_VISITS)->getResult();

        return \is_array($found) ? array_values(array_filter($found, static fn (mixed $u): bool => $u instanceof JobUnit)) : [];
    }

    /** On how many jobs before this one the amplifier was here. */
    public function visitsBefore(JobUnit $on): int
    {
        $count = $this->em->getConnection()->fetchOne('SELECT count(*) FROM job_unit u JOIN job j ON j.id = u.job_id WHERE u.unit_id = ? AND j.booked_in_at < ?', [$on->unit->id, $on->job->bookedInAt], ['guid', 'instant']);

        return is_numeric($count) ? (int) $count : 0;
    }

    /**
     * Jobs that hold every word; without words those that are still in the shop.
     *
     * @return array{list<Job>, array<string, int>} the newest of each place on the shelf, and how many there are of each
     */
    public function search(string $words): array
    {
        $states = '' === trim($words) ? array_filter(ShelfState::cases(), static fn (ShelfState $s): bool => ShelfState::Collected !== $s) : ShelfState::cases();
        $holds = '';
        $values = [];
        foreach (\array_slice((array) preg_split('/\s+/', mb_strtolower(trim($words)), -1, \PREG_SPLIT_NO_EMPTY), 0, 6) as $i => $word) {
            $holds .= \sprintf(' AND search_text LIKE :w%d', $i);
            $values['w'.$i] = '%'.addcslashes((string) $word, '%_\\').'%';
        }
        $connection = $this->em->getConnection();
        $ids = $counts = [];
        foreach ($states as $state) {
            $of = [...$values, 'state' => $state->value];
            $count = $connection->fetchOne('SELECT count(*) FROM job WHERE shelf_state = :state'.$holds, $of);
            $counts[$state->value] = is_numeric($count) ? (int) $count : 0;
            if (0 < $counts[$state->value]) {
                array_push($ids, ...$connection->fetchFirstColumn('SELECT id FROM job WHERE shelf_state = :state'.$holds.' ORDER BY shelf_since DESC LIMIT '.self::MOST_OF_A_STATE, $of));
            }
        }
        $jobs = $this->em->createQuery('SELECT j, u, a, o FROM '.Job::class.' j JOIN j.units u JOIN u.unit a JOIN j.owner o WHERE j.id IN (:ids) ORDER BY j.shelfSince DESC')
            ->setParameter('ids', $ids, ArrayParameterType::STRING)->getResult();

        return [\is_array($jobs) ? array_values(array_filter($jobs, static fn (mixed $j): bool => $j instanceof Job)) : [], $counts];
    }
}
