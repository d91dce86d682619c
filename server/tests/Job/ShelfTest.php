<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Island;
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
        $body = ['id' => $id, 'owner' => ['id' => $owners[0]['id']], 'units' => [['id' => $units[0]['id']]], 'complaint' => 'again', 'cameWith' => '', 'conditionNotes' => ''];
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

    public function testAPairIsOneJobFoundByEither(): void
    {
        $sheet = $this->lantern();
        $id = Uuid::v7()->toRfc4122();
        $pair = ['id' => $id, 'owner' => ['name' => 'Bram Oakhanger'], 'complaint' => 'right one hums', 'cameWith' => '', 'conditionNotes' => '', 'units' => [
            ['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'left-7', 'sheetVersionId' => $sheet], ['maker' => 'Hollinwick', 'model' => 'Supply', 'serial' => 'right-8', 'wiredForVolts' => 230],
        ]];
        $booked = $this->post('/api/jobs', $pair);
        self::assertSame([2.0, 'left-7'], [$booked->number('unitCount'), $booked->string('serial')]);
        self::assertSame([[$id], [$id], []], [$this->onShelf('left-7'), $this->onShelf('right-8'), $this->onShelf('right-9')]);
        $units = $this->get('/api/jobs/'.$id)->objects('units');
        self::assertSame(['left-7', 'right-8'], array_map(static fn (Fields $u): string => $u->string('serial'), $units));
        self::assertNotNull($units[0]->raw('sheet'));
        self::assertNull($units[1]->raw('sheet'), 'each is measured against its own');
        self::assertSame([null, 230.0], [$units[0]->optionalNumber('wiredForVolts'), $units[1]->optionalNumber('wiredForVolts')]);
        // One of them is on a job: neither alone nor as half of another pair does it stand on a second.
        $half = [...$pair, 'id' => Uuid::v7()->toRfc4122(), 'units' => [['maker' => 'a', 'model' => 'b'], ['id' => $units[1]->string('id')]]];
        $this->post('/api/jobs', $half);
        self::assertSame([409, 2], [$this->lastStatus(), $this->em()->getConnection()->fetchOne('SELECT count(*) FROM unit')], 'and nothing of it is kept');
        $this->collect($id);
        self::assertSame(2.0, $this->post('/api/jobs', $half)->number('unitCount'));
    }

    public function testOneLiveUnitKeepsThePairOnTheBench(): void
    {
        $id = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', ['id' => $id, 'owner' => ['name' => 'Bram'], 'complaint' => '', 'cameWith' => '', 'conditionNotes' => '', 'units' => [['maker' => 'a', 'model' => 'left'], ['maker' => 'a', 'model' => 'right']]]);
        $right = $this->get('/api/jobs/'.$id)->objects('units')[1]->string('id');
        $this->em()->clear();
        $this->write($id, 'discharge-proof', ['island' => Island::WHOLE_CHASSIS, 'text' => '0.3'], change: ['unitId' => $right]);
        self::assertFalse($this->ramp($id, unit: $right)->objects('entries')[0]->boolean('refused'));
        self::assertTrue($this->write($id, 'shelf-move', ['to' => 'ready'], change: ['unitId' => null])->objects('entries')[0]->boolean('refused'));
        $this->write($id, 'state-change', ['to' => 'discharging'], change: ['unitId' => $right]);
        self::assertFalse($this->write($id, 'shelf-move', ['to' => 'ready'], change: ['unitId' => null])->objects('entries')[0]->boolean('refused'));
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
        yield 'no maker' => [['units' => [['model' => 'x']]], 'units[0].maker'];
        yield 'no owner' => [['owner' => ['phone' => '1']], 'owner.name'];
        yield 'absurd mains' => [['units' => [['maker' => 'a', 'model' => 'b'], ['maker' => 'a', 'model' => 'b', 'wiredForVolts' => 12000]]], 'units[1].wiredForVolts'];
        yield 'a mains that no place has' => [['units' => [['maker' => 'a', 'model' => 'b', 'wiredForVolts' => 89.9]]], 'units[0].wiredForVolts'];
        yield 'nor this' => [['units' => [['maker' => 'a', 'model' => 'b', 'wiredForVolts' => 260.1]]], 'units[0].wiredForVolts'];
        yield 'no amplifier' => [['units' => []], 'units'];
        yield 'more than anybody brings' => [['units' => array_fill(0, 9, ['maker' => 'a', 'model' => 'b'])], 'units'];
        $same = '018f0000-0000-7000-8000-00000000abcd';
        yield 'the same one twice' => [['units' => [['id' => $same], ['id' => strtoupper($same)]]], 'units'];
        yield 'a novel' => [['complaint' => str_repeat('long ', 2000)], 'complaint'];
        yield 'an unknown field' => [['colour' => 'red'], 'colour'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('badBookings')]
    public function testBadBookingsAreRefusedWithTheirPath(array $change, string $path): void
    {
        $body = ['id' => Uuid::v7()->toRfc4122(), 'owner' => ['name' => 'A'], 'units' => [['maker' => 'B', 'model' => 'C']], 'complaint' => '', 'cameWith' => '', 'conditionNotes' => ''];
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
