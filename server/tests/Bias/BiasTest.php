<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Bias;

use Yew\Core\Codec\Fields;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Report\Reports;
use Yew\Server\Tests\ServerTestCase;

/** How output tubes idle, over HTTP: what was read, what it says, what would set it right, and what is refused. */
final class BiasTest extends ServerTestCase
{
    private string $job = '';
    private string $unit = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $this->unit = $this->unitOf($this->job);
        $this->powerUp($this->job);
        $types = ['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'];
        $this->write($this->job, 'conditions', ['facts' => ['tubes' => ['value' => array_map(static fn (string $t): array => ['type' => $t, 'tubeId' => null], $types), 'how' => 'measured'], 'inletVolts' => ['value' => 117.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 117], 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'standby' => ['value' => 'play', 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured']]]);
    }

    public function testWhatWasReadIsWattsWithTheirBandAndAVerdict(): void
    {
        self::assertSame([], $this->tube('V4')->objects('reasons'), 'nothing was read');
        $this->read(['V4.8' => '0.0463', 'V4.3' => '432', 'V4.4' => '432', 'V4.5' => '-36.4']);
        $tube = $this->tube('V4');
        self::assertEqualsWithDelta(19.0, $tube->object('plateWatts')->number('value'), 0.6);
        self::assertGreaterThan(0.0, $tube->object('plateWatts')->number('band'));
        self::assertSame(['6L6GC', 'design-maximum', 30.0], [$tube->objects('limits')[0]->string('type'), $tube->objects('limits')[0]->string('system'), $tube->objects('limits')[0]->number('plateWatts')]);
        self::assertStringContainsString('of 30.0 W (design-maximum)', implode(' ', array_map(static fn (Fields $r): string => $r->string('sentence'), $tube->objects('reasons'))));
        self::assertSame(['own-cathode', 'what is under its cathode'], [$tube->objects('currents')[0]->string('method'), $tube->objects('currents')[0]->string('words')]);
        $item = array_values(array_filter($this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations/bias')->objects('items'), static fn (Fields $i): bool => 'V4' === $i->string('part')))[0];
        self::assertSame('Output tube', $item->string('name'));
        self::assertNotSame([], $item->objects('gauges'));
        self::assertContains('bias', array_column($this->getList('/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations'), 'station'));
    }

    public function testAChangeMakesItStaleAndItIsAskedForAgain(): void
    {
        $this->read(['V4.8' => '0.0463', 'V4.3' => '432', 'V4.4' => '432']);
        self::assertNotNull($this->tube('V4')->raw('plateWatts'));
        $this->write($this->job, 'conditions', ['facts' => ['inletVolts' => ['value' => 124.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 124], 'how' => 'measured']]]);
        self::assertNull($this->tube('V4')->raw('plateWatts'), 'the mains moved');
        self::assertSame([], $this->tube('V4')->objects('reasons'));
    }

    public function testWhereTheTubesWouldGoComesWithWhatWouldSetThemRight(): void
    {
        $this->read(['V4.8' => '0.0365', 'V4.3' => '432', 'V4.4' => '432', 'V4.5' => '-36.4']);
        $sweep = $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2');
        self::assertSame(['R32', 'supply'], [$sweep->string('part'), $sweep->string('kind')]);
        self::assertCount(9, $sweep->objects('steps'));
        self::assertCount(2, $sweep->objects('steps')[0]->objects('high'));
        self::assertSame('V4', $sweep->objects('advice')[0]->string('position'));
        self::assertMatchesRegularExpression('/^Move the grid by [\d.]+ V: then [\d.]+ mA at the plate, 65 % of the limit\. R32 of [\d.]+ kΩ comes nearest, on the cold side\.$/', $sweep->objects('advice')[0]->string('sentence'));
    }

    public function testWhatSetsItWithWhatBelongsThereInstead(): void
    {
        $at = '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2/setting';
        $told = $this->get($at);
        self::assertSame(['R32', 'supply', false], [$told->string('part'), $told->string('kind'), $told->boolean('isMeasured')]);
        self::assertSame([['part' => 'R32', 'isBalance' => false, 'positions' => ['V4', 'V5']]], $told->raw('parts'));
        self::assertSame(['percent', 'school'], [$told->object('target')->string('school'), $told->object('target')->string('setBy')]);
        self::assertSame('before-mains', $told->objects('before')[0]->string('code'));
        self::assertEqualsWithDelta(0.6, $told->object('now')->object('hot')->number('share'), 0.05);

        // The owner wants it cooler: then another resistor belongs there, and it says so in writing.
        $this->write($this->job, 'bias-target', ['stage' => 'T2', 'school' => 'owner', 'lowPercent' => 40, 'highPercent' => 50, 'reason' => 'plays it loud']);
        $this->read(['V4.8' => '0.0420', 'V4.3' => '432', 'V4.4' => '432', 'V5.8' => '0.0420', 'V5.3' => '432', 'V5.4' => '432']);
        $cooler = $this->get($at);
        self::assertSame(['owner', 'job', 'plays it loud'], [$cooler->object('target')->string('school'), $cooler->object('target')->string('setBy'), $cooler->object('target')->string('reason')]);
        self::assertTrue($cooler->boolean('isMeasured'));
        self::assertMatchesRegularExpression('/^R32 [1-9]\d+$/', $cooler->objects('fits')[0]->string('text'));
        self::assertEqualsWithDelta(0.45, $cooler->object('then')->object('hot')->number('share'), 0.05);
        $entry = array_values(array_filter($this->get('/api/jobs/'.$this->job.'/tape')->objects('entries'), static fn (Fields $e): bool => 'bias-target' === $e->string('kind')))[0];
        self::assertSame(['Bias target of T2', 'As its owner likes it 40 to 50 %. plays it loud'], [$entry->string('headline'), ucfirst($entry->string('line'))]);
        $this->client->request('GET', $at.'?part=R99');
        self::assertResponseStatusCodeSame(422);
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T9/setting');
        self::assertResponseStatusCodeSame(404);
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2?part=R99');
        self::assertResponseStatusCodeSame(422);
    }

    public function testExpectedPowerIntoTheLoadOnItAndOthersAndWithOtherTubes(): void
    {
        $at = '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2/power';
        $told = $this->get($at);
        $power = $told->object('power');
        self::assertSame(['6L6GC', 'grid', true], [$told->string('type'), $power->string('limit'), $power->boolean('hasFeedback')]);
        self::assertGreaterThan(20.0, $power->number('cleanWatts'));
        self::assertMatchesRegularExpression('/^Clean up to [\d.]+ W into 8\.00 Ω: there the grids come to their cathodes, with [\d.]+ V of drive\.$/', $this->sentence($power, 'power-clean-grid'));
        self::assertSame(['V4', 'V5'], array_map(static fn (Fields $p): string => $p->string('position'), $power->objects('paths')));
        self::assertSame(0, $power->objects('curves')[0]->raw('gridVolts') <=> 0.0);
        self::assertContains('5881', $told->strings('others', 40));
        $other = $this->get($at.'?loadOhms=16&type=5881');
        self::assertSame(['5881', 16.0], [$other->string('type'), $other->object('power')->number('loadOhms')]);
        self::assertStringContainsString('is on an output drawn for 8.00 Ω', $this->sentence($other->object('power'), 'power-other-load'));
    }

    public function testALoadOrATypeThatCannotBeIsRefused(): void
    {
        foreach (['loadOhms=0.4' => 'a load of 0.5 to 1000', 'loadOhms=1001' => 'a load of', 'loadOhms=eight' => 'no ohms', 'type=EL84' => 'does not go into these sockets', 'type=6L6GC' => 'does not go'] as $asked => $says) {
            $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2/power?'.$asked);
            self::assertSame(422, $this->client->getResponse()->getStatusCode(), $asked);
            self::assertStringContainsString($says, (string) $this->client->getResponse()->getContent());
        }
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T9/power');
        self::assertSame(404, $this->client->getResponse()->getStatusCode());
    }

    public function testBehindALampPowerIsForetoldWithoutIt(): void
    {
        $this->write($this->job, 'conditions', ['facts' => ['limiters' => ['value' => [['kind' => 'lamp', 'watts' => 100]], 'how' => 'measured']]]);
        self::assertStringContainsString('that is not how it stands now', $this->sentence($this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T2/power')->object('power'), 'power-at-wired-mains'));
    }

    public function testAStageThatIsNotThereIsRefused(): void
    {
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias/T9');
        self::assertSame(404, $this->client->getResponse()->getStatusCode());
        $this->client->request('GET', '/api/jobs/'.$this->job.'/units/nobody/bias');
        self::assertSame(404, $this->client->getResponse()->getStatusCode());
    }

    public function testAUnitWithoutASheetHasNoTubesToShow(): void
    {
        $other = $this->bookIn(null);
        $bias = $this->get('/api/jobs/'.$other.'/units/'.$this->unitOf($other).'/bias');
        self::assertSame([false, []], [$bias->boolean('hasCircuit'), $bias->objects('tubes')]);
    }

    public function testTheReportTellsTheOwnerAndTheNextTechnician(): void
    {
        $job = $this->em()->find(Job::class, $this->job) ?? self::fail('it is there');
        $html = static fn (): string => (string) preg_replace('/\s+/', ' ', strip_tags(self::getContainer()->get(Reports::class)->html($job)));
        self::assertStringNotContainsString('How hot its output tubes run', $html(), 'nobody measured it');
        $this->read(['V4.8' => '0.0463', 'V4.3' => '432', 'V4.4' => '432']);
        self::assertStringContainsString('Without signal they use 63 % (V4) of the heat that they may make; 60 to 70 % is usual for a stage of this kind.', $html());
        self::assertMatchesRegularExpression('/V4 6L6GC what is under its cathode 46\.3 ± [\d.]+ mA 432 V 18\.9 ± [\d.]+ W 63 % of 30 W, design-maximum/', $html());
        self::assertStringContainsString('V4, V5: to idle at 60 to 70 % of the limit, as is usual for such a stage.', $html());
        self::assertStringNotContainsString('Not tested unplugged (bias', $html(), 'it is no part of the cold bench');
        $this->write($this->job, 'bias-target', ['stage' => 'T2', 'school' => 'owner', 'lowPercent' => 55, 'highPercent' => 65, 'reason' => 'likes it cool']);
        $this->write($this->job, 'trial', ['test' => 'output-look', 'part' => 'T2', 'text' => 'clean']);
        self::assertStringContainsString('55 to 65 % is as you like it (“likes it cool”).', $html());
        self::assertStringContainsString('V4, V5: to idle at 55 to 65 % of the limit, as the owner likes it: “likes it cool”.', $html());
        self::assertStringContainsString('The output is clean to 1 MHz.', $html());
        $this->write($this->job, 'bias-target', ['stage' => 'T2', 'school' => 'distortion', 'reason' => '0.25 % at 10 W']);
        self::assertStringContainsString('they are set for the least distortion (“0.25 % at 10 W”).', $html());
    }

    public function testTheReportSetsWhatWasBesideWhatIs(): void
    {
        $job = $this->em()->find(Job::class, $this->job) ?? self::fail('it is there');
        $html = static fn (): string => (string) preg_replace('/\s+/', ' ', strip_tags(self::getContainer()->get(Reports::class)->html($job)));
        // What was found before anything was read, and what was changed before it, is no before.
        $this->write($this->job, 'as-fitted', ['text' => 'P1 @0.4']);
        $this->read(['V4.8' => '0.0300', 'V4.3' => '440', 'V4.4' => '440']);
        self::assertDoesNotMatchRegularExpression('/before: \d/', $html(), 'nothing was changed since');
        self::assertMatchesRegularExpression('/Low by 0\.0143\W+V\./u', $html(), 'of so little no percentage is made');
        self::assertStringNotContainsString('Percent.', $html());
        $this->write($this->job, 'as-fitted', ['text' => 'found R14 10.2k']);
        $this->read(['V4.8' => '0.0300', 'V4.3' => '440', 'V4.4' => '440']);
        self::assertStringNotContainsString('Before, it was', $html(), 'what was found was there when it was read');
        $this->write($this->job, 'as-fitted', ['text' => 'P1 @0.6']);
        self::assertStringNotContainsString('Before, it was', $html(), 'nothing is measured anew');
        $this->read(['V4.8' => '0.0463', 'V4.3' => '432', 'V4.4' => '432']);
        $now = $html();
        self::assertMatchesRegularExpression('/use 63 % \(V4\) of the heat .* Before, it was 4\d % \(V4\)\./', $now);
        self::assertMatchesRegularExpression('/before: 2\d\.\d mA, 1\d\.\d W, 4\d %/', $now);
        self::assertStringContainsString('Done since it was measured before: P1 @0.6.', $now);
        self::assertMatchesRegularExpression('/V4, V5, foretold with a signal: .*Clean up to [\d.]+\W+W into 8\.00\W+Ω/u', $now);
    }

    /** @param array<string, string> $readings */
    private function read(array $readings): void
    {
        foreach ($readings as $place => $text) {
            $this->write($this->job, 'reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1', 'slipAnswer' => 'as-typed']);
        }
    }

    private function tube(string $position): Fields
    {
        return array_values(array_filter($this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/bias')->objects('tubes'), static fn (Fields $t): bool => $position === $t->string('position')))[0];
    }

    private function sentence(Fields $power, string $code): string
    {
        foreach ($power->objects('reasons') as $reason) {
            if ($code === $reason->string('code')) {
                return $reason->string('sentence');
            }
        }
        self::fail($code.' is not said');
    }

    private function unitOf(string $job): string
    {
        return $this->get('/api/jobs/'.$job)->objects('units')[0]->string('id');
    }
}
