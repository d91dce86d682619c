<?php

declare(strict_types=1);

namespace Yew\Server\Tests\History;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** An amplifier that comes again: what its new job opens with, and its life on one page (LOOK-6, REC-6). */
final class HistoryTest extends ServerTestCase
{
    private string $first;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->first = $this->bookIn($this->lantern(), complaint: 'Hums when it is warm');
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->first, 'discharge-proof', ['island' => $island, 'text' => $text], 25);
        }
        $this->write($this->first, 'as-fitted', ['text' => 'V4 6L6GC'], 24.5);
        $this->powerUp($this->first);
        foreach (['N1' => '-59.3', 'A' => '451.0', 'V4.8' => '0.0460'] as $place => $text) {
            $this->write($this->first, 'reading', self::reading($place, $text), 5);
        }
        $reading = $this->write($this->first, 'reading', self::reading('C', '350.0'), 4.5)->objects('entries')[0];
        $this->write($this->first, 'accept', ['reading' => $reading->string('id'), 'reason' => '<b>quiet</b> enough'], 4.4);
        $this->write($this->first, 'state-change', ['to' => 'discharging'], 4);
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->first, 'discharge-proof', ['island' => $island, 'text' => $text], 3.9);
        }
        $this->write($this->first, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'blown'], 3.8);
        $this->write($this->first, 'cause', ['text' => 'tired tube', 'part' => 'V4', 'certainty' => 'suspected'], 3.6);
        $this->write($this->first, 'left-alone', ['station' => 'iron', 'part' => 'T1', 'reason' => 'sealed'], 3.5);
        $this->write($this->first, 'open-end', ['sort' => 'promised', 'text' => 'an evening’s play'], 3.4);
    }

    private function again(string $complaint): string
    {
        $this->collect($this->first);
        $unit = $this->unitOf($this->first);

        return $this->post('/api/jobs', ['id' => Uuid::v7()->toRfc4122(), 'owner' => ['name' => 'Maren Tolliver'], 'units' => [['id' => $unit, 'sheetVersionId' => $this->lantern()]], 'complaint' => $complaint, 'cameWith' => '', 'conditionNotes' => '', 'hoursAWeek' => 6])->string('id');
    }

    private function unitOf(string $job): string
    {
        return $this->get('/api/jobs/'.$job)->objects('units')[0]->string('id');
    }

    public function testAComebackOpensWithTheDoubtsOfTheLastVisit(): void
    {
        $job = $this->again('Hums again');
        self::assertSame(1.0, $this->get('/api/jobs/'.$job)->objects('units')[0]->number('earlierVisits'));
        $told = $this->get('/api/units/'.$this->unitOf($job).'/history?job='.$job)->objects('told');
        self::assertSame(['back-soon', 'same-complaint', 'fuse-before', 'cause-only-suspected', 'left-open'], array_map(static fn (Fields $t): string => $t->string('code'), $told));
        $tag = $this->get('/api/jobs/'.$this->first)->string('tag');
        self::assertSame('At '.$tag.' the cause was only suspected: V4: tired tube.', $told[3]->string('sentence'));
        self::assertSame([], $this->get('/api/units/'.$this->unitOf($job).'/history')->objects('told'), 'no job opens with it');
    }

    public function testItsLifeStandsOnOnePage(): void
    {
        $job = $this->again('');
        $this->powerUp($job);
        foreach (['A' => '451.0', 'N1' => '-52.0'] as $place => $text) {
            $this->write($job, 'reading', self::reading($place, $text));
        }
        $history = $this->get('/api/units/'.$this->unitOf($job).'/history?job='.$job);
        [$now, $then] = $history->objects('visits');
        self::assertSame([$job, $this->first], [$now->string('jobId'), $then->string('jobId')], 'the newest first');
        self::assertSame(['suspected', ['F1 blown']], [$then->object('cause')->string('certainty'), $then->strings('fuses')]);
        self::assertSame([['V4 6L6GC'], ['C 350.0'], ['T1'], ['an evening’s play']], [self::column($then, 'fitted', 'text'), self::column($then, 'accepted', 'place'), self::column($then, 'skipped', 'part'), self::column($then, 'left', 'text')]);
        self::assertSame('<b>quiet</b> enough', $then->objects('accepted')[0]->string('reason'));
        $tubes = [];
        foreach ($history->objects('tubes') as $tube) {
            $tubes[$tube->string('position')] = [$tube->string('how'), $tube->optionalNumber('hours')];
        }
        self::assertSame(6.0, $this->get('/api/jobs/'.$job)->number('hoursAWeek'));
        self::assertSame(['drawn', null], $tubes['V1']);
        self::assertSame('fitted', $tubes['V4'][0]);
        self::assertEqualsWithDelta(18 / 60, $tubes['V4'][1] ?? 0.0, 0.02, 'under power from 22 to 4 minutes ago');
        $trends = $history->objects('trends');
        self::assertSame(['N1|dc-volts', 'A|dc-volts'], array_map(static fn (Fields $t): string => $t->string('key'), $trends), 'bias first; what was read once is no trend');
        self::assertSame(['watch', 'within'], array_map(static fn (Fields $t): string => $t->string('verdict'), $trends));
        self::assertEqualsWithDelta(-12.3, $trends[0]->number('changePercent'), 0.5);
    }

    public function testSistersOfTheSameMakeStandBesideIt(): void
    {
        $other = $this->bookIn($this->lantern());
        $sisters = $this->get('/api/units/'.$this->unitOf($other).'/history')->objects('sisters');
        self::assertSame([$this->unitOf($this->first)], array_map(static fn (Fields $s): string => $s->string('unitId'), $sisters));
        self::assertEqualsWithDelta(-59.3, $sisters[0]->object('volts')->number('N1|dc-volts'), 1e-9);
        $this->powerUp($other);
        $this->write($other, 'reading', self::reading('N1', '-58.0'));
        $this->write($other, 'reading', self::reading('V4.3', '448'));
        $beside = $this->get('/api/units/'.$this->unitOf($other).'/history')->objects('trends');
        self::assertSame([['N1|dc-volts', null]], array_map(static fn (Fields $t): array => [$t->string('key'), $t->raw('changePercent')], $beside), 'read once, it stands beside what the sister reads');
    }

    public function testWhatNobodyKnowsHasNoHistoryAndAStrangerReadsNone(): void
    {
        foreach ([Uuid::v7()->toRfc4122(), 'x'] as $unknown) {
            $this->get('/api/units/'.$unknown.'/history');
            self::assertSame(404, $this->lastStatus());
        }
        $unit = $this->unitOf($this->first);
        $this->signIn('pim');
        $this->get('/api/units/'.$unit.'/history');
        self::assertSame(200, $this->lastStatus(), 'an onlooker reads it');
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->request('GET', '/api/units/'.$unit.'/history');
        self::assertResponseStatusCodeSame(401);
    }

    /** @return list<string> */
    private static function column(Fields $visit, string $list, string $field): array
    {
        return array_map(static fn (Fields $row): string => $row->string($field), $visit->objects($list));
    }
}
