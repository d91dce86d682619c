<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Core\Codec\Fields;
use Yew\Core\Owner\Offer;
use Yew\Core\Owner\Prices;
use Yew\Core\Owner\Recommendation;
use Yew\Core\Owner\Recommendations;
use Yew\Core\Owner\Tier;
use Yew\Core\Station\Practice;
use Yew\Core\Station\School;
use Yew\Core\Test\Reason;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Owner\Entity\EstimateDraft;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The estimate of a job: what the boards recommend, what was made of it, what was sent and answered. */
final readonly class Estimates
{
    /** Grounds told to the owner of one line. */
    private const MOST_GROUNDS = 2;
    private const MOST_LINES = 60;

    public function __construct(private EntityManagerInterface $em, private Benches $benches, private Wording $wording)
    {
    }

    public function prices(): Prices
    {
        return $this->em->getRepository(Shop::class)->findOneBy([])?->prices() ?? Prices::usual();
    }

    /** The shop’s way with capacitors (CAP-8). */
    public function school(): School
    {
        return ($this->em->getRepository(Shop::class)->findOneBy([])?->practice() ?? new Practice())->school;
    }

    /** As it was left, else made from what the boards recommend. */
    public function draft(Job $job): Offer
    {
        $kept = $this->em->find(EstimateDraft::class, $job->id);

        return $kept?->offer() ?? $this->offered($this->recommended($job));
    }

    /** @return list<array<string, mixed>> lines that the boards recommend, as an offer takes them */
    public function recommended(Job $job): array
    {
        $prices = $this->prices();
        $lines = [];
        foreach ($job->units() as $unit) {
            foreach (Recommendations::of($this->benches->of($unit)->boards()) as $recommendation) {
                $lines[] = $this->line($unit, $recommendation, $prices, \count($job->units()) > 1);
            }
        }
        // Of several chassis the most urgent come first all the same.
        $order = array_flip(array_map(static fn (Tier $t): string => $t->value, Tier::cases()));
        usort($lines, static fn (array $a, array $b): int => $order[$a['tier']] <=> $order[$b['tier']]);
        $lines = \array_slice($lines, 0, self::MOST_LINES);

        return array_map(static fn (array $l, int $i): array => ['id' => 'L'.($i + 1), ...$l], $lines, array_keys($lines));
    }

    /** @return array{text: string, why: string, tier: string, minutes: int, partsMinor: int, openings: list<string>, taxBasisPoints: int, partOf: string} */
    private function line(JobUnit $unit, Recommendation $r, Prices $prices, bool $several): array
    {
        $figures = ['part' => $r->part, 'name' => lcfirst($this->wording->cold('name-'.$r->name, [])), 'detail' => $r->detail];
        $why = array_map(fn (Reason $ground): string => $this->wording->ground($ground), \array_slice($r->reasons, 0, self::MOST_GROUNDS));

        return [
            'text' => mb_substr(($several ? $unit->unit->serial.': ' : '').trim($this->wording->cold('owner-'.$r->station, $figures, $r->part), ' ,'), 0, 200), 'why' => mb_substr(implode(' ', $why), 0, 600), 'tier' => $r->tier->value,
            'minutes' => $prices->minutesFor($r->station), 'partsMinor' => 0, 'openings' => $prices->openingsFor($r->station), 'taxBasisPoints' => $prices->taxBasisPoints, 'partOf' => mb_substr($unit->unit->id.' '.$r->id(), 0, 120),
        ];
    }

    /** @param list<array<string, mixed>> $lines */
    public function offered(array $lines): Offer
    {
        $prices = $this->prices()->toArray();

        return Offer::decode(Fields::of(['currency' => $prices['currency'], 'hourlyRateMinor' => $prices['hourlyRateMinor'], 'openings' => $prices['openings'], 'lines' => $lines, 'note' => '']));
    }

    /** The estimate that was sent last and not withdrawn; null where none stands. */
    public function standing(Job $job): ?TapeEntry
    {
        $sent = $this->last($job, 'estimate-sent');
        $withdrawn = $this->last($job, 'estimate-withdrawn');

        return null === $sent || (null !== $withdrawn && $withdrawn->jobSequence > $sent->jobSequence) ? null : $sent;
    }

    public function answerTo(Job $job, TapeEntry $sent): ?TapeEntry
    {
        $answer = $this->last($job, 'estimate-answered');

        return null !== $answer && $answer->jobSequence > $sent->jobSequence ? $answer : null;
    }

    /** @return array{limitMinor: int|null, beyond: string} */
    public function agreed(Job $job): array
    {
        $payload = Fields::of($this->last($job, 'agreed-sum')->payload ?? []);
        $limit = $payload->optionalNumber('limitMinor');

        return ['limitMinor' => null === $limit ? null : (int) $limit, 'beyond' => $payload->optionalString('beyond') ?? 'call'];
    }

    /** @return list<string> parts that were replaced on this job, as partOf names unit and part */
    public function done(Job $job): array
    {
        $done = [];
        foreach ($job->units() as $unit) {
            $record = $this->benches->of($unit)->state->record;
            foreach ($record->renewed() as $part) {
                $done[] = $unit->unit->id.' '.$part;
            }
        }

        return $done;
    }

    public function offerOf(TapeEntry $sent): Offer
    {
        return Offer::decode(Fields::of($sent->payload['offer'] ?? []));
    }

    private function last(Job $job, string $kind): ?TapeEntry
    {
        $entry = $this->em->createQuery('SELECT e FROM '.TapeEntry::class.' e WHERE e.jobId = :job AND e.kind = :kind AND e.refusal IS NULL ORDER BY e.jobSequence DESC')
            ->setParameter('job', $job->id)->setParameter('kind', $kind)->setMaxResults(1)->getOneOrNullResult();

        return $entry instanceof TapeEntry ? $entry : null;
    }
}
