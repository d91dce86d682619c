<?php

declare(strict_types=1);

namespace Yew\Server\Waiting;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Sabre\VObject\Component\VCalendar;
use Symfony\Component\Clock\ClockInterface;
use Yew\Server\Http\LinkToken;
use Yew\Server\Http\Refused;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\ShopRecord;

/**
 * Promised days and expected deliveries as an iCalendar feed (RFC 5545), under a link that a calendar program keeps: tags, models and what
 * is waited for; no owner’s name, number or address.
 */
final readonly class Calendar
{
    /** Days of a feed. */
    private const MOST = 500;

    public function __construct(private EntityManagerInterface $em, private ShopRecord $record, private ClockInterface $clock, private LoggerInterface $logger)
    {
    }

    /** @return string the path of the feed; told this once, and the one before is dead */
    public function open(string $personId): string
    {
        $token = LinkToken::make();
        $this->change(LinkToken::hash($token), $personId);

        return '/api/calendar/'.$token.'.ics';
    }

    public function close(string $personId): void
    {
        $this->change(null, $personId);
    }

    public function isOpen(): bool
    {
        return null !== $this->shop()->calendarTokenHash();
    }

    /** @throws Refused for any token but the one that holds, alike */
    public function feed(string $token): string
    {
        $shop = $this->shop();
        $hash = $shop->calendarTokenHash();
        if (null === $hash || 1 !== preg_match('/^[A-Za-z0-9_-]{43}$/D', $token) || !hash_equals($hash, LinkToken::hash($token))) {
            $this->logger->warning('A calendar’s link was refused');
            throw Refused::notFound('calendar');
        }
        $calendar = new VCalendar(['PRODID' => '-//Yew Bench//Shelf//EN', 'X-WR-CALNAME' => $shop->head()->name]);
        foreach ($this->days() as [$uid, $day, $summary]) {
            $begin = new \DateTimeImmutable($day);
            $event = $calendar->createComponent('VEVENT', ['UID' => $uid, 'DTSTAMP' => $this->clock->now()->setTimezone(new \DateTimeZone('UTC')), 'SUMMARY' => $summary, 'TRANSP' => 'TRANSPARENT']);
            $event->add('DTSTART', $begin, ['VALUE' => 'DATE']);
            $event->add('DTEND', $begin->modify('+1 day'), ['VALUE' => 'DATE']);
            $calendar->add($event);
        }

        return $calendar->serialize();
    }

    /** @return list<array{string, string, string}> uid, day, what; soonest first */
    private function days(): array
    {
        $connection = $this->em->getConnection();
        $model = "(SELECT string_agg(trim(a.maker || ' ' || a.model), ', ' ORDER BY a.id) FROM job_unit u JOIN unit a ON a.id = u.unit_id WHERE u.job_id = j.id)";
        $rows = [
            ...$connection->fetchAllAssociative("SELECT 'promise-' || j.id AS uid, j.promised_on::text AS day, j.tag || ' promised: ' || ".$model." AS what FROM job j WHERE j.promised_on IS NOT NULL AND j.shelf_state <> 'collected' ORDER BY j.promised_on LIMIT ".self::MOST),
            ...$connection->fetchAllAssociative("SELECT 'delivery-' || e.id AS uid, e.payload->>'expectedOn' AS day, j.tag || ', ' || (e.payload->>'what') || ' should come: ' || ".$model." AS what FROM tape_entry e JOIN job j ON j.id = e.job_id
                WHERE e.kind = 'parts-ordered' AND e.refusal IS NULL AND e.payload->>'expectedOn' IS NOT NULL AND j.shelf_state <> 'collected'
                AND NOT EXISTS (SELECT FROM tape_entry a WHERE a.job_id = e.job_id AND a.kind = 'parts-arrived' AND a.refusal IS NULL AND a.payload->>'order' = e.id::text) ORDER BY e.payload->>'expectedOn' LIMIT ".self::MOST),
        ];
        $days = array_map(static fn (array $r): array => [\is_string($r['uid']) ? $r['uid'] : '', \is_string($r['day']) ? $r['day'] : '', \is_string($r['what']) ? $r['what'] : ''], $rows);
        usort($days, static fn (array $a, array $b): int => $a[1] <=> $b[1]);

        return $days;
    }

    private function change(?string $tokenHash, string $personId): void
    {
        $this->em->wrapInTransaction(function () use ($tokenHash, $personId): void {
            $shop = $this->shop();
            $before = ['open' => null === $shop->calendarTokenHash() ? 'no' : 'yes'];
            $shop->openCalendar($tokenHash);
            $this->record->changed($personId, 'calendar', $before, ['open' => null === $tokenHash ? 'no' : 'yes, by a new link']);
        });
    }

    private function shop(): Shop
    {
        return $this->em->getRepository(Shop::class)->findOneBy([]) ?? throw Refused::notFound('shop');
    }
}
