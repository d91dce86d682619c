<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Voltages;

use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\SheetFile;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tests\ServerTestCase;

/** What the voltages of a unit say together, over HTTP: causes, the next probe, what moved, drift and the fit; and what is refused. */
final class VoltagesTest extends ServerTestCase
{
    private string $job = '';
    private string $unit = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->begin($this->lantern());
    }

    public function testNothingReadSaysNothingAndAHealthyUnitHasNoHeadline(): void
    {
        self::assertNull($this->hints()->raw('hints'));
        $this->read(['A' => '434', 'B' => '433']);
        self::assertNull($this->hints()->object('hints')->raw('headline'));
        self::assertSame([], $this->hints()->object('hints')->objects('causes'));
    }

    public function testALoadBehindADropperIsNamedWithWhatItWouldReadAndWhereToProbe(): void
    {
        $this->read(['A' => '432', 'B' => '431', 'C' => '319', 'D' => '282', 'E' => '244']);
        $hints = $this->hints()->object('hints');
        self::assertMatchesRegularExpression('/^(One cause explains|[A-Z][a-z]+ causes explain) every reading\.$/', $hints->string('headline'));
        self::assertSame(['C|dc-volts', 'D|dc-volts', 'E|dc-volts'], $hints->strings('off', 40));
        $first = $hints->objects('causes')[0];
        self::assertSame(['capacitor-leaking', 'C3'], [$first->string('kind'), $first->string('part')]);
        self::assertMatchesRegularExpression('/^Or, the same by every voltage: R14 has drifted/', $first->string('alike'), 'a part keeps its name within a sentence');
        self::assertSame(['C|dc-volts', 'D|dc-volts', 'E|dc-volts'], array_map(static fn (Fields $r): string => $r->string('key'), $first->objects('reads')));
        $next = $hints->object('next');
        $read = array_merge(...array_map(static fn (Fields $o): array => $o->strings('causes', 200), $next->objects('outcomes')));
        self::assertContains($first->string('sentence'), $read, 'what it would read, given each');
        self::assertGreaterThan(1, \count($next->objects('outcomes')), 'it tells some of them apart');
    }

    public function testOfASimilarCircuitTheDrawingIsSuspectedAndNoPart(): void
    {
        $file = (string) file_get_contents(self::root().'/server/demo/sheets/lantern-30.sheet.json');
        $of = str_replace('"original-schematic"', '"similar-model"', $file, $count);
        self::assertSame(1, $count, 'the demo says what its sheet is of');
        $this->begin(self::getContainer()->get(SheetShelf::class)->import(SheetFile::decode($of), null)->id);
        $this->read(['A' => '432', 'C' => '319']);
        $hints = $this->hints()->object('hints');
        self::assertTrue($hints->boolean('isSimilar'));
        self::assertStringContainsString('it is the first suspect', $hints->string('headline'));
        self::assertSame([], $hints->objects('causes'));
    }

    public function testAReadingThatNoLongerHoldsSaysWhatMovedIt(): void
    {
        $this->read(['A' => '434']);
        self::assertSame([], $this->point($this->job, 'A')->object('reading')->strings('asksAgain', 200));
        $this->write($this->job, 'conditions', ['facts' => ['inletVolts' => ['value' => 124.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 124], 'how' => 'measured']]]);
        self::assertSame(['Mains 117 V then, 124 V now'], $this->point($this->job, 'A')->object('reading')->strings('asksAgain', 200));
        self::assertNull($this->hints()->raw('hints'), 'what no longer holds explains nothing');
    }

    public function testThePlacesOfAPairThatReadsApartAreToBeChanged(): void
    {
        $this->read(['V4.8' => '0.0330', 'V5.8' => '0.0440']);
        $swap = $this->hints()->objects('swaps')[0];
        self::assertSame(['proposed', ['V4', 'V5']], [$swap->string('outcome'), $swap->strings('positions', 8)]);
        self::assertStringContainsString('What goes along is the tube; what stays is the socket', $swap->string('sentence'));
    }

    public function testADriftIsOfOneTestPointOfThisUnit(): void
    {
        $this->read(['A' => '434']);
        $drift = $this->get($this->at().'/drift?key='.rawurlencode('A|dc-volts'));
        self::assertSame(['A|dc-volts', 'few'], [$drift->string('key'), $drift->string('says')]);
        self::assertSame('Too few readings yet to say how it moves: three over a minute or more.', $drift->string('sentence'));
        self::assertIsArray($drift->raw('points'));
        self::assertCount(1, $drift->raw('points'));
        foreach (['', 'Z9|dc-volts', str_repeat('A', 4000), '../../etc'] as $none) {
            $this->client->request('GET', $this->at().'/drift?key='.rawurlencode($none));
            self::assertResponseStatusCodeSame(404, 'no such point: '.mb_substr($none, 0, 20));
        }
    }

    public function testTheFitSaysWhatStillResists(): void
    {
        self::assertNull($this->get($this->at().'/fit')->raw('fit'), 'nothing was read');
        $this->read(['A' => '432', 'B' => '431', 'C' => '319', 'V4.8' => '0.0440', 'V5.8' => '0.0460']);
        $fit = $this->get($this->at().'/fit');
        self::assertStringContainsString('What still resists: C.', $fit->string('sentence'));
        self::assertSame(['C'], array_values(array_map(static fn (Fields $r): string => $r->string('place'), array_filter($fit->object('fit')->objects('residuals'), static fn (Fields $r): bool => $r->boolean('resists')))));
        self::assertSame('tubes', $fit->object('fit')->objects('fitted')[0]->string('kind'), 'a tube gives most');
    }

    public function testAnotherUnitAndWhoIsNotSignedInGetNothing(): void
    {
        $other = '01a23733-0000-7000-8000-000000000000';
        foreach (['', '/fit', '/drift?key=A%7Cdc-volts'] as $what) {
            $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$other.'/voltages'.$what);
            self::assertResponseStatusCodeSame(404);
        }
        $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        foreach (['', '/fit', '/drift?key=A%7Cdc-volts'] as $what) {
            $this->client->request('GET', $this->at().$what);
            self::assertResponseStatusCodeSame(401);
        }
    }

    /** An amplifier of a sheet, on at 117 V with every tube in. */
    private function begin(string $sheetVersionId): void
    {
        $this->job = $this->bookIn($sheetVersionId);
        $this->unit = $this->get('/api/jobs/'.$this->job)->objects('units')[0]->string('id');
        $this->powerUp($this->job, 117.0);
        $types = ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'];
        $this->write($this->job, 'conditions', ['facts' => ['tubes' => ['value' => array_map(static fn (string $t): array => ['type' => $t, 'tubeId' => null], $types), 'how' => 'measured'], 'inletVolts' => ['value' => 117.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 117], 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'standby' => ['value' => 'play', 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured']]]);
    }

    private function at(): string
    {
        return '/api/jobs/'.$this->job.'/units/'.$this->unit.'/voltages';
    }

    private function hints(): Fields
    {
        return $this->get($this->at());
    }

    /** @param array<string, string> $readings by place */
    private function read(array $readings): void
    {
        foreach ($readings as $place => $text) {
            $this->write($this->job, 'reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1', 'slipAnswer' => 'as-typed']);
        }
    }
}
