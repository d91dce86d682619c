<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use PHPUnit\Framework\Attributes\DataProvider;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Report\Reports;
use Yew\Server\Report\SocketDrawing;
use Yew\Server\Report\VoltageChart;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\BenchView;
use Yew\Server\Tests\ServerTestCase;

/** The volts of a unit on paper: every socket with its pins where they are, what was read and what belongs there. */
final class VoltageChartTest extends ServerTestCase
{
    /** @return iterable<string, array{string, int, int, float}> base, pins, a pin, and its angle from the right, clockwise, by the drawing of the base (RETMA bottom view; from memory) */
    public static function pins(): iterable
    {
        yield 'octal: pin 1 stands left of the key' => ['octal', 8, 1, 112.5];
        yield 'octal: pin 8 right of it' => ['octal', 8, 8, 67.5];
        yield 'nine pins: a place free at the bottom, pin 1 left of it' => ['B9A', 9, 1, 126.0];
        yield 'nine pins: pin 9 right of it' => ['B9A', 9, 9, 54.0];
        yield 'nine pins: pin 5 at the top' => ['B9A', 9, 5, 270.0];
        yield 'seven pins: pin 4 at the top' => ['B7G', 7, 4, 270.0];
    }

    #[DataProvider('pins')]
    public function testAPinStandsWhereItIsSeenFromBelow(string $base, int $count, int $pin, float $degrees): void
    {
        [$x, $y] = SocketDrawing::pin($base, $count, $pin, 40.0);
        [$mx, $my] = SocketDrawing::pin($base, $count, $pin, 0.0);
        $angle = fmod(rad2deg(atan2($y - $my, $x - $mx)) + 360.0, 360.0);
        self::assertEqualsWithDelta($degrees, $angle, 1e-6);
        self::assertEqualsWithDelta(40.0, hypot($x - $mx, $y - $my), 1e-9);
    }

    public function testASocketTellsWhatWasReadOfWhatBelongsThere(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job, 117.0);
        $this->write($job, 'reading', self::reading('V4.3', '350'));
        $this->write($job, 'reading', self::reading('V5.3', '431'));
        $drawn = [];
        foreach ($this->sockets($job) as $socket) {
            $drawn[$socket['position']] = (string) base64_decode(substr($socket['image'], \strlen('data:image/svg+xml;base64,')), true);
        }
        self::assertSame(['V1', 'V2', 'V3', 'V4', 'V5'], array_keys($drawn));
        self::assertMatchesRegularExpression('/font-weight="bold" fill="#(A8551A|B01E2B)">350<.*>of 43\d</s', $drawn['V4']);
        self::assertStringContainsString('l8 8M', $drawn['V4'], 'out is a cross too, not a colour alone');
        self::assertStringNotContainsString('l8 8M', $drawn['V5']);
        self::assertStringContainsString('>431<', $drawn['V5']);
        self::assertStringNotContainsString('>of ', $drawn['V1'], 'nothing was read there: what belongs stands alone');
        self::assertStringContainsString('>plate<', $drawn['V1']);
    }

    public function testThePaperHasRoomForWhatWasNotReadAndTheReportShowsOnlySocketsThatWere(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn($this->lantern());
        $unit = $this->get('/api/jobs/'.$job)->objects('units')[0]->string('id');
        $this->client->request('GET', '/api/jobs/'.$job.'/units/'.$unit.'/voltages.pdf');
        self::assertResponseIsSuccessful();
        self::assertResponseHeaderSame('content-type', 'application/pdf');
        self::assertStringStartsWith('%PDF-', (string) $this->client->getResponse()->getContent());
        $this->powerUp($job, 117.0);
        $this->write($job, 'reading', self::reading('V4.3', '431'));
        $entity = $this->em()->find(Job::class, $job);
        self::assertInstanceOf(Job::class, $entity);
        $html = self::getContainer()->get(Reports::class)->html($entity);
        self::assertStringContainsString('alt="V4 from below"', $html);
        self::assertStringNotContainsString('alt="V1 from below"', $html);
    }

    public function testWithoutASheetAndAnyReadingThereIsNothingToPrint(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn();
        $unit = $this->get('/api/jobs/'.$job)->objects('units')[0]->string('id');
        $this->client->request('GET', '/api/jobs/'.$job.'/units/'.$unit.'/voltages.pdf');
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('choose a sheet', (string) $this->client->getResponse()->getContent());
        $this->client->request('GET', '/api/jobs/'.$job.'/units/01a23733-0000-7000-8000-000000000000/voltages.pdf');
        self::assertResponseStatusCodeSame(404);
    }

    /** @return list<array{position: string, type: string, where: ?string, image: string, points: list<array<string, mixed>>}> */
    private function sockets(string $job): array
    {
        $entity = $this->em()->find(Job::class, $job);
        self::assertInstanceOf(Job::class, $entity);

        return self::getContainer()->get(VoltageChart::class)->sockets(self::getContainer()->get(BenchView::class)->of(self::getContainer()->get(Benches::class)->of($entity->units()[0])));
    }
}
