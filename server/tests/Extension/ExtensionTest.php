<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Core\Codec\Fields;
use Yew\Server\Formats\OpenApi;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Reports;
use Yew\Server\Tests\ServerTestCase;

/** A new station and a new kind of entry cost their own files: everything else follows from the contract (docs/stations.md). */
final class ExtensionTest extends ServerTestCase
{
    private string $job;
    private string $unit;

    protected static function getKernelClass(): string
    {
        return ExtendedKernel::class;
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->unit = $this->get('/api/jobs/'.$this->job)->objects('units')[0]->string('id');
    }

    public function testAStationAppearsInPathBoardEntryLineAndCloseOut(): void
    {
        self::assertSame(['look', 'iron', 'capacitors', 'resistors', 'battery', 'tubes', 'work', 'first-power', 'voltages', 'bias'], array_column($this->getList($this->stations()), 'station'), 'where its order puts it');
        $item = $this->get($this->stations().'/battery')->objects('items')[0];
        self::assertSame(['open', true, 0.0], [$item->string('word'), $item->boolean('asked'), $item->number('next')]);
        $step = $item->objects('steps')[0];
        self::assertSame([['volts'], ['discharging', 'dead']], [$step->strings('figures'), $step->strings('states')], 'what the entry line asks for');
        $entry = $this->write($this->job, 'trial', ['test' => 'battery-volts', 'part' => 'B1', 'text' => '0.9'])->objects('entries')[0];
        self::assertSame(['out', false], [$entry->string('verdict'), $entry->boolean('refused')]);
        $summary = Fields::of($this->getList($this->stations())[4]);
        self::assertSame([['B1'], 1.0], [$summary->strings('bad'), $summary->number('done')], 'close-out lists what is bad');
        self::assertFalse($this->write($this->job, 'left-alone', ['part' => 'B1', 'station' => 'battery', 'reason' => 'none fitted'])->objects('entries')[0]->boolean('refused'));
        self::assertTrue($this->write($this->job, 'left-alone', ['part' => 'B1', 'station' => 'kitchen', 'reason' => 'none fitted'])->objects('entries')[0]->boolean('refused'), 'a station that nobody has');
    }

    public function testAKindOfEntryIsTakenRefusedShownAndFolded(): void
    {
        $entry = $this->write($this->job, 'smell', ['of' => 'tar'])->objects('entries')[0];
        self::assertSame(['A smell', 'of tar', false], [$entry->string('headline'), $entry->string('line'), $entry->boolean('refused')]);
        self::assertSame(['tar'], array_map(static fn (Fields $f): string => $f->string('text'), $this->get($this->stations().'/look')->objects('findings')));
        $this->write($this->job, 'smell', ['off' => 'tar']);
        self::assertResponseStatusCodeSame(422);
        $this->powerUp($this->job);
        self::assertTrue($this->write($this->job, 'smell', ['of' => 'ozone'])->objects('entries')[0]->boolean('refused'), 'its own rule');
        $this->write($this->job, 'correction', ['corrects' => $entry->string('id')]);
        self::assertSame([], $this->get($this->stations().'/look')->objects('findings'));
    }

    public function testReportAndContractKnowThemToo(): void
    {
        $this->write($this->job, 'trial', ['test' => 'battery-volts', 'part' => 'B1', 'text' => '0.9']);
        $this->write($this->job, 'smell', ['of' => 'tar']);
        $html = self::getContainer()->get(Reports::class)->html(self::getContainer()->get(Jobs::class)->get($this->job));
        foreach (['B1', '0.9', 'A smell'] as $said) {
            self::assertStringContainsString($said, $html);
        }
        $api = Fields::of(json_decode(self::getContainer()->get(OpenApi::class)->json(), true))->object('components')->object('schemas');
        self::assertContains('battery', $api->object('StationId')->strings('enum'));
        self::assertContains('smell', $api->object('EntryKind')->strings('enum'));
        self::assertSame(['of'], $api->object('EntryPayloads')->object('properties')->object('smell')->strings('required'));
    }

    private function stations(): string
    {
        return '/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations';
    }
}
