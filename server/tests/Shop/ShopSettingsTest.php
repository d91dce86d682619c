<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Shop;

use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Server\Shop\HandMeter;
use Yew\Server\Tests\ServerTestCase;

/** What the owner of a shop sets: its head, its prices, its schools, its meters; and that each change keeps its hand. */
final class ShopSettingsTest extends ServerTestCase
{
    private const HEAD = ['name' => 'Marl Valve Repairs', 'address' => '1 Quarry Lane', 'timeZone' => 'Europe/Dublin', 'vocabulary' => 'uk', 'closingWords' => 'Come again.'];
    private const METER = ['name' => 'No. 9, bench', 'counts' => 6000, 'inputResistanceOhms' => 10e6, 'highestVolts' => 1000, 'accuracyDigits' => 3, 'dcVoltsPercent' => 0.5, 'acVoltsPercent' => 1, 'ohmsPercent' => 0.8];

    /** @param array<string, mixed> $body */
    private function set(string $method, string $path, array $body): Fields
    {
        $this->client->jsonRequest($method, '/api/shop/'.$path, $body, ['HTTP_ORIGIN' => 'http://localhost']);

        return $this->answer();
    }

    public function testEveryChangeKeepsItsHandAndWhatWasBefore(): void
    {
        $this->signIn('nell');
        self::assertSame([], $this->get('/api/shop/settings')->objects('changes'));
        $now = $this->set('PUT', 'head', self::HEAD);
        self::assertResponseIsSuccessful();
        self::assertSame('Marl Valve Repairs', $now->object('head')->string('name'));
        $this->set('PUT', 'head', self::HEAD);
        $this->set('PUT', 'prices', ['hourlyRateMinor' => 6000]);
        $this->set('PUT', 'practice', ['capacitorSchool' => 'age-first']);
        $changes = $this->get('/api/shop/settings')->objects('changes');
        self::assertSame(['practice', 'prices', 'head'], array_map(static fn (Fields $c): string => $c->string('what'), $changes), 'the latest first; what changed nothing is no change');
        self::assertSame([['hourlyRateMinor', '4800', '6000']], array_map(static fn (Fields $f): array => [$f->string('field'), $f->string('before'), $f->string('after')], $changes[1]->objects('changed')));
        self::assertSame('Nell', $this->get('/api/shop')->object('people')->string($changes[0]->string('personId')));
        self::assertSame(['name', 'address', 'timeZone', 'vocabulary', 'closingWords'], array_map(static fn (Fields $f): string => $f->string('field'), $changes[2]->objects('changed')));
    }

