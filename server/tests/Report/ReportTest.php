<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Report;

use PHPUnit\Framework\Attributes\DataProvider;
use Yew\Server\Report\Marks;
use Yew\Server\Tests\Formats\SchemaCheck;
use Yew\Server\Tests\ServerTestCase;

final class ReportTest extends ServerTestCase
{
    use MadeReport;
    use SchemaCheck;

    private const SCRIPT = '<script>alert(1)</script><img src=x onerror=alert(2)>';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    public function testThePdfSaysWhatWasMeasuredAndShowsScriptAsText(): void
    {
        $job = $this->measured('Squeals. '.self::SCRIPT);
        $asked = $this->post('/api/jobs/'.$job.'/reports', []);
        self::assertResponseStatusCodeSame(202);
        self::assertSame(['waiting', false, null], [$asked->string('stage'), $asked->boolean('ready'), $asked->raw('sha256')], 'nobody waits for it');
        $this->workOff();
        $report = $this->get('/api/reports/'.$asked->string('id'));
        self::assertSame(['ready', true], [$report->string('stage'), $report->boolean('ready')]);
        $this->client->request('GET', '/api/reports/'.$report->string('id').'/file');
        $pdf = (string) $this->client->getResponse()->getContent();
        self::assertSame($report->string('sha256'), hash('sha256', $pdf));
        $text = self::text($pdf);
        foreach (['Hollinwick Lantern 30', 'Squeals. '.self::SCRIPT, '453.2', 'out, low', 'R14 carries 12.4 mA', 'We let it stand: sounds right', 'Gates before power that were gone through', 'known good', 'Not measured', 'Do not open it', 'Technical sheet', '121.4 V'] as $expected) {
            self::assertStringContainsString($expected, $text);
        }
        self::assertStringNotContainsString('/JavaScript', $pdf);
        $kinds = $this->em()->getConnection()->fetchFirstColumn('SELECT kind FROM tape_entry ORDER BY job_sequence DESC LIMIT 1');
        self::assertSame(['report-issued'], $kinds);
    }

