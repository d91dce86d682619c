<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Tests\ServerTestCase;

final class ShelfTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    public function testJobsAreFoundWhileTyping(): void
    {
        $job = $this->bookIn(null, 'Osk Renshaw');
        $this->bookIn(null, 'Dilys Penhale');
        $tag = $this->get('/api/jobs/'.$job)->string('tag');
        self::assertMatchesRegularExpression('/^[A-Z]-\d{3}$/', $tag);
        foreach (['rensh', 'OSK hollin', $tag, str_replace('-', '', strtolower($tag)), 'lantern renshaw'] as $words) {
            $found = $this->getList('/api/jobs?q='.rawurlencode($words));
            self::assertSame([$job], array_column($found, 'id'), $words);
        }
        self::assertCount(2, $this->getList('/api/jobs?q=l30-1'));
        self::assertSame([], $this->getList('/api/jobs?q='.rawurlencode('%')));
        self::assertCount(2, $this->getList('/api/jobs'));
    }

    public function testAMoveShowsOnTheShelfAndCollectedLeavesIt(): void
    {
        $job = $this->bookIn();
        $this->write($job, 'shelf-move', ['to' => 'parts', 'waitsFor' => 'a can'], 0, ['unitId' => null]);
        $summary = $this->get('/api/jobs/'.$job);
        self::assertSame(['parts', 'a can'], [$summary->string('shelfState'), $summary->string('waitsFor')]);
        $this->write($job, 'shelf-move', ['to' => 'collected', 'waitsFor' => ''], 0, ['unitId' => null]);
        self::assertSame([], $this->getList('/api/jobs'));
        self::assertCount(1, $this->getList('/api/jobs?q=hollinwick'));
    }

    public function testAUnitSeenBeforeIsBookedInByItsSerial(): void
    {
        $job = $this->bookIn();
        $units = $this->getList('/api/units?q=L30');
        self::assertIsArray($units[0]);
        self::assertSame('L30-1', $units[0]['serial']);
        $owners = $this->getList('/api/owners?q=toll');
        self::assertIsArray($owners[0]);
        $id = Uuid::v7()->toRfc4122();
        $body = ['id' => $id, 'owner' => ['id' => $owners[0]['id']], 'unit' => ['id' => $units[0]['id']], 'complaint' => 'again', 'cameWith' => '', 'conditionNotes' => ''];
        $refused = $this->post('/api/jobs', $body);
        self::assertSame([409, 1], [$this->lastStatus(), $this->em()->getConnection()->fetchOne('SELECT count(*) FROM job')], 'a chassis stands on one open job');
        self::assertStringContainsString('on the shelf already', $refused->string('detail'));
        $this->collect($job);
        $first = $this->post('/api/jobs', $body);
        self::assertSame($first->string('tag'), $this->post('/api/jobs', $body)->string('tag'), 'sent twice, booked in once');
        self::assertSame(1, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM unit'));
        self::assertSame(2, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM job'));
        $back = $this->write($job, 'shelf-move', ['to' => 'on-the-bench'], change: ['unitId' => null])->objects('entries')[0];
        self::assertTrue($back->boolean('refused'));
        self::assertStringContainsString($first->string('tag'), $back->string('line'), 'nor does the earlier job come back beside it');
    }

    public function testTheTapeNamesNobody(): void
    {
        $this->bookIn(null, 'Somebody Particular');
        $tape = $this->em()->getConnection()->fetchFirstColumn('SELECT payload::text FROM tape_entry');
        self::assertStringNotContainsString('Particular', implode(' ', array_map(static fn (mixed $p): string => \is_string($p) ? $p : '', $tape)));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function badBookings(): iterable
    {
        yield 'no maker' => [['unit' => ['model' => 'x']], 'unit.maker'];
        yield 'no owner' => [['owner' => ['phone' => '1']], 'owner.name'];
        yield 'absurd mains' => [['unit' => ['maker' => 'a', 'model' => 'b', 'wiredForVolts' => 12000]], 'unit.wiredForVolts'];
        yield 'a novel' => [['complaint' => str_repeat('long ', 2000)], 'complaint'];
        yield 'an unknown field' => [['colour' => 'red'], 'colour'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('badBookings')]
    public function testBadBookingsAreRefusedWithTheirPath(array $change, string $path): void
    {
        $body = ['id' => Uuid::v7()->toRfc4122(), 'owner' => ['name' => 'A'], 'unit' => ['maker' => 'B', 'model' => 'C'], 'complaint' => '', 'cameWith' => '', 'conditionNotes' => ''];
        $problem = $this->post('/api/jobs', [...$body, ...$change]);
        self::assertSame([422, $path], [$this->lastStatus(), $problem->string('path')]);
        self::assertSame([], $this->getList('/api/jobs'));
    }
}
