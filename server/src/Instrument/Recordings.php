<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\MeterFunction;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Instrument\Entity\Recording;
use Yew\Server\Job\Entity\JobUnit;

/** What instruments showed over a while: begun and ended by a hand, filled by the instrument process. */
final readonly class Recordings
{
    /** Of one unit on one job. */
    private const MOST = 500;
    private const SHOWN = 50;
    /** Points of one that are sent to be drawn; of each stretch the lowest and the highest. */
    private const MOST_POINTS = 1200;

    /** Samples that are fetched at once. */
    private const BLOCK = 5000;

    public function __construct(private EntityManagerInterface $em, private Connection $connection, private Instruments $instruments, private ClockInterface $clock)
    {
    }

    /** The instrument goes on recording until it is ended, or begun anew at another place. */
    public function begin(JobUnit $unit, string $instrumentId, string $place, string $personId): Recording
    {
        $instrument = $this->instruments->get($instrumentId);
        $use = $this->instruments->useOf($instrument);
        if (null === $use || !$use->isOf($unit->job->id, $unit->unit->id)) {
            throw Refused::conflict(\sprintf('%s does not hang on this chassis.', $instrument->name));
        }
        if (1 !== preg_match('/^[A-Za-z][A-Za-z0-9]*(?:[.\/+-][A-Za-z0-9]+)*$/D', $place) || \strlen($place) > 40) {
            throw Refused::badData('place', 'a place such as V3.5 or a node belongs here');
        }
        if (self::MOST <= $this->em->getRepository(Recording::class)->count(['jobId' => $unit->job->id, 'unitId' => $unit->unit->id])) {
            throw Refused::conflict(\sprintf('This unit has %d recordings on this job; more are not kept.', self::MOST));
        }
        $now = $this->clock->now();
        $running = $this->em->getRepository(Recording::class)->findOneBy(['instrumentId' => $instrument->id, 'endedAt' => null]);
        if (null !== $running) {
            $running->end($now);
            $this->em->flush();
        }
        $recording = new Recording(Uuid::v7()->toRfc4122(), $unit->job->id, $unit->unit->id, $instrument->id, $instrument->meterId, $place, MeterFunction::from($use->function())->value, $personId, $now);
        $this->em->persist($recording);
        $this->em->flush();

        return $recording;
    }

    public function end(JobUnit $unit, string $id): void
    {
        $this->get($unit, $id)->end($this->clock->now());
        $this->em->flush();
    }

    public function get(JobUnit $unit, string $id): Recording
    {
        $recording = Uuid::isValid($id) ? $this->em->find(Recording::class, $id) : null;

        return null !== $recording && $recording->jobId === $unit->job->id && $recording->unitId === $unit->unit->id ? $recording : throw Refused::notFound('recording on this unit');
    }

    /**
     * All of a recording, a block at a time: an hour of a quick meter is more than anybody wants in memory at once.
     *
     * @return iterable<array{string, float|null}> moment, and value or null for overload
     */
    public function samples(Recording $recording): iterable
    {
        $after = '-infinity';
        do {
            $rows = $this->connection->fetchAllAssociative('SELECT at::text AS at, value FROM recording_sample WHERE recording_id = ? AND at > ?::timestamptz ORDER BY at LIMIT '.self::BLOCK, [$recording->id, $after]);
            foreach ($rows as $row) {
                $after = \is_string($row['at']) ? $row['at'] : throw new \LogicException('a sample has its moment');
                yield [(new \DateTimeImmutable($after))->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s.v\Z'), is_numeric($row['value']) ? (float) $row['value'] : null];
            }
        } while (self::BLOCK === \count($rows));
    }

    /** @return list<array<string, mixed>> the latest of a unit, with what is drawn of each */
    public function of(JobUnit $unit): array
    {
        $recordings = $this->em->getRepository(Recording::class)->findBy(['jobId' => $unit->job->id, 'unitId' => $unit->unit->id], ['begunAt' => 'DESC', 'id' => 'DESC'], self::SHOWN);

        return array_map(fn (Recording $r): array => [
            'id' => $r->id, 'instrumentId' => $r->instrumentId, 'meterId' => $r->meterId, 'place' => $r->place, 'function' => $r->function, 'unit' => MeterFunction::from($r->function)->unit()->value, 'armedBy' => $r->armedBy,
            'begunAt' => Moment::text($r->begunAt), 'endedAt' => null === $r->endedAt() ? null : Moment::text($r->endedAt()), ...$this->drawn($r->id),
        ], $recordings);
    }

    /** @return array{samples: int, overloads: int, points: list<array{float, float}>} seconds since its first sample, and value */
    private function drawn(string $id): array
    {
        $sums = $this->connection->fetchAssociative('SELECT count(*) AS samples, count(*) - count(value) AS overloads, extract(epoch FROM min(at)) AS first, extract(epoch FROM max(at)) AS last FROM recording_sample WHERE recording_id = ?', [$id]);
        $number = static fn (mixed $n): float => is_numeric($n) ? (float) $n : 0.0;
        $first = $number($sums['first'] ?? null);
        $stretch = max(1e-3, ($number($sums['last'] ?? null) - $first) / (self::MOST_POINTS / 2));
        $points = [];
        $rows = $this->connection->fetchAllAssociative('SELECT min(extract(epoch FROM at)) AS at, max(extract(epoch FROM at)) AS until, min(value) AS low, max(value) AS high, (array_agg(value ORDER BY at))[1] AS begins FROM recording_sample WHERE recording_id = ? AND value IS NOT NULL GROUP BY floor((extract(epoch FROM at) - ?) / ?) ORDER BY 1', [$id, $first, $stretch]);
        foreach ($rows as $row) {
            [$low, $high, $begins] = [$number($row['low']), $number($row['high']), $number($row['begins'])];
            $ends = abs($begins - $low) <= abs($high - $begins) ? [$low, $high] : [$high, $low];
            $points[] = [round($number($row['at']) - $first, 3), $ends[0]];
            if ($low !== $high) {
                $points[] = [round($number($row['until']) - $first, 3), $ends[1]];
            }
        }

        return ['samples' => (int) $number($sums['samples'] ?? null), 'overloads' => (int) $number($sums['overloads'] ?? null), 'points' => $points];
    }
}
