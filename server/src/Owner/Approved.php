<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Codec\Fields;
use Yew\Core\Owner\Answer;
use Yew\Core\Owner\Offer;
use Yew\Core\Station\Order;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\OrderedWork;

/** The lines of the standing estimate that the owner said yes to, as orders of work. */
final class Approved implements OrderedWork, ResetInterface
{
    /** @var array<string, array<string, list<Order>>> by job and unit */
    private array $known = [];

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->known = [];
    }

    public function of(JobUnit $unit): array
    {
        $this->known[$unit->job->id] ??= $this->read($unit->job->id);

        return $this->known[$unit->job->id][$unit->unit->id] ?? [];
    }

    /** @return array<string, list<Order>> by unit */
    private function read(string $jobId): array
    {
        $entries = $this->em->createQuery('SELECT e FROM '.TapeEntry::class." e WHERE e.jobId = :job AND e.kind IN ('estimate-sent', 'estimate-answered', 'estimate-withdrawn') AND e.refusal IS NULL ORDER BY e.jobSequence")->setParameter('job', $jobId)->getResult();
        $offer = null;
        $orders = [];
        foreach (\is_array($entries) ? $entries : [] as $entry) {
            if (!$entry instanceof TapeEntry) {
                continue;
            }
            [$offer, $orders] = match ($entry->kind) {
                'estimate-sent' => [Offer::decode(Fields::of($entry->payload['offer'] ?? [])), []],
                'estimate-answered' => [$offer, null === $offer ? [] : self::orders($offer, Fields::named($entry->payload['answers'] ?? []))],
                default => [null, []],
            };
        }

        return $orders;
    }

    /**
     * @param array<string, mixed> $answers by line
     *
     * @return array<string, list<Order>> by unit
     */
    private static function orders(Offer $offer, array $answers): array
    {
        $orders = [];
        foreach ($offer->lines as $line) {
            $words = explode(' ', $line->partOf);
            if (Answer::Yes->value === ($answers[$line->id] ?? null) && 3 === \count($words)) {
                $orders[$words[0]][] = Order::on($words[2], $words[1], $line->text, [] === $line->openings ? '' : $offer->openings[$line->openings[0]]['name']);
            }
        }

        return $orders;
    }
}
