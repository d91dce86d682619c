<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use PHPUnit\Framework\Attributes\DataProvider;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\ShelfState;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\TapeDoor;
use Yew\Server\Tests\ServerTestCase;

/** What may not be called safe: proofs, stops, hazards, gates, states and the tubes in them (SAFE-1 to SAFE-6, contract §4 and §8). */
final class SafetyTest extends ServerTestCase
{
    private string $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
    }

    /** @return iterable<string, array{array<string, mixed>, string, bool}> payload, what is said of it, whether the chassis is dead with it */
    public static function proofs(): iterable
    {
        yield 'a low figure' => [['text' => '0.4'], 'discharged', true];
        yield 'overload' => [['text' => 'ol'], 'proves nothing', false];
        yield 'at least 5 V' => [['text' => '>5'], 'proves nothing', false];
        yield 'at most 5 V' => [['text' => '<5'], 'discharged', true];
        yield 'full-width digits' => [['text' => '４'], 'is not a figure', false];
        yield 'by a meter that nobody named' => [['text' => '0.4', 'meterId' => null], 'nobody named', false];
        yield 'by a meter that the shop has not' => [['text' => '0.4', 'meterId' => 'no-99'], 'nobody named', false];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('proofs')]
    public function testOnlyAFigureOfANamedMeterProves(array $payload, string $says, bool $dead): void
    {
        $this->write($this->job, 'discharge-proof', ['island' => 'N1', 'text' => '0.1']);
        $entry = $this->write($this->job, 'discharge-proof', ['island' => 'A', ...$payload])->objects('entries')[0];
        self::assertStringContainsString($says, $entry->string('line'));
        self::assertSame($dead ? 'dead' : 'discharging', $this->state());
    }

    public function testARefusedStepUpEndsEveryProofWhoeverWantedIt(): void
    {
        $this->prove();
        $this->write($this->job, 'state-change', ['to' => 'driven']);
        self::assertSame('discharging', $this->state(), 'a gate refused it');
        $this->prove();
        $this->signIn('pim');
        $entry = $this->write($this->job, 'state-change', ['to' => 'energised'], change: ['device' => 'phone'])->objects('entries')[0];
        self::assertSame([true, 'discharging'], [$entry->boolean('refused'), $this->state()], 'an onlooker may not, and the proofs end all the same');
        $this->write($this->job, 'state-change', ['to' => 'discharging'], change: ['device' => 'phone']);
        self::assertSame(403, $this->lastStatus());
        $this->write($this->job, 'note', ['text' => 'hello'], change: ['device' => 'phone']);
        self::assertSame(403, $this->lastStatus());
        $this->signIn('idris');
        $this->prove();
        $this->write($this->job, 'reading', self::reading('A', '380'));
        self::assertSame('discharging', $this->state(), 'volts on a dead chassis: refused, and believed');
    }

    public function testALateEnergisedUndoesALaterProof(): void
    {
        $this->prove(30);
        $this->ramp($this->job, 28);
        $this->write($this->job, 'state-change', ['to' => 'discharging'], 20);
        $this->prove(5);
        self::assertSame('dead', $this->state());
        // What a tablet that was away had written: it went live again before that proof.
        $this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '0.3'], 18, ['device' => 'tablet', 'counter' => 1]);
        $this->write($this->job, 'discharge-proof', ['island' => 'N1', 'text' => '0.3'], 17, ['device' => 'tablet', 'counter' => 2]);
        $this->write($this->job, 'state-change', ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => $this->reasons($this->job, 'gates')], 16, ['device' => 'tablet', 'counter' => 3]);
        self::assertSame('ramping', $this->state(), 'a proof is judged by what the whole tape says of its moment');
    }

    public function testNothingWasObservedBeforeBookInOrAfterNow(): void
    {
        foreach ([3000.0, -30.0] as $minutesAgo) {
            $this->write($this->job, 'note', ['text' => 'once'], $minutesAgo, ['device' => 'clock '.$minutesAgo]);
        }
        $rows = $this->em()->getConnection()->fetchAllAssociative("SELECT e.observed_at >= j.booked_in_at AS after, e.observed_at <= e.received_at AS before FROM tape_entry e JOIN job j ON j.id = e.job_id WHERE e.kind = 'note'");
        self::assertSame([['after' => true, 'before' => true], ['after' => true, 'before' => true]], $rows);
        foreach (['-9999-01-01T00:00:00Z', '2026-13-01T00:00:00Z', 'yesterday', '12026-01-01T00:00:00Z', '2026-01-01 00:00'] as $moment) {
            $this->write($this->job, 'note', ['text' => 'once'], 0, ['observedAt' => $moment]);
            self::assertSame(422, $this->lastStatus(), $moment);
        }
    }

    public function testTwoProofsOfOneBatchConfirmNothing(): void
    {
        // A device that nobody has heard of claims to have measured twice, ten minutes apart.
        foreach ([12, 1] as $i => $minutesAgo) {
            $this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '0.1'], $minutesAgo, ['device' => 'new', 'counter' => 2 * $i + 1]);
            $this->write($this->job, 'discharge-proof', ['island' => 'N1', 'text' => '0.1'], $minutesAgo, ['device' => 'new', 'counter' => 2 * $i + 2]);
        }
        self::assertSame('dead', $this->state());
        self::assertTrue($this->bench($this->job)->object('state')->has('provedUntil'), 'it expires');
    }

    public function testABleederIsAPartThatKeepsItsBankAndComesOffBeforePower(): void
    {
        $this->prove();
        $clip = static fn (string $node, float $ohms): array => ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'ohms' => $ohms, 'node' => $node], 'how' => 'measured']]];
        self::assertStringContainsString('no Z9 on this sheet', $this->refusedLine('conditions', $clip('Z9', 4700)));
        $this->write($this->job, 'conditions', $clip('A', 1));
        self::assertSame(422, $this->lastStatus(), 'an ohm would burn');
        $this->write($this->job, 'conditions', $clip('A', 4700));
        self::assertTrue($this->bench($this->job)->object('state')->boolean('bleederOn'));
        self::assertTrue($this->bench($this->job)->object('state')->has('provedUntil'), 'the other bank recovers charge as ever');
        self::assertStringContainsString('power would burn it', $this->refusedLine('state-change', ['to' => 'ramping']));
        $this->prove();
        $this->readyForPower($this->job);
        $this->write($this->job, 'state-change', ['to' => 'ramping', 'gates' => ['bleeder-off' => 'yes', 'volumes' => 'yes'], 'overrides' => $this->reasons($this->job, 'gates')]);
        self::assertSame(['ramping', false], [$this->state(), $this->bench($this->job)->object('state')->boolean('bleederOn')]);
        self::assertFalse($this->bench($this->job)->object('conditions')->has('bleeder'), 'its flag ended there');
    }

    public function testTubesAreNotExchangedByWayOfUnknown(): void
    {
        $this->powerUp($this->job);
        $tubes = static fn (mixed $value, string $how = 'measured'): array => ['facts' => ['tubes' => ['value' => $value, 'how' => $how]]];
        $all = ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'];
        $in = array_map(static fn (string $type): array => ['type' => $type, 'tubeId' => null], $all);
        foreach ([$tubes(null, 'unknown'), $tubes([...$in, 'V4' => ['type' => '6550', 'tubeId' => null]]), $tubes([...$in, 'V5' => 'out']), $tubes(\array_slice($in, 0, 4)), $tubes([...$in, 'V4' => ['type' => '6L6GC', 'tubeId' => 'other']])] as $stated) {
            self::assertStringContainsString('only when the chassis is dead', $this->refusedLine('conditions', $stated));
        }
        self::assertFalse($this->write($this->job, 'conditions', $tubes($in))->objects('entries')[0]->boolean('refused'), 'the same said again');
    }

    public function testDrivenAgreesWithTheConditions(): void
    {
        $this->prove();
        $in = array_map(static fn (string $type): array => ['type' => $type, 'tubeId' => null], ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC']);
        $this->write($this->job, 'conditions', ['facts' => ['tubes' => ['value' => [...$in, 'V4' => 'out'], 'how' => 'measured']]]);
        $gates = ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']];
        self::assertStringContainsString('V5 are in', $this->refusedLine('state-change', $gates));
        $this->prove();
        $this->write($this->job, 'conditions', ['facts' => ['tubes' => ['value' => [...$in, 'V4' => 'out', 'V5' => 'out'], 'how' => 'measured']]]);
        $this->write($this->job, 'state-change', $gates);
        self::assertSame('driven', $this->state());
    }

    public function testAfterAStopNothingButOffProofsAndFindings(): void
    {
        $this->powerUp($this->job);
        $stopped = $this->write($this->job, 'reading', self::reading('N1', '0.0'))->objects('entries')[0];
        self::assertSame('danger', $stopped->string('verdict'));
        $stop = $this->bench($this->job)->object('state')->object('stop');
        self::assertSame(['N1', false], [$stop->string('place'), $stop->boolean('isOff')]);
        self::assertStringContainsString('Off at once', $stop->string('sentence'));
        $kept = $this->write($this->job, 'reading', self::reading('A', '451'))->objects('entries')[0];
        self::assertStringContainsString('kept, and counted nowhere', $kept->string('line'));
        self::assertFalse($this->point($this->job, 'A')->has('reading'));
        self::assertStringContainsString('After the stop', $this->refusedLine('conditions', ['facts' => ['covers' => ['value' => 'on', 'how' => 'measured']]]));
        $this->write($this->job, 'finding', ['place' => 'N1', 'what' => 'broken', 'severity' => 'danger', 'text' => 'jumper snapped', 'photos' => []]);
        self::assertTrue($this->bench($this->job)->object('state')->has('stop'), 'its cause is known, and it is still on');
        $this->write($this->job, 'state-change', ['to' => 'discharging']);
        self::assertFalse($this->bench($this->job)->object('state')->has('stop'));
    }

    public function testAStopByASlipOfTheFingerIsTakenBack(): void
    {
        $this->powerUp($this->job);
        $entry = $this->write($this->job, 'reading', self::reading('N1', '0.0'))->objects('entries')[0];
        $this->write($this->job, 'correction', ['corrects' => $entry->string('id'), 'reason' => 'typed into the wrong field']);
        self::assertFalse($this->bench($this->job)->object('state')->has('stop'));
        self::assertFalse($this->write($this->job, 'reading', self::reading('A', '451'))->objects('entries')[0]->boolean('refused'));
    }

    public function testWhatTheRecordKnowsIsAnsweredBeforePowerAndStaysOnTheReport(): void
    {
        $this->prove();
        $this->write($this->job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'bridged']);
        $this->write($this->job, 'trial', ['test' => 'polarity', 'part' => 'C2', 'text' => 'reversed']);
        $power = $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit().'/power');
        self::assertSame(['F1', 'C2'], array_map(static fn (Fields $h): string => $h->string('part'), $power->objects('hazards')));
        $step = fn (string $reason): array => ['to' => 'ramping', 'gates' => ['volumes' => 'yes'], 'overrides' => array_fill_keys(array_keys($this->reasons($this->job, 'gates')), $reason)];
        $this->write($this->job, 'conditions', ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 8], 'how' => 'measured']]]);
        self::assertStringContainsString('Nobody goes through this one', $this->refusedLine('state-change', $step('to find the short')), 'a bridged fuse is none');
        $this->prove();
        $this->write($this->job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'T2A 250V']);
        self::assertStringContainsString('only the owner of the shop', $this->refusedLine('state-change', $step('to find the short')), 'a reversed can');
        $this->signIn('nell');
        $this->prove();
        self::assertStringContainsString('Refused', $this->refusedLine('state-change', $step('   ')), 'a reason is words');
        $this->prove();
        $entry = $this->write($this->job, 'state-change', $step('on a 40 W lamp, to find the short'))->objects('entries')[0];
        self::assertFalse($entry->boolean('refused'), $entry->string('line'));
        self::assertStringContainsString('gates: “on a 40 W lamp, to find the short”', $entry->string('line'));
        $override = $this->bench($this->job)->object('state')->objects('overrides')[0];
        self::assertSame('owner', $override->string('role'));
        self::assertContains('polarity', array_map(static fn (Fields $g): string => $g->string('id'), $override->objects('gates')));
        foreach (['hazards' => [], 'stood' => [], 'role' => 'owner'] as $field => $value) {
            $this->write($this->job, 'state-change', ['to' => 'discharging', $field => $value]);
            self::assertSame(422, $this->lastStatus(), 'the server says what it knows, nobody else');
        }
    }

    public function testACollectedJobTakesNothingUntilItIsBack(): void
    {
        $move = fn (string $to): Fields => $this->write($this->job, 'shelf-move', ['to' => $to], change: ['unitId' => null])->objects('entries')[0];
        $this->powerUp($this->job);
        self::assertStringContainsString('Switch off before it leaves', $move('collected')->string('line'));
        $this->write($this->job, 'state-change', ['to' => 'discharging']);
        self::assertFalse($move('collected')->boolean('refused'));
        foreach ([['state-change', ['to' => 'ramping']], ['reading', self::reading('A', '4')], ['discharge-proof', ['island' => 'A', 'text' => '1']], ['trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'none']]] as [$kind, $payload]) {
            self::assertStringContainsString('was collected', $this->refusedLine($kind, $payload));
        }
        self::assertFalse($move('on-the-bench')->boolean('refused'));
        self::assertFalse($this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '1'])->objects('entries')[0]->boolean('refused'));
    }

    public function testWhatAnotherRequestDidWhileThisOneWaitedCounts(): void
    {
        $job = self::getContainer()->get(Jobs::class)->get($this->job);
        self::assertSame(ShelfState::OnTheBench, $job->shelfState());
        $this->em()->getConnection()->executeStatement("UPDATE job SET shelf_state = 'collected' WHERE id = ?", [$this->job]);
        $person = $this->em()->getRepository(Person::class)->findOneBy(['signInName' => 'idris']);
        self::assertNotNull($person);
        $entry = self::getContainer()->get(TapeDoor::class)->take($job, $person->id, $this->entry($this->job, 'state-change', ['to' => 'ramping']), Role::Technician);
        self::assertSame('job-closed', $entry->refusal['code'] ?? null);
    }

    public function testWhatNamesNothingIsRefused(): void
    {
        foreach ([['accept', ['reading' => $this->job, 'reason' => 'so']], ['correction', ['corrects' => $this->job]], ['sheet-chosen', ['sheetVersionId' => $this->job]]] as [$kind, $payload]) {
            $this->write($this->job, $kind, $payload, change: ['unitId' => null]);
            self::assertSame(422, $this->lastStatus(), $kind.' of no unit');
        }
        $this->write($this->job, 'correction', ['reason' => 'something was wrong']);
        self::assertSame(422, $this->lastStatus());
        self::assertStringContainsString('nothing on the tape', $this->refusedLine('correction', ['corrects' => $this->job]));
        self::assertStringContainsString('nothing on the tape', $this->refusedLine('accept', ['reading' => $this->job, 'reason' => 'so']));
    }

    public function testAnotherPersonsDeviceCountersCannotBeTaken(): void
    {
        $this->write($this->job, 'note', ['text' => 'mine'], change: ['device' => 'bench tablet', 'counter' => 5]);
        $this->signIn('nell');
        $this->write($this->job, 'note', ['text' => 'hers'], change: ['device' => 'bench tablet', 'counter' => 6]);
        $this->signIn('idris');
        $this->write($this->job, 'note', ['text' => 'mine again'], change: ['device' => 'bench tablet', 'counter' => 6]);
        self::assertSame(200, $this->lastStatus());
        $this->write($this->job, 'note', ['text' => 'as the server'], change: ['device' => 'server:1', 'counter' => 1]);
        self::assertSame(422, $this->lastStatus());
    }

    public function testTheTimeOfSendingIsNoPartOfTheEntry(): void
    {
        $entry = $this->entry($this->job, 'note', ['text' => 'once'], 3);
        foreach (['-2 seconds', '+1 second'] as $sent) {
            $this->post('/api/jobs/'.$this->job.'/tape', [...$entry, 'sentAt' => (new \DateTimeImmutable($sent, new \DateTimeZone('UTC')))->format('Y-m-d\TH:i:s.v\Z')]);
            self::assertSame(200, $this->lastStatus());
        }
        self::assertSame(1, $this->em()->getConnection()->fetchOne("SELECT count(*) FROM tape_entry WHERE kind = 'note'"));
    }

    public function testAnEntryOfAnEarlierVersionStopsNoJob(): void
    {
        $this->write($this->job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'bridged']);
        // As versions before this one took them: mains of nothing, a figure in full-width digits.
        $owner = self::getContainer()->get('doctrine.dbal.owner_connection');
        foreach ([['conditions', '{"facts": {"inletVolts": {"value": 0, "how": "measured"}}}'], ['trial', '{"test": "resistor", "part": "R26", "text": "４７０"}'], ['state-change', '{"to": "asleep"}'], ['reading', '{"place": "A"}']] as $i => [$kind, $payload]) {
            $owner->executeStatement(
                "INSERT INTO tape_entry (id, job_id, unit_id, kind, v, payload, person_id, device, counter, observed_at, received_at, unit_sequence, job_sequence, body_hash)
                 SELECT gen_random_uuid(), job_id, unit_id, ?, 1, ?::jsonb, person_id, 'old', ?, observed_at + INTERVAL '1 second', received_at, unit_sequence + 100 + ?, job_sequence + 100 + ?, body_hash FROM tape_entry WHERE kind = 'trial' AND device = 'test-device'",
                [$kind, $payload, $i, $i, $i],
            );
        }
        $owner->executeStatement('DELETE FROM bench_projection');
        $this->em()->clear();
        self::assertSame('discharging', $this->state());
        self::assertSame(200, $this->lastStatus());
        $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit().'/stations/resistors');
        self::assertSame(200, $this->lastStatus());
    }

    private function prove(float $minutesAgo = 0.0): void
    {
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => $text], $minutesAgo);
        }
    }

    private function state(): string
    {
        return $this->bench($this->job)->object('state')->string('name');
    }

    private function unit(): string
    {
        $id = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]);
        self::assertIsString($id);

        return $id;
    }

    /** @param array<string, mixed> $payload */
    private function refusedLine(string $kind, array $payload): string
    {
        $entry = $this->write($this->job, $kind, $payload)->objects('entries')[0];
        self::assertTrue($entry->boolean('refused'), $kind);

        return $entry->string('line');
    }
}
