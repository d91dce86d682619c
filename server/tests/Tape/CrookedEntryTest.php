<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use Symfony\Component\Uid\Uuid;
use Yew\Core\Codec\Fields;
use Yew\Server\Tests\ServerTestCase;

/** Nothing that one entry contains answers with a fault, or makes the job unreadable for anyone. */
final class CrookedEntryTest extends ServerTestCase
{
    public function testEachIsTakenOrRefusedWithASentenceAndTheJobStaysReadable(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn($this->lantern());
        $this->powerUp($job);
        foreach (['live', 'off'] as $phase) {
            foreach (self::payloads() as $kind => $payloads) {
                foreach ($payloads as $payload) {
                    $this->write($job, $kind, [], change: ['payload' => $payload, ...('shelf-move' === $kind ? ['unitId' => null] : [])]);
                    $this->sane($phase.' '.$kind.' '.json_encode($payload));
                }
            }
            $this->get('/api/jobs/'.$job.'/tape');
            self::assertSame(200, $this->lastStatus());
            $this->write($job, 'state-change', ['to' => 'discharging']);
        }
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$job]);
        self::assertIsString($unit);
        foreach (['look', 'iron', 'capacitors', 'resistors'] as $station) {
            $this->get('/api/jobs/'.$job.'/units/'.$unit.'/stations/'.$station);
            self::assertSame(200, $this->lastStatus(), $station);
        }
        $this->post('/api/jobs/'.$job.'/reports', []);
        self::assertSame(202, $this->lastStatus());
        $this->workOff();
        self::assertSame('ready', Fields::of($this->getList('/api/jobs/'.$job.'/reports')[0] ?? null)->string('stage'));
    }

    public function testAnEnvelopeMayBeAnything(): void
    {
        $this->signIn('idris');
        $job = $this->bookIn($this->lantern());
        $crooked = [
            'id' => ['', '0', 1, null, "x\u{0}", str_repeat('a', 400)], 'unitId' => ['', '0', 1, Uuid::v7()->toRfc4122(), "\u{0}"], 'kind' => ['', '0', 'nothing', null, []], 'v' => [0, -1, 99, 1.5, '1', null, 1e300],
            'payload' => [null, [], '0', 1, ['0' => 1], [['text' => 'x']]], 'device' => ['', "\u{0}", null, str_repeat('d', 400)], 'counter' => [-1, 1.5, 1e300, '1', null], 'observedAt' => ['', '0', null, '-9999-01-01T00:00:00Z', '2026-02-30T25:61:61Z', "\u{0}"], 'sentAt' => ['x', 1, '0001-01-01T00:00:00Z'],
        ];
        foreach ($crooked as $field => $values) {
            foreach ($values as $value) {
                $this->post('/api/jobs/'.$job.'/tape', [...$this->entry($job, 'note', ['text' => 'x']), $field => $value]);
                $this->sane($field.' '.json_encode($value));
            }
        }
        foreach (['/api/jobs/'.$job.'/tape?after=-9', '/api/jobs/'.$job.'/tape?after=99999999999999999999', '/api/jobs/'.$job.'/tape?after[]=1', '/api/jobs/0/tape', '/api/jobs/%00/tape', '/api/jobs?q=%00', '/api/jobs?q[]=1', '/api/owners?q=%00', '/api/units?q=%FF', '/api/sheets/0', '/api/sheet-versions/0', '/api/reports/0/file', '/api/photos/0', '/api/jobs/'.$job.'/units/0/stations/look', '/api/jobs/'.$job.'/units/%00/power'] as $address) {
            $this->client->request('GET', $address);
            self::assertLessThan(500, $this->lastStatus(), $address);
        }
        $this->get('/api/jobs/'.$job.'/tape');
        self::assertSame(200, $this->lastStatus());
    }

    /** @return array<string, list<array<mixed>>> by kind */
    private static function payloads(): array
    {
        return [
            'conditions' => [
                ['facts' => ['inletVolts' => ['value' => 0, 'how' => 'measured']]], ['facts' => ['inletVolts' => ['value' => 0.5, 'how' => 'measured']]], ['facts' => ['inletVolts' => ['value' => 1e15, 'how' => 'measured']]],
                ['facts' => ['0' => ['value' => 1, 'how' => 'measured']]], ['facts' => ['tubes' => ['value' => ['0' => 'out'], 'how' => 'measured']]], ['facts' => ['tubes' => ['value' => ['V4' => ['type' => "6L6\u{0}", 'tubeId' => null]], 'how' => 'measured']]],
                ['facts' => ['tubes' => ['value' => [], 'how' => 'measured']]], ['facts' => ['limiter' => ['value' => ['kind' => 'lamp', 'watts' => 1e-300], 'how' => 'measured']]], ['facts' => ['load' => ['value' => ['kind' => 'resistor', 'ohms' => 0], 'how' => 'measured']]],
                ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'ohms' => 1e-9, 'node' => 'A'], 'how' => 'measured']]], ['facts' => ['meterId' => ['value' => "no\u{0}1", 'how' => 'measured']]], ['facts' => ['inletVolts' => ['value' => 120, 'how' => 'measured', 'at' => '-9999-01-01']]],
            ],
            'reading' => [
                ['place' => '0', 'function' => 'dc-volts', 'text' => '4'], ['place' => 'A', 'function' => 'dc-volts', 'text' => "4\u{0}"], ['place' => 'A', 'function' => 'dc-volts', 'text' => '999G'], ['place' => 'A', 'function' => 'dc-volts', 'text' => '1e15'],
                ['place' => 'A', 'function' => 'dc-volts', 'text' => '4', 'tapped' => ['ol', '>5']], ['place' => 'A', 'function' => 'dc-volts', 'text' => '4', 'pairOf' => 'nothing'], ['place' => 'A', 'function' => 'smell', 'text' => '4'], ['place' => 'A', 'function' => 'dc-volts', 'text' => '4', 'meterId' => '0'],
            ],
            'discharge-proof' => [['island' => '0', 'text' => '1'], ['island' => "A\u{0}", 'text' => '1'], ['island' => 'A', 'text' => '-1e9'], ['island' => 'A', 'text' => '1', '0' => 1]],
            'state-change' => [['to' => 'asleep'], ['to' => 'ramping', 'gates' => ['0' => 'yes']], ['to' => 'ramping', 'gates' => ['fuse' => 'perhaps']], ['to' => 'ramping', 'reason' => "\u{0}"]],
            'as-fitted' => [['text' => 'R26 1e999'], ['text' => 'found R26 0'], ['text' => 'R26 999G'], ['text' => 'C2 999m'], ['text' => 'V4 new new'], ['text' => '0 new'], ['text' => 'V4.3 V4.3 1'], ['text' => 'P1 @9']],
            'correction' => [['span' => ['from' => '-9999-01-01T00:00:00Z', 'inletVolts' => 120]], ['span' => ['from' => '2026-01-01T00:00:00Z', 'inletVolts' => 0]], ['span' => ['from' => '2026-01-01T00:00:00Z', 'to' => '2025-01-01T00:00:00Z', 'inletVolts' => 120]], ['corrects' => '0'], []],
            'sheet-chosen' => [['sheetVersionId' => 'nothing'], ['sheetVersionId' => '0190163d-8694-739b-aea5-966c26f8ad90'], ['sheetVersionId' => '']],
            'trial' => [
                ['test' => 'ratio', 'part' => 'T2', 'subject' => '0', 'text' => '11/0.4'], ['test' => 'ratio', 'part' => 'T2', 'text' => '0 11/0.4'], ['test' => 'reform', 'part' => 'C2', 'text' => '999G/1u'], ['test' => 'magnetising', 'part' => 'T2', 'subject' => '0', 'text' => '5/60m'],
                ['test' => 'resistor', 'part' => '0', 'text' => '1'], ['test' => 'resistor', 'part' => 'R26', 'text' => "4\u{0}7"], ['test' => 'fuse', 'part' => 'F1', 'text' => 'T0A'], ['test' => 'date-code', 'part' => 'T1', 'text' => '999-999'], ['test' => 'off-load', 'part' => 'T1', 'subject' => 'ht', 'text' => '1p/999G'],
            ],
            'finding' => [['place' => '0', 'what' => 'other', 'severity' => 'note', 'text' => 'x'], ['place' => 'T2', 'what' => "x\u{0}", 'severity' => 'note', 'text' => 'x']],
            'left-alone' => [['station' => '0', 'part' => 'T2', 'reason' => 'x'], ['station' => 'iron', 'part' => '0', 'reason' => 'x']],
            'note' => [['text' => "\u{0}"], ['text' => 'x', 'place' => '0'], ['text' => "\u{FFFF}"]],
            'photo' => [['photoId' => '0', 'caption' => 'x'], ['photoId' => '0190163d-8694-739b-aea5-966c26f8ad90', 'caption' => 'x']],
            'shelf-move' => [['to' => 'nowhere'], ['to' => 'parts', 'waitsFor' => "\u{0}"]],
            'close-out' => [['outcome' => 'mended'], []],
            'accept' => [['reading' => '0', 'reason' => 'x']],
            'nothing' => [['0' => 0]],
        ];
    }

    private function sane(string $what): void
    {
        $status = $this->lastStatus();
        self::assertLessThan(500, $status, $what.': '.$this->client->getResponse()->getContent());
        if ($status >= 400) {
            self::assertNotSame('', $this->answer()->string('detail', 2000), $what);
        }
    }
}