    public function testNothingIsSaidOfWhatWasNotMeasuredOrNotWrittenDown(): void
    {
        $job = $this->bookIn($this->lantern());
        $text = self::text($this->pdf($job));
        foreach (['No voltage was measured.', 'Nothing is written down yet.'] as $said) {
            self::assertStringContainsString($said, $text);
        }
        foreach (['out of its window', 'nothing was changed', 'differs from its drawing'] as $assumed) {
            self::assertStringNotContainsString($assumed, $text);
        }
        $this->write($job, 'close-out', ['found' => '', 'done' => '', 'leftAlone' => '', 'notLookedAt' => '', 'outcome' => 'measured-only']);
        self::assertFalse($this->answer()->objects('entries')[0]->boolean('refused'));
        self::assertStringContainsString('Measured only; nothing was changed.', self::text($this->pdf($job)));
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $proof) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => $proof]);
        }
        $this->write($job, 'as-fitted', ['text' => 'R14 12k']);
        $text = self::text($this->pdf($job));
        self::assertStringContainsString('It differs from its drawing: R14 12k.', $text);
        self::assertStringNotContainsString('nothing was changed', $text, 'a part that was fitted is a change');
    }

    public function testAReportThatWasTamperedWithIsNotHandedOut(): void
    {
        $job = $this->measured('x');
        $id = $this->post('/api/jobs/'.$job.'/reports', [])->string('id');
        $this->workOff();
        $state = self::getContainer()->getParameter('yew.state');
        file_put_contents($state.'/reports/'.$id.'.pdf', 'changed', \FILE_APPEND);
        $this->get('/api/reports/'.$id.'/file');
        self::assertResponseStatusCodeSame(410);
    }

    public function testDangersAreNamedFirstAndPowerAgainstThemWithItsReason(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->write($job, 'discharge-proof', ['island' => 'A', 'text' => '0.4'], 30);
        $this->write($job, 'discharge-proof', ['island' => 'N1', 'text' => '0.1'], 30);
        $this->write($job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'bridged'], 29);
        $this->write($job, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '1k1', 'lifted' => true], 29);
        $this->write($job, 'as-fitted', ['text' => 'R26 new'], 28);
        $this->write($job, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '471', 'lifted' => true], 28);
        self::assertStringContainsString('Nobody goes through', $this->ramp($job, 27.6, fuse: 'bridged')->objects('entries')[0]->string('line'));
        $this->write($job, 'discharge-proof', ['island' => 'A', 'text' => '0.4'], 27.4);
        $this->write($job, 'discharge-proof', ['island' => 'N1', 'text' => '0.1'], 27.3);
        self::assertFalse($this->ramp($job, 27)->objects('entries')[0]->boolean('refused'));
        $this->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 121.4, 'how' => 'measured'], 'limiter' => ['value' => ['kind' => 'none'], 'how' => 'measured'], 'tubes' => ['value' => ['V1' => ['type' => '12AX7', 'tubeId' => null], 'V2' => ['type' => '12AX7', 'tubeId' => null], 'V3' => ['type' => '12AX7', 'tubeId' => null], 'V4' => ['type' => '6L6GC', 'tubeId' => null], 'V5' => ['type' => '6L6GC', 'tubeId' => null]], 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured']]], 26);
        $this->energise($job, 25);
        $this->write($job, 'reading', self::reading('B', '402'), 14);
        $this->write($job, 'reading', self::reading('B', '451'), 12);
        $this->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 117.2, 'how' => 'measured']]], 11);
        $this->write($job, 'reading', self::reading('N1', '0.0'), 10);
        $text = self::text($this->pdf($job));
        $page = substr($text, 0, (int) strpos($text, 'What we found'));
        foreach (['Dangers', 'A stop rule was broken at N1', 'N1 · bias reservoir (bias) 0.0 V: No bias'] as $first) {
            self::assertStringContainsString($first, $page, 'before anything else');
        }
        foreach (['is new or repaired. Before: Ohms 1.1 kΩ lifted. Now: good', 'superseded', 'mains 121.4 V', 'then 451', 'Gates before power that were gone through', 'Parts of the bias supply tested: “known good”', 'The way up walked, stop by stop: “known good”'] as $more) {
            self::assertStringContainsString($more, $text);
        }
        self::assertStringNotContainsString('not done', substr($text, 0, (int) strpos($text, 'Work Part')), 'what was not looked at is a line');
    }

    /** @return iterable<string, array{string, string}> a cell as typed and as written */
    public static function cells(): iterable
    {
        yield 'a formula' => ['=1+1', "'=1+1"];
        yield 'a formula with a sign' => ['-1+2', "'-1+2"];
        yield 'plus' => ['+1-cmd', "'+1-cmd"];
        yield 'at' => ['@sum', "'@sum"];
        yield 'a negative figure' => ['-38.5', '-38.5'];
        yield 'a negative figure with a comma' => ['-38,5', '-38,5'];
        yield 'a signed one with a unit' => ['-38.5 V', "'-38.5 V"];
    }

    #[DataProvider('cells')]
    public function testNoCellBeginsLikeAFormula(string $typed, string $written): void
    {
        $job = $this->bookIn($this->lantern());
        $this->write($job, 'discharge-proof', ['island' => 'A', 'text' => $typed]);
        $this->client->request('GET', '/api/jobs/'.$job.'/readings.csv');
        $lines = array_map(static fn (string $l): array => str_getcsv($l), explode("\n", trim((string) $this->client->getResponse()->getContent())));
        self::assertSame($written, array_combine(array_map(strval(...), $lines[0]), $lines[1])['text']);
    }

    public function testEachReadingInTheCsvCarriesItsConditions(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job);
        $this->write($job, 'reading', self::reading('A', '450'), 18);
        $this->write($job, 'conditions', ['facts' => ['inletVolts' => ['value' => 90.0, 'how' => 'measured'], 'limiter' => ['value' => ['kind' => 'lamp', 'watts' => 60], 'how' => 'measured']]], 10);
        $this->write($job, 'reading', self::reading('A', '330'), 5);
        $this->client->request('GET', '/api/jobs/'.$job.'/readings.csv');
        $lines = array_map(static fn (string $l): array => str_getcsv($l), explode("\n", trim((string) $this->client->getResponse()->getContent())));
        $rows = array_map(static fn (array $l): array => array_combine(array_map(strval(...), $lines[0]), $l), \array_slice($lines, 3));
        self::assertSame([['121.4', 'none', '', '2', 'No. 1, hand-held'], ['90', 'lamp 60 W', '', '5', 'No. 1, hand-held']], array_map(static fn (array $r): array => [$r['inletVolts'], $r['limiter'], $r['tubesOut'], $r['warmMinutes'], $r['meter']], $rows));
    }

    public function testReadingsAsCsv(): void
    {
        $job = $this->measured('x');
        $this->write($job, 'reading', self::reading('A', '=1+1'));
        $this->client->request('GET', '/api/jobs/'.$job.'/readings.csv');
        $lines = array_map(static fn (string $l): array => str_getcsv($l), explode("\n", trim((string) $this->client->getResponse()->getContent())));
        $head = array_map(strval(...), $lines[0]);
        self::assertCount(10, $lines, 'a head, two proofs, six readings and one refused');
        $rows = array_map(static fn (array $l): array => array_combine($head, $l), \array_slice($lines, 1));
        self::assertSame(['453.2', 'within', '121.4'], [$rows[2]['text'], $rows[2]['verdict'], $rows[2]['inletVolts']]);
        self::assertSame(["'=1+1", 'unreadable'], [$rows[8]['text'], $rows[8]['refused']]);
    }

    public function testTheBundleFitsItsSchema(): void
    {
        $job = $this->measured('x');
        $this->post('/api/jobs/'.$job.'/reports', []);
        $this->workOff();
        $this->client->request('GET', '/api/jobs/'.$job.'/bundle.json');
        $bundle = json_decode((string) $this->client->getResponse()->getContent());
        self::assertFits('job-bundle.schema.json', $bundle);
        self::assertInstanceOf(\stdClass::class, $bundle);
        foreach (\is_array($bundle->tape) ? $bundle->tape : [] as $entry) {
            self::assertInstanceOf(\stdClass::class, $entry);
            self::assertIsString($entry->kind);
            self::assertSame('state-change' === $entry->kind ? 2 : 1, $entry->v);
            self::assertFits('tape/'.$entry->kind.'.'.$entry->v.'.json', $entry->payload);
            if ('reading' === $entry->kind && null !== $entry->judgement) {
                self::assertInstanceOf(\stdClass::class, $entry->judgement);
                unset($entry->judgement->slip);
                self::assertFits('judgement.schema.json', $entry->judgement);
            }
        }
    }

    public function testPaperDrawsTheSameMarksAsTheScreen(): void
    {
        $marks = self::getContainer()->get(Marks::class);
        $table = self::json(self::root().'/docs/formats/marks.json');
        self::assertIsArray($table['fixture']);
        self::assertCount(5, $table['fixture']);
        foreach ($table['fixture'] as $fixture) {
            self::assertIsArray($fixture);
            self::assertIsString($fixture['shape']);
            $position = $fixture['position'];
            $placed = $marks->place(is_numeric($position) ? (float) $position : null, $fixture['shape']);
            self::assertEquals([$fixture['x'], $fixture['d']], [$placed['x'], $placed['d']]);
        }
    }

    public function testWithItsReportAClosedOutJobThatIsOffIsReady(): void
    {
        $job = $this->measured('weak');
        $closed = ['found' => '', 'done' => '', 'leftAlone' => '', 'notLookedAt' => '', 'outcome' => 'cured'];
        $stands = fn (): string => $this->get('/api/jobs/'.$job)->string('shelfState');
        $this->pdf($job);
        self::assertSame('on-the-bench', $stands(), 'nobody closed it out');
        $this->write($job, 'close-out', $closed);
        $this->pdf($job);
        self::assertSame('on-the-bench', $stands(), 'it is under power');
        $this->write($job, 'state-change', ['to' => 'discharging']);
        $this->pdf($job);
        self::assertSame('ready', $stands());
        $kept = $this->bookIn($this->lantern());
        $this->write($kept, 'close-out', ['outcome' => 'donor'] + $closed);
        $this->pdf($kept);
        self::assertSame('on-the-bench', $this->get('/api/jobs/'.$kept)->string('shelfState'), 'kept for parts, nobody collects it');
    }

    private function measured(string $complaint): string
    {
        $job = $this->bookIn($this->lantern(), 'Maren Tolliver', $complaint);
        $this->powerUp($job);
        foreach (['A' => '453.2', 'B' => '451.4', 'C' => '327.9', 'D' => '290.0', 'E' => '250.8'] as $place => $text) {
            $this->write($job, 'reading', self::reading($place, $text));
        }
        $entry = $this->write($job, 'reading', self::reading('V1.3', '1.9'))->objects('entries')[0];
        $this->write($job, 'accept', ['reading' => $entry->string('id'), 'reason' => 'sounds right']);

        return $job;
    }
}
