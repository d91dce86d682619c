<?php

declare(strict_types=1);

namespace Yew\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Cause;
use Yew\Core\Job\Modification;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Owner\Answer;
use Yew\Core\Owner\Offer;
use Yew\Core\Station\Order;
use Yew\Core\Test\Reason;
use Yew\Core\Work\Clock;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Owner\Estimates;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The work of a job as the page shows it: what else an opening reaches, the clock, what was spent of what was approved, causes and open ends. */
final readonly class WorkView
{
    public function __construct(private EntityManagerInterface $em, private Benches $benches, private Estimates $estimates, private Wording $wording, private ClockInterface $clock)
    {
    }

    /** @return array<string, mixed> the schema Work of docs/api/openapi.yaml */
    public function of(Job $job): array
    {
        $sent = $this->estimates->standing($job);
        $offer = null === $sent ? null : $this->estimates->offerOf($sent);
        $answer = null === $sent ? null : $this->estimates->answerTo($job, $sent);
        $answers = null === $answer ? [] : array_map(static fn (mixed $a): Answer => Answer::from(\is_string($a) ? $a : ''), Fields::named($answer->payload['answers'] ?? []));
        $recommended = $this->estimates->recommended($job);

        return [
            'units' => array_map(fn (JobUnit $u): array => $this->unit($u, $offer, $answers, $recommended), $job->units()),
            'clock' => $this->clock($job),
            'money' => $this->money($job, $offer, $answers),
        ];
    }

    /**
     * @param array<string, Answer>      $answers     by line
     * @param list<array<string, mixed>> $recommended
     *
     * @return array<string, mixed>
     */
    private function unit(JobUnit $unit, ?Offer $offer, array $answers, array $recommended): array
    {
        $bench = $this->benches->of($unit);
        $work = $bench->state->work;

        return [
            'unitId' => $unit->unit->id,
            'openings' => $this->openings($unit, $bench, $offer, $answers, $recommended),
            'proofs' => $this->proofs($bench),
            'causes' => array_map(static fn (Cause $c): array => ['entryId' => $c->entryId, 'text' => $c->text, 'part' => $c->part, 'certainty' => $c->certainty, 'at' => Moment::ofSeconds($c->at)], $work->causes),
            'openEnds' => array_map(static fn (OpenEnd $e): array => ['entryId' => $e->entryId, 'sort' => $e->sort, 'text' => $e->text, 'part' => $e->part, 'at' => Moment::ofSeconds($e->at), 'closed' => $e->closed], $work->openEnds),
            'modifications' => array_values(array_map(static fn (Modification $m): array => ['part' => $m->part, 'why' => $m->why, 'undo' => $m->undo, 'agreed' => $m->agreed], $work->modifications)),
        ];
    }

    /**
     * While something is open: what else there the boards recommend, with what it adds and what the owner said of it (REC-2).
     *
     * @param array<string, Answer>      $answers
     * @param list<array<string, mixed>> $recommended
     *
     * @return list<array<string, mixed>>
     */
    private function openings(JobUnit $unit, Bench $bench, ?Offer $offer, array $answers, array $recommended): array
    {
        $prices = $this->estimates->prices();
        $names = array_map(static fn (array $o): string => $o['name'], [...$prices->openings, ...$offer->openings ?? []]);
        $ordered = $groups = [];
        foreach ($bench->facts()->work->orders as $order) {
            $ordered[] = $order->part;
            $groups['' === $order->opening ? '' : $order->opening] = [];
        }
        $said = $marginal = [];
        foreach ($offer?->priced($answers)->lines ?? [] as $i => $line) {
            $partOf = $offer->lines[$i]->partOf ?? '';
            $said[$partOf] = ($answers[$line->line->id] ?? null)?->value;
            $marginal[$partOf] = $line->marginal;
        }
        foreach ($recommended as $line) {
            $partOf = \is_string($line['partOf']) ? $line['partOf'] : '';
            $words = explode(' ', $partOf);
            $opening = \is_array($line['openings']) && \is_string($line['openings'][0] ?? null) ? $names[$line['openings'][0]] ?? '' : '';
            if (3 === \count($words) && $words[0] === $unit->unit->id && isset($groups[$opening]) && '' !== $opening && !\in_array(Order::on($words[2], $words[1], '')->part, $ordered, true)) {
                $groups[$opening][] = ['part' => $words[2], 'station' => $words[1], 'text' => $line['text'], 'why' => $line['why'], 'says' => $said[$partOf] ?? 'not-asked', 'marginalMinor' => $marginal[$partOf] ?? $prices->costs($words[1])['whileOpenMinor']];
            }
        }

        return array_map(static fn (string $name, array $also): array => ['name' => $name, 'also' => $also], array_map(strval(...), array_keys($groups)), array_values($groups));
    }

    /** @return list<array{part: string, sentence: string}> parts that a measurement says are, or were, bad (REC-4b) */
    private function proofs(Bench $bench): array
    {
        $proofs = $bench->proofs();

        return array_map(fn (string $part, Reason $reason): array => ['part' => $part, 'sentence' => $this->wording->ground($reason)], array_map(strval(...), array_keys($proofs)), array_values($proofs));
    }

    /** @return array{minutes: float, running: list<array{personId: string, since: string}>, forgotten: list<array{personId: string, minutes: float}>} */
    private function clock(Job $job): array
    {
        $clock = $this->turned($job);

        return [
            'minutes' => round($clock->minutes, 2),
            'running' => array_map(static fn (string $p, float $since): array => ['personId' => $p, 'since' => Moment::ofSeconds($since)], array_keys($clock->running), array_values($clock->running)),
            'forgotten' => array_map(static fn (string $p, float $m): array => ['personId' => $p, 'minutes' => round($m)], array_keys($clock->forgotten), array_values($clock->forgotten)),
        ];
    }

    private function turned(Job $job): Clock
    {
        $entries = $this->em->createQuery('SELECT e FROM '.TapeEntry::class." e WHERE e.jobId = :job AND e.kind = 'clock' AND e.refusal IS NULL ORDER BY e.observedAt, e.jobSequence")->setParameter('job', $job->id)->getResult();
        $turns = [];
        foreach (\is_array($entries) ? $entries : [] as $entry) {
            if ($entry instanceof TapeEntry) {
                $minutes = $entry->payload['minutes'] ?? null;
                $turns[] = ['person' => $entry->personId, 'at' => $entry->observedSeconds(), 'run' => 'run' === ($entry->payload['to'] ?? null), 'minutes' => \is_int($minutes) ? $minutes : null];
            }
        }

        return Clock::of($turns, (float) $this->clock->now()->format('U.u'));
    }

    /**
     * What was spent, beside what was approved and what was agreed to without asking. Tax by the shop's usual rate.
     *
     * @param array<string, Answer> $answers
     *
     * @return array<string, mixed>
     */
    private function money(Job $job, ?Offer $offer, array $answers): array
    {
        $prices = $this->estimates->prices();
        $approved = [] === $answers || null === $offer ? null : $offer->priced($answers);
        $minutes = (int) round($this->turned($job)->minutes);
        $labour = MinorUnits::labour($minutes, $offer->hourlyRate ?? $prices->hourlyRate);
        $parts = $unpriced = 0;
        foreach ($job->units() as $unit) {
            foreach ($this->benches->of($unit)->state->work->renewals as $renewal) {
                $parts += $renewal->costMinor ?? 0;
                $unpriced += null === $renewal->costMinor ? 1 : 0;
            }
        }
        $gross = $labour + $parts + MinorUnits::tax($labour + $parts, $prices->taxBasisPoints);
        $limit = $this->estimates->agreed($job)['limitMinor'];

        return [
            'currency' => $offer->currency ?? $prices->currency, 'approvedMinutes' => $approved?->minutes, 'approvedNetMinor' => $approved?->net(), 'labourMinor' => $labour, 'partsMinor' => $parts, 'unpricedParts' => $unpriced,
            'isBeyondApproved' => null === $approved ? null : $labour + $parts > $approved->net(), 'agreedMinor' => $limit, 'isBeyondAgreed' => null === $limit ? null : $gross > $limit,
        ];
    }
}
