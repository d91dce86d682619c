<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** Every gate before power, and every way round it that a client could try: each refused, with the gate's own reason (SAFE-4, contract §8). */
final class GateTableTest extends ServerTestCase
{
    private const FUSE = ['trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'T2A 250V']];
    private const LOAD = ['conditions', ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 8], 'how' => 'measured']]]];
    private string $job;
    private string $unit;

    /** @return iterable<string, array{string, list<array{string, array<string, mixed>}>, string}> gate, what makes it shut beyond what nobody did yet, who may go through it */
    public static function gates(): iterable
    {
        $says = static fn (array $facts): array => ['conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]];
        yield 'no fuse' => ['fuse', [self::LOAD, ['trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'bridged']]], 'nobody'];
        yield 'a fuse that nobody looked at' => ['fuse', [self::LOAD], 'nobody'];
        yield 'no load' => ['load', [self::FUSE, $says(['load' => ['kind' => 'none']])], 'nobody'];
        yield 'a load that nobody spoke of' => ['load', [self::FUSE], 'nobody'];
        yield 'an open output' => ['output-continuity', [self::FUSE, self::LOAD, ['trial', ['test' => 'output-ohms', 'part' => 'T2', 'text' => 'OL']]], 'nobody'];
        yield 'a bleeder' => ['bleeder-off', [self::FUSE, self::LOAD, $says(['bleeder' => ['clipped' => true, 'ohms' => 4700, 'node' => 'A']])], 'nobody'];
        yield 'a meter in ohms' => ['meters', [self::FUSE, self::LOAD, ['meter-set', ['meterId' => 'no-1', 'function' => 'ohms', 'leads' => 'clipped', 'place' => 'A', 'jackSeen' => true]]], 'nobody'];
        yield 'a short' => ['short', [self::FUSE, self::LOAD, ['trial', ['test' => 'supply-ohms', 'part' => 'A', 'text' => '12']]], 'owner'];
        yield 'a reversed can' => ['polarity', [self::FUSE, self::LOAD, ['trial', ['test' => 'polarity', 'part' => 'C2', 'text' => 'reversed']]], 'owner'];
        yield 'a two-wire cord' => ['earth', [self::FUSE, self::LOAD, ['trial', ['test' => 'cord', 'part' => 'mains', 'text' => 'two-wire']]], 'owner'];
        yield 'iron that is condemned' => ['iron', [self::FUSE, self::LOAD, ['trial', ['test' => 'insulation-ohms', 'part' => 'T2', 'subject' => 'primary-core', 'text' => '200k', 'lifted' => true]]], 'owner'];
        foreach (['earth', 'findings', 'iron', 'short', 'bias-supply', 'tubes', 'steps', 'sockets', 'decay', 'output-continuity', 'limiter', 'standby', 'volumes'] as $unknown) {
            yield $unknown.', of which nobody knows' => [$unknown, [self::FUSE, self::LOAD], 'technician'];
        }
        yield 'an ammeter that nobody read' => ['ammeter', [self::FUSE, self::LOAD, $says(['ammeter' => ['place' => 'centre-tap']])], 'technician'];
        yield 'a new output transformer' => ['feedback', [self::FUSE, self::LOAD, ['as-fitted', ['text' => 'T2 new']]], 'technician'];
        yield 'something found' => ['findings', [self::FUSE, self::LOAD, ['finding', ['place' => 'C1', 'what' => 'leaking', 'severity' => 'danger']]], 'technician'];
    }

    /** @param list<array{string, array<string, mixed>}> $setUp */
    #[DataProvider('gates')]
    public function testNoWayLeadsRoundAGate(string $gate, array $setUp, string $authority): void
    {
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->unit = $this->get('/api/jobs/'.$this->job)->objects('units')[0]->string('id');
        $this->prove();
        foreach ($setUp as [$kind, $payload]) {
            self::assertFalse($this->write($this->job, $kind, $payload)->objects('entries')[0]->boolean('refused'), $kind);
        }
        $shown = array_values(array_filter($this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/power')->objects('gates'), static fn (Fields $g): bool => $g->string('id') === $gate))[0];
        self::assertSame([$authority, false], [$shown->string('authority'), $shown->boolean('passes')]);
        $others = array_diff_key($this->reasons($this->job, 'gates'), [$gate => true, 'volumes' => true]);
        $power = ['to' => 'ramping', 'gates' => ['volumes' => 'volumes' === $gate ? 'no' : 'yes'], 'overrides' => $others];

        $this->refuses($power, 'with every other answered for');
        $this->refuses(['overrides' => [...$others, $gate => '   ']] + $power, 'a reason of blanks');
        $this->refuses(['to' => 'ramping'], 'saying nothing');
        $this->refuses(['to' => 'energised', 'overrides' => [...$others, 'stops' => 'known good']], 'past the stops');
        $this->refuses(['to' => 'ramping', 'gates' => array_fill_keys(['fuse', 'load', 'short', 'iron', 'bias', 'wiring', 'polarity', 'earth', 'volumes'], 'yes')], 'as earlier versions asked', ['v' => 1]);
        foreach (['stood' => [], 'role' => 'owner', 'hazards' => []] as $field => $value) {
            $this->write($this->job, 'state-change', [...$power, $field => $value]);
            self::assertSame(422, $this->lastStatus(), 'the server alone writes '.$field);
        }
        // By a device that was away, before the proof: it is asked what was known then.
        $this->refuses($power, 'late', ['device' => 'away', 'observedAt' => (new \DateTimeImmutable('-100 milliseconds', new \DateTimeZone('UTC')))->format('Y-m-d\TH:i:s.v\Z')]);
        // The same entry again is the same refusal.
        $entry = $this->entry($this->job, 'state-change', $power);
        $this->prove();
        foreach ([1, 2] as $time) {
            self::assertTrue($this->post('/api/jobs/'.$this->job.'/tape', $entry)->objects('entries')[0]->boolean('refused'), 'time '.$time);
        }
        // Another unit's proof is of that unit: the same entries on another job change nothing here.
        $this->onAnother($gate);
        $this->refuses($power, 'what was proved on another amplifier');
        $this->prove();
        $this->signIn('pim');
        $this->refuses(['overrides' => [...$others, $gate => 'let me']] + $power, 'an onlooker', proved: true);
        $this->signIn('idris');
        if ('technician' !== $authority) {
            $this->refuses(['overrides' => [...$others, $gate => 'I know it']] + $power, 'a technician');
            $this->signIn('nell');
        }
        $last = ['overrides' => [...$others, ...('volumes' === $gate ? [] : [$gate => 'I answer for it'])], 'gates' => ['volumes' => 'yes']] + $power;
        if ('nobody' === $authority) {
            $this->refuses($last, 'not even the owner');

            return;
        }
        $this->prove();
        $entry = $this->write($this->job, 'state-change', $last)->objects('entries')[0];
        self::assertFalse($entry->boolean('refused'), $entry->optionalText('line'));
        self::assertSame('ramping', $this->bench($this->job)->object('state')->string('name'));
        if ('volumes' !== $gate) {
            $gone = array_values(array_filter($this->bench($this->job)->object('state')->objects('overrides')[0]->objects('gates'), static fn (Fields $g): bool => $g->string('id') === $gate))[0];
            self::assertSame('I answer for it', $gone->string('reason'), 'and stays on the record');
        }
    }

    /**
     * @param array<string, mixed> $payload
     * @param array<string, mixed> $change  of the envelope
     */
    private function refuses(array $payload, string $way, array $change = [], bool $proved = false): void
    {
        if (!$proved) {
            $this->prove();
        }
        $answer = $this->write($this->job, 'state-change', $payload, 0.0, $change);
        $entry = $answer->objects('entries')[0];
        self::assertTrue($entry->boolean('refused'), $way);
        self::assertStringStartsWith('Refused: ', $entry->optionalText('line'));
        if (isset($change['device'])) {
            return; // what was proved after it was observed holds
        }
        self::assertNotContains($this->stateIn($answer), ['ramping', 'energised', 'dead'], $way.': and it is believed that somebody wanted power');
    }

    /** Another amplifier on which everything is proved that this gate asks for. */
    private function onAnother(string $gate): void
    {
        $other = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', ['id' => $other, 'owner' => ['name' => 'Bram', 'phone' => '', 'email' => ''], 'units' => [['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'other', 'wiredForVolts' => 120, 'sheetVersionId' => null]], 'complaint' => '', 'cameWith' => '', 'conditionNotes' => '']);
        self::assertSame(201, $this->lastStatus());
        $theirs = $this->get('/api/jobs/'.$other)->objects('units')[0]->string('id');
        foreach ([self::FUSE, self::LOAD, ['trial', ['test' => 'supply-ohms', 'part' => 'reservoir', 'text' => '1M']]] as [$kind, $payload]) {
            $this->write($other, $kind, $payload, change: ['unitId' => $theirs]);
        }
        // Nor may an entry of this job name that unit.
        $this->write($this->job, 'trial', ['test' => 'fuse', 'part' => 'F1', 'text' => 'T2A 250V'], change: ['unitId' => $theirs]);
        self::assertSame(404, $this->lastStatus(), $gate);
    }

    private function prove(): void
    {
        $this->write($this->job, 'discharge-proof', ['island' => 'A', 'text' => '0.4']);
        self::assertSame('dead', $this->stateIn($this->write($this->job, 'discharge-proof', ['island' => 'N1', 'text' => '0.1'])));
    }

    private function stateIn(Fields $answer): string
    {
        return $answer->objects('benches')[0]->object('state')->string('name');
    }
}
