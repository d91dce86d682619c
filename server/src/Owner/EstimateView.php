<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Doctrine\ORM\EntityManagerInterface;
use Twig\Environment;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\Estimate;
use Yew\Core\Estimate\PricedLine;
use Yew\Core\Estimate\TaxedSum;
use Yew\Core\Owner\Answer;
use Yew\Core\Owner\Offer;
use Yew\Core\Owner\OfferLine;
use Yew\Core\Owner\Tier;
use Yew\Core\Station\School;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Report\Pdf;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The estimate as the bench, the owner and paper see it. */
final readonly class EstimateView
{
    public function __construct(private EntityManagerInterface $em, private Estimates $estimates, private Wording $wording, private Environment $twig, private Pdf $pdf)
    {
    }

    /** @return array<string, mixed> the schema OwnersWord of docs/api/openapi.yaml */
    public function of(Job $job): array
    {
        $sent = $this->estimates->standing($job);
        $answer = null === $sent ? null : $this->estimates->answerTo($job, $sent);
        $offer = null === $sent ? $this->estimates->draft($job) : $this->estimates->offerOf($sent);
        $answers = null === $answer ? self::all($offer) : self::answers($answer);
        $agreed = $this->estimates->agreed($job);
        $known = array_map(static fn (OfferLine $l): string => $l->partOf, $offer->lines);
        $approved = null === $answer ? [] : array_map(self::partOnly(...), $offer->approved($answers));

        return [
            'state' => match (true) {
                null === $sent => 'draft', null === $answer => 'sent', default => 'answered',
            },
            'offer' => $this->offer($offer, $answers),
            'suggested' => array_values(array_filter($this->estimates->recommended($job), static fn (array $l): bool => !\in_array($l['partOf'], $known, true))),
            'sent' => null === $sent ? null : ['at' => Moment::text($sent->observedAt), 'by' => $sent->personId, 'validUntil' => Fields::of($sent->payload)->optionalText('validUntil'), 'sha256' => Fields::of($sent->payload)->optionalText('sha256')],
            'answer' => null === $answer ? null : ['at' => Moment::text($answer->observedAt), 'way' => Fields::of($answer->payload)->optionalText('way'), 'note' => Fields::of($answer->payload)->optionalText('note'), 'answers' => array_map(static fn (Answer $a): string => $a->value, $answers)],
            'labour' => $this->estimates->prices()->items,
            'school' => $this->wording->cold('school-said-'.$this->estimates->school()->value, []),
            'mailTo' => EstimateLetter::reaches($job) ? $job->owner->email : null,
            'agreed' => [...$agreed, 'isBeyond' => $offer->priced($answers)->isBeyond($agreed['limitMinor'])],
            'notApproved' => array_values(array_diff(array_map(self::partOnly(...), $this->estimates->done($job)), $approved)),
            'tiers' => array_map(fn (Tier $t): array => ['tier' => $t->value, 'words' => $this->wording->cold('tier-'.$t->value, [])], Tier::cases()),
        ];
    }

    /**
     * What the owner sees under the link: this estimate, and nothing else of the job.
     *
     * @return array<string, mixed> the schema OwnersEstimate of docs/api/openapi.yaml
     */
    public function forOwner(Job $job, TapeEntry $sent): array
    {
        $offer = $this->estimates->offerOf($sent);
        $answer = $this->estimates->answerTo($job, $sent);
        $answers = null === $answer ? [] : self::answers($answer);
        $shop = $this->em->getRepository(Shop::class)->findOneBy([])?->head();

        return [
            'shop' => ['name' => $shop->name ?? '', 'address' => $shop->address ?? ''],
            'amplifiers' => array_map(static fn (JobUnit $u): string => trim($u->unit->maker.' '.$u->unit->model.' '.$u->unit->serial), $job->units()),
            'sentAt' => Moment::text($sent->observedAt), 'validUntil' => Fields::of($sent->payload)->optionalText('validUntil'),
            'offer' => $this->offer($offer, $answers), 'answers' => (object) array_map(static fn (Answer $a): string => $a->value, $answers), 'isAnswered' => null !== $answer,
            'tiers' => array_map(fn (Tier $t): array => ['tier' => $t->value, 'words' => $this->wording->cold('tier-'.$t->value, [])], Tier::cases()),
            'school' => $this->school($sent),
        ];
    }

    /** Which way the shop goes with capacitors, as it stood when the estimate went out (CAP-8). */
    private function school(TapeEntry $sent): string
    {
        $school = School::tryFrom(Fields::of($sent->payload)->optionalText('school'));

        return null === $school ? '' : $this->wording->cold('school-said-'.$school->value, []);
    }

    /** @return array<string, mixed> what an estimate comes to with answers that are not sent yet */
    public function priced(TapeEntry $sent, Fields $given): array
    {
        $offer = $this->estimates->offerOf($sent);
        $answers = [];
        foreach ($offer->lines as $line) {
            if ($given->has($line->id)) {
                $answers[$line->id] = $given->oneOf($line->id, Answer::class);
            }
        }
        $given->done();

        return $this->offer($offer, $answers);
    }

    public function paper(Job $job): string
    {
        $sent = $this->estimates->standing($job);
        $offer = null === $sent ? $this->estimates->draft($job) : $this->estimates->offerOf($sent);

        return $this->pdf->make($this->twig->render('estimate.html.twig', [
            'job' => $job, 'units' => $job->units(), 'shop' => $this->em->getRepository(Shop::class)->findOneBy([])?->head(), 'offer' => $this->offer($offer, self::all($offer)), 'sent' => $sent, 'school' => null === $sent ? $this->wording->cold('school-said-'.$this->estimates->school()->value, []) : $this->school($sent),
            'validUntil' => null === $sent ? null : Fields::of($sent->payload)->optionalText('validUntil'),
            'tiers' => array_map(fn (Tier $t): array => ['tier' => $t->value, 'words' => $this->wording->cold('tier-'.$t->value, [])], Tier::cases()),
        ]));
    }

    /**
     * @param array<string, Answer> $answers
     *
     * @return array<string, mixed> the schema Offer of docs/api/openapi.yaml
     */
    private function offer(Offer $offer, array $answers): array
    {
        $priced = $offer->priced($answers);
        $document = $offer->toArray();

        return [
            'currency' => $offer->currency, 'hourlyRateMinor' => $offer->hourlyRate, 'openings' => $document['openings'], 'note' => $offer->note,
            'lines' => array_map(static fn (OfferLine $l, PricedLine $p): array => [...$l->toArray(), 'labourMinor' => $p->labour, 'pays' => $p->pays, 'openingsMinor' => $p->openings, 'netMinor' => $p->net(), 'aloneMinor' => $p->alone, 'marginalMinor' => $p->marginal], $offer->lines, $priced->lines),
            'totals' => self::totals($priced),
        ];
    }

    /** @return array<string, mixed> */
    private static function totals(Estimate $estimate): array
    {
        return ['netMinor' => $estimate->net(), 'grossMinor' => $estimate->gross(), 'minutes' => $estimate->minutes, 'taxes' => array_map(static fn (TaxedSum $t): array => ['basisPoints' => $t->basisPoints, 'netMinor' => $t->net, 'taxMinor' => $t->tax], $estimate->taxes)];
    }

    /** @return array<string, Answer> yes to every line */
    private static function all(Offer $offer): array
    {
        return array_fill_keys(array_map(static fn (OfferLine $l): string => $l->id, $offer->lines), Answer::Yes);
    }

    /** @return array<string, Answer> */
    private static function answers(TapeEntry $answer): array
    {
        return array_map(static fn (mixed $a): Answer => Answer::from(\is_string($a) ? $a : ''), Fields::named($answer->payload['answers'] ?? []));
    }

    /** `unit station part` or `unit part` as unit and part alone. */
    private static function partOnly(string $partOf): string
    {
        $words = explode(' ', $partOf);

        return $words[0].' '.$words[\count($words) - 1];
    }
}
