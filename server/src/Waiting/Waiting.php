<?php

declare(strict_types=1);

namespace Yew\Server\Waiting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\ShelfReminder;
use Yew\Core\Job\ShelfState;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\TapeDoor;

/** What a job waits for (REC-3): parts on their way, a soak, a promised day. Where it stands on the shelf follows from it. */
final readonly class Waiting
{
    private const MOST_SOAK_HOURS = 240;
    /** A day further off is a slip (our choice). */
    private const MOST_DAYS = 730;

    public function __construct(private EntityManagerInterface $em, private TapeDoor $door, private ClockInterface $clock)
    {
    }

    /**
     * Parts were ordered: the job waits for them.
     *
     * @param Fields $fields {what, supplier?, orderedOn?, expectedOn?}
     *
     * @throws BadData
     */
    public function order(Job $job, Fields $fields, string $personId): void
    {
        $what = trim($fields->string('what', 200));
        $supplier = trim($fields->optionalText('supplier', 120));
        $ordered = $this->day($fields, 'orderedOn') ?? $this->today();
        $expected = $this->day($fields, 'expectedOn');
        $fields->done();
        if (null !== $expected && $expected < $ordered) {
            throw $fields->fault('expectedOn', 'it cannot come before it was ordered');
        }
        $this->em->wrapInTransaction(function () use ($job, $what, $supplier, $ordered, $expected, $personId): void {
            $this->door->write($job, $personId, 'parts-ordered', ['what' => $what, ...('' === $supplier ? [] : ['supplier' => $supplier]), 'orderedOn' => $ordered->format('Y-m-d'), ...(null === $expected ? [] : ['expectedOn' => $expected->format('Y-m-d')])]);
            $this->standBy($job, $personId);
        });
    }

    /** What was ordered is here; once nothing more is on its way, the job is back on the bench. */
    public function arrived(Job $job, string $orderId, string $personId): void
    {
        $this->em->wrapInTransaction(function () use ($job, $orderId, $personId): void {
            $open = array_values(array_filter($this->orders($job), static fn (array $o): bool => $o['entryId'] === $orderId && !$o['arrived']));
            $order = $open[0] ?? throw Refused::notFound('order that is still on its way');
            $this->door->write($job, $personId, 'parts-arrived', ['order' => $orderId, 'what' => $order['what']]);
            $this->standBy($job, $personId);
        });
    }

    /**
     * It plays for so long, and is looked at again then.
     *
     * @throws BadData
     */
    public function soak(Job $job, Fields $fields, string $personId): void
    {
        $hours = $fields->number('hours', 0.25, self::MOST_SOAK_HOURS);
        $fields->done();
        $until = $this->clock->now()->modify(\sprintf('+%d minutes', (int) round(60 * $hours)));
        $this->door->write($job, $personId, 'shelf-move', ['to' => ShelfState::Soaking->value, 'waitsFor' => \sprintf('%g h of play', $hours), 'until' => Moment::text($until)]);
    }

    /**
     * @param Fields $fields {on: a day, or null}
     *
     * @throws BadData
     */
    public function promise(Job $job, Fields $fields, string $personId): void
    {
        $on = $this->day($fields, 'on');
        $fields->done();
        if (null !== $on && $on < $this->today()) {
            throw $fields->fault('on', 'a day that is over cannot be promised');
        }
        $this->em->wrapInTransaction(function () use ($job, $on, $personId): void {
            $this->door->write($job, $personId, 'promised', null === $on ? [] : ['on' => $on->format('Y-m-d')]);
            $job->promise($on);
            $this->em->flush();
        });
    }

    /** @return list<array{entryId: string, what: string, supplier: string, orderedOn: string, expectedOn: string|null, arrived: bool}> oldest first */
    public function orders(Job $job): array
    {
        $entries = $this->em->createQuery('SELECT e FROM '.TapeEntry::class." e WHERE e.jobId = :job AND e.kind IN ('parts-ordered', 'parts-arrived') AND e.refusal IS NULL ORDER BY e.jobSequence")->setParameter('job', $job->id)->getResult();
        $orders = [];
        foreach (\is_array($entries) ? $entries : [] as $entry) {
            $payload = Fields::of($entry instanceof TapeEntry ? $entry->payload : []);
            if ($entry instanceof TapeEntry && 'parts-ordered' === $entry->kind) {
                $orders[$entry->id] = ['entryId' => $entry->id, 'what' => $payload->string('what'), 'supplier' => $payload->optionalText('supplier'), 'orderedOn' => $payload->string('orderedOn'), 'expectedOn' => $payload->optionalString('expectedOn'), 'arrived' => false];
            } elseif (isset($orders[$payload->optionalText('order')])) {
                $orders[$payload->optionalText('order')]['arrived'] = true;
            }
        }

        return array_values($orders);
    }

    /** The most pressing thing about a job that waits; null for none. */
    public function reminder(Job $job, string $zone): ?ShelfReminder
    {
        $promised = null === $job->promisedOn() ? null : (float) (new \DateTimeImmutable($job->promisedOn()->format('Y-m-d').' 23:59:59', new \DateTimeZone($zone)))->format('U');

        return ShelfReminder::of($job->shelfState(), (float) $job->shelfSince()->format('U.u'), null === $job->waitsUntil() ? null : (float) $job->waitsUntil()->format('U.u'), $promised, (float) $this->clock->now()->format('U.u'));
    }

    public function zone(): string
    {
        return $this->em->getRepository(Shop::class)->findOneBy([])?->head()->timeZone ?? 'UTC';
    }

    /** Where it stands by what is still on its way. */
    private function standBy(Job $job, string $personId): void
    {
        $open = array_values(array_filter($this->orders($job), static fn (array $o): bool => !$o['arrived']));
        if ([] === $open) {
            if (ShelfState::Parts === $job->shelfState()) {
                $this->door->write($job, $personId, 'shelf-move', ['to' => ShelfState::OnTheBench->value]);
            }

            return;
        }
        $days = array_filter(array_column($open, 'expectedOn'), is_string(...));
        $said = implode(', ', array_map(static fn (array $o): string => $o['what'].('' === $o['supplier'] ? '' : ' from '.$o['supplier']), $open));
        $move = ['to' => ShelfState::Parts->value, 'waitsFor' => mb_substr($said, 0, 200)];
        // All of it is here once the last of it is; one that nobody named a day for has none.
        if (\count($days) === \count($open)) {
            $move['until'] = Moment::text(new \DateTimeImmutable(max($days).' 23:59:59', new \DateTimeZone($this->zone())));
        }
        $this->door->write($job, $personId, 'shelf-move', $move);
    }

    private function today(): \DateTimeImmutable
    {
        return new \DateTimeImmutable($this->clock->now()->setTimezone(new \DateTimeZone($this->zone()))->format('Y-m-d'));
    }

    /** @throws BadData for what is no day, or is further off than anybody means */
    private function day(Fields $fields, string $name): ?\DateTimeImmutable
    {
        $text = $fields->optionalDay($name);
        if (null === $text) {
            return null;
        }
        $day = new \DateTimeImmutable($text);
        if (abs((float) $day->format('U') - (float) $this->today()->format('U')) > self::MOST_DAYS * 86400) {
            throw $fields->fault($name, 'that is years off');
        }

        return $day;
    }
}
