<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Instrument;

use PHPUnit\Framework\Attributes\DataProvider;
use Yew\Core\Codec\Fields;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Server\Instrument\Profiles;
use Yew\Server\Tests\ServerTestCase;

/** What stands on the bench: who may list it, what is refused, and what a dial gives. */
final class EquipmentTest extends ServerTestCase
{
    private const POINTS = [['dial' => 20, 'volts' => 23.5], ['dial' => 60, 'volts' => 66], ['dial' => 120, 'volts' => 129]];

    public function testEveryDialectThatShipsCanBeSpoken(): void
    {
        $profiles = self::getContainer()->get(Profiles::class)->shipped();
        self::assertArrayHasKey('scpi-bench', $profiles);
        foreach ($profiles as $document) {
            self::assertNotSame('', InstrumentProfile::decode($document)->name);
        }
    }

    public function testTheOwnerListsAndEverybodySees(): void
    {
        foreach (['idris', 'pim'] as $name) {
            $this->signIn($name);
            foreach ([['/api/shop/equipment', ['kind' => 'lamp', 'name' => 'Lamp']], ['/api/shop/instruments', ['meterId' => 'no-2', 'host' => '127.0.0.1', 'port' => 5025, 'profile' => 'scpi-bench']]] as [$path, $body]) {
                $this->post($path, $body);
                self::assertSame(403, $this->lastStatus(), $name.' '.$path);
            }
        }
        $this->signIn('nell');
        $list = $this->post('/api/shop/equipment', ['kind' => 'lamp', 'name' => 'Lamp 60', 'watts' => 60, 'ratedVolts' => 120, 'touchesVolts' => 250, 'note' => 'in the mains lead']);
        self::assertSame(201, $this->lastStatus());
        $lamp = $list->objects('things')[0];
        self::assertSame(60.0, $lamp->number('watts'));
        $this->post('/api/shop/equipment', ['kind' => 'load', 'name' => 'lamp 60']);
        self::assertSame(409, $this->lastStatus(), 'one of that name is there');
        $this->post('/api/shop/equipment', ['kind' => 'load', 'name' => 'Load', 'amperes' => 4]);
        self::assertSame(422, $this->lastStatus(), 'a load has no amperes');
        $this->signIn('pim');
        self::assertCount(1, $this->get('/api/equipment')->objects('things'));
        $this->signIn('nell');
        $this->post('/api/shop/equipment/'.$lamp->string('id').'/retired', []);
        self::assertCount(0, $this->get('/api/equipment')->objects('things'));
        self::assertSame(['equipment', 'equipment'], array_map(static fn (Fields $c): string => $c->string('what'), $this->get('/api/shop/settings')->objects('changes')));
    }

