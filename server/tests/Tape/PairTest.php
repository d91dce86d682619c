<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** Two units on one job: what one reads lies beside the other's readings (JUDGE-6). */
final class PairTest extends ServerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
    }

    public function testTheOtherMonoblockLiesBesideTheSchematic(): void
    {
        [$job, $left, $right] = $this->pair($this->lantern(), $this->lantern());
        $sheet = $this->get('/api/jobs/'.$job)->objects('units')[0]->object('sheet')->string('versionId');
        self::assertFalse($this->write($job, 'sheet-chosen', ['sheetVersionId' => $sheet], 30, ['unitId' => $right])->objects('entries')[0]->boolean('refused'));
        $this->live($job, $left, $right);
        $this->write($job, 'reading', self::reading('A', '453.2'), change: ['unitId' => $left]);
        $unread = self::beside($this->pointOf($job, $right, 'A'));
        self::assertSame(['other-unit', 'left-7', 'nothing', '453'], $unread, 'before anything is read here');
        $this->write($job, 'reading', self::reading('A', '452.0'), change: ['unitId' => $right]);
        self::assertSame(['other-unit', 'left-7', 'alike', '453'], self::beside($this->pointOf($job, $right, 'A')));
        self::assertSame(['other-unit', 'right-8', 'alike', '452'], self::beside($this->pointOf($job, $left, 'A')), 'and the other way round');
        $answer = $this->write($job, 'reading', self::reading('A', '420.0'), change: ['unitId' => $right]);
        $shown = array_map(static fn (Fields $b): string => $b->string('unitId').' '.implode(' ', array_map(static fn (Fields $p): string => 'A' === $p->string('place') ? self::beside($p)[3] : '', $b->objects('points'))), $answer->objects('benches'));
        self::assertSame([$left.' 420', $right.' 453'], array_map(trim(...), $shown), 'the answer carries what it changed on either');
        self::assertSame('apart-from-other-unit', $this->pointOf($job, $right, 'A')->object('reading')->string('reasonCode'));
        $tread = $this->benchOf($job, $left)->objects('stairs')[0];
        self::assertSame(['right-8', 420.0], [$tread->object('otherUnit')->string('name'), $tread->object('otherUnit')->number('volts')]);
    }

    public function testUnitsOfTwoDrawingsAreNotCompared(): void
    {
        [$job, $left, $right] = $this->pair($this->lantern(), null);
        $this->live($job, $left, $right);
        $this->write($job, 'reading', self::reading('A', '453.2'), change: ['unitId' => $left]);
        $this->write($job, 'reading', self::reading('A', '450'), change: ['unitId' => $right]);
        self::assertSame([], $this->pointOf($job, $right, 'A')->objects('beside'));
        self::assertNull($this->benchOf($job, $left)->objects('stairs')[0]->raw('otherUnit'));
    }

    public function testWithoutDrawingsTheOtherOfTheSameMakeIsTheReference(): void
    {
        [$job, $left, $right] = $this->pair(null, null);
        $this->live($job, $left, $right);
        foreach ([[$left, '300'], [$right, '340']] as [$unit, $text]) {
            $this->write($job, 'reading', self::reading('V4.3', $text), change: ['unitId' => $unit]);
        }
        $reading = $this->pointOf($job, $right, 'V4.3')->object('reading');
        self::assertSame(['out', 'other-unit', 'unlike-other-unit'], [$reading->string('verdict'), $reading->string('reference'), $reading->string('reasonCode')]);
        self::assertStringContainsString('left-7', $reading->string('sentence'));
    }

    public function testWhatWasTestedOnTheOtherUnitIsASisterToo(): void
    {
        $sheet = $this->lantern();
        [$job, $left, $right] = $this->pair($sheet, $sheet);
        foreach ([$left, $right] as $unit) {
            foreach ($this->benchOf($job, $unit)->objects('islands') as $island) {
                $this->write($job, 'discharge-proof', ['island' => $island->string('id'), 'text' => '0.4'], 2, ['unitId' => $unit]);
            }
        }
        $socket = fn (): Fields => array_values(array_filter($this->get('/api/jobs/'.$job.'/units/'.$right.'/stations/resistors')->objects('items'), static fn (Fields $i): bool => 'V4' === $i->string('part')))[0];
        $pins = array_values(array_filter($socket()->objects('steps'), static fn (Fields $s): bool => 'pin-short' === $s->string('test')))[0]->string('subject');
        foreach ([[$left, '1M'], [$right, '2M']] as [$unit, $text]) {
            self::assertFalse($this->write($job, 'trial', ['test' => 'pin-short', 'part' => 'V4', 'subject' => $pins, 'text' => $text], change: ['unitId' => $unit])->objects('entries')[0]->boolean('refused'));
        }
        self::assertContains('pins-unlike-sister', array_map(static fn (Fields $r): string => $r->string('code'), $socket()->objects('reasons')));
    }

    /** @return array{string, string, string} the job and its two units */
    private function pair(?string $leftSheet, ?string $rightSheet): array
    {
        $id = Uuid::v7()->toRfc4122();
        $this->post('/api/jobs', ['id' => $id, 'owner' => ['name' => 'Bram Oakhanger'], 'complaint' => 'right one hums', 'cameWith' => '', 'conditionNotes' => '', 'units' => [
            ['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'left-7', 'wiredForVolts' => 120, 'sheetVersionId' => $leftSheet],
            ['maker' => 'Hollinwick', 'model' => 'Lantern 30', 'serial' => 'right-8', 'wiredForVolts' => 120, 'sheetVersionId' => $rightSheet],
        ]]);
        self::assertResponseStatusCodeSame(201);
        self::getContainer()->get('doctrine.dbal.owner_connection')->executeStatement("UPDATE job SET booked_in_at = booked_in_at - INTERVAL '1 day' WHERE id = ?", [$id]);
        $this->em()->clear();
        [$left, $right] = $this->get('/api/jobs/'.$id)->objects('units');

        return [$id, $left->string('id'), $right->string('id')];
    }

    /** Discharged, ramped, energised since twenty minutes, with the mains stated: both at once, since a device's entries come in order. */
    private function live(string $job, string ...$units): void
    {
        $each = function (string $kind, array $payload, float $minutesAgo) use ($job, $units): void {
            foreach ($units as $unit) {
                $this->write($job, $kind, Fields::named($payload), $minutesAgo, ['unitId' => $unit]);
            }
        };
        foreach ($units as $unit) {
            foreach ($this->benchOf($job, $unit)->objects('islands') as $island) {
                $this->write($job, 'discharge-proof', ['island' => $island->string('id'), 'text' => '0.4'], 24, ['unitId' => $unit]);
            }
        }
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'measured'];
        $tubes = [];
        foreach (['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'] as $position => $type) {
            $tubes[$position] = ['type' => $type, 'tubeId' => null];
        }
        foreach ($units as $unit) {
            $this->ramp($job, 22, unit: $unit);
        }
        $each('conditions', ['facts' => ['inletVolts' => $fact(121.4), 'tubes' => $fact($tubes), 'limiter' => $fact(['kind' => 'none']), 'meterId' => $fact('no-1')]], 21);
        foreach ($units as $unit) {
            $this->energise($job, 20, $unit);
            self::assertSame('energised', $this->benchOf($job, $unit)->object('state')->string('name'));
        }
    }

    private function benchOf(string $job, string $unit): Fields
    {
        foreach ($this->get('/api/jobs/'.$job.'/tape')->objects('benches') as $bench) {
            if ($bench->string('unitId') === $unit) {
                return $bench;
            }
        }
        self::fail('no such unit');
    }

    private function pointOf(string $job, string $unit, string $place): Fields
    {
        foreach ($this->benchOf($job, $unit)->objects('points') as $point) {
            if ($point->string('place') === $place) {
                return $point;
            }
        }
        self::fail('no point at '.$place);
    }

    /** @return list<string> kind, name, what it says, the figure */
    private static function beside(Fields $point): array
    {
        $beside = $point->objects('beside')[0];

        return [$beside->string('kind'), $beside->string('name'), $beside->string('says'), $beside->string('shown')];
    }
}
