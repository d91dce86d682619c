<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Drawer;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** The drawer over HTTP: trays, tables, sets, labels; a tube into a socket by its label, out again, and what of it the drawer tells. */
final class DrawerTest extends ServerTestCase
{
    private const JIG = 'jig, 250/-14/250, 6.3V, 5m';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    /**
     * @param list<string>         $lines
     * @param array<string, mixed> $more
     */
    private function tray(array $lines, array $more = []): Fields
    {
        return $this->post('/api/drawer/trays', [...['id' => Uuid::v7()->toRfc4122(), 'type' => '6L6GC', 'maker' => 'Tern', 'state' => 'pulled-good', 'tester' => self::JIG, 'lines' => $lines], ...$more]);
    }

    /** @param array<string, mixed> $said */
    private function say(string $label, array $said): Fields
    {
        return $this->post('/api/drawer/tubes/'.$label.'/entries', ['id' => Uuid::v7()->toRfc4122(), ...$said]);
    }

    private function import(string $csv, string $query = ''): Fields
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'csv');
        file_put_contents($file, $csv);
        $this->client->request('POST', '/api/drawer/tubes.csv'.$query, files: ['file' => new UploadedFile($file, 'tubes.csv', 'text/csv', test: true)], server: ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->answer();
    }

    public function testATrayIsStoredOnceWithLabelsInOrder(): void
    {
        $id = Uuid::v7()->toRfc4122();
        self::assertSame(['T001', 'T002', 'A-7', 'T003'], $this->tray(['60 5.5', '61.5', '#A-7 59', '85%/60'], ['id' => $id, 'price' => '12.5'])->strings('labels'));
        self::assertResponseStatusCodeSame(201);
        self::assertSame(['A-7', 'T001', 'T002', 'T003'], $this->tray(['99'], ['id' => $id])->strings('labels'), 'sent twice it is there once');
        $drawer = $this->get('/api/drawer');
        self::assertSame(['T004', [['type' => '6L6GC', 'count' => 4]]], [$drawer->string('nextLabel'), array_map(static fn (Fields $t): array => ['type' => $t->string('type'), 'count' => (int) $t->number('count')], $drawer->objects('types'))]);
        $tube = $this->get('/api/drawer/tubes/T001');
        self::assertEqualsWithDelta([1250, 60.0, 5.5, 0.0], [$tube->number('priceMinor'), $tube->number('plateMilliamperes'), $tube->number('millisiemens'), $tube->number('heatedHours')], 1e-9);
        self::assertSame(['60 mA, 83 % of what the type draws there.', 'within'], [$tube->string('sentence'), $tube->string('verdict')]);
        self::assertSame(['added'], array_map(static fn (Fields $e): string => $e->string('kind'), $tube->objects('entries')));
    }

    public function testALineThatCannotBeReadIsNamedAndNothingIsStored(): void
    {
        $problem = $this->tray(['60', '61V', '62']);
        self::assertSame([422, 'lines[1]'], [$this->lastStatus(), $problem->string('path')]);
        self::assertStringContainsString('line 2, “61V”', $problem->string('detail'));
        foreach ([['tester' => ''], ['tester' => '250/-14'], ['type' => '<b>'], ['state' => 'fitted'], ['price' => '1.2345678'], ['lines' => []], ['lines' => array_fill(0, 201, '60')], ['id' => 'x'], ['colour' => 'red']] as $bad) {
            $this->tray(['60'], $bad);
            self::assertSame(422, $this->lastStatus(), (string) json_encode($bad));
        }
        $this->tray(['#T001 60']);
        self::assertSame(201, $this->lastStatus());
        self::assertStringContainsString('T001 is there already. Nothing was stored.', $this->tray(['60', '#T001 61'])->string('detail'));
        self::assertSame(1, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM tube'));
    }

    public function testATableOfTenThousandRowsTakesTheGoodAndNamesTheBad(): void
    {
        $rows = ['type,maker,plate_ma,instrument,state'];
        $bad = [];
        for ($i = 0; $i < 10_000; ++$i) {
            $isBad = 0 === $i % 271 && \count($bad) < 37;
            $rows[] = $isBad ? '<script>,x,50,jig,' : '6L6GC,"<script>alert(1)</script>",50.'.($i % 10).',jig,new';
            $bad = $isBad ? [...$bad, $i + 2] : $bad;
        }
        $csv = implode("\r\n", $rows);
        $none = $this->import($csv, '?all=1');
        self::assertSame([0.0, 37], [$none->number('added'), \count($none->objects('faults'))]);
        self::assertSame(0, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM tube'), 'all or nothing');
        $some = $this->import($csv);
        self::assertSame(9963.0, $some->number('added'));
        self::assertSame($bad, array_map(static fn (Fields $f): int => (int) $f->number('line'), $some->objects('faults')));
        self::assertSame('type: “<script>” is no designation of a tube', $some->objects('faults')[0]->string('reason'));
        self::assertSame(['T9963', 9963, 9963], [$this->em()->getConnection()->fetchOne('SELECT max(label) FROM tube WHERE length(label) = 5'), $this->em()->getConnection()->fetchOne('SELECT count(*) FROM tube_test'), $this->em()->getConnection()->fetchOne("SELECT count(*) FROM tube_entry WHERE kind = 'added'")]);
        self::assertTrue($this->get('/api/drawer')->boolean('more'));
        self::assertSame('<script>alert(1)</script>', $this->get('/api/drawer/tubes/T001')->string('maker'), 'text, and shown as such');
    }

    public function testWhatGoesOutComesInAgain(): void
    {
        $this->tray(['60 5.5', '#B-2 61.5'], ['price' => '12.5', 'maker' => '=SUM(A1)']);
        $this->tray(['85%/60'], ['tester' => 'card tester', 'type' => '12AX7', 'state' => 'new']);
        $this->client->request('GET', '/api/drawer/tubes.csv');
        $csv = (string) $this->client->getResponse()->getContent();
        self::assertStringContainsString("T001,6L6GC,'=SUM(A1),pulled-good,12.50,60,5.5,,,jig,250,'-14,250,6.3,5", $csv, 'no spreadsheet takes it for a formula');
        $taken = $this->import($csv);
        self::assertSame([0.0, 'label: B-2 is there already'], [$taken->number('added'), $taken->objects('faults')[0]->string('reason')]);
        $again = $this->import(str_replace(['T001', 'T002', 'B-2'], ['X1', 'X2', 'X3'], $csv));
        self::assertSame([3.0, []], [$again->number('added'), $again->objects('faults')]);
        [$then, $now] = [$this->get('/api/drawer/tubes/T001'), $this->get('/api/drawer/tubes/X1')];
        foreach (['type', 'maker', 'state', 'figures', 'tester'] as $same) {
            self::assertSame($then->string($same), $now->string($same));
        }
        self::assertSame(1.0, $this->import("type;maker\nEL34;Tern\n")->number('added'), 'semicolons, as half the world writes them');
        foreach (['', 'nonsense', "maker\nTern\n", "\x00\x01\x02"] as $none) {
            $this->import($none);
            self::assertSame(422, $this->lastStatus(), $none);
        }
        self::assertSame('colour: there is no such column', $this->import("type,colour\nEL34,red\n")->objects('faults')[0]->string('reason'));
    }

    public function testSetsAreMatchedAtOneSettingAndSaySoWhereTheyCannotBe(): void
    {
        $this->tray(['50', '60', '50.2', '60.3', '70']);
        $sets = $this->get('/api/drawer/sets?type=6L6GC&size=2&sets=2');
        self::assertSame([['T001', 'T003'], ['T002', 'T004']], array_map(static fn (Fields $s): array => $s->strings('labels'), $sets->objects('sets')));
        self::assertSame(['jig, 250/−14.0/250 V, 6.3 V, 5 min', 'matched', 'T005'], [$sets->string('at'), $sets->objects('sets')[0]->string('claim'), $sets->objects('leftOver')[0]->string('label')]);
        self::assertSame('not-matched', $this->get('/api/drawer/sets?type=6L6GC&size=4&sets=1')->objects('sets')[0]->string('claim'));
        self::assertSame([5.0, 6.0, []], [($few = $this->get('/api/drawer/sets?type=6L6GC&size=2&sets=3'))->number('comparable'), $few->number('wanted'), $few->objects('sets')]);
        $this->tray(['50.1'], ['tester' => 'other jig']);
        self::assertSame('Its test does not say its setting', $this->get('/api/drawer/sets?type=6L6GC')->objects('apart')[0]->string('because'));
        foreach (['size=1', 'size=9', 'sets=0', 'sets=401', 'limitPercent=51'] as $bad) {
            $this->get('/api/drawer/sets?type=6L6GC&'.$bad);
            self::assertSame(422, $this->lastStatus(), $bad);
        }
    }

    public function testWhatIsSaidOfATubeIsAnEntryWithHandAndDate(): void
    {
        $this->tray(['60']);
        $id = Uuid::v7()->toRfc4122();
        $this->say('T001', ['id' => $id, 'kind' => 'note', 'text' => 'rattles a little']);
        $this->say('T001', ['id' => $id, 'kind' => 'note', 'text' => 'rattles a little']);
        $this->say('T001', ['kind' => 'price', 'price' => '9']);
        $this->say('T001', ['kind' => 'corrected', 'type' => 'el34', 'maker' => 'Oriole']);
        $this->say('T001', ['kind' => 'test', 'tester' => 'card tester', 'text' => '71%/60']);
        $tube = $this->say('T001', ['kind' => 'state', 'state' => 'worn', 'why' => 'for trying']);
        self::assertSame(['state', 'corrected', 'price', 'note', 'added'], array_map(static fn (Fields $e): string => $e->string('kind'), $tube->objects('entries')), 'sent twice, said once');
        self::assertSame(['EL34', 'Oriole', 'worn', 'Worn, for trying', '71%/60'], [$tube->string('type'), $tube->string('maker'), $tube->string('state'), $tube->string('stateWords'), $tube->objects('testsTaken')[0]->string('text')]);
        self::assertSame('6L6GC', $tube->objects('entries')[1]->object('payload')->object('before')->string('type'));
        foreach ([['kind' => 'state', 'state' => 'fitted'], ['kind' => 'price', 'price' => '1.234'], ['kind' => 'test', 'tester' => '', 'text' => '60mA'], ['kind' => 'test', 'tester' => 'jig', 'text' => '60'], ['kind' => 'painted'], ['kind' => 'note', 'text' => str_repeat('x', 401)], ['id' => 'x', 'kind' => 'note', 'text' => 'y']] as $bad) {
            $this->say('T001', $bad);
            self::assertSame(422, $this->lastStatus(), (string) json_encode($bad));
        }
        $this->say('T999', ['kind' => 'note', 'text' => 'where?']);
        self::assertResponseStatusCodeSame(404);
        $this->get('/api/drawer/tubes/T999');
        self::assertResponseStatusCodeSame(404);
    }

    public function testATubeGoesIntoASocketByItsLabelAndComesOutAgain(): void
    {
        $this->tray(['60', '60.2', '70']);
        $this->tray(['85%/60'], ['type' => 'EL84', 'tester' => 'card tester']);
        $job = $this->bookIn($this->lantern());
        $fit = fn (string $text, float $ago = 0.0): string => $this->write($job, 'as-fitted', ['text' => $text], $ago)->objects('entries')[0]->string('line');
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => $text], 32);
        }
        self::assertSame('6L6GC, as drawn: 30.0 W, design-maximum.', $fit('V4 #t001', 31));
        $fit('V5 #T002', 31);
        self::assertSame(['fitted', 'V4 · Hollinwick Lantern 30 L30-1'], [($tube = $this->get('/api/drawer/tubes/T001'))->string('state'), $tube->string('standsIn')]);
        self::assertSame(2.0, $this->get('/api/drawer/sets?type=6L6GC')->number('wanted'));
        self::assertSame(1.0, $this->get('/api/drawer/sets?type=6L6GC')->number('comparable'), 'what stands in a socket is no stock');
        self::assertStringContainsString('stands in V4 of Lantern 30 L30-1: take it out there first', $this->say('T001', ['kind' => 'state', 'state' => 'scrapped'])->string('detail'));
        self::assertStringContainsString('T001 stands in V4 of Lantern 30 L30-1', $fit('V5 #T001', 31));
        self::assertStringContainsString('does not go into V5', $fit('V5 #T004', 31));
        self::assertStringContainsString('no tube in the drawer has the label T009', $fit('V5 #T009', 31));
        $fit('swap V4 V5', 30);
        self::assertSame('V5 · Hollinwick Lantern 30 L30-1', $this->get('/api/drawer/tubes/T001')->string('standsIn'));
        // Under power for twenty-two minutes, and out.
        $this->powerUp($job);
        $this->write($job, 'state-change', ['to' => 'discharging']);
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => $text]);
        }
        $fit('V5 #T003');
        $tube = $this->get('/api/drawer/tubes/T001');
        self::assertSame(['pulled', 'Pulled, not said how it is', 0.4], [$tube->string('state'), $tube->string('stateWords'), $tube->number('heatedHours')]);
        self::assertSame(['V5', 'V4'], array_map(static fn (Fields $s): string => $s->string('position'), $tube->objects('stays')));
        self::assertSame('pulled-good', $this->say('T001', ['kind' => 'state', 'state' => 'pulled-good'])->string('state'));
        $this->say('T001', ['kind' => 'state', 'state' => 'scrapped']);
        self::assertStringContainsString('T001 is scrapped', $fit('V4 #T001'));
        self::assertNotContains('T001', array_map(static fn (Fields $t): string => $t->string('label'), $this->get('/api/drawer')->objects('tubes')));
        self::assertContains('T001', array_map(static fn (Fields $t): string => $t->string('label'), $this->get('/api/drawer?scrapped=1&q=tern')->objects('tubes')));
    }

    public function testLabelsCarryACodeThatReadsBackTheLabel(): void
    {
        $this->tray(['60', '61']);
        $this->client->request('GET', '/api/drawer/labels.pdf?labels=T001,T002,T999');
        self::assertResponseIsSuccessful();
        $process = new Process(['pdftotext', '-layout', '-', '-']);
        $process->setInput((string) $this->client->getResponse()->getContent())->mustRun();
        foreach (['T001', 'T002', '6L6GC', 'Tern'] as $says) {
            self::assertStringContainsString($says, $process->getOutput());
        }
        $this->client->request('GET', '/api/drawer/labels.pdf?labels=T999');
        self::assertResponseStatusCodeSame(404);
        $code = $this->get('/api/drawer/tubes/T001')->object('code');
        $size = (int) $code->number('size');
        // Drawn into a picture, the path is what qrencode itself draws.
        $rows = array_fill(0, $size, str_repeat('  ', $size));
        preg_match_all('/M(\d+) (\d+)h(\d+)v1h-\d+z/', $code->string('path', 4000), $strokes, \PREG_SET_ORDER);
        foreach ($strokes as [, $x, $y, $width]) {
            $rows[(int) $y] = substr_replace($rows[(int) $y], str_repeat('##', (int) $width), 2 * (int) $x, 2 * (int) $width);
        }
        $drawn = new Process(['qrencode', '-t', 'ASCII', '-m', '2', '-l', 'M', '-8', '-o', '-', 'T001']);
        $drawn->mustRun();
        self::assertSame(rtrim($drawn->getOutput(), "\n"), implode("\n", $rows));
    }

    public function testAnOnlookerLooksAndWritesNothing(): void
    {
        $this->tray(['60']);
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->signIn('pim');
        self::assertCount(1, $this->get('/api/drawer')->objects('tubes'));
        foreach (['/api/drawer/trays' => ['id' => Uuid::v7()->toRfc4122(), 'type' => 'EL34', 'state' => 'new', 'tester' => 'jig', 'lines' => ['60']], '/api/drawer/tubes/T001/entries' => ['id' => Uuid::v7()->toRfc4122(), 'kind' => 'note', 'text' => 'x'], '/api/drawer/tubes.csv' => []] as $path => $body) {
            $this->post($path, $body);
            self::assertResponseStatusCodeSame(403);
        }
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->get('/api/drawer');
        self::assertResponseStatusCodeSame(401);
    }
}
