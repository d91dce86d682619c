<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Job\ShelfState;
use Yew\Core\Owner\Answer;
use Yew\Core\Owner\Offer;
use Yew\Server\Http\LinkToken;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Owner\Entity\EstimateDraft;
use Yew\Server\Owner\Entity\OwnerLink;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\TapeDoor;

/** Puts an estimate before the owner, and takes the answer: each an entry of the tape, the lines frozen under their hash (contract §14). */
final readonly class OwnersWord
{
    /** How long an estimate holds, days: least, usual, most (our choice). */
    public const VALID_DAYS = [1, 30, 120];

    public function __construct(private EntityManagerInterface $em, private Estimates $estimates, private TapeDoor $door, private ClockInterface $clock, private LoggerInterface $logger)
    {
    }

    /** @throws BadData */
    public function keep(Job $job, Fields $document, string $personId): Offer
    {
        $offer = Offer::decode($document);
        if (null !== $this->estimates->standing($job)) {
            throw Refused::conflict('An estimate is with the owner: its lines and prices stand. Open it again to change them.');
        }
        $draft = $this->em->find(EstimateDraft::class, $job->id);
        if (null === $draft) {
            $this->em->persist(new EstimateDraft($job->id, $offer->toArray(), $this->clock->now(), $personId));
        } else {
            $draft->becomes($offer, $this->clock->now(), $personId);
        }
        $this->em->flush();

        return $offer;
    }

    /** Back to what the boards recommend. */
    public function forget(Job $job): void
    {
        $draft = $this->em->find(EstimateDraft::class, $job->id);
        if (null !== $draft) {
            $this->em->remove($draft);
            $this->em->flush();
        }
    }

    /** @return string the token of the link; told this once and kept nowhere */
    public function send(Job $job, int $validDays, string $personId): string
    {
        if ($validDays < self::VALID_DAYS[0] || $validDays > self::VALID_DAYS[2]) {
            throw Refused::badData('validDays', \sprintf('between %d and %d', self::VALID_DAYS[0], self::VALID_DAYS[2]));
        }

        return $this->em->wrapInTransaction(function () use ($job, $validDays, $personId): string {
            if (null !== $this->estimates->standing($job)) {
                throw Refused::conflict('An estimate is with the owner. Take it back before you send another.');
            }
            $offer = $this->estimates->draft($job);
            if ([] === $offer->lines) {
                throw Refused::badData('lines', 'there is nothing on the estimate yet');
            }
            $all = $offer->priced(array_fill_keys(array_map(static fn ($l): string => $l->id, $offer->lines), Answer::Yes));
            $now = $this->clock->now();
            $expires = $now->modify(\sprintf('+%d days', $validDays));
            $entry = $this->door->write($job, $personId, 'estimate-sent', [
                'estimateId' => Uuid::v7()->toRfc4122(), 'sha256' => $offer->hash(), 'offer' => $offer->toArray(), 'validUntil' => Moment::text($expires), 'grossMinor' => $all->gross(), 'school' => $this->estimates->school()->value,
                'said' => \sprintf('%d lines, %s for all of them, valid until %s', \count($offer->lines), self::money($all->gross(), $offer->currency), $expires->format('j M Y')),
            ]);
            $token = LinkToken::make();
            $this->em->persist(new OwnerLink(Uuid::v7()->toRfc4122(), $job->id, $entry->id, LinkToken::hash($token), $expires, $now, $personId));
            $this->door->write($job, $personId, 'shelf-move', ['to' => ShelfState::OwnersWord->value, 'waitsFor' => 'the estimate', 'until' => Moment::text($expires)]);

            return $token;
        });
    }

    /** Takes an estimate back, answered or not: its link is dead from then on. */
    public function withdraw(Job $job, string $why, string $personId): void
    {
        $this->em->wrapInTransaction(function () use ($job, $why, $personId): void {
            $sent = $this->estimates->standing($job) ?? throw Refused::notFound('estimate with the owner');
            foreach ($this->em->getRepository(OwnerLink::class)->findBy(['entryId' => $sent->id]) as $link) {
                $link->revoke($this->clock->now());
            }
            $this->door->write($job, $personId, 'estimate-withdrawn', ['estimateId' => self::text($sent, 'estimateId'), ...('' === $why ? [] : ['why' => $why])]);
            $this->backToTheBench($job, $personId);
        });
    }

    /**
     * @param Fields                         $given {answers, note?}
     * @param 'link'|'telephone'|'in-person' $way
     *
     * @throws BadData
     */
    public function answer(Job $job, Fields $given, string $way, string $personId): TapeEntry
    {
        return $this->em->wrapInTransaction(function () use ($job, $given, $way, $personId): TapeEntry {
            $this->em->getConnection()->fetchOne('SELECT 1 FROM job WHERE id = ? FOR UPDATE', [$job->id]);
            $sent = $this->estimates->standing($job) ?? throw Refused::notFound('estimate with the owner');
            if (null !== $this->estimates->answerTo($job, $sent)) {
                throw Refused::conflict('This estimate was answered already. The shop can open it again.');
            }
            $offer = $this->estimates->offerOf($sent);
            $answers = $offer->answered($given->object('answers'));
            $note = $given->optionalText('note', 1000);
            $given->done();
            $priced = $offer->priced($answers);
            $count = static fn (Answer $a): int => \count(array_filter($answers, static fn (Answer $b): bool => $a === $b));
            $entry = $this->door->write($job, $personId, 'estimate-answered', [
                'estimateId' => self::text($sent, 'estimateId'), 'sha256' => self::text($sent, 'sha256'), 'answers' => array_map(static fn (Answer $a): string => $a->value, $answers), 'note' => $note, 'way' => $way,
                'netMinor' => $priced->net(), 'grossMinor' => $priced->gross(),
                'said' => \sprintf('%s: yes to %d, no to %d, later %d; %s', ['link' => 'by the link', 'telephone' => 'on the telephone', 'in-person' => 'in person'][$way], $count(Answer::Yes), $count(Answer::No), $count(Answer::Later), self::money($priced->gross(), $offer->currency)),
            ]);
            foreach ($this->em->getRepository(OwnerLink::class)->findBy(['entryId' => $sent->id]) as $link) {
                $link->answered($this->clock->now());
            }
            $this->backToTheBench($job, $personId);

            return $entry;
        });
    }

    /** The link that a token opens; one that is wrong, run out or revoked is refused alike, logged, and tells nothing. */
    public function link(string $token): OwnerLink
    {
        $link = 1 === preg_match('/^[A-Za-z0-9_-]{43}$/D', $token) ? $this->em->getRepository(OwnerLink::class)->findOneBy(['tokenHash' => LinkToken::hash($token)]) : null;
        if (null === $link || !$link->isOpen($this->clock->now())) {
            $this->logger->warning('An owner’s link was refused: {what}', ['what' => null === $link ? 'no such link' : 'run out or revoked, '.$link->id]);
            throw Refused::notFound('estimate, or it is no longer open: ask the shop');
        }

        return $link;
    }

    public static function money(int $minor, string $currency): string
    {
        return $currency.' '.MinorUnits::text($minor);
    }

    /** Nobody waits for the owner any more. */
    private function backToTheBench(Job $job, string $personId): void
    {
        if (ShelfState::OwnersWord === $job->shelfState()) {
            $this->door->write($job, $personId, 'shelf-move', ['to' => ShelfState::OnTheBench->value]);
        }
    }

    private static function text(TapeEntry $entry, string $name): string
    {
        $value = $entry->payload[$name] ?? null;

        return \is_string($value) ? $value : '';
    }
}
