<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetFile;
use Yew\Server\Job\Jobs;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tape\Benches;
use Yew\Server\Tape\Entity\StoredProjection;
use Yew\Server\Tests\ServerTestCase;

final class TapeTest extends ServerTestCase
{
    private string $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
    }

    public function testAReadingIsJudgedInTheSameAnswer(): void
    {
        $this->powerUp($this->job);
        $answer = $this->write($this->job, 'reading', self::reading('A', '453.2'));
        self::assertResponseIsSuccessful();
        self::assertSame('within', $answer->objects('entries')[0]->string('verdict'));
        $reading = $this->point($this->job, 'A')->object('reading');
        self::assertSame(['453.2', 'within', 'tick'], [$reading->string('shown'), $reading->string('verdict'), $reading->object('mark')->string('shape')]);
        self::assertSame('model', $reading->string('reference'));
        // Printed 435 V at 117 V: the mains ratio alone would say 451.4; the model knows that heaters and bias do not follow it.
        self::assertEqualsWithDelta(450.7, $reading->number('expectedVolts'), 0.3);
    }

    public function testAmperesAreJudgedLikeVolts(): void
    {
        $current = static fn (string $place, string $text): array => ['place' => $place, 'function' => 'dc-amperes', 'text' => $text];
        $this->write($this->job, 'reading', $current('V4.8', '44.1mA'));
        self::assertTrue($this->answer()->objects('entries')[0]->boolean('refused'), 'nothing flows before it has power');
        $this->powerUp($this->job);
        self::assertSame('within', $this->write($this->job, 'reading', $current('V4.8', '44.1mA'))->objects('entries')[0]->string('verdict'));
        self::assertSame('out', $this->write($this->job, 'reading', $current('R14', '11.8mA'))->objects('entries')[0]->string('verdict'));
        self::assertStringContainsString('(7.1', $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries')[$this->last()]->string('line'));
        $points = [];
        foreach ($this->bench($this->job)->objects('points') as $point) {
            if ('dc-amperes' === $point->string('function')) {
                $points[$point->string('place')] = $point;
            }
        }
        self::assertEqualsCanonicalizing(['V4.8', 'R14'], array_keys($points));
        $cathode = $points['V4.8'];
        self::assertSame(['V4 pin 8 current', 'mA', '44.1'], [$cathode->string('name'), $cathode->string('unit'), $cathode->object('reading')->string('shown')]);
        self::assertEqualsWithDelta(0.0464, $cathode->object('reading')->number('expectedVolts'), 0.0006, 'the drop across its ohm');
        self::assertSame('46.4', $cathode->object('expected')->string('text'));
        self::assertEqualsWithDelta(64.0, $points['R14']->object('reading')->number('deviationPercent'), 5.0);
        self::assertSame('V', $this->point($this->job, 'A')->string('unit'));
        self::assertTrue($this->write($this->job, 'reading', $current('V9.3', '12mA'))->objects('entries')[0]->boolean('refused'), 'no such tube');
    }

    public function testALampBehindAVariacIsWhatTheNextReadingIsExpectedThrough(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('A', '453.2'));
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'];
        $this->write($this->job, 'conditions', ['facts' => ['source' => $fact(['kind' => 'variac', 'volts' => 117]), 'limiters' => $fact([['kind' => 'lamp', 'watts' => 60, 'ratedVolts' => 230]]), 'inletVolts' => ['value' => null, 'how' => 'unknown']]], change: ['v' => 2]);
        self::assertResponseIsSuccessful();
        $point = $this->point($this->job, 'A');
        self::assertContains('stale', (array) $point->object('reading')->raw('marks'));
        self::assertEqualsWithDelta(450.7, $point->object('reading')->number('expectedVolts'), 0.3, 'what was read keeps what belonged to it');
        $next = $point->object('expected');
        self::assertSame(['model', null], [$next->string('reference'), $next->raw('obstacle')]);
        self::assertEqualsWithDelta(119.6, $next->number('volts'), 2.0, 'the lamp has the ohms of its own volts');
        $unread = $this->point($this->job, 'B')->object('expected');
        self::assertEqualsWithDelta($next->number('volts'), $unread->number('volts'), 3.0, 'as at a point not read yet');
        $entry = $this->write($this->job, 'reading', self::reading('A', (string) round($next->number('volts'))))->objects('entries')[0];
        self::assertSame('within', $entry->string('verdict'));
        self::assertStringContainsString('lamp 60 W 230 V', $this->point($this->job, 'A')->object('reading')->object('conditions')->string('limiter'));
    }

    private function last(): int
    {
        return \count($this->get('/api/jobs/'.$this->job.'/tape')->objects('entries')) - 1;
    }

    public function testTheSameEntryTwiceIsOneAndAnotherBodyIsRefused(): void
    {
        $entry = $this->entry($this->job, 'note', ['text' => 'smells of tar']);
        $first = $this->post('/api/jobs/'.$this->job.'/tape', $entry)->objects('entries')[0];
        $again = $this->post('/api/jobs/'.$this->job.'/tape', $entry)->objects('entries')[0];
        self::assertSame($first->number('sequence'), $again->number('sequence'));
        $this->post('/api/jobs/'.$this->job.'/tape', [...$entry, 'payload' => ['text' => 'smells of roses']]);
        self::assertResponseStatusCodeSame(409);
        $this->post('/api/jobs/'.$this->job.'/tape', [...$entry, 'id' => Uuid::v7()->toRfc4122()]);
        self::assertResponseStatusCodeSame(409, 'a device uses each counter once');
        self::assertCount(2, $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
    }

    public function testWhatDoesNotFitTheStateIsKeptAsRefusedAndCountsNowhere(): void
    {
        $entry = $this->write($this->job, 'reading', self::reading('R14', '10k2', 'ohms'))->objects('entries')[0];
        self::assertTrue($entry->boolean('refused'));
        self::assertStringContainsString('prove it discharged', $entry->string('line'));
        $this->powerUp($this->job);
        $beyond = $this->write($this->job, 'reading', self::reading('A', '1200'))->objects('entries')[0];
        self::assertStringContainsString('reads to 1000 V', $beyond->string('line'));
        $unread = $this->write($this->job, 'reading', self::reading('A', '4,7,k'))->objects('entries')[0];
        self::assertStringContainsString('Two decimal marks', $unread->string('line'));
        self::assertFalse($this->point($this->job, 'A')->has('reading'));
        $rows = $this->em()->getConnection()->fetchFirstColumn("SELECT refusal->>'code' FROM tape_entry WHERE refusal IS NOT NULL ORDER BY job_sequence");
        self::assertSame(['state', 'beyond-meter', 'unreadable'], $rows);
    }

    public function testStatesFollowTheRules(): void
    {
        self::assertStringContainsString('Prove every bank discharged first', $this->refused('state-change', ['to' => 'ramping']));
        $this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '35']);
        self::assertSame('discharging', $this->bench($this->job)->object('state')->string('name'));
        $this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '4']);
        $this->write($this->job, 'discharge-proof', ['island' => 'N1', 'text' => '-2']);
        $state = $this->bench($this->job)->object('state');
        self::assertSame('dead', $state->string('name'));
        self::assertTrue($state->has('provedUntil'));
        self::assertStringContainsString('no such bank', $this->refused('discharge-proof', ['island' => 'nowhere', 'text' => '1']));
        self::assertStringContainsString('Voltages wait', $this->refused('reading', self::reading('A', '4')));
        self::assertSame('dead', $this->bench($this->job)->object('state')->string('name'), 'a low voltage takes nothing away');
        self::assertStringContainsString('isolated source', $this->refused('state-change', ['to' => 'driven']));
        self::assertSame('discharging', $this->bench($this->job)->object('state')->string('name'), 'a refused step up ends every proof all the same');
    }

    /** @param array<string, mixed> $payload */
    private function refused(string $kind, array $payload): string
    {
        $entry = $this->write($this->job, $kind, $payload)->objects('entries')[0];
        self::assertTrue($entry->boolean('refused'));

        return $entry->string('line');
    }

    public function testTubesGoInAndOutOnlyWhenDead(): void
    {
        $this->powerUp($this->job);
        $tubes = ['value' => ['V1' => 'out'], 'how' => 'measured'];
        self::assertStringContainsString('only when the chassis is dead', $this->write($this->job, 'conditions', ['facts' => ['tubes' => $tubes]])->objects('entries')[0]->string('line'));
    }

    public function testALateEntryIsJudgedByWhatWasThen(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('A', '453.2'), 5);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 2);
        $late = $this->write($this->job, 'reading', self::reading('B', '451'), 4, ['device' => 'tablet'])->objects('entries')[0];
        self::assertSame([false, 'within'], [$late->boolean('refused'), $late->string('verdict')]);
        self::assertSame('discharging', $this->bench($this->job)->object('state')->string('name'));
        self::assertSame('within', $this->point($this->job, 'B')->object('reading')->string('verdict'));
    }

    public function testTwoPeopleOnOneJobMergeByTimeWithoutAGap(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('A', '453.2'), 3);
        $this->signIn('nell');
        $this->write($this->job, 'reading', self::reading('B', '451.0'), 4, ['device' => 'tablet', 'counter' => 1]);
        $this->signIn('idris');
        $this->write($this->job, 'reading', self::reading('C', '389'), 1);
        $sequences = $this->em()->getConnection()->fetchFirstColumn('SELECT unit_sequence FROM tape_entry WHERE unit_id IS NOT NULL ORDER BY unit_sequence');
        self::assertSame(range(1, \count($sequences)), $sequences);
        self::assertGreaterThan(7, \count($sequences));
        foreach (['A', 'B', 'C'] as $place) {
            self::assertSame('within', $this->point($this->job, $place)->object('reading')->string('verdict'));
        }
    }

    public function testAPlaceThatTheSheetDoesNotHaveIsAskedAbout(): void
    {
        $this->powerUp($this->job);
        foreach (['V9.3', 'V4.9', 'Q', 'Z1/a'] as $place) {
            self::assertStringContainsString('the sheet has no '.$place, $this->refused('reading', self::reading($place, '12')), $place);
        }
        $meant = $this->write($this->job, 'reading', [...self::reading('Q', '12'), 'placeAnswer' => 'as-typed'])->objects('entries')[0];
        self::assertFalse($meant->boolean('refused'));
        foreach (['V4.2', 'A', 'T2/a'] as $place) {
            self::assertFalse($this->write($this->job, 'reading', self::reading($place, '12'))->objects('entries')[0]->boolean('refused'), $place);
        }
        $ac = $this->write($this->job, 'reading', self::reading('B', '2.4', 'ac-volts'))->objects('entries')[0];
        self::assertStringContainsString('AC volts where the sheet prints DC', $ac->string('line'));
    }

    public function testTheWorstReadingIsNotHiddenByALaterOne(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('B', '402'), 6);
        $later = $this->write($this->job, 'reading', self::reading('B', '451'), 5)->objects('entries')[0];
        self::assertSame('within', $later->string('verdict'), 'the tape says of each what it says itself');
        $reading = $this->point($this->job, 'B')->object('reading');
        self::assertSame(['out', '402', '451', 'within'], [$reading->string('verdict'), $reading->string('shown'), $reading->object('newest')->string('shown'), $reading->object('newest')->string('verdict')]);
        for ($i = 0; $i < 14; ++$i) {
            $this->write($this->job, 'reading', self::reading('B', '450'), 4);
        }
        self::assertSame('402', $this->point($this->job, 'B')->object('reading')->string('shown'), 'nor by many');
        // Another mains: what was read before is of another day.
        $this->write($this->job, 'conditions', ['facts' => ['inletVolts' => ['value' => 112.0, 'how' => 'measured']]], 3);
        $this->write($this->job, 'reading', self::reading('B', '416'), 2);
        self::assertSame(['416', 'within', false], [($r = $this->point($this->job, 'B')->object('reading'))->string('shown'), $r->string('verdict'), $r->has('newest')]);
    }

    public function testATrimThatWasTurnedBeginsAnew(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('N2', '-52'), 4);
        self::assertSame('out', $this->point($this->job, 'N2')->object('reading')->string('verdict'));
        self::assertFalse($this->write($this->job, 'as-fitted', ['text' => 'P1 turned'], 3)->objects('entries')[0]->boolean('refused'), 'on a live chassis, without its setting');
        self::assertSame(['stale'], $this->point($this->job, 'N2')->object('reading')->strings('marks'));
        $this->write($this->job, 'reading', self::reading('N2', '-46.5'), 2);
        self::assertNotSame('out', $this->point($this->job, 'N2')->object('reading')->string('verdict'));
    }

    public function testTakingBackAndCorrectingASpan(): void
    {
        $this->powerUp($this->job);
        $entry = $this->write($this->job, 'reading', self::reading('A', '402'), 6)->objects('entries')[0];
        self::assertSame('out', $entry->string('verdict'));
        $span = ['from' => (new \DateTimeImmutable('-8 minutes'))->format(\DATE_RFC3339), 'inletVolts' => 112.0];
        $this->write($this->job, 'correction', ['span' => $span, 'reason' => 'the dial was misread']);
        $reading = $this->point($this->job, 'A')->object('reading');
        self::assertSame(['within', 'out'], [$reading->string('verdict'), $reading->string('verdictThen')]);
        $this->write($this->job, 'correction', ['corrects' => $entry->string('id'), 'reason' => '']);
        self::assertFalse($this->point($this->job, 'A')->has('reading'));
        self::assertTrue($this->write($this->job, 'correction', ['corrects' => Uuid::v7()->toRfc4122()])->objects('entries')[0]->boolean('refused'));
        self::assertSame('402', $this->em()->getConnection()->fetchOne("SELECT payload->>'text' FROM tape_entry WHERE id = ?", [$entry->string('id')]), 'the entry itself stays');
    }

    public function testReadingsGoStaleWhenTheMainsMoves(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('A', '453.2'), 2);
        self::assertSame([], $this->point($this->job, 'A')->object('reading')->strings('marks'));
        $this->write($this->job, 'conditions', ['facts' => ['inletVolts' => ['value' => 117, 'how' => 'measured']]]);
        self::assertContains('stale', $this->point($this->job, 'A')->object('reading')->strings('marks'));
        self::assertTrue($this->bench($this->job)->object('warm')->boolean('warming'), 'moving the mains restarts the clock');
    }

    public function testADeviationIsLetStandWithItsReasonAndKeepsItsVerdict(): void
    {
        $this->powerUp($this->job);
        $entry = $this->write($this->job, 'reading', self::reading('V1.3', '1.9'))->objects('entries')[0];
        $this->write($this->job, 'accept', ['reading' => $entry->string('id'), 'reason' => 'as the owner likes it']);
        $reading = $this->point($this->job, 'V1.3')->object('reading');
        self::assertSame(['out', 'as the owner likes it'], [$reading->string('verdict'), $reading->string('accepted')]);
        self::assertNotContains('V1 pin 3', $this->bench($this->job)->object('openEnds')->strings('deviating'));
    }

    public function testASlipIsMarkedWhenNobodyWasAsked(): void
    {
        $this->powerUp($this->job);
        $slip = $this->write($this->job, 'reading', self::reading('A', '45.4'))->object('slip');
        self::assertSame('decade', $slip->string('slip'));
        self::assertEqualsWithDelta(454.0, $slip->number('meantVolts'), 1e-6);
        self::assertFalse($this->write($this->job, 'reading', [...self::reading('A', '45.4'), 'slipAnswer' => 'as-typed'])->has('slip'));
    }

    public function testGroupsAndCurrentsReachThePage(): void
    {
        $this->powerUp($this->job);
        foreach (['A' => '453.2', 'B' => '451.4', 'C' => '327.9', 'D' => '290.0', 'E' => '250.8'] as $place => $text) {
            $this->write($this->job, 'reading', self::reading($place, $text));
        }
        $finding = $this->bench($this->job)->objects('findings')[0];
        self::assertSame('One finding, not three: C, D and E are low together.', $finding->string('headline'));
        self::assertSame('R14 carries 12.4 mA where 7.14 mA is expected (+73 %). Look for a load on C.', $finding->string('sentence'));
    }

    public function testAJobWithoutASheetGrowsFromWhatIsRead(): void
    {
        $job = $this->bookIn();
        $this->write($job, 'discharge-proof', ['island' => 'all', 'text' => '0.2'], 12);
        $this->ramp($job, 11);
        $this->energise($job, 10);
        $entry = $this->write($job, 'reading', self::reading('V3.5', '287'))->objects('entries')[0];
        self::assertSame('cannot-say', $entry->string('verdict'));
        $this->write($job, 'sheet-chosen', ['sheetVersionId' => $this->lantern()]);
        self::assertSame('287', $this->point($job, 'V3.5')->object('reading')->string('text'), 'no point of the sheet, and not lost');
        $lost = $this->em()->getConnection()->fetchOne("SELECT payload->>'lostPlaces' FROM tape_entry WHERE kind = 'sheet-chosen'");
        self::assertSame('["V3.5"]', $lost);
    }

    public function testTheLastVisitIsTheReferenceWhereNothingIsPrinted(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('V3.7', '28.0'));
        $this->collect($this->job);
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]);
        $id = Uuid::v7()->toRfc4122();
        $owner = $this->em()->getConnection()->fetchOne('SELECT id FROM amplifier_owner');
        $this->post('/api/jobs', ['id' => $id, 'owner' => ['id' => $owner], 'units' => [['id' => $unit, 'sheetVersionId' => $this->lantern()]], 'complaint' => 'back again', 'cameWith' => '', 'conditionNotes' => '']);
        $this->powerUp($id);
        $this->write($id, 'reading', self::reading('V3.7', '28.4'));
        self::assertSame(['within', 'last-visit'], [$this->point($id, 'V3.7')->object('reading')->string('verdict'), $this->point($id, 'V3.7')->object('reading')->string('reference')]);
    }

    public function testTheProjectionIsTheTapeAndNothingElse(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('A', '453.2'), 3);
        $low = $this->write($this->job, 'reading', self::reading('B', '402'), 4)->objects('entries')[0];
        $this->write($this->job, 'accept', ['reading' => $low->string('id'), 'reason' => 'until the mains is mended'], 2.8);
        $this->write($this->job, 'correction', ['span' => ['from' => (new \DateTimeImmutable('-8 minutes'))->format(\DATE_RFC3339), 'inletVolts' => 112.0]]);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 2.5);
        foreach (['A', 'N1'] as $island) {
            $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => '0.3'], 2);
        }
        // Names come back from the database in another order, and what is said of the whole job is no news of the unit.
        $this->ramp($this->job, 1.5);
        $this->write($this->job, 'shelf-move', ['to' => 'soaking', 'waitsFor' => ''], 0, ['unitId' => null]);
        $this->em()->clear();
        $stored = $this->em()->getRepository(StoredProjection::class)->findOneBy(['jobId' => $this->job]);
        self::assertNotNull($stored);
        $unit = self::getContainer()->get(Jobs::class)->get($this->job)->units()[0];
        self::assertSame(
            CanonicalJson::encode(array_diff_key($stored->document(), ['form' => true])),
            CanonicalJson::encode(json_decode((string) json_encode(self::getContainer()->get(Benches::class)->rebuilt($unit)->toArray()), true)),
        );
    }

    public function testWhatWasFoundExplainsEarlierReadingsAndIsCarriedToTheNextJob(): void
    {
        $this->powerUp($this->job);
        $drawn = $this->point($this->job, 'C')->object('expected')->number('volts');
        $this->write($this->job, 'reading', self::reading('C', '330'));
        self::assertSame('out', $this->point($this->job, 'C')->object('reading')->string('verdict'));
        self::assertStringContainsString('only when the chassis is dead', $this->refused('as-fitted', ['text' => 'R14 22k']));
        self::assertStringContainsString('state it with the conditions', $this->refused('as-fitted', ['text' => 'V4 out']));
        self::assertStringContainsString('not understood', $this->refused('as-fitted', ['text' => 'R14 rather large']));
        $entry = $this->write($this->job, 'as-fitted', ['text' => 'found R14 22k'])->objects('entries')[0];
        self::assertSame(['As fitted: found R14 22k', false], [$entry->string('headline'), $entry->boolean('refused')]);
        $point = $this->point($this->job, 'C');
        self::assertLessThan($drawn - 20, $point->object('reading')->number('expectedVolts'), 'the reading of before is judged by what was found');
        self::assertNotContains('stale', $point->object('reading')->strings('marks'));
        self::assertSame(['found R14 22k'], array_map(static fn (Fields $f): string => $f->string('text'), $this->bench($this->job)->objects('fitted')));
        $row = $this->em()->getConnection()->fetchAssociative('SELECT o.id AS owner, u.id AS unit FROM unit u JOIN job_unit j ON j.unit_id = u.id JOIN amplifier_owner o ON o.id = u.owner_id WHERE j.job_id = ?', [$this->job]);
        self::assertIsArray($row);
        $this->collect($this->job);
        $next = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', ['id' => $next, 'owner' => ['id' => $row['owner']], 'units' => [['id' => $row['unit'], 'sheetVersionId' => $this->lantern()]], 'complaint' => 'hum', 'cameWith' => '', 'conditionNotes' => '']);
        self::assertResponseStatusCodeSame(201);
        self::assertSame([['found R14 22k', true]], array_map(static fn (Fields $f): array => [$f->string('text'), $f->boolean('counted')], $this->bench($next)->objects('fitted')));
        $this->write($next, 'as-fitted', ['text' => 'found R14 drawn']);
        self::assertSame([], $this->bench($next)->objects('fitted'));
        self::assertCount(1, $this->bench($this->job)->objects('fitted'), 'an earlier job keeps its own');
    }

    public function testAPartReplacedMakesOlderReadingsStale(): void
    {
        $this->powerUp($this->job);
        $this->write($this->job, 'reading', self::reading('C', '330'));
        $this->write($this->job, 'state-change', ['to' => 'discharging']);
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => $text]);
        }
        self::assertFalse($this->write($this->job, 'as-fitted', ['text' => 'R14 10k'])->objects('entries')[0]->boolean('refused'));
        self::assertContains('stale', $this->point($this->job, 'C')->object('reading')->strings('marks'));
        $benches = self::getContainer()->get(Benches::class);
        $unit = self::getContainer()->get(Jobs::class)->get($this->job)->units()[0];
        self::assertEquals($benches->rebuilt($unit)->toArray(), $benches->state($unit)->toArray());
    }

    public function testATubeThatCannotWorkInItsSocketLeavesTheBenchWithThePrints(): void
    {
        $sheet = self::getContainer()->get(SheetShelf::class)->import(SheetFile::decode((string) file_get_contents(self::root().'/server/demo/sheets/nuthatch-5.sheet.json')), null)->id;
        $job = $this->bookIn($sheet, 'Piet Oosterlaan');
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'];
        $this->write($job, 'conditions', ['facts' => ['inletVolts' => $fact(230), 'tubes' => $fact(['V3' => ['type' => '12AX7', 'tubeId' => null]])]]);
        $references = array_map(static fn (Fields $p): string => $p->object('expected')->string('reference'), $this->bench($job)->objects('points'));
        self::assertResponseIsSuccessful();
        self::assertNotContains('model', $references);
    }

    public function testWithoutACircuitAChangeIsKeptInWordsAndCountsNowhere(): void
    {
        $this->job = $this->bookIn(null, 'Piet Oosterlaan');
        self::assertStringContainsString('only when the chassis is dead', $this->refused('as-fitted', ['text' => 'R14 22k']));
        $entry = $this->write($this->job, 'as-fitted', ['text' => 'found a wire across the standby switch'])->objects('entries')[0];
        self::assertSame(['As fitted: found a wire across the standby switch', 'on the record; without a circuit it counts nowhere'], [$entry->string('headline'), $entry->string('line')]);
        self::assertSame([], $this->bench($this->job)->objects('fitted'));
    }

    public function testBadBodiesAreRefusedWithTheirPathAndStoreNothing(): void
    {
        $cases = [
            'payload.value' => ['payload' => [...self::reading('A', '1'), 'value' => 5]],
            'payload.place' => ['payload' => self::reading('<script>', '1')],
            'kind' => ['kind' => 'report-issued'],
            'id' => ['id' => '7'],
            'observedAt' => ['observedAt' => 'yesterday-ish'],
            'extra' => ['extra' => 1],
        ];
        foreach ($cases as $path => $change) {
            $problem = $this->post('/api/jobs/'.$this->job.'/tape', [...$this->entry($this->job, 'reading', self::reading('A', '1')), ...$change]);
            self::assertSame([422, $path], [$this->lastStatus(), $problem->string('path')]);
        }
        self::assertCount(1, $this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'));
    }
}
