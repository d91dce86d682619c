<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use Symfony\Component\Uid\Uuid;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Report\Marks;
use Yew\Server\Report\Reports;
use Yew\Server\Tests\ServerTestCase;

/** The report of a visit sets what was read beside the visits before it, and never beside later ones (REC-6). */
final class OverVisitsTest extends ServerTestCase
{
    public function testAPointThatMovedSinceTheLastVisitIsOnTheReport(): void
    {
        $this->signIn('idris');
        $first = $this->bookIn($this->lantern());
        $this->powerUp($first, 117.0);
        $this->write($first, 'reading', self::reading('A', '432'));
        $this->write($first, 'reading', self::reading('B', '431'));
        self::assertStringNotContainsString('Over its visits', $this->report($first), 'one visit is no trend');
        $this->collect($first);

        $unit = $this->get('/api/jobs/'.$first)->objects('units')[0]->string('id');
        $second = $this->post('/api/jobs', ['id' => Uuid::v7()->toRfc4122(), 'owner' => ['name' => 'Maren Tolliver'], 'units' => [['id' => $unit, 'sheetVersionId' => $this->lantern()]], 'complaint' => 'weak', 'cameWith' => '', 'conditionNotes' => '', 'hoursAWeek' => 6])->string('id');
        self::getContainer()->get('doctrine.dbal.owner_connection')->executeStatement("UPDATE job SET booked_in_at = booked_in_at - INTERVAL '1 hour' WHERE id = ?", [$second]);
        $this->powerUp($second, 117.0);
        $this->write($second, 'reading', self::reading('A', '400'));
        $report = $this->report($second);
        self::assertMatchesRegularExpression('/Over its visits.*A · reservoir ?K-\d+ 432\W+V of 43\d → K-\d+ 400\W+V of 43\d ?−7\.\d\W+%/u', $report);
        self::assertDoesNotMatchRegularExpression('/B · screens ?K-\d+ 431\W+V of 4\d\d →/u', $report, 'it was not read on this visit');
        self::assertStringNotContainsString('Over its visits', $this->report($first), 'what came later is not of that visit');
    }

    public function testWhatHardlyMovesLooksStill(): void
    {
        $marks = self::getContainer()->get(Marks::class);
        $heights = static function (float $last) use ($marks): float {
            $svg = (string) base64_decode(substr($marks->trend([['value' => 400.0, 'expected' => null, 'verdict' => 'within'], ['value' => $last, 'expected' => null, 'verdict' => 'within']]), \strlen('data:image/svg+xml;base64,')), true);
            self::assertSame(1, preg_match('/M[\d.]+ ([\d.]+)L[\d.]+ ([\d.]+)"/', $svg, $m), $svg);

            return abs((float) $m[1] - (float) $m[2]);
        };
        self::assertLessThan(2.0, $heights(402.0));
        self::assertGreaterThan(20.0, $heights(480.0));
    }

    private function report(string $job): string
    {
        $this->em()->clear();
        $entity = $this->em()->find(Job::class, $job);
        self::assertInstanceOf(Job::class, $entity);

        return (string) preg_replace('/\s+/', ' ', strip_tags(self::getContainer()->get(Reports::class)->html($entity)));
    }
}
