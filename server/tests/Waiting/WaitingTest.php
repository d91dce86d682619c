<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Waiting;

use PHPUnit\Framework\Attributes\DataProvider;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\Property;
use Sabre\VObject\Reader;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** Waiting follows from what happens, is said on the shelf, and is read by a calendar under its own link (REC-3). */
final class WaitingTest extends ServerTestCase
{
    private string $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('nell');
        $this->job = $this->bookIn($this->lantern());
    }

    /** @param array<string, mixed> $body */
    private function asked(string $method, string $path, array $body = []): Fields
    {
        $this->client->jsonRequest($method, $path, $body, ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->answer();
    }

    /** @phpstan-impure */
    private function shelf(): Fields
    {
        return $this->get('/api/jobs/'.$this->job);
    }

    private static function day(int $from): string
    {
        return (new \DateTimeImmutable('now', new \DateTimeZone('UTC')))->modify(\sprintf('%+d days', $from))->format('Y-m-d');
    }

    public function testWhatIsOrderedIsWaitedForUntilTheLastOfItIsHere(): void
    {
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts', ['what' => 'can 32+32', 'supplier' => 'Pale Lane Parts', 'expectedOn' => self::day(4)]);
        self::assertSame(201, $this->lastStatus());
        self::assertSame(['parts', 'can 32+32 from Pale Lane Parts', self::day(4)], [$this->shelf()->string('shelfState'), $this->shelf()->string('waitsFor'), substr($this->shelf()->string('waitsUntil'), 0, 10)]);
        $orders = $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts', ['what' => '<b>valve</b>'])->objects('orders');
        self::assertNull($this->shelf()->raw('waitsUntil'), 'of the second nobody knows when it comes');
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts/'.$orders[0]->string('entryId').'/arrived');
        self::assertSame(['parts', '<b>valve</b>'], [$this->shelf()->string('shelfState'), $this->shelf()->string('waitsFor')]);
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts/'.$orders[0]->string('entryId').'/arrived');
        self::assertSame(404, $this->lastStatus(), 'it is here already');
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts/'.$orders[1]->string('entryId').'/arrived');
        self::assertSame('on-the-bench', $this->shelf()->string('shelfState'));
    }

    public function testASoakAndAPromiseAreReminded(): void
    {
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/soak', ['hours' => 4]);
        self::assertSame(['soaking', '4 h of play'], [$this->shelf()->string('shelfState'), $this->shelf()->string('waitsFor')]);
        self::assertNull($this->shelf()->raw('reminder'));
        $this->asked('PUT', '/api/jobs/'.$this->job.'/promise', ['on' => self::day(1)]);
        self::assertSame([self::day(1), 'The promised day is near'], [$this->shelf()->string('promisedOn'), $this->shelf()->object('reminder')->string('sentence')]);
        $this->asked('PUT', '/api/jobs/'.$this->job.'/promise', ['on' => null]);
        self::assertNull($this->shelf()->raw('promisedOn'));
        $entries = array_map(static fn (Fields $e): string => $e->string('headline'), $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
        self::assertContains('Promised for '.self::day(1), $entries);
        self::assertContains('No day is promised any more', $entries);
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function odd(): iterable
    {
        yield 'nothing ordered' => ['POST', 'waiting/parts', ['what' => ' ']];
        yield 'no day' => ['POST', 'waiting/parts', ['what' => 'can', 'expectedOn' => '2026-02-30']];
        yield 'before it was ordered' => ['POST', 'waiting/parts', ['what' => 'can', 'orderedOn' => self::day(0), 'expectedOn' => self::day(-1)]];
        yield 'years off' => ['POST', 'waiting/parts', ['what' => 'can', 'expectedOn' => '2199-01-01']];
        yield 'a field that nobody knows' => ['POST', 'waiting/parts', ['what' => 'can', 'price' => 3]];
        yield 'no soak' => ['POST', 'waiting/soak', ['hours' => 0]];
        yield 'a soak of weeks' => ['POST', 'waiting/soak', ['hours' => 241]];
        yield 'a promise of yesterday' => ['PUT', 'promise', ['on' => self::day(-2)]];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('odd')]
    public function testWhatIsOddIsRefused(string $method, string $path, array $body): void
    {
        $this->asked($method, '/api/jobs/'.$this->job.'/'.$path, $body);
        self::assertSame(422, $this->lastStatus());
        self::assertSame('on-the-bench', $this->shelf()->string('shelfState'));
    }

    public function testACalendarReadsPromisesAndDeliveriesByItsLinkAlone(): void
    {
        $this->asked('PUT', '/api/jobs/'.$this->job.'/promise', ['on' => self::day(9)]);
        $order = $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts', ['what' => "can; 32,32\nBEGIN:VEVENT", 'expectedOn' => self::day(4)])->objects('orders')[0];
        $path = $this->asked('POST', '/api/shop/calendar')->string('path');
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $calendar = $this->calendar($path);
        self::assertSame('text/calendar; charset=utf-8', $this->client->getResponse()->headers->get('Content-Type'));
        self::assertSame([], array_filter($calendar->validate(), static fn (mixed $f): bool => \is_array($f) && 3 === ($f['level'] ?? 0)), 'by the rules of RFC 5545');
        $tag = $this->em()->getConnection()->fetchOne('SELECT tag FROM job WHERE id = ?', [$this->job]);
        self::assertIsString($tag);
        self::assertSame([[self::day(4), $tag.", can; 32,32\nBEGIN:VEVENT should come: Hollinwick Lantern 30"], [self::day(9), $tag.' promised: Hollinwick Lantern 30']], self::events($calendar));
        self::assertStringNotContainsString('Tolliver', (string) $this->client->getResponse()->getContent());

        // A link that is wrong, ended or replaced is refused alike.
        foreach (['/api/calendar/'.str_repeat('A', 43).'.ics', '/api/calendar/x.ics'] as $wrong) {
            $this->client->request('GET', $wrong);
            self::assertResponseStatusCodeSame(404);
        }
        $this->signIn('idris');
        $this->asked('POST', '/api/shop/calendar');
        self::assertSame(403, $this->lastStatus(), 'only the owner of the shop makes one');
        $this->signIn('nell');
        $this->asked('POST', '/api/jobs/'.$this->job.'/waiting/parts/'.$order->string('entryId').'/arrived');
        $next = $this->asked('POST', '/api/shop/calendar')->string('path');
        $this->client->request('GET', $path);
        self::assertResponseStatusCodeSame(404);
        self::assertCount(1, self::events($this->calendar($next)), 'what arrived is no longer expected');
        self::assertTrue($this->get('/api/shop/calendar')->raw('isOpen'));
        $this->asked('DELETE', '/api/shop/calendar');
        $this->client->request('GET', $next);
        self::assertResponseStatusCodeSame(404);
        self::assertSame(['calendar', 'calendar', 'calendar'], array_map(static fn (Fields $c): string => $c->string('what'), $this->get('/api/shop/settings')->objects('changes')));
    }

    public function testAnEmptyCalendarIsOne(): void
    {
        self::assertSame([], self::events($this->calendar($this->asked('POST', '/api/shop/calendar')->string('path'))));
    }

    private function calendar(string $path): VCalendar
    {
        $this->client->request('GET', $path);
        self::assertResponseIsSuccessful();
        $calendar = Reader::read((string) $this->client->getResponse()->getContent());
        self::assertInstanceOf(VCalendar::class, $calendar);

        return $calendar;
    }

    /** @return list<array{string, string}> day and what */
    private static function events(VCalendar $calendar): array
    {
        $events = [];
        foreach ($calendar->select('VEVENT') as $event) {
            self::assertInstanceOf(VEvent::class, $event);
            $events[] = [(string) preg_replace('/^(\d{4})(\d\d)(\d\d)$/', '$1-$2-$3', self::value($event, 'DTSTART')), self::value($event, 'SUMMARY')];
        }

        return $events;
    }

    private static function value(VEvent $event, string $name): string
    {
        $property = $event->select($name)[0] ?? null;
        self::assertInstanceOf(Property::class, $property);

        return $property->getValue();
    }
}
