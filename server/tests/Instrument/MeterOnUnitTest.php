<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Instrument;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Moment;
use Yew\Server\Instrument\Entity\Instrument;
use Yew\Server\Instrument\Profiles;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\TapeDoor;
use Yew\Server\Tests\ServerTestCase;

/** An instrument on one chassis at a time, what is taken from it, what it records, and when it stops the work. */
final class MeterOnUnitTest extends ServerTestCase
{
    private string $instrument = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->instrument = Uuid::v7()->toRfc4122();
        $this->em()->persist(new Instrument($this->instrument, 'No. 2, bench', 'no-2', self::getContainer()->get(Profiles::class)->document('scpi-bench'), '127.0.0.1', 5025));
        $this->em()->flush();
        $this->signIn('idris');
    }

    public function testItHangsOnOneChassisAndIsCarriedOverFromADeadOneOnly(): void
    {
        [$first, $second] = [$this->bookIn($this->lantern()), $this->bookInAnother()];
        $this->dead($first);
        $this->dead($second);
        self::assertSame('', $this->refusal($this->set($first)));
        self::assertSame($first, $this->useOf());
        self::assertSame('', $this->refusal($this->set($second)), 'the first is dead: it is carried over');
        self::assertSame($second, $this->useOf());
        $this->ramp($second);
        $this->dead($first);
        self::assertStringContainsString('hangs on another chassis', $this->refusal($this->set($first)));
        self::assertSame($second, $this->useOf());
        self::assertStringContainsString('hangs on another chassis', $this->refusal($this->write($first, 'discharge-proof', ['island' => 'A', 'text' => '0.2', 'meterId' => 'no-2', 'sample' => $this->sample()])), 'nor is anything taken from it there');
        $this->write($second, 'state-change', ['to' => 'discharging']);
        self::assertSame('', $this->refusal($this->write($second, 'meter-set', ['meterId' => 'no-2'])));
        self::assertNull($this->useOf());
    }

    public function testWhatItShowsIsTakenWithHowItStood(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->dead($job);
        $this->set($job);
        self::assertSame([['meterId' => 'no-2', 'function' => 'dc-volts', 'leads' => 'probe', 'place' => null, 'blocksPower' => false]], $this->bench($job)->raw('meters'));
        $this->ramp($job);
        $taken = $this->write($job, 'reading', [...self::reading('A', '410.2'), 'meterId' => 'no-2', 'sample' => $this->sample()]);
        self::assertSame('', $this->refusal($taken));
        $kept = Fields::of(json_decode((string) $this->column('SELECT payload FROM tape_entry WHERE id = ?', $taken->objects('entries')[0]->string('id')), true));
        self::assertSame([$this->instrument, true, 1000.0], [$kept->object('sample')->string('instrumentId'), $kept->object('sample')->boolean('settled'), $kept->number('range')]);
        foreach ([
            'no-such-instrument' => ['sample' => [...$this->sample(), 'instrumentId' => Uuid::v7()->toRfc4122()]],
            'sample-not-live' => ['sample' => [...$this->sample(), 'at' => Moment::ofSeconds(microtime(true) - 10.0)]],
            'meter-not-set-so' => ['function' => 'ac-volts', 'text' => '6.3'],
        ] as $code => $change) {
            $answer = $this->write($job, 'reading', [...self::reading('A', '410.2'), 'meterId' => 'no-2', 'sample' => $this->sample(), ...$change]);
            $refusal = Fields::of(json_decode((string) $this->column('SELECT refusal FROM tape_entry WHERE id = ?', $answer->objects('entries')[0]->string('id')), true));
            self::assertSame($code, $refusal->string('code'));
        }
        $this->write($job, 'reading', [...self::reading('A', '410.2'), 'meterId' => 'no-2', 'sample' => ['instrumentId' => $this->instrument]]);
        self::assertSame(422, $this->lastStatus());
    }

    public function testPowerWaitsForAMeterInOhms(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->dead($job);
        $this->set($job, 'ohms');
        self::assertStringContainsString('is set to ohms', $this->refusal($this->write($job, 'state-change', ['to' => 'ramping', 'gates' => ['fuse' => 'yes']])));
        self::assertSame('discharging', $this->bench($job)->object('state')->string('name'), 'and what was refused still ends the proofs');
    }

    public function testARecordingIsOfOneUnitAndAnotherEndsIt(): void
    {
        $job = $this->bookIn($this->lantern());
        $path = '/api/jobs/'.$job.'/units/'.$this->unitOf($job).'/recordings';
        $this->post($path, ['instrumentId' => $this->instrument, 'place' => 'A']);
        self::assertSame(409, $this->lastStatus(), 'it hangs on no chassis');
        $this->dead($job);
        $this->set($job);
        $first = $this->post($path, ['instrumentId' => $this->instrument, 'place' => 'A'])->string('id');
        self::assertSame(201, $this->lastStatus());
        foreach (['', 'A B', '../x', str_repeat('A', 41)] as $place) {
            $this->post($path, ['instrumentId' => $this->instrument, 'place' => $place]);
            self::assertSame(422, $this->lastStatus(), $place);
        }
        $second = $this->post($path, ['instrumentId' => $this->instrument, 'place' => 'V4.5'])->string('id');
        for ($i = 0; $i < 5000; $i += 1000) {
            $this->em()->getConnection()->executeStatement("INSERT INTO recording_sample (recording_id, at, value) SELECT ?, TIMESTAMPTZ '2026-11-28 12:00:00Z' + g * INTERVAL '200 ms', CASE WHEN g % 100 = 7 THEN NULL WHEN g = 3333 THEN 500 ELSE -36 - g / 5000.0 END FROM generate_series(?::int, ?::int) g", [$second, $i, $i + 999]);
        }
        $list = $this->getList($path);
        self::assertSame([$second, $first], array_column($list, 'id'));
        $drawn = Fields::of($list[0]);
        self::assertSame([5000.0, 50.0, null], [$drawn->number('samples'), $drawn->number('overloads'), $drawn->raw('endedAt')]);
        self::assertNotNull(Fields::of($list[1])->raw('endedAt'));
        $points = $drawn->raw('points');
        self::assertIsArray($points);
        self::assertLessThanOrEqual(1202, \count($points));
        self::assertContains(500.0, array_map(static fn (mixed $p): float => \is_array($p) && is_numeric($p[1]) ? (float) $p[1] : 0.0, $points), 'a spike outlives the drawing');
        $this->client->jsonRequest('POST', $path.'/'.$second.'/ended', [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(200, $this->lastStatus());
        self::assertNotNull(Fields::of($this->getList($path)[0])->raw('endedAt'));
        // All of it as CSV, whatever the plot leaves out.
        $this->client->request('GET', $path.'/'.$second.'.csv');
        $lines = explode("\n", trim($this->client->getInternalResponse()->getContent()));
        self::assertSame('at,kind,value,unit', $lines[0]);
        self::assertSame(['2026-11-28T12:00:01.400Z,overload,,V', '2026-11-28T12:00:01.600Z,value,-36.0016,V'], \array_slice($lines, 8, 2));
        self::assertContains('2026-11-28T12:11:06.600Z,value,500,V', $lines);
        $all = $this->em()->getConnection()->fetchOne('SELECT count(*) FROM recording_sample WHERE recording_id = ?', [$second]);
        self::assertSame([5000, 5000], [$all, \count($lines) - 1], 'a block, and to its very end');
        $this->em()->getConnection()->executeStatement("INSERT INTO recording_sample (recording_id, at, value) VALUES (?, TIMESTAMPTZ '2026-11-28 13:00:00Z', 1)", [$second]);
        $this->client->request('GET', $path.'/'.$second.'.csv');
        self::assertStringEndsWith("2026-11-28T13:00:00.000Z,value,1,V\n", $this->client->getInternalResponse()->getContent(), 'and one in the next');
        $this->client->request('GET', $path.'/'.Uuid::v7()->toRfc4122().'.csv');
        self::assertSame(404, $this->lastStatus());
        $this->post('/api/jobs/'.$job.'/units/'.$this->unitOf($job).'/recordings/'.Uuid::v7()->toRfc4122().'/ended', []);
        self::assertSame(404, $this->lastStatus());
        $this->signIn('pim');
        $this->post($path, ['instrumentId' => $this->instrument, 'place' => 'A']);
        self::assertSame(403, $this->lastStatus());
    }

    /** Contract §8: one entry, in the name of who armed the recording; no client may write it, and no second one follows. */
    public function testALiveSampleStopsTheUnitOnce(): void
    {
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job);
        $payload = ['place' => 'A', 'function' => 'dc-volts', 'text' => '512', 'meterId' => 'no-2', 'recordingId' => Uuid::v7()->toRfc4122()];
        $this->write($job, 'stop', $payload);
        self::assertSame(422, $this->lastStatus(), 'not by clients');
        $door = self::getContainer()->get(TapeDoor::class);
        $unit = self::getContainer()->get(Jobs::class)->get($job)->units()[0];
        $person = (string) $this->column('SELECT id FROM person WHERE sign_in_name = ?', 'idris');
        self::assertNull($door->stop($unit->job, $unit, $person, $this->instrument, ['text' => '440'] + $payload, new \DateTimeImmutable()), 'that is no stop');
        $entry = $door->stop($unit->job, $unit, $person, $this->instrument, $payload, new \DateTimeImmutable());
        self::assertNotNull($entry);
        self::assertSame(['stop', 'meter:'.$this->instrument, $person, null], [$entry->kind, $entry->device, $entry->personId, $entry->refusal]);
        self::assertNull($door->stop($unit->job, $unit, $person, $this->instrument, $payload, new \DateTimeImmutable()), 'it is stopped already');
        $this->em()->clear();
        self::assertStringContainsString('Over the capacitor’s rating of 500 V', $this->bench($job)->object('state')->object('stop')->string('sentence', 300));
        self::assertStringContainsString('OFF: A 512', $this->get('/api/jobs/'.$job.'/tape')->objects('entries')[0]->string('headline').$this->lastHeadline($job));
    }

    private function lastHeadline(string $job): string
    {
        $entries = $this->get('/api/jobs/'.$job.'/tape')->objects('entries');

        return $entries[\count($entries) - 1]->string('headline');
    }

    private function bookInAnother(): string
    {
        $id = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', ['id' => $id, 'owner' => ['name' => 'Other', 'phone' => '', 'email' => ''], 'units' => [['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'L30-2', 'wiredForVolts' => 120, 'sheetVersionId' => $this->lantern()]], 'complaint' => 'hum', 'cameWith' => '', 'conditionNotes' => '']);
        self::assertResponseStatusCodeSame(201);

        return $id;
    }

    private function dead(string $job): void
    {
        foreach (['A', 'N1'] as $island) {
            $this->write($job, 'discharge-proof', ['island' => $island, 'text' => '0.3', 'meterId' => 'no-1']);
        }
        self::assertSame('dead', $this->bench($job)->object('state')->string('name'));
    }

    private function set(string $job, string $function = 'dc-volts'): Fields
    {
        return $this->write($job, 'meter-set', ['meterId' => 'no-2', 'function' => $function, 'jackSeen' => true]);
    }

    /** @return array<string, mixed> */
    private function sample(): array
    {
        return ['instrumentId' => $this->instrument, 'at' => Moment::ofSeconds(microtime(true)), 'settled' => true];
    }

    private function refusal(Fields $answer): string
    {
        $entry = $answer->objects('entries')[0];

        return $entry->boolean('refused') ? $entry->string('line', 500) : '';
    }

    private function useOf(): ?string
    {
        $job = $this->column('SELECT job_id FROM instrument_use WHERE instrument_id = ?', $this->instrument);

        return \is_string($job) ? $job : null;
    }

    private function unitOf(string $job): string
    {
        return (string) $this->column('SELECT unit_id FROM job_unit WHERE job_id = ?', $job);
    }

    private function column(string $sql, string $argument): string|int|null
    {
        $value = $this->em()->getConnection()->fetchOne($sql, [$argument]);

        return \is_string($value) || \is_int($value) ? $value : null;
    }
}