    public function testBandsAndLimitsOfItsOwnAreKeptAndHeldToTheData(): void
    {
        $this->signIn('nell');
        $bands = ['fixed-push-pull' => ['lowPercent' => 50, 'highPercent' => 60]];
        $kept = $this->set('PUT', 'practice', ['biasTargets' => $bands, 'tubeLimits' => [['type' => 'EL34', 'plateWatts' => 22, 'source' => 'what these last with']]])->object('practice');
        self::assertResponseIsSuccessful();
        self::assertSame([50.0, 75.0], [$kept->object('biasTargets')->object('fixed-push-pull')->number('lowPercent'), $kept->object('biasTargets')->object('cathode-push-pull')->number('lowPercent')]);
        self::assertSame('what these last with', $kept->objects('tubeLimits')[0]->string('source'));
        self::assertContains('tubeLimits EL34 plateWatts', array_map(static fn (Fields $f): string => $f->string('field'), $this->get('/api/shop/settings')->objects('changes')[0]->objects('changed')));
        foreach ([['type' => 'EL34', 'plateWatts' => 26], ['type' => 'EL99', 'plateWatts' => 10], ['type' => 'EL34', 'plateWatts' => -1]] as $limit) {
            $this->set('PUT', 'practice', ['tubeLimits' => [$limit]]);
            self::assertResponseStatusCodeSame(422);
        }
        $this->set('PUT', 'practice', ['biasTargets' => ['fixed-push-pull' => ['lowPercent' => 60, 'highPercent' => 400]]]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame(50.0, $this->get('/api/shop')->object('practice')->object('biasTargets')->object('fixed-push-pull')->number('lowPercent'));
    }

    public function testItsWordsAndItsNameAreThoseOfItsHead(): void
    {
        $this->signIn('nell');
        self::assertSame('tube', $this->get('/api/shop')->object('words')->string('tube'));
        $this->set('PUT', 'head', self::HEAD);
        $shop = $this->get('/api/shop');
        self::assertSame(['Marl Valve Repairs', 'Europe/Dublin', 'valve'], [$shop->string('name'), $shop->string('timeZone'), $shop->object('words')->string('tube')]);
    }

    public function testUsualWorkIsPricedAloneAndWhileItIsOpen(): void
    {
        $this->signIn('nell');
        $this->set('PUT', 'prices', ['hourlyRateMinor' => 6000]);
        $costs = [];
        foreach ($this->get('/api/shop/settings')->objects('costs') as $cost) {
            $costs[$cost->string('station')] = [(int) $cost->number('aloneMinor'), (int) $cost->number('whileOpenMinor')];
        }
        self::assertSame([4000, 500], $costs['capacitors'] ?? [], 'a board out 35 minutes, a part five (common practice)');
        self::assertSame([500, 500], $costs['tubes'] ?? [], 'nothing is opened for a tube');
    }

    public function testWhatIsNoHeadIsRefusedAndChangesNothing(): void
    {
        $this->signIn('nell');
        foreach ([['name' => '  '], ['name' => str_repeat('x', 121)], ['timeZone' => 'Mars/Base'], ['vocabulary' => 'fr'], ['logo' => 'x']] as $bad) {
            $this->set('PUT', 'head', [...self::HEAD, ...$bad]);
            self::assertSame(422, $this->lastStatus(), json_encode($bad, \JSON_THROW_ON_ERROR));
        }
        foreach ([['hourlyRateMinor' => 48.5], ['hourlyRateMinor' => -1], ['currency' => 'gbp'], ['taxBasisPoints' => 5001], ['work' => [['station' => 'look', 'minutes' => -5, 'opening' => '']]], ['work' => [['station' => 'look', 'minutes' => 5, 'opening' => 'attic']]]] as $bad) {
            $this->set('PUT', 'prices', $bad);
            self::assertSame(422, $this->lastStatus(), json_encode($bad, \JSON_THROW_ON_ERROR));
        }
        $settings = $this->get('/api/shop/settings');
        self::assertSame(['Test works', []], [$settings->object('head')->string('name'), $settings->objects('changes')]);
    }

    public function testAMeterIsListedAndReadsWithItsAccuracy(): void
    {
        $this->signIn('nell');
        $this->set('POST', 'meters', self::METER);
        self::assertResponseStatusCodeSame(201);
        $this->set('POST', 'meters', [...self::METER, 'name' => 'NO. 9, Bench']);
        self::assertSame(409, $this->lastStatus(), 'two of one name cannot be told apart');
        $listed = array_values(array_filter($this->get('/api/shop')->objects('meters'), static fn (Fields $m): bool => 'No. 9, bench' === $m->string('name')));
        self::assertCount(1, $listed);
        self::assertSame([10e6, 1000.0], [$listed[0]->number('inputResistanceOhms'), $listed[0]->number('highestVolts')]);
        $job = $this->bookIn($this->lantern());
        $this->write($job, 'conditions', ['facts' => ['meterId' => ['value' => $listed[0]->string('id'), 'how' => 'measured']]]);
        self::assertLessThan(300, $this->lastStatus());
    }

    /** Ranges and resolutions of a 6000-count meter: common practice, and the documents of the meters that were entered by hand. */
    public function testRangesFollowFromTheCounts(): void
    {
        $meter = Meter::decode(HandMeter::decode(Fields::of(self::METER))->listed('m')->document());
        foreach ([[0.5, 0.6, 1e-4], [0.61, 6.0, 1e-3], [59.0, 60.0, 0.01], [450.0, 600.0, 0.1], [601.0, 1000.0, 1.0]] as [$volts, $max, $resolution]) {
            $range = $meter->rangeFor(MeterFunction::DcVolts, $volts);
            self::assertNotNull($range);
            self::assertEqualsWithDelta([$max, $resolution], [$range->max, $range->resolution], 1e-9 * $max, (string) $volts);
        }
        self::assertNull($meter->rangeFor(MeterFunction::DcVolts, 1001.0));
        self::assertSame([100e6, null], [$meter->highest(MeterFunction::Ohms), $meter->highest(MeterFunction::Farads)]);
        // 450 V: 0.5 % and three digits of 0.1 V, and what the typed digits leave open.
        self::assertEqualsWithDelta(2.25 + 0.3 + 0.5, $meter->figure(MeterFunction::DcVolts, 450.0, 1.0, 'r')->worstCase(), 1e-9);
        $fine = Meter::decode(HandMeter::decode(Fields::of([...self::METER, 'counts' => 50000, 'highestVolts' => 600]))->listed('m')->document());
        self::assertSame([5.0, 600.0], [$fine->rangeFor(MeterFunction::DcVolts, 5.0)?->max, $fine->highest(MeterFunction::AcVolts)]);
        self::assertEqualsWithDelta(1e-4, $fine->rangeFor(MeterFunction::DcVolts, 5.0)->resolution ?? 0.0, 1e-12);
    }

    /** COND-5b, SAFE-7. */
    public function testWhatItsManualMaySayFurther(): void
    {
        $this->signIn('nell');
        $further = ['detector' => 'average', 'bandHertz' => ['low' => 45, 'high' => 400], 'ratedVolts' => 600, 'calibratedOn' => '2026-05-04', 'dcAmperesPercent' => 1.2];
        $this->set('POST', 'meters', [...self::METER, ...$further]);
        self::assertResponseStatusCodeSame(201);
        $listed = array_values(array_filter($this->get('/api/shop')->objects('meters'), static fn (Fields $m): bool => 'No. 9, bench' === $m->string('name')))[0];
        self::assertSame(['average', 600.0, '2026-05-04', null], [$listed->string('detector'), $listed->number('ratedVolts'), $listed->string('calibratedOn'), $listed->raw('leads')]);
        $meter = Meter::decode(HandMeter::decode(Fields::of([...self::METER, ...$further]))->listed('m')->document());
        self::assertSame([[45.0, 400.0], 0.4], [$meter->bandHertz, $meter->highest(MeterFunction::DcAmperes)]);
        self::assertNull(Meter::decode(HandMeter::decode(Fields::of(self::METER))->listed('m')->document())->highest(MeterFunction::DcAmperes), 'nothing is made up');
    }

    /** COND-5b: any technician holds the leads together before small ohms are read. */
    public function testTheLeadsAreHeldTogether(): void
    {
        $this->signIn('idris');
        $leads = fn (): array => array_map(static fn (Fields $m): mixed => $m->raw('leads'), array_filter($this->get('/api/shop')->objects('meters'), static fn (Fields $m): bool => 'no-1' === $m->string('id')));
        self::assertSame([null], array_values($leads()));
        $this->client->jsonRequest('POST', '/api/meters/no-1/leads', ['ohms' => 0.14], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(204);
        $kept = Fields::of(array_values($leads())[0]);
        self::assertSame([0.14, true], [$kept->number('ohms'), $kept->boolean('fresh')]);
        Clock::set(new MockClock('+3 days'));
        self::assertFalse(Fields::of(array_values($leads())[0])->boolean('fresh'));
        Clock::set(new NativeClock());
        foreach ([['no-1', ['ohms' => 2.01], 422], ['no-1', ['ohms' => -0.1], 422], ['no-1', [], 422], ['no-3', ['ohms' => 0.1], 409], ['no-99', ['ohms' => 0.1], 404]] as [$id, $body, $status]) {
            $this->client->jsonRequest('POST', '/api/meters/'.$id.'/leads', $body, ['HTTP_ORIGIN' => 'http://localhost']);
            self::assertSame($status, $this->lastStatus(), $id.' '.json_encode($body, \JSON_THROW_ON_ERROR));
        }
        $this->signIn('pim');
        $this->client->jsonRequest('POST', '/api/meters/no-1/leads', ['ohms' => 0.1], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(403, $this->lastStatus());
    }

    public function testWhatIsNoMeterIsRefused(): void
    {
        foreach ([['counts' => 6001], ['name' => ' '], ['inputResistanceOhms' => 99e3], ['highestVolts' => 299], ['highestVolts' => 5001], ['dcVoltsPercent' => 0], ['ohmsPercent' => 20.1], ['accuracyDigits' => -1], ['colour' => 'red'], ['detector' => 'peak'], ['bandHertz' => ['low' => 60, 'high' => 50]], ['ratedVolts' => -1], ['calibratedOn' => 'May'], ['dcAmperesPercent' => 0]] as $bad) {
            try {
                HandMeter::decode(Fields::of([...self::METER, ...$bad]));
                self::fail(json_encode($bad, \JSON_THROW_ON_ERROR));
            } catch (BadData $refused) {
                self::assertStringContainsString(array_key_first($bad), $refused->getMessage());
            }
        }
        foreach ([['inputResistanceOhms' => 100e3], ['highestVolts' => 300], ['highestVolts' => 5000], ['ohmsPercent' => 20]] as $good) {
            self::assertNotSame([], HandMeter::decode(Fields::of([...self::METER, ...$good]))->listed('m')->document());
        }
    }

    public function testOnlyItsOwnerSetsIt(): void
    {
        foreach (['idris', 'pim'] as $who) {
            $this->signIn($who);
            $this->get('/api/shop/settings');
            self::assertSame(200, $this->lastStatus(), 'everybody of the shop may read how it works');
            foreach ([['PUT', 'head', self::HEAD], ['PUT', 'prices', []], ['PUT', 'practice', []], ['POST', 'meters', self::METER]] as [$method, $path, $body]) {
                $this->set($method, $path, $body);
                self::assertSame(403, $this->lastStatus(), $who.' '.$path);
            }
            $this->client->jsonRequest('POST', '/api/sign-out', [], ['HTTP_ORIGIN' => 'http://localhost']);
        }
        self::assertSame([], $this->em()->getConnection()->fetchAllAssociative('SELECT 1 FROM shop_change'));
    }

    public function testAWordOfItsOwnIsSaidEverywhere(): void
    {
        $this->signIn('nell');
        $now = $this->set('PUT', 'head', [...self::HEAD, 'words' => ['plate' => 'Anode plate', 'tube' => ' ', 'no-word' => 'x']]);
        self::assertResponseIsSuccessful();
        self::assertSame(['Anode plate', 'anode'], [$now->object('head')->object('words')->string('plate'), $now->object('usualWords')->string('plate')]);
        $words = $this->get('/api/shop')->object('words');
        self::assertSame(['Anode plate', 'valve'], [$words->string('plate'), $words->string('tube')], 'an empty one is none');
        self::assertFalse($words->has('no-word'), 'what the code never says is not said');
        foreach ([['plate' => str_repeat('x', 41)], ['plate' => '<b>'], ['plate' => 3]] as $odd) {
            $this->set('PUT', 'head', [...self::HEAD, 'words' => $odd]);
            self::assertSame(422, $this->lastStatus());
        }
        self::assertCount(1, $this->get('/api/shop/settings')->objects('changes'));
    }

    public function testWorkThatComesUpIsListedAndOfferedForAnEstimate(): void
    {
        $this->signIn('nell');
        $item = ['text' => 'Play it in', 'minutes' => 45, 'opening' => 'board'];
        self::assertSame([$item], array_map(static fn (Fields $i): array => ['text' => $i->string('text'), 'minutes' => (int) $i->number('minutes'), 'opening' => $i->string('opening')], $this->set('PUT', 'prices', ['items' => [$item]])->object('prices')->objects('items')));
        self::assertSame('', $this->set('PUT', 'prices', ['items' => [['opening' => 'roof'] + $item]])->object('prices')->objects('items')[0]->optionalText('opening'), 'what is not opened needs nothing open');
        foreach ([['text' => ' '], ['minutes' => -1], ['minutes' => 1.5]] as $odd) {
            $this->set('PUT', 'prices', ['items' => [$odd + $item]]);
            self::assertSame(422, $this->lastStatus(), (string) json_encode($odd));
        }
        $job = $this->bookIn($this->lantern());
        $word = $this->get('/api/jobs/'.$job.'/estimate');
        self::assertSame('Play it in', $word->objects('labour')[0]->string('text'));
        self::assertSame('We measure old capacitors and leave in what tests good: originals stay where they can.', $word->string('school'));
    }

    public function testARetiredMeterIsOfferedNoMoreAndStillJudgesWhatItRead(): void
    {
        $this->signIn('nell');
        $this->set('POST', 'meters', self::METER);
        $first = $this->get('/api/shop')->objects('meters')[0]->string('id');
        $this->set('POST', 'meters/'.$first.'/retired', []);
        self::assertResponseIsSuccessful();
        $left = array_map(static fn (Fields $m): string => $m->string('id'), $this->get('/api/shop')->objects('meters'));
        self::assertNotContains($first, $left);
        $job = $this->bookIn($this->lantern());
        $this->write($job, 'discharge-proof', ['island' => 'A', 'text' => '0.4', 'meterId' => $first]);
        self::assertStringStartsWith('within', $this->answer()->objects('entries')[0]->string('line'), 'it is known all the same');
        $this->set('POST', 'meters/'.$first.'/retired', []);
        self::assertSame(404, $this->lastStatus(), 'it is retired already');
        foreach (\array_slice($left, 1) as $id) {
            $this->set('POST', 'meters/'.$id.'/retired', []);
        }
        $this->set('POST', 'meters/'.$left[0].'/retired', []);
        self::assertSame(409, $this->lastStatus(), 'the last one stays');
        $this->set('POST', 'meters', ['name' => 'no. 9, bench'] + self::METER);
        self::assertContains($this->lastStatus(), [201, 409], 'a name is free again once its meter is gone');
        $this->signIn('idris');
        $this->set('POST', 'meters/'.$left[0].'/retired', []);
        self::assertSame(403, $this->lastStatus());
    }
}