    /** @return iterable<string, array{array<string, mixed>, int, string}> */
    public static function addresses(): iterable
    {
        yield 'the world outside' => [['host' => '93.184.216.34'], 422, 'not an address of this machine'];
        yield 'its other clothes' => [['host' => '::ffff:93.184.216.34'], 422, 'not an address'];
        yield 'everybody' => [['host' => '0.0.0.0'], 422, 'not an address'];
        yield 'a path' => [['host' => '127.0.0.1/x'], 422, 'no address'];
        yield 'a name that nobody knows' => [['host' => 'meter.invalid'], 422, 'nobody here knows the name'];
        yield 'a service of this machine' => [['port' => 22], 422, 'no port of an instrument'];
        yield 'no meter of the shop' => [['meterId' => 'no-9'], 422, 'one of the shop’s meters'];
        yield 'no dialect' => [['profile' => 'telepathy'], 422, 'there is no profile'];
        yield 'a dialect of two lines' => [['profile' => ['format' => 'instrument-profile/1', 'name' => 'X', 'functions' => [['function' => 'dc-volts', 'configure' => [], 'read' => "READ?\nOUTP ON"]]]], 422, 'one line of printable signs'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('addresses')]
    public function testAnAddressThatIsNoneOfTheShopsIsRefused(array $change, int $status, string $why): void
    {
        $this->signIn('nell');
        $answer = $this->post('/api/shop/instruments', [...['meterId' => 'no-2', 'host' => '127.0.0.1', 'port' => 5025, 'profile' => 'scpi-bench'], ...$change]);
        self::assertSame($status, $this->lastStatus());
        self::assertStringContainsString($why, $answer->string('detail', 500));
        self::assertCount(0, $this->get('/api/equipment')->objects('instruments'));
    }

    public function testANameIsLookedUpOnceAndAMeterHasOneAddress(): void
    {
        $this->signIn('nell');
        $instrument = $this->post('/api/shop/instruments', ['meterId' => 'no-2', 'host' => 'localhost', 'port' => 5025, 'profile' => 'scpi-bench'])->objects('instruments')[0];
        self::assertSame('127.0.0.1', $instrument->string('host'), 'the number is kept, not the name');
        self::assertSame(['dc-volts', 'ac-volts', 'ohms'], $instrument->strings('functions'), 'its meter has no amperes');
        $this->post('/api/shop/instruments', ['meterId' => 'no-2', 'host' => '127.0.0.1', 'port' => 5026, 'profile' => 'scpi-bench']);
        self::assertSame(409, $this->lastStatus());
        $this->post('/api/shop/instruments', ['meterId' => 'no-1', 'host' => '127.0.0.1', 'port' => 5025, 'profile' => 'scpi-bench']);
        self::assertSame(409, $this->lastStatus(), 'another answers there');
        $this->post('/api/instruments/'.$instrument->string('id').'/identify', []);
        self::assertSame(503, $this->lastStatus(), 'no process runs beside these tests');
        self::assertNull($this->get('/api/status')->raw('live'));
        $this->post('/api/shop/instruments/'.$instrument->string('id').'/retired', []);
        self::assertSame([], $this->get('/api/equipment')->objects('instruments'));
        $this->post('/api/shop/instruments', ['meterId' => 'no-2', 'host' => '127.0.0.1', 'port' => 5025, 'profile' => 'scpi-bench']);
        self::assertSame(201, $this->lastStatus(), 'it may come back');
    }

    public function testADialSaysWhatItsTableSaysAndNothingBeyondIt(): void
    {
        $this->signIn('nell');
        $variac = $this->post('/api/shop/equipment', ['kind' => 'variac', 'name' => 'Variac'])->objects('things')[0]->string('id');
        $job = $this->bookIn($this->lantern());
        $dial = static fn (float $at): array => ['facts' => ['source' => ['value' => ['kind' => 'variac', 'dial' => $at, 'equipmentId' => $variac], 'how' => 'measured']]];
        self::assertStringContainsString('has no table', $this->refusalOf($this->write($job, 'conditions', $dial(60), change: ['v' => 2])));
        $this->client->jsonRequest('PUT', '/api/shop/equipment/'.$variac.'/dial', ['points' => \array_slice(self::POINTS, 0, 2), 'measuredOn' => '2026-11-28'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(422, $this->lastStatus(), 'two points are no table');
        $this->client->jsonRequest('PUT', '/api/shop/equipment/'.$variac.'/dial', ['points' => self::POINTS, 'measuredOn' => '2026-11-28', 'meterId' => 'no-2'], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(200, $this->lastStatus());
        $taken = $this->write($job, 'conditions', $dial(90), change: ['v' => 2]);
        self::assertFalse($taken->objects('entries')[0]->boolean('refused'));
        $source = $taken->objects('benches')[0]->object('conditions')->object('source')->object('value');
        self::assertSame([97.5, 90.0], [$source->number('volts'), $source->number('dial')]);
        foreach ([19.9, 120.1] as $beyond) {
            self::assertStringContainsString('from 20 to 120', $this->refusalOf($this->write($job, 'conditions', $dial($beyond), change: ['v' => 2])));
        }
        self::assertSame(97.5, $this->bench($job)->object('conditions')->object('source')->object('value')->number('volts'), 'what was refused changes nothing');
    }

    private function refusalOf(Fields $answer): string
    {
        $entry = $answer->objects('entries')[0];
        self::assertTrue($entry->boolean('refused'));

        return $entry->string('line', 500);
    }
}
