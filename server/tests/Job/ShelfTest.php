<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
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
            self::assertSame([$job], $this->onShelf($words), $words);
        }
        self::assertCount(2, $this->onShelf('l30-1'));
        self::assertSame([], $this->onShelf('%'));
        self::assertCount(2, $this->onShelf());
    }

    public function testAMoveShowsOnTheShelfAndCollectedLeavesIt(): void
    {
        $job = $this->bookIn();
        $this->write($job, 'shelf-move', ['to' => 'parts', 'waitsFor' => 'a can'], 0, ['unitId' => null]);
        $summary = $this->get('/api/jobs/'.$job);
        self::assertSame(['parts', 'a can'], [$summary->string('shelfState'), $summary->string('waitsFor')]);
        $this->write($job, 'shelf-move', ['to' => 'collected', 'waitsFor' => ''], 0, ['unitId' => null]);
        self::assertSame([], $this->onShelf());
        self::assertCount(1, $this->onShelf('hollinwick'));
    }

    public function testALongShelfSaysHowManyMoreThereAreNewestFirst(): void
    {
        $job = $this->bookIn();
        $this->em()->getConnection()->executeStatement("INSERT INTO job (id, tag, owner_id, complaint, came_with, condition_notes, booked_in_at, search_text, shelf_state, shelf_since, waits_for)
            SELECT gen_random_uuid(), 'T'||n, owner_id, complaint, came_with, condition_notes, booked_in_at, 'many '||n, 'parts', booked_in_at + n * INTERVAL '1 minute', '' FROM job, generate_series(1, 41) n");
        $this->em()->getConnection()->executeStatement("INSERT INTO job_unit (job_id, unit_id) SELECT id, (SELECT id FROM unit) FROM job WHERE tag LIKE 'T%'");
        $shelf = $this->get('/api/jobs');
        $tags = array_map(static fn (Fields $j): string => $j->string('tag'), $shelf->objects('jobs'));
        self::assertSame([41, 1.0, 1.0], [\count($tags), $shelf->number('more'), $shelf->object('counts')->number('on-the-bench')]);
        self::assertSame(['T41', 'T40'], \array_slice(array_values(array_filter($tags, static fn (string $t): bool => str_starts_with($t, 'T'))), 0, 2));
        self::assertNotContains('T1', $tags);
        self::assertContains($job, $this->onShelf(), 'one long shelf does not push another out of sight');
        self::assertContains('T1', array_map(static fn (Fields $j): string => $j->string('tag'), $this->get('/api/jobs?q=many%201')->objects('jobs')));
        self::assertSame(0.0, $this->get('/api/jobs?q=many%2040')->number('more'));
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
        self::assertSame([], $this->onShelf());
    }

    /** @return list<string> ids of the jobs that are found */
    private function onShelf(string $words = ''): array
    {
        return array_map(static fn (Fields $j): string => $j->string('id'), $this->get('/api/jobs?q='.rawurlencode($words))->objects('jobs'));
    }
}
